<script lang="ts">
  // The ways, side by side on one clock that ends when people sit down.
  import { scaleLinear } from 'd3-scale'
  import type { Forecast, Way } from '$lib/api/client'
  import { hours as hourMarks } from '$lib/draw/curve'
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import Strip from './Strip.svelte'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import { useRoast } from '$lib/ui/usePlace.svelte'
  import { delta, dial, duration, hour, sentence, temp, weight } from '$lib/units'

  const place = useRoast()
  const roast = $derived(place.current?.roast ?? null)
  $effect(() => {
    if (roast !== null) plan.open(roast)
  })

  let width = $state(520)
  const draft = $derived(plan.draft)
  const serve = $derived(draft === null ? new Date() : new Date(draft.serve_at))
  const oven = $derived(kitchen.ovens.find((o) => o.id === draft?.oven_id))
  const cut = $derived(kitchen.catalogue?.cuts.find((c) => c.id === draft?.joint.cut))
  const possible = $derived(
    plan.ways.filter((w): w is Way & { forecast: Forecast } => w.forecast !== null),
  )
  const impossible = $derived(plan.ways.filter((w) => w.forecast === null))
  const longest = $derived(Math.max(60, ...possible.map((w) => w.forecast.end_min)))
  const from = $derived(new Date(serve.getTime() - (longest + 12) * 60_000))
  const until = $derived(new Date(serve.getTime() + 14 * 60_000))
  const clock = $derived(scaleLinear([from.getTime(), until.getTime()], [0, width]))
  const marks = $derived(
    hourMarks(from, serve, Math.max(3, Math.floor(width / 90)))
      .filter((at) => clock(serve.getTime()) - clock(at.getTime()) > (width < 420 ? 120 : 60))
      .map((at) => ({ x: clock(at.getTime()), text: hour(at) })),
  )
  const locked = $derived(roast !== null && roast.status !== 'planning')

  let chosen = $state('')
  const current = $derived(chosen === '' ? (roast?.school ?? '') : chosen)
  const selected = $derived(possible.find((w) => w.id === current))

  const inAt = (f: Forecast): Date => new Date(serve.getTime() - f.end_min * 60_000)
  const xOf = (f: Forecast) => (min: number) => clock(inAt(f).getTime() + min * 60_000)
  const tight = (f: Forecast): boolean => inAt(f).getTime() < kitchen.now.getTime()

  const said = (f: Forecast) => [
    ...f.notes.filter((n) => ['oven_limit', 'air_differs', 'measures_and_weight'].includes(n.code)),
    ...f.cautions,
  ]

  async function pick(way: Way): Promise<void> {
    chosen = way.id
    await place.current?.choose(way.method, way.id)
  }

  async function toFire(): Promise<void> {
    if (selected !== undefined && roast !== null && roast.method !== selected.method) {
      const done = await place.current?.choose(selected.method, selected.id)
      if (done !== true) return
    }
    if (roast !== null) go('fire', roast.id)
  }

  const ends = $derived.by(() => {
    const first = possible[0]
    const low = possible.find((w) => w.id === 'low-then-blast')
    if (first === undefined || low === undefined || first === low) return ''
    const hot = first.forecast
    const slow = low.forecast
    const longer = duration(slow.end_min - hot.end_min)
    return (
      `${low.name} takes ${longer} longer than ${first.name.toLowerCase()}, keeps ` +
      `${Math.round((slow.even_fraction ?? 0) * 100)} % of the meat within the wanted band against ` +
      `${Math.round((hot.even_fraction ?? 0) * 100)}, and ten minutes late costs ` +
      `${delta(slow.late_c, kitchen.units)} instead of ${delta(hot.late_c, kitchen.units)}.`
    )
  })
</script>

{#if place.missing}
  <section class="page">
    <h1>No joint, no ways.</h1>
    <a class="act" href="/block">To the block</a>
  </section>
{:else if place.current?.fault && roast === null}
  <section class="page">
    <h1>That roast is not here.</h1>
    <p class="fault" role="alert">{place.current.fault}</p>
    <a class="act" href="/">To what is on</a>
  </section>
{:else if draft === null || roast === null}
  <p class="page quiet">Fetching the joint…</p>
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
    <div class="rows" class:waiting={plan.stale}>
      <div class="row clock" aria-hidden="true">
        <span></span>
        <div class="strip" bind:clientWidth={width}>
          {#each marks as mark (mark.x)}
            <span class="hour" style:left="{mark.x}px">{mark.text}</span>
          {/each}
          <span class="hour sit" style:left="{clock(serve.getTime())}px"
            >sit down {hour(serve)}</span
          >
        </div>
        <span></span>
        <span></span>
      </div>
      {#each possible as way (way.id)}
        {@const f = way.forecast}
        <article class="row way" class:on={current === way.id} data-way={way.id}>
          <div class="name">
            <h2>{way.name}</h2>
            <p>{way.words}</p>
            <button
              class="act pick"
              class:plain={current !== way.id}
              disabled={locked}
              aria-pressed={current === way.id}
              onclick={() => pick(way)}
            >
              {current === way.id ? 'This way' : 'Take this way'}
              <span class="sr-only">: {way.name}</span>
            </button>
          </div>
          <div class="strip">
            <Strip
              forecast={f}
              x={xOf(f)}
              {width}
              height={134}
              hours={marks}
              serveMin={f.end_min}
              units={kitchen.units}
              marks={oven?.marks ?? 'C'}
            />
          </div>
          <div class="face">
            <MeatFace
              map={f.map}
              at_mm={f.map.at_mm[Math.floor(f.map.at_mm.length / 2)] ?? 0}
              height={100}
              label="Cut face: {Math.round(
                (f.even_fraction ?? 0) * 100,
              )} % as wanted, rim {Math.round(f.rim_mm ?? 0)} mm"
            />
          </div>
          <dl>
            <div class="main">
              <dt>in by</dt>
              <dd>{hour(inAt(f))}</dd>
            </div>
            <div class="main">
              <dt>out at</dt>
              <dd>{temp(f.pull_core_c, kitchen.units, true)}</dd>
            </div>
            <div>
              <dt>your hands</dt>
              <dd>{way.hands_on_min} min</dd>
            </div>
            <div>
              <dt>climbs</dt>
              <dd>{delta(f.carryover_c, kitchen.units)}</dd>
            </div>
            <div>
              <dt>peak</dt>
              <dd>
                {f.peak_c.low === null
                  ? temp(f.peak_c.value, kitchen.units, true)
                  : `${temp(f.peak_c.low, kitchen.units, true)}–${temp(f.peak_c.high ?? 0, kitchen.units, true)}`}
              </dd>
            </div>
            <div>
              <dt>as wanted</dt>
              <dd>{Math.round((f.even_fraction ?? 0) * 100)} %</dd>
            </div>
            {#if f.crackling !== null}
              <div>
                <dt>rind</dt>
                <dd>{f.crackling ? 'crackles' : f.crisp > 0.3 ? 'half crisp' : 'soft'}</dd>
              </div>
            {/if}
            <div>
              <dt>loses</dt>
              <dd>{Math.round(f.loss * 100)} %</dd>
            </div>
            <div>
              <dt>10 min late</dt>
              <dd>{plan.quick ? '…' : delta(f.late_c, kitchen.units)}</dd>
            </div>
          </dl>
          {#if tight(f) || said(f).length > 0}
            <div class="notes">
              {#if tight(f)}
                <p class="late">
                  Too late for {hour(serve)}: put in now, it is ready about {hour(
                    new Date(kitchen.now.getTime() + f.end_min * 60_000),
                  )}.
                </p>
              {/if}
              {#each said(f) as note (note.code)}<p class="note">
                  {sentence(note.text, kitchen.units)}
                </p>{/each}
            </div>
          {/if}
        </article>
      {:else}
        {#if plan.ways.length === 0}<p class="quiet p-4">Working the ways out…</p>{/if}
      {/each}
      {#each impossible as way (way.id)}
        <p class="not"><b>Not tonight: {way.name}.</b> {way.reason}</p>
      {/each}
    </div>
    {#if ends !== '' && !plan.quick}<p class="trade">{ends}</p>{/if}
    {#if selected !== undefined}
      <div class="chosen">
        <p class="text">{selected.method}</p>
        <p class="on-dial">
          on this dial: {selected.forecast.stages
            .filter((s) => s.dial_c !== null)
            .map((s) => dial(s.dial_c ?? 0, oven?.marks ?? 'C'))
            .join(', then ')}
        </p>
        <button class="act plain light" onclick={toFire}>
          To the fire <span class="key" aria-hidden="true">f</span>
        </button>
      </div>
    {/if}
  </section>
{/if}

<style>
  .page {
    padding: 1.1rem 1.75rem 1.25rem;
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
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
  .rows {
    display: grid;
  }
  .row {
    display: grid;
    grid-template-columns: 190px minmax(0, 1fr) 118px 238px;
    gap: 0 1.1rem;
    align-items: center;
  }
  .clock {
    height: 26px;
  }
  .clock .strip {
    position: relative;
    height: 100%;
  }
  .hour {
    position: absolute;
    transform: translateX(-50%);
    color: var(--ink-soft);
  }
  .hour.sit {
    color: var(--ink);
    font-weight: 700;
    white-space: nowrap;
    transform: translateX(-85%);
  }
  .way {
    border-top: 1px solid var(--line);
    padding: 0.35rem 0;
    position: relative;
  }
  .way.on {
    background: linear-gradient(90deg, var(--paper-deep), transparent);
    box-shadow: inset 5px 0 0 var(--accent);
  }
  .name {
    padding-left: 0.9rem;
    line-height: 1.3;
    font-size: 0.95rem;
    align-self: start;
    padding-top: 0.5rem;
  }
  h2 {
    font-size: 1.3rem;
  }
  .face {
    display: grid;
    place-items: center;
  }
  dl {
    display: grid;
    grid-template-columns: repeat(3, auto);
    gap: 0.25rem 0.9rem;
  }
  dl div {
    display: flex;
    flex-direction: column-reverse;
  }
  dt {
    font-size: 0.82rem;
    color: var(--ink-soft);
  }
  dd {
    font-weight: 700;
    font-size: 1.02rem;
    white-space: nowrap;
  }
  .main dd {
    font-family: var(--typo-heading--font-family);
    font-size: 1.45rem;
    line-height: 1.1;
  }
  .pick {
    min-height: 44px;
    margin-top: 0.4rem;
    padding: 0.3rem 0.9rem;
  }
  .notes {
    grid-column: 1 / -1;
    padding: 0 0.9rem 0.25rem;
  }
  .late {
    color: var(--accent);
    font-weight: 600;
  }
  .note {
    color: var(--ink-soft);
  }
  .not {
    border-top: 1px solid var(--line);
    padding: 0.7rem 0.9rem;
    color: var(--ink-soft);
  }
  .trade {
    font-size: 1.08rem;
    max-width: 62rem;
    padding-left: 0.9rem;
  }
  .chosen {
    margin-top: auto;
    background: var(--ink);
    color: var(--paper);
    padding: 0.6rem 1rem;
    display: flex;
    align-items: center;
    gap: 1.5rem;
    flex-wrap: wrap;
    border-radius: 4px;
  }
  .text {
    font-size: 1.12rem;
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
  .waiting {
    opacity: 0.75;
  }
  @media (max-width: 1000px) {
    .row {
      grid-template-columns: minmax(0, 1fr) 110px;
    }
    .row .strip {
      grid-column: 1 / -1;
    }
    .clock span:empty {
      display: none;
    }
    .name {
      grid-column: 1 / -1;
    }
  }
  @media (max-width: 860px) {
    .page {
      padding: 0.75rem;
    }
    .row {
      grid-template-columns: minmax(0, 1fr);
    }
    .row > * {
      min-width: 0;
    }
    .face {
      display: none;
    }
    .hour.sit {
      transform: translateX(-100%);
    }
    dl {
      grid-template-columns: repeat(3, minmax(0, 1fr));
      padding-left: 0.9rem;
    }
    .head {
      gap: 0.25rem 1rem;
    }
  }
</style>
