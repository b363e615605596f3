<script lang="ts">
  // Hears "fifty-two", "out", "door", where the browser understands speech by itself: what is said in
  // a kitchen goes to no network.
  import type { Line } from '$lib/api/client'
  import { alarms } from '$lib/state/alarms.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { placeOf } from '$lib/places/fire/spots'
  import { RoastState } from '$lib/state/roast.svelte'
  import { temp } from '$lib/units'
  import { heard } from './heard'
  import { listener, mayListen, type Listener } from './listener'

  let { joints }: { joints: Line[] } = $props()

  let ears = $state.raw<Listener | null>(null)
  let listening = $state(false)
  let told = $state('')
  /** A reading that was heard while several joints are on. */
  let which = $state<number | null>(null)

  /** The browser is asked when somebody wants it: some without ears end the page at the question. */
  async function wanted(): Promise<void> {
    ears = await listener()
    if (ears === null) told = 'Not without a network: what is said here would be sent away.'
    else listening = true
  }
  $effect(() => {
    if (!listening || ears === null) return
    return ears.listen(
      (said) => void mean(said),
      (why) => {
        listening = false
        told = why
      },
    )
  })

  function answer(words: string): void {
    told = words
    alarms.aloud(words)
  }

  async function mean(said: string): Promise<void> {
    const meant = heard(said, kitchen.units)
    const one = joints.length === 1 ? joints[0] : undefined
    if ('unclear' in meant) {
      answer(`I heard “${meant.unclear}”. A number, out, or door?`)
    } else if ('reads' in meant) {
      if (one !== undefined) await read(one, meant.reads)
      else {
        which = meant.reads
        answer(`${temp(meant.reads, kitchen.units)}: which joint? Touch it.`)
      }
    } else if (one === undefined) {
      answer(`“${said}”: say it at the fire of the joint that is meant.`)
    } else await act(one, meant.does)
  }

  async function read(joint: Line, c: number): Promise<void> {
    which = null
    const kept = await new RoastState(joint.id).read(c, c, placeOf(''))
    answer(
      kept
        ? `${temp(c, kitchen.units)} kept for ${joint.name}.`
        : `${temp(c, kitchen.units)} was not taken.`,
    )
  }

  async function act(joint: Line, does: 'out' | 'door' | 'say'): Promise<void> {
    const here = new RoastState(joint.id)
    await here.load()
    const due = alarms.all.find((a) => a.roast_id === joint.id)
    if (does === 'say') answer(due?.words ?? 'Nothing is due.')
    else if (does === 'door') {
      answer((await here.mark('door')) ? 'Door kept.' : 'The door was not taken.')
    } else {
      const out = here.roast?.pull_stage ?? null
      answer(out !== null && (await here.endStage(out)) ? 'Taken out: kept.' : 'It was not taken.')
    }
  }
</script>

{#if ears === null && mayListen()}
  <p class="flex flex-wrap items-center gap-4">
    <button class="link" onclick={() => void wanted()}>Can it hear me here?</button>
    <span role="status">{told}</span>
  </p>
{:else if ears !== null}
  <div class="flex flex-wrap items-center gap-4" data-say="voice">
    <button class="act" aria-pressed={listening} onclick={() => (listening = !listening)}>
      {listening ? 'Listening: touch to stop' : 'Listen'}
    </button>
    <p class="text-xl" role="status">
      {told === '' ? 'Say a reading, “out”, or “door”. Nothing of it leaves this machine.' : told}
    </p>
    {#if which !== null}
      {#each joints as joint (joint.id)}
        <button class="act" onclick={() => void read(joint, which ?? 0)}>{joint.name}</button>
      {/each}
    {/if}
  </div>
{/if}
