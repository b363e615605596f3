<script lang="ts">
  // The board: the rest's countdown and the joint sliced, each slice in what it will have been.
  import Craft from './Craft.svelte'
  import Kept from './Kept.svelte'
  import SlicePanel from './SlicePanel.svelte'
  import { peaked } from './board'
  import { carveWindow } from '$lib/state/carving'
  import { keepLocal, local } from '$lib/state/local'
  import type { Carving } from '$lib/api/client'
  import { inkOn } from '$lib/draw/meat'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import Legend from '$lib/ui/Legend.svelte'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import { useOutlook, useRoast } from '$lib/ui/usePlace.svelte'
  import { duration, hour, sentence, temp } from '$lib/units'

  const MOST = 14

  const place = useRoast()
  const held = $derived(place.current)
  const roast = $derived(held?.roast ?? null)
  const outlook = $derived(held?.outlook ?? null)
  const units = $derived(kitchen.units)

  $effect(() => {
    if (roast !== null && roast.status === 'planning') plan.open(roast)
  })
  useOutlook(() => held)

  const planned = $derived(
    roast?.status === 'planning'
      ? (plan.ways.find((w) => w.id === roast.school)?.forecast ??
          plan.ways.find((w) => w.forecast !== null)?.forecast ??
          null)
      : null,
  )
  const view = $derived(outlook ?? planned)
  const putIn = $derived(outlook === null ? 0 : new Date(outlook.put_in_at).getTime())
  const now = $derived((kitchen.now.getTime() - putIn) / 60_000)
  const at = (minute: number): string => hour(new Date(putIn + minute * 60_000))
  const span = $derived(outlook === null ? { from: 0, until: 0 } : carveWindow(outlook))
  const from = $derived(span.from)
  const until = $derived(span.until)
  const peak = $derived(outlook?.peak_c)

  /** The slices shown, each with its number from the thick end. */
  const slices = $derived.by(() => {
    const all = (view?.slices ?? []).map((s, i) => ({ ...s, i }))
    if (all.length <= MOST) return all
    const every = Math.ceil(all.length / MOST)
    return all.filter((s) => s.i % every === 0)
  })
  const every = $derived(Math.ceil((view?.slices.length ?? 1) / MOST))

  let carving = $state<Carving | null>(null)
  let left = $state(local<boolean>('left-handed', false))
  /** The slice that is looked at. */
  let open = $state<number | null>(null)
  const opened = $derived(open === null ? undefined : view?.slices[open])
  /** When it last came out: after a blast that is later than its take-out. */
  const out = $derived(
    roast === null || roast.pulled_min === null
      ? null
      : (outlook?.stages.findLast(
          (s) => s.kind !== 'rest' && s.kind !== 'turn' && s.end_min <= outlook.now_min,
        )?.end_min ?? roast.pulled_min),
  )
  const top = $derived(roast === null ? null : peaked(roast.readings, roast.pulled_min))
  const passes = $derived(
    outlook !== null &&
      roast !== null &&
      top === null &&
      outlook.peak_min > now + 1 &&
      outlook.peak_c.value > roast.wanted_c + 1.5,
  )
  $effect(() => {
    // Anew with every outlook: slices change as the rest goes on.
    const here = outlook === null ? null : held
    void outlook?.now_min
    void roast?.last_seq
    if (here === null) carving = null
    else
      here.plates(left).then(
        (found) => (carving = found),
        () => undefined,
      )
  })
  const othersOn = (i: number): number =>
    carving?.others.filter((n) => n >= i && n < i + every).length ?? 0
  const readOn = (i: number): number | undefined => {
    for (let n = i; n < i + every; n++) {
      const read = carving?.read[String(n)]
      if (read !== undefined) return read
    }
    return undefined
  }
  const namesOn = (i: number): Carving['plates'] =>
    carving?.plates.filter((p) => p.slice !== null && p.slice >= i && p.slice < i + every) ?? []
  const flashed = $derived(carving?.plates.filter((p) => p.flash) ?? [])
  const met = $derived(carving?.plates.filter((p) => p.standing === 'met') ?? [])
  const none = $derived(carving?.plates.filter((p) => p.slice === null) ?? [])
  const tall = $derived(Math.max(...slices.map((s) => s.half_mm), 1))
  const measured = $derived(roast?.readings.length ?? 0)

  /** Wish → the names that have it; a joint of another meat drops the wish that is not about it. */
  const wishes = $derived.by(() => {
    const kind = kitchen.catalogue?.cuts.find((c) => c.id === roast?.joint.cut)?.kind
    const found: [string, string[]][] = []
    for (const guest of kitchen.catalogue?.people ?? []) {
      const none = guest.avoids.includes('meat') || guest.avoids.some((k) => k === kind)
      const asks = none
        ? [`no ${kind}`]
        : [guest.strict ? 'strict figure' : '', guest.wish].filter((w) => w !== '')
      for (const wish of asks) {
        const same = found.find((f) => f[0] === wish)
        if (same) same[1].push(guest.name)
        else found.push([wish, [guest.name]])
      }
    }
    return found
  })

  const shout = $derived.by(() => {
    if (roast === null || outlook === null) return ''
    if (roast.status === 'done') return 'Carved.'
    if (roast.status === 'roasting') return 'Still in the oven.'
    if (now < from - 0.5)
      return `Carve in ${duration(from - now)}, from ${at(from)} to ${at(until)}.`
    if (now <= until) return `Carve now, until about ${at(until)}.`
    return 'Carve now: it is getting too cool to be served hot.'
  })

  async function carve(): Promise<void> {
    if (held !== null) await held.carve()
  }
</script>

<section class="page">
  {#if place.missing || (roast === null && held?.fault)}
    <h1 class="shout">Nothing on the board.</h1>
    {#if held?.fault}<p class="fault" role="alert">{held.fault}</p>{/if}
    <a class="act" href="/block">To the block</a>
  {:else if roast === null || view === null}
    <p class="quiet">Fetching the slices…</p>
  {:else}
    <p class="quiet">
      {roast.name}{#if out !== null && outlook !== null}, out at {at(out)}{/if}
    </p>
    {#if outlook === null}
      <h1 class="shout sentence">How it will slice.</h1>
      <p class="then quiet">Predicted for the way that is chosen; nothing is measured yet.</p>
    {:else}
      <h1 class="shout sentence" data-ask="window">{shout}</h1>
      <p class="then">
        {#if top !== null}
          It peaked at {temp(top.c, units, true)} about {at(top.minute)} and has fallen by
          {(top.by * (units === 'C' ? 1 : 1.8)).toFixed(1)}°: it will not climb again.
        {:else if peak?.low !== null && peak?.high !== null && peak !== undefined}
          {#if outlook.peak_min > now + 1 && roast.status === 'resting'}
            About {temp(outlook.core_c, units, true)} now, climbing to {temp(peak.low, units, true)} to
            {temp(peak.high, units, true)} by about {at(outlook.peak_min)}.
          {:else}
            Its middle peaks at {temp(peak.low, units, true)} to {temp(peak.high, units, true)}.
          {/if}
        {/if}
      </p>
      {#if passes && roast.status === 'resting'}
        <p class="fault">
          It will pass {temp(roast.wanted_c, units)}: take its cover off now.
          <a class="link" href="/fire/{roast.id}?ask=overshot">What else helps, and by how much</a>
        </p>
      {/if}
    {/if}
    <div
      class="board"
      data-ask="slices"
      role="list"
      aria-label="Slices from the thick end to the thin end"
    >
      {#each slices as slice (slice.from_mm)}
        <div class="slice" role="listitem">
          <span class="names">
            {#each namesOn(slice.i) as plate (plate.name)}
              <span class:flash={plate.flash}>{plate.name}</span>
            {/each}
            {#if othersOn(slice.i) > 0}<span class="note">+{othersOn(slice.i)}</span>{/if}
            {#if carving !== null && carving.coolest >= slice.i && carving.coolest < slice.i + every}
              <span class="note">coolest</span>
            {/if}
          </span>
          <button
            class="face"
            aria-expanded={open === slice.i}
            aria-label="Slice {slice.i + 1}: {readOn(slice.i) === undefined
              ? `reckoned ${temp(slice.centre_c, units)}`
              : `measured ${temp(readOn(slice.i) ?? 0, units)}`}"
            disabled={carving === null}
            onclick={() => (open = open === slice.i ? null : slice.i)}
          >
            <MeatFace
              map={view.map}
              at_mm={(slice.from_mm + slice.to_mm) / 2}
              height={60 + 150 * (slice.half_mm / tall)}
              squeeze={0.38}
              label="Slice with {temp(slice.centre_c, units)} in its middle, {temp(
                slice.mean_c,
                units,
              )} on the whole"
            />
            <span
              class="middle"
              class:read={readOn(slice.i) !== undefined}
              style:color={inkOn(Math.round(slice.centre_c))}
              aria-hidden="true"
            >
              {temp(readOn(slice.i) ?? slice.centre_c, units, true)}
            </span>
          </button>
        </div>
      {/each}
    </div>
    <div class="wood" aria-hidden="true"></div>
    {#if open !== null && opened !== undefined && carving !== null && held !== null}
      <SlicePanel
        {held}
        {carving}
        index={open}
        count={view.slices.length}
        reckoned={opened.centre_c}
        resting={roast.status === 'resting' || roast.status === 'done'}
        onclose={() => (open = null)}
      />
    {/if}
    <p class="quiet">
      {#if carving !== null}Touch a slice to read it or give it to somebody.{/if}
      {#if (roast.joint.pieces ?? 1) > 1}Each of {roast.joint.pieces} pieces is sliced like this.{/if}
      Each slice: the highest its middle will have been, reckoned{measured > 0
        ? ` from ${measured} reading${measured === 1 ? '' : 's'} of the whole joint`
        : ', not measured'}.
    </p>
    <div class="legend"><Legend {units} bands={kitchen.catalogue?.bands ?? []} /></div>
    {#if outlook !== null}
      <p class="figure" data-standing={outlook.figure.standing}>
        {sentence(outlook.figure.sentence, units)}
      </p>
    {/if}
    {#if carving !== null && held !== null}
      <div class="two">
        <div>
          <p data-ask="carve-first">
            Begin at the <b>{carving.begin} end</b>; cut what will be eaten, {carving.spare.length} of
            {view.slices.length} slices can stay whole.
            {#if carving.others.length > 0}
              {carving.others.length} who are not named get what is nearest to
              {temp(roast.wanted_c, units)}.
            {/if}
            {#if none.length > 0}None of it for {none.map((p) => p.name).join(', ')}.{/if}
          </p>
          {#if flashed.length > 0}
            <div class="wishes">
              <b>A flash in the pan for</b>
              <ul>
                {#each flashed as plate (plate.name)}
                  <li>
                    {plate.name}, slice {(plate.slice ?? 0) + 1}: {plate.strict
                      ? `${sentence(carving.strict_words, units)}, read in that slice`
                      : `${plate.why}, to about ${temp(plate.target_c, units)}`}{plate.standing ===
                    'not_met'
                      ? '; not met yet'
                      : ''}
                  </li>
                {/each}
              </ul>
            </div>
          {/if}
          {#each met as plate (plate.name)}
            <p>
              {plate.name}, slice {(plate.slice ?? 0) + 1}: the figure is met by readings of it.
            </p>
          {/each}
        </div>
        <Craft
          {held}
          {carving}
          {left}
          onleft={(on) => {
            left = on
            keepLocal('left-handed', on)
          }}
        />
      </div>
      {#if roast.status === 'done'}
        <Kept
          {held}
          carvedAt={roast.carved_min === null ? null : new Date(putIn + roast.carved_min * 60_000)}
        />
      {/if}
    {:else if wishes.length > 0}
      <p class="wishes">
        <b>Who asked for what:</b>
        {#each wishes as [wish, names], i (wish)}
          {i > 0 ? '; ' : ''}{names.join(', ')}: {wish}{/each}.
      </p>
    {/if}
    {#if held?.fault}<p class="fault" role="alert">{held.fault}</p>{/if}
    <div class="go">
      {#if roast.status === 'resting'}
        <button class="act" disabled={held?.busy} onclick={carve}>Carving begins</button>
        <a class="act plain" href="/fire/{roast.id}">A reading, the curve</a>
      {:else if roast.status === 'roasting'}
        <a class="act" href="/fire/{roast.id}">To the fire</a>
      {:else if roast.status === 'done'}
        <a class="act" href="/book/{roast.id}">How was it? To the Book</a>
      {/if}
      {#if roast.status !== 'planning'}
        <p class="quiet care">Fresh board and knife. Knife away from the body; bones first.</p>
      {/if}
    </div>
  {/if}
</section>

<style>
  .names {
    writing-mode: vertical-rl;
    transform: rotate(180deg);
    display: flex;
    align-items: flex-start;
    gap: 0.5rem;
    font-weight: 600;
    white-space: nowrap;
    padding-bottom: 0.3rem;
  }
  .names .flash {
    text-decoration: underline wavy var(--accent);
    text-underline-offset: 4px;
  }
  .note {
    font-weight: 400;
    color: var(--ink-soft);
  }
  .page {
    padding: 1rem 1.75rem 1.5rem;
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
    flex: 1;
    align-items: flex-start;
  }
  .sentence {
    font-size: clamp(2.3rem, 4.7vw, 3.75rem);
    line-height: 1.05;
  }
  .then {
    font-size: 1.4rem;
    max-width: 62rem;
  }
  .board {
    align-self: stretch;
    display: flex;
    justify-content: center;
    align-items: flex-end;
    gap: 3px;
    margin-top: 1rem;
    min-height: 215px;
  }
  .slice {
    position: relative;
    display: grid;
    justify-items: center;
    align-content: end;
    min-width: 0;
  }
  .slice :global(svg) {
    max-width: 100%;
  }
  .face {
    position: relative;
    display: grid;
    place-items: center;
    max-width: 100%;
  }
  .middle {
    position: absolute;
    font-weight: 700;
    font-size: 1.15rem;
  }
  .middle.read {
    text-decoration: underline;
    text-decoration-thickness: 3px;
    text-underline-offset: 3px;
  }
  .two {
    align-self: stretch;
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 1rem 2.5rem;
  }
  .two > div {
    display: grid;
    gap: 0.5rem;
    align-content: start;
  }
  .link {
    text-decoration: underline;
  }
  .wood {
    align-self: stretch;
    height: 18px;
    background: var(--board);
    border-bottom: 6px solid color-mix(in srgb, var(--board), black 25%);
    border-radius: 3px;
  }
  .legend {
    width: min(640px, 100%);
    margin: 0.5rem 0;
  }
  .wishes {
    max-width: 62rem;
  }
  .figure {
    font-size: 1.1rem;
    border-left: 4px solid var(--line-strong);
    padding-left: 0.75rem;
    max-width: 60rem;
  }
  .figure[data-standing='not_met'] {
    border-color: var(--accent);
  }
  .go {
    display: flex;
    gap: 1rem;
    align-items: center;
    margin-top: auto;
    flex-wrap: wrap;
  }
  @media (max-width: 860px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
    .page {
      padding: 0.75rem;
    }
    .board {
      justify-content: flex-start;
      overflow-x: auto;
    }
    .slice {
      flex: 0 0 auto;
    }
  }
</style>
