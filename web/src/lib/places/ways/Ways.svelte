<script lang="ts">
  // The ways, side by side on one clock that ends when people sit down.
  import { scaleLinear } from 'd3-scale'
  import type { Way } from '$lib/api/client'
  import { hours as hourMarks } from '$lib/draw/curve'
  import { go, navigate } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import NoRoast from '$lib/ui/NoRoast.svelte'
  import { useRoast } from '$lib/ui/usePlace.svelte'
  import { atItsEnd, carveAt, dial, hour, sentence, temp, weight } from '$lib/units'
  import {
    COLUMNS,
    because,
    forFixedHour,
    ordered,
    sifted,
    tradeoff,
    type Care,
    type Sieve,
    type Worked,
  } from './compare'
  import Controls from './Controls.svelte'
  import Pinned from './Pinned.svelte'
  import Printed from './Printed.svelte'
  import WayRow from './WayRow.svelte'

  const place = useRoast()
  const roast = $derived(place.current?.roast ?? null)
  $effect(() => {
    if (roast !== null) plan.open(roast)
  })

  let width = $state(420)
  let by = $state<Care | null>(null)
  let sieves = $state<Sieve[]>([])
  let pins = $state<string[]>([])
  let opened = $state<string | null>(null)
  let chosen = $state('')

  // Another joint: nothing of the last one's is chosen, open or pinned.
  const id = $derived(roast?.id)
  $effect(() => {
    if (id === undefined) return
    chosen = ''
    opened = null
    pins = []
  })

  const draft = $derived(plan.draft)
  const serve = $derived(draft === null ? new Date() : carveAt(draft))
  const oven = $derived(kitchen.ovens.find((o) => o.id === draft?.oven_id))
  const cut = $derived(kitchen.catalogue?.cuts.find((c) => c.id === draft?.joint.cut))
  const worked = $derived(plan.ways.filter((w): w is Worked => w.forecast !== null))
  const left = $derived((serve.getTime() - kitchen.now.getTime()) / 60_000)
  const shown = $derived.by(() => {
    const kept = sifted(worked, sieves, left)
    return by === null ? kept : ordered(kept, by, draft?.wanted_c ?? 57)
  })
  const unsuited = $derived(plan.ways.filter((w) => w.forecast === null))
  // Where there is rind, it is the rind that counts as the crust.
  const columns = $derived(COLUMNS.filter((c) => c.id !== (cut?.rind === true ? 'crust' : 'rind')))
  const longest = $derived(Math.max(60, ...shown.map((w) => w.forecast.end_min)))
  const from = $derived(new Date(serve.getTime() - (longest + 12) * 60_000))
  const until = $derived(new Date(serve.getTime() + 14 * 60_000))
  const clock = $derived(scaleLinear([from.getTime(), until.getTime()], [0, width]))
  const marks = $derived(
    hourMarks(from, serve, Math.max(3, Math.floor(width / 80)))
      .filter((at) => clock(serve.getTime()) - clock(at.getTime()) > (width < 420 ? 110 : 96))
      .map((at) => ({ x: clock(at.getTime()), text: hour(at) })),
  )
  const locked = $derived(roast !== null && roast.status !== 'planning')
  const current = $derived(chosen === '' ? (roast?.school ?? '') : chosen)
  const selected = $derived(worked.find((w) => w.id === current))
  const byHand = $derived(
    selected === undefined && roast?.method != null && (chosen === '' || chosen === 'by-hand'),
  )
  const open = $derived(opened ?? '')
  const pinned = $derived(
    pins.map((id) => worked.find((w) => w.id === id)).filter((w) => w !== undefined),
  )
  /** What is told in one sentence: the pinned pair, else the two unlike classics. */
  const pair = $derived.by((): [Worked, Worked] | null => {
    const [a, b] = [pinned[0], pinned[1]]
    if (a !== undefined && b !== undefined) return [a, b]
    const hot = worked.find((w) => w.id === 'hot-then-low')
    const low = worked.find((w) => w.id === 'low-then-blast')
    return hot !== undefined && low !== undefined ? [hot, low] : null
  })

  const xOf = (w: Worked) => (min: number) =>
    clock(serve.getTime() + (min - w.forecast.end_min) * 60_000)

  async function pick(way: Way): Promise<void> {
    chosen = way.id
    opened = way.id
    await place.current?.choose(way.method, way.id)
  }

  async function shape(way: Way): Promise<void> {
    if (roast === null) return
    if (current !== way.id) await pick(way)
    void navigate('/ways/:id/hand', { params: { id: roast.id } })
  }

  /** A way that is not for this joint may still be looked at and shaped. */
  async function anyway(way: Way): Promise<void> {
    if (roast === null) return
    plan.lent = way.method
    await navigate('/ways/:id/hand', { params: { id: roast.id } })
  }

  function pin(way: Way): void {
    pins = pins.includes(way.id) ? pins.filter((p) => p !== way.id) : [...pins, way.id].slice(-3)
  }

  async function toFire(): Promise<void> {
    if (selected !== undefined && roast !== null && roast.method !== selected.method) {
      const done = await place.current?.choose(selected.method, selected.id)
      if (done !== true) return
    }
    if (roast !== null) go('fire', roast.id)
  }
</script>

{#if place.missing || roast === null || draft === null}
  <NoRoast missing={place.missing} current={place.current} words="No joint, no ways." />
{:else}
  <section class="page">
    <div class="head">
      <h1>{cut?.name ?? ''}</h1>
      <p class="quiet">
        {weight(draft.joint.weight_kg, kitchen.units)} · ends at
        <b>{temp(draft.wanted_c, kitchen.units)}</b> · {oven?.name ?? ''}{oven?.kind === 'fan'
          ? ', fan accounted for'
          : ''} · core {temp(draft.joint.start_c, kitchen.units)} at the start
      </p>
    </div>
    {#if place.current?.fault}<p class="fault" role="alert">{place.current.fault}</p>{/if}
    {#if plan.fault !== ''}<p class="fault" role="alert">{plan.fault}</p>{/if}
    {#if pair !== null}
      <p class="trade">
        {tradeoff(pair[0], pair[1], kitchen.units)}
        {because(pair[0], pair[1], kitchen.units)}
        {#if !plan.quick}<b>{forFixedHour(pair[0], pair[1], kitchen.units)}</b>{/if}
      </p>
    {/if}
    <Controls {locked} rind={cut?.rind === true} bind:sieves />
    {#if pinned.length > 1}
      <Pinned ways={pinned} {serve} onunpin={pin} />
    {/if}
    <div class="rows" class:waiting={plan.stale}>
      <div class="row clock">
        <span class="sort">
          {#if by !== null}
            <button class="undo" onclick={() => (by = null)}>as they come</button>
          {/if}
        </span>
        <div class="strip" bind:clientWidth={width} aria-hidden="true">
          {#each marks as mark (mark.x)}
            <span class="hour" style:left="{mark.x}px">{mark.text}</span>
          {/each}
          <span class="hour sit" style:left="{clock(serve.getTime())}px"
            >{draft === null ? '' : atItsEnd(draft)}</span
          >
        </div>
        <span></span>
        <div class="heads" style:--count={columns.length}>
          {#each columns as column (column.id)}
            <button
              aria-pressed={by === column.id}
              title="Sort: {column.says}"
              onclick={() => (by = by === column.id ? null : column.id)}
            >
              {column.head}<span class="sr-only">, sort by {column.says}</span>
            </button>
          {/each}
        </div>
      </div>
      {#each shown as way (way.id)}
        <WayRow
          {way}
          {columns}
          {serve}
          x={xOf(way)}
          {width}
          {marks}
          dialMarks={oven?.marks ?? 'C'}
          on={current === way.id}
          open={open === way.id}
          pinned={pins.includes(way.id)}
          {locked}
          ontoggle={() => (opened = open === way.id ? '' : way.id)}
          onpick={() => pick(way)}
          onshape={() => shape(way)}
          onpin={() => pin(way)}
        />
      {:else}
        <p class="quiet none">
          {worked.length > 0
            ? 'No way passes all of that. Take a sieve out.'
            : plan.ways.length === 0
              ? 'Working the ways out…'
              : 'No way gets there in this oven.'}
        </p>
      {/each}
    </div>
    {#if unsuited.length > 0}
      <h2 class="not-head">Not for this joint or this oven</h2>
      <ul class="nots">
        {#each unsuited as way (way.id)}
          <li>
            <b>{way.name}.</b>
            {sentence(way.unsuited || way.reason, kitchen.units)}
            {#if !locked}
              <button class="undo" onclick={() => anyway(way)}
                >look at it by hand<span class="sr-only">: {way.name}</span></button
              >
            {/if}
          </li>
        {/each}
      </ul>
    {/if}
    <Printed rows={plan.printed} wanted={draft.wanted_c} />
    {#if selected !== undefined || byHand}
      <div class="chosen">
        <p class="text">{selected?.method ?? roast.method}</p>
        {#if selected !== undefined}
          <p class="on-dial">
            on this dial: {selected.forecast.stages
              .filter((s) => s.dial_c !== null)
              .map((s) => dial(s.dial_c ?? 0, oven?.marks ?? 'C'))
              .join(', then ')}
          </p>
        {:else}
          <p class="on-dial">by hand</p>
        {/if}
        <a class="act plain light" href="/ways/{roast.id}/hand">Shape it by hand</a>
        <button class="act plain light" onclick={toFire}>
          To the fire <span class="key" aria-hidden="true">f</span>
        </button>
      </div>
    {/if}
  </section>
{/if}

<style>
  .page {
    padding: 1rem 1.75rem 1.25rem;
    display: flex;
    flex-direction: column;
    gap: 0.55rem;
    flex: 1;
  }
  .head {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 2rem;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 1.7rem;
  }
  .trade {
    font-size: 1.05rem;
    line-height: 1.38;
    max-width: 76rem;
    text-wrap: pretty;
  }
  .row {
    display: grid;
    grid-template-columns: 188px minmax(0, 1fr) 74px minmax(0, 490px);
    gap: 0 0.9rem;
    align-items: center;
  }
  .clock {
    min-height: 34px;
    position: sticky;
    top: 0;
    background: var(--paper);
    z-index: 3;
    border-bottom: 1px solid var(--line-strong);
  }
  .clock .strip {
    position: relative;
    height: 24px;
  }
  .heads {
    display: grid;
    grid-template-columns: repeat(var(--count), minmax(0, 1fr));
    gap: 0.2rem;
  }
  .heads button {
    font-size: 0.82rem;
    line-height: 1.1;
    min-height: 34px;
    color: var(--ink-soft);
    text-align: left;
    border-bottom: 3px solid transparent;
  }
  .heads button:hover,
  .heads button[aria-pressed='true'] {
    color: var(--ink);
    border-bottom-color: var(--accent);
  }
  .heads button[aria-pressed='true'] {
    font-weight: 700;
  }
  .hour {
    position: absolute;
    transform: translateX(-50%);
    color: var(--ink-soft);
    font-size: 0.92rem;
  }
  .hour.sit {
    color: var(--ink);
    font-weight: 700;
    white-space: nowrap;
    transform: translateX(-92%);
  }
  .sort {
    padding-left: 0.9rem;
  }
  .none {
    padding: 1.5rem 0.9rem;
    font-size: 1.1rem;
  }
  .not-head {
    font-size: 1.05rem;
    margin-top: 0.6rem;
  }
  .nots {
    display: grid;
    gap: 0.15rem;
    max-width: 70rem;
  }
  .chosen {
    background: var(--ink);
    color: var(--paper);
    padding: 0.55rem 1rem;
    display: flex;
    align-items: center;
    gap: 0.6rem 1.5rem;
    flex-wrap: wrap;
    border-radius: 4px;
    position: sticky;
    bottom: 0.5rem;
    z-index: 4;
    margin-top: auto;
  }
  .text {
    font-size: 1.08rem;
    font-weight: 600;
  }
  .on-dial {
    flex: 1;
  }
  .light {
    color: var(--paper);
    box-shadow: inset 0 0 0 1.5px var(--paper);
  }
  .light:hover {
    background: var(--ink-soft);
  }
  /* Stale shows in the pictures; words stay readable. */
  .waiting :global(.strip svg),
  .waiting :global(.face) {
    opacity: 0.55;
  }
  @media (max-width: 1100px) {
    .row {
      grid-template-columns: minmax(0, 1fr);
    }
    .clock {
      position: static;
    }
    .heads {
      grid-template-columns: repeat(6, minmax(0, 1fr));
      padding: 0.3rem 0;
    }
    .heads button {
      min-height: 40px;
    }
  }
  @media (max-width: 860px) {
    .page {
      padding: 0.75rem;
    }
    .hour.sit {
      transform: translateX(-100%);
    }
    .head {
      gap: 0.25rem 1rem;
    }
    .chosen {
      position: static;
      order: 3;
    }
    /* The pictures first; what they mean in words after them. */
    .trade {
      order: 1;
    }
    .not-head,
    .nots,
    .page > :global(.printed) {
      order: 2;
    }
    .heads {
      grid-template-columns: repeat(4, minmax(0, 1fr));
    }
  }
</style>
