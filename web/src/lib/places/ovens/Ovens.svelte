<script lang="ts">
  // The ovens: each one's truth, its inside, and which of them tonight.
  import Soon from '$lib/ui/Soon.svelte'
  import { http, want, type Oven, type OvenBody, type Tin, type WhichOven } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import Next from '$lib/ui/Next.svelte'
  import { useRoast } from '$lib/ui/usePlace.svelte'
  import Inside from './Inside.svelte'
  import Profile from './Profile.svelte'
  import { bodyOf, freshOven } from './profile'
  import Tonight from './Tonight.svelte'
  import Truth from './Truth.svelte'

  // What is tried in each of them is still to go in.
  const place = useRoast(() => kitchen.ahead[0]?.id)
  const roast = $derived(place.current?.roast ?? null)
  $effect(() => {
    if (roast !== null) plan.open(roast)
  })

  let chosen = $state<string | null>(null)
  let which = $state.raw<WhichOven | null>(null)
  /** Why they could not be tried. */
  let untried = $state('')
  let tins = $state.raw<Tin[]>([])
  /** What fits is asked for once the tins are known, or cannot be. */
  let tinsTold = $state(false)
  let fault = $state('')
  const units = $derived(kitchen.units)
  const oven = $derived<Oven | undefined>(
    kitchen.ovens.find((o) => o.id === (chosen ?? plan.draft?.oven_id)) ?? kitchen.ovens[0],
  )
  const method = $derived(
    roast?.method ?? plan.ways.find((w) => w.forecast !== null)?.method ?? '160C until peak 57C',
  )

  $effect(() => {
    void want(http.GET('/tins'))
      .then(
        (t) => (tins = t),
        () => undefined,
      )
      .finally(() => (tinsTold = true))
  })
  let asked = 0
  $effect(() => {
    const wish = plan.wish(false)
    void JSON.stringify([kitchen.ovens, tins])
    if (wish === null || !tinsTold) return
    const turn = ++asked
    void want(http.POST('/which-oven', { body: { ...wish, method } })).then(
      (answer) => {
        if (turn !== asked) return
        which = answer
        untried = ''
      },
      (error: Error) => {
        if (turn === asked) untried = error.message
      },
    )
  })

  /** The one next thing: words and address. */
  const next = $derived.by((): [string, string] => {
    const on = kitchen.likely
    if (on?.status === 'roasting' || on?.status === 'resting')
      return ['To the fire', `/fire/${on.id}`]
    return roast === null
      ? ['Lay a joint', '/begin']
      : [`Compare the ways for ${roast.name}`, `/ways/${roast.id}`]
  })

  let saving: Promise<unknown> = Promise.resolve()

  /** One after another, each on what the one before it kept: quick fingers lose nothing. */
  function save(part: Partial<OvenBody>): Promise<boolean> {
    const id = oven?.id
    const next = saving.then(() => keep(id, part))
    saving = next
    return next
  }

  async function keep(id: string | undefined, part: Partial<OvenBody>): Promise<boolean> {
    const known = kitchen.ovens.find((o) => o.id === id)
    if (known === undefined) return false
    try {
      const body = { ...bodyOf(known), ...part }
      await want(http.PUT('/ovens/{oven_id}', { params: { path: { oven_id: known.id } }, body }))
      await kitchen.reloadOvens()
      plan.refresh()
      fault = ''
      return true
    } catch (error) {
      fault = (error as Error).message
      return false
    }
  }

  async function add(): Promise<void> {
    try {
      const made = await want(http.POST('/ovens', { body: freshOven(kitchen.ovens.length) }))
      await kitchen.reloadOvens()
      chosen = made.id
    } catch (error) {
      fault = (error as Error).message
    }
  }

  async function forget(): Promise<void> {
    if (oven === undefined) return
    const answer = await http.DELETE('/ovens/{oven_id}', { params: { path: { oven_id: oven.id } } })
    if (answer.error !== undefined) {
      fault = (answer.error as { detail?: string }).detail ?? 'It stays.'
      return
    }
    chosen = null
    await kitchen.reloadOvens()
  }
</script>

{#if oven === undefined}
  <section class="pt-3 pb-6 px-7 flex flex-col gap-3 flex-1 max-lg:p-3">
    <h1 class="text-2xl leading-shout">No oven yet.</h1>
    <p>Everything is reckoned for an oven: say what you have.</p>
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
    <button class="act" onclick={add}>Add an oven</button>
  </section>
{:else}
  <section class="pt-3 pb-6 px-7 flex flex-col gap-3 flex-1 max-lg:p-3">
    <div class="flex gap-y-1.5 gap-x-6 flex-wrap items-baseline">
      {#each kitchen.ovens as o (o.id)}
        <button
          class="font-heading text-xl font-bold min-h-11 text-ink-soft border-b-4 border-transparent aria-pressed:text-ink aria-pressed:border-b-accent"
          aria-pressed={o.id === oven.id}
          onclick={() => (chosen = o.id)}
        >
          {o.name}
        </button>
      {/each}
      <button class="undo self-start" onclick={add}>Add an oven</button>
    </div>
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
    <div
      class="grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] gap-y-4 gap-x-12 max-lg:grid-cols-1"
    >
      <Soon><Truth {oven} {units} {save} /></Soon>
      <Soon><Tonight {roast} {which} {untried} {method} {units} /></Soon>
    </div>
    <div
      class="grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] gap-y-4 gap-x-12 max-lg:grid-cols-1"
    >
      <Soon><Profile {oven} {units} {save} onforget={forget} /></Soon>
      <Soon
        ><Inside
          {oven}
          tonight={which?.ovens.find((o) => o.oven_id === oven.id)}
          {units}
          bind:tins
          {save}
        /></Soon
      >
    </div>
  </section>
  <Next words={next[0]} href={next[1]} />
{/if}
