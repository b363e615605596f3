<script lang="ts">
  // What happened: one touch enters it for now; what was just entered can be put right beside it.
  import type { Sense } from '$lib/api/client'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { hour, sentence, temp, type Units } from '$lib/units'
  import { AGO, DOOR_SECONDS, HAPPENINGS, open, standing, words } from './happened'

  let {
    current,
    putIn,
    senses,
    units,
    resting,
  }: { current: RoastState; putIn: number; senses: Sense[]; units: Units; resting: boolean } =
    $props()

  const FIRST = ['door', 'basted', 'browned']
  let more = $state(false)
  let feeling = $state(false)
  let latest = $state<number | null>(null)
  /** When it was to come out before what was just entered. */
  let before = $state<number | null>(null)
  const cost = $derived(
    before === null || current.outlook === null || current.roast?.pulled_min !== null
      ? null
      : Math.round(current.outlook.pull_min.value - before),
  )

  const roast = $derived(current.roast)
  const stands = $derived(roast === null ? { off: false, covered: false } : standing(roast))
  const entry = $derived(
    roast?.log.find((line) => line.entry.seq === latest && !line.withdrawn)?.entry ?? null,
  )
  const marked = $derived(entry?.kind === 'marked' ? entry : null)
  const minute = $derived(entry !== null && 'minute' in entry ? (entry.minute ?? 0) : 0)
  const spec = $derived(HAPPENINGS.find((h) => h.what === marked?.what))
  const others = $derived(kitchen.ovens.filter((o) => o.id !== roast?.oven.id))
  const shown = $derived(
    HAPPENINGS.filter((h) => {
      if (h.what === 'oven_on') return stands.off
      if (h.what === 'oven_off') return !stands.off && !resting
      if (h.what === 'covered') return !stands.covered
      if (h.what === 'uncovered') return stands.covered
      return resting ? ['moved_probe'].includes(h.what) : true
    }),
  )
  const quick = $derived(
    shown.filter((h) => FIRST.includes(h.what) || (h.what === 'oven_on' && stands.off)),
  )
  const rest = $derived(shown.filter((h) => !quick.includes(h)))

  async function enter(what: string, extra: Parameters<RoastState['mark']>[1] = {}): Promise<void> {
    const was = current.outlook?.pull_min.value ?? null
    before = null
    if (await current.mark(what, extra)) {
      latest = current.entered
      feeling = false
      before = was
    }
  }

  async function putRight(part: Record<string, unknown>): Promise<void> {
    if (entry === null) return
    await current.correct(entry.seq, part)
  }

  async function takeBack(): Promise<void> {
    if (entry !== null && (await current.withdraw(entry.seq))) {
      latest = null
    }
  }

  /** A reading that was just typed gets the same strip. */
  export function justEntered(seq: number | null): void {
    latest = seq
    before = null
  }

  const CHANNELS: [string, string][] = [
    ['colour', 'See'],
    ['sound', 'Hear'],
    ['smell', 'Smell'],
    ['spring', 'Press'],
    ['blade', 'Pierce'],
    ['bone', 'At the bone'],
  ]
  const SPEAKS: Record<string, string> = {
    core: 'speaks of the middle',
    surface: 'speaks of the surface only',
    tenderness: 'speaks of tenderness only',
  }
</script>

<div class="grid gap-2" data-ask="happened">
  <div class="buttons grid grid-cols-4 gap-2 max-lg:grid-cols-2">
    {#each quick as h (h.what)}
      <button class="act plain" disabled={current.busy} onclick={() => enter(h.what)}
        >{h.words}</button
      >
    {/each}
    <button
      class="act plain aria-expanded:shadow-[inset_0_0_0_3px_var(--focus)]"
      data-ask="more"
      aria-expanded={more}
      onclick={() => (more = !more)}
    >
      {more ? 'Less' : 'More happened'}
    </button>
  </div>
  {#if entry !== null && roast !== null}
    <div
      class="border-l-4 border-ember py-1 pl-3 flex flex-wrap gap-y-1 gap-x-6 items-center"
      role="group"
      aria-label="Just entered"
    >
      <p>
        {hour(new Date(putIn + minute * 60_000))}
        <b>{sentence(words(entry, roast, kitchen.ovens, senses, units), units)}</b>
        <button class="underline min-h-11 px-1" onclick={takeBack}>take back</button>
      </p>
      {#if cost !== null && spec !== undefined}
        <p class="quiet" role="status">
          {cost === 0
            ? 'It costs less than a minute.'
            : `Out about ${Math.abs(cost)} min ${cost > 0 ? 'later' : 'sooner'} for it.`}
        </p>
      {/if}
      {#if spec?.door}
        <div class="chips">
          <span>Open</span>
          {#each DOOR_SECONDS as seconds (seconds)}
            <button
              aria-pressed={marked?.seconds === seconds}
              aria-label="Door open for {open(seconds)}"
              disabled={current.busy}
              onclick={() => putRight({ seconds })}>{open(seconds)}</button
            >
          {/each}
        </div>
      {/if}
      <div class="chips">
        <span>Earlier, min</span>
        {#each AGO.filter((a) => a <= minute) as ago (ago)}
          <button
            disabled={current.busy}
            aria-label="{ago} minutes earlier"
            onclick={() => putRight({ minute: minute - ago })}
          >
            {ago}
          </button>
        {/each}
      </div>
    </div>
  {/if}
  {#if more}
    <div
      class="buttons grid grid-cols-4 gap-2 max-lg:grid-cols-2"
      role="group"
      aria-label="More that happened"
    >
      {#each rest as h (h.what)}
        <button class="act plain" disabled={current.busy} onclick={() => enter(h.what)}>
          {h.words}
        </button>
      {/each}
      {#if !resting}
        {#each others as oven (oven.id)}
          <button
            class="act plain"
            disabled={current.busy}
            onclick={() => enter('moved_oven', { oven_id: oven.id })}
          >
            Moved to {oven.name}
          </button>
        {/each}
      {/if}
      <button
        data-ask="sensed"
        class="act plain aria-expanded:shadow-[inset_0_0_0_3px_var(--focus)]"
        aria-expanded={feeling}
        onclick={() => {
          feeling = !feeling
        }}
      >
        Seen, heard, felt
      </button>
    </div>
  {/if}
  {#if feeling}
    <div class="grid grid-cols-2 gap-y-1 gap-x-6 max-lg:grid-cols-1">
      {#each CHANNELS as [channel, name] (channel)}
        {@const signs = senses.filter((s) => s.channel === channel)}
        {#if signs.length > 0}
          <p class="label-text col-span-full">{name}</p>
          {#each signs as sign (sign.code)}
            <button
              class="group/sign grid text-left py-1.5 min-h-12 border-t border-line"
              disabled={current.busy}
              onclick={() => enter('sense', { sense: sign.code })}
            >
              <b class="group-hover/sign:underline">{sign.words}</b>
              <span>
                {sign.means}; {SPEAKS[sign.speaks]}{sign.low_c === null || sign.high_c === null
                  ? ''
                  : `: ${temp(sign.low_c, units, true)} to ${temp(sign.high_c, units, true)}`}
                ({sign.surely})
              </span>
            </button>
          {/each}
        {/if}
      {/each}
    </div>
  {/if}
</div>
