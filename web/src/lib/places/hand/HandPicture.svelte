<script lang="ts">
  // The method as blocks on the clock: edges pull time, tops pull heat, the flag slides along the
  // curve, the serving line moves the hour, a name dragged moves its block. Every handle is a
  // slider too.
  import { scaleLinear } from 'd3-scale'
  import type { Edit, Shaped } from '$lib/api/client'
  import { hours as hourMarks, linePath, silhouette } from '$lib/draw/curve'
  import { dial, duration, hour, temp, toF, type Marks, type Units } from '$lib/units'
  import {
    BOUNDS,
    KINDS,
    byCore,
    byTime,
    landing,
    nudged,
    pulledGoal,
    pulledHeat,
    pulledMinutes,
    spans,
  } from './shape'

  let {
    shaped,
    serve,
    atEnd,
    units,
    marks,
    stale,
    busy,
    onpull,
    ondrop,
    onedit,
    onserve,
  }: {
    shaped: Shaped
    serve: Date
    /** What happens at the end: it is carved, or sat down to. */
    atEnd: string
    units: Units
    marks: Marks
    stale: boolean
    /** A change is on its way. */
    busy: boolean
    /** The hand is at work: the change as it would be, from the method it took hold of. */
    onpull: (base: string, edit: Edit) => void
    /** It lets go; null if nothing shall change. */
    ondrop: (base: string, edit: Edit | null) => void
    /** A key's change of the method as it is. */
    onedit: (edit: (now: Shaped) => Edit | null) => void
    onserve: (at: Date) => void
  } = $props()

  const HEIGHT = 330
  const BASE = HEIGHT - 46
  const TOP = 34

  type Hold = {
    base: string
    what: 'edge' | 'top' | 'flag' | 'serve' | 'block'
    stage: number
    from: number
    x0: number
    y0: number
    edit: Edit | null
    value: number
    /** The picture as it was taken hold of: while the hand is at work the start stands still. */
    startAt: number
    domain: [number, number]
    forecast: Shaped['forecast']
    shaped: Shaped
  }

  let width = $state(900)
  let hold = $state<Hold | null>(null)

  const f = $derived(shaped.forecast)
  const stages = $derived(spans(shaped))
  const total = $derived(f?.end_min ?? stages.at(-1)?.end ?? 60)
  const startAt = $derived(
    hold === null || hold.what === 'serve' ? serve.getTime() - total * 60_000 : hold.startAt,
  )
  const domain = $derived.by((): [number, number] => {
    if (hold !== null) return hold.domain
    const spare = Math.max(25, total * 0.08) * 60_000
    return [startAt - spare, serve.getTime() + Math.max(18 * 60_000, spare * 0.6)]
  })
  const clock = $derived(scaleLinear(domain, [6, width - 6]))
  const x = $derived((min: number): number => clock(startAt + min * 60_000))
  const perMin = $derived(x(1) - x(0))
  const hottest = $derived(Math.max(260, ...(f?.series.map((r) => r[1] + 30) ?? [])))
  const air = $derived((c: number): number => BASE - (Math.max(c, 0) / hottest) * (BASE - TOP - 6))
  const core = $derived((c: number): number => BASE - (Math.max(c, 0) / 110) * (BASE - TOP - 6))
  const ticks = $derived(
    hourMarks(new Date(domain[0]), new Date(domain[1]), Math.max(3, Math.floor(width / 90))).map(
      (at) => ({ x: clock(at.getTime()), text: hour(at) }),
    ),
  )
  const rows = $derived(f?.series ?? [])
  const shapes = $derived(
    shaped.blocks.map((block, i) => {
      const at = stages[i] ?? { start: 0, end: 0 }
      if (block.kind === 'turn' || block.kind === 'rest' || block.kind === 'wait') return ''
      const inside = rows.filter((r) => r[0] >= at.start && r[0] <= at.end)
      const before = rows.filter((r) => r[0] <= at.start).at(-1)
      const follows = i > 0 && ['oven', 'off'].includes(shaped.blocks[i - 1]?.kind ?? '')
      const first = follows || block.cold ? before?.[1] : (block.air_c ?? before?.[1])
      if (inside.length === 0) {
        const level = block.air_c ?? 210
        return silhouette(
          [
            [at.start, level],
            [at.end, level],
          ],
          x,
          air,
        )
      }
      const points = inside.slice(1).map((r) => [r[0], r[1]] as const)
      const last = inside.at(-1)?.[1] ?? 100
      return silhouette([[at.start, first ?? 100], ...points, [at.end, last]], x, air)
    }),
  )
  const pull = $derived(f?.pull_min.value ?? 0)
  const pullY = $derived(core(f?.pull_core_c ?? 0))
  const goalBlock = $derived(shaped.blocks[shaped.pull_stage])
  const line = $derived(rows.map((r) => [r[0], r[3]] as const))
  const late = $derived((startAt + total * 60_000 - serve.getTime()) / 60_000)

  const inUnits = (c: number): number => Math.round(units === 'C' ? c : toF(c))
  /** A stage's name where it has room; a grip of two letters where it has not. */
  const label = (i: number): string => {
    const kind = shaped.blocks[i]?.kind ?? 'oven'
    const room = ((stages[i]?.end ?? 0) - (stages[i]?.start ?? 0)) * perMin
    return room > 62 ? KINDS[kind] : room > 22 ? KINDS[kind].slice(0, 3) : '·'
  }
  const length = (i: number): string => {
    const at = stages[i]
    return at === undefined ? '' : duration(at.end - at.start)
  }

  function take(event: PointerEvent, what: Hold['what'], stage: number, from: number): void {
    if (event.button !== 0 || busy) return
    event.preventDefault()
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
    ;(event.currentTarget as SVGElement).focus()
    hold = {
      base: shaped.method,
      what,
      stage,
      from,
      x0: event.clientX,
      y0: event.clientY,
      edit: null,
      value: from,
      startAt,
      domain: [...domain],
      forecast: f,
      shaped,
    }
  }

  function move(event: PointerEvent): void {
    if (hold === null) return
    const dx = event.clientX - hold.x0
    const dy = hold.y0 - event.clientY
    const minutes = dx / ((width - 12) / ((hold.domain[1] - hold.domain[0]) / 60_000))
    const { stage, from } = hold
    let value = from
    let edit: Edit | null = null
    if (hold.what === 'edge') {
      value = pulledMinutes(from, minutes)
      edit = { op: 'length', stage, minutes: value }
    } else if (hold.what === 'top') {
      value = pulledHeat(from, (dy / (BASE - TOP - 6)) * hottest, units)
      edit = { op: 'heat', stage, air_c: value }
    } else if (hold.what === 'flag' && hold.forecast !== null) {
      const told = hold.forecast.stages[stage]
      if (told !== undefined) value = pulledGoal(hold.forecast, told, from, minutes)
      edit = { op: 'goal', stage, core_c: value, peak: hold.shaped.blocks[stage]?.ends === 'peak' }
    } else if (hold.what === 'serve') {
      value = Math.round(minutes / 5) * 5
      hold = { ...hold, value }
      return
    } else if (hold.what === 'block') {
      const at = spans(hold.shaped)[stage] ?? { start: 0, end: 0 }
      value = landing(hold.shaped, stage, (at.start + at.end) / 2 + minutes)
      edit = value === stage ? null : { op: 'move', stage, to: value }
    }
    const moved = value !== hold.value
    hold = { ...hold, value, edit: value === from ? null : edit }
    if (moved && edit !== null && hold.what !== 'block') onpull(hold.base, edit)
  }

  function letGo(): void {
    if (hold === null) return
    const { what, base, edit, value, from } = hold
    hold = null
    if (what === 'serve') {
      if (value !== 0) onserve(new Date(serve.getTime() + value * 60_000))
    } else if (value !== from || edit !== null) ondrop(base, edit)
  }

  function cancel(): void {
    if (hold === null) return
    const { base, what } = hold
    hold = null
    if (what !== 'serve' && what !== 'block') ondrop(base, null)
  }

  const UP = ['ArrowUp', 'ArrowRight']
  const DOWN = ['ArrowDown', 'ArrowLeft']

  function key(event: KeyboardEvent, what: Hold['what'], stage: number): void {
    if (event.key === 'Escape') return cancel()
    const sign = UP.includes(event.key) ? 1 : DOWN.includes(event.key) ? -1 : 0
    if (sign === 0) return
    event.preventDefault()
    const coarse = event.shiftKey
    if (what === 'serve') {
      onserve(new Date(serve.getTime() + sign * (coarse ? 30 : 5) * 60_000))
    } else onedit((now) => nudged(now, what, stage, sign, coarse, units))
  }

  const serveX = $derived(
    clock(serve.getTime() + (hold?.what === 'serve' ? hold.value * 60_000 : 0)),
  )
  const serveText = $derived(
    hour(new Date(serve.getTime() + (hold?.what === 'serve' ? hold.value * 60_000 : 0))),
  )
</script>

<div class="box" class:stale aria-busy={busy || stale} bind:clientWidth={width}>
  <svg
    {width}
    height={HEIGHT}
    role="group"
    aria-label="The method as blocks on the clock"
    onpointermove={move}
    onpointerup={letGo}
    onpointercancel={cancel}
  >
    {#each ticks as tick (tick.x)}
      <line x1={tick.x} x2={tick.x} y1={TOP - 12} y2={BASE} class="grid" />
      <text x={tick.x} y="14" class="hour">{tick.text}</text>
    {/each}
    <line x1="0" x2={width} y1={BASE} y2={BASE} class="base" />
    {#each shapes as shape, i (i)}
      {@const block = shaped.blocks[i]}
      {@const at = stages[i]}
      {#if block !== undefined && at !== undefined}
        {#if shape !== ''}
          <path d={shape} class="heat" class:wet={block.dress !== ''} />
        {:else if block.kind !== 'turn'}
          <rect
            x={x(at.start)}
            y={BASE - 26}
            width={Math.max(0, x(at.end) - x(at.start))}
            height="26"
            class="still"
          />
        {/if}
        {#each block.tasks as task, n (n)}
          {@const every = task.every_min}
          {#each every === null ? [task.at_min ?? 0] : Array.from({ length: Math.min(30, Math.floor((at.end - at.start) / every)) }, (_, k) => (k + 1) * every) as minute, k (k)}
            <circle cx={x(at.start + minute)} cy={BASE - 8} r="5" class="task" />
          {/each}
        {/each}
      {/if}
    {/each}
    {#if f !== null}
      {#if f.pull_min.low !== null && f.pull_min.high !== null}
        <rect
          x={x(f.pull_min.low)}
          width={Math.max(2, x(f.pull_min.high) - x(f.pull_min.low))}
          y={BASE - 5}
          height="10"
          rx="5"
          class="doubt"
        />
      {/if}
      <path
        d={linePath(
          line.filter((r) => r[0] <= pull),
          x,
          core,
        )}
        class="core"
      />
      <path
        d={linePath(
          line.filter((r) => r[0] >= pull),
          x,
          core,
        )}
        class="core climb"
      />
    {/if}
    {#each shaped.blocks as block, i (i)}
      {@const at = stages[i] ?? { start: 0, end: 0 }}
      <g
        class="grip"
        class:lifted={hold?.what === 'block' && hold.stage === i}
        role="slider"
        tabindex="0"
        aria-label="{KINDS[block.kind]}, place in the order"
        aria-valuemin={1}
        aria-valuemax={shaped.blocks.length}
        aria-valuenow={i + 1}
        aria-valuetext="{i + 1} of {shaped.blocks.length}: {block.text}"
        onpointerdown={(e) => take(e, 'block', i, i)}
        onkeydown={(e) => key(e, 'block', i)}
      >
        <rect
          x={x(at.start) + 1}
          y={BASE + 2}
          width={Math.max(12, x(at.end) - x(at.start) - 2)}
          height="40"
          rx="3"
        />
        <text x={x(at.start) + Math.max(14, x(at.end) - x(at.start)) / 2} y={BASE + 18}
          >{label(i)}</text
        >
        {#if (at.end - at.start) * perMin > 46}
          <text x={(x(at.start) + x(at.end)) / 2} y={BASE + 35} class="small">{length(i)}</text>
        {/if}
      </g>
    {/each}
    {#if hold?.what === 'block' && hold.value !== hold.stage}
      {@const to = stages[hold.value] ?? { start: 0, end: 0 }}
      <line
        x1={x(hold.value < hold.stage ? to.start : to.end)}
        x2={x(hold.value < hold.stage ? to.start : to.end)}
        y1={TOP}
        y2={BASE + 44}
        class="landing"
      />
    {/if}
    {#each shaped.blocks as block, i (i)}
      {@const at = stages[i] ?? { start: 0, end: 0 }}
      {#if block.air_c !== null}
        {@const mid = (x(at.start) + x(at.end)) / 2}
        {@const y = air(block.air_c)}
        {@const told = f?.stages[i]?.dial_c}
        <g
          class="handle top"
          role="slider"
          tabindex="0"
          aria-label="Heat of stage {i + 1}"
          aria-orientation="vertical"
          aria-valuemin={inUnits(BOUNDS.air[0])}
          aria-valuemax={inUnits(BOUNDS.air[1])}
          aria-valuenow={inUnits(block.air_c)}
          aria-valuetext="{temp(block.air_c, units)} of air"
          onpointerdown={(e) => take(e, 'top', i, block.air_c ?? 160)}
          onkeydown={(e) => key(e, 'top', i)}
        >
          <rect x={mid - 34} y={y - 24} width="68" height="48" class="hit" />
          <rect x={mid - 22} y={y - 4} width="44" height="8" rx="4" class="knob" />
          <text x={mid} y={y - 12}>
            {told == null ? temp(block.air_c, units) : `dial ${dial(told, marks)}`}
          </text>
        </g>
      {/if}
      {#if byTime(block)}
        <g
          class="handle edge"
          role="slider"
          tabindex="0"
          aria-label="Length of stage {i + 1}, {KINDS[block.kind]}"
          aria-valuemin={BOUNDS.minutes[0]}
          aria-valuemax={BOUNDS.minutes[1]}
          aria-valuenow={Math.round(at.end - at.start)}
          aria-valuetext={duration(at.end - at.start)}
          onpointerdown={(e) => take(e, 'edge', i, at.end - at.start)}
          onkeydown={(e) => key(e, 'edge', i)}
        >
          <rect x={x(at.end) - 14} y={BASE - 92} width="28" height="92" class="hit" />
          <line x1={x(at.end)} x2={x(at.end)} y1={BASE - 74} y2={BASE} class="bar" />
          <rect x={x(at.end) - 5} y={BASE - 62} width="10" height="34" rx="5" class="knob" />
        </g>
      {/if}
    {/each}
    {#if f !== null}
      <g
        class="handle flag"
        class:fixed={goalBlock === undefined || !byCore(goalBlock)}
        role="slider"
        tabindex={goalBlock !== undefined && byCore(goalBlock) ? 0 : -1}
        aria-label={goalBlock?.ends === 'peak' ? 'Peak wanted' : 'Core at take-out'}
        aria-valuemin={inUnits(BOUNDS.goal[0])}
        aria-valuemax={inUnits(BOUNDS.goal[1])}
        aria-valuenow={inUnits(goalBlock?.value ?? f.pull_core_c)}
        aria-valuetext="{temp(goalBlock?.value ?? 0, units)}, out at {temp(f.pull_core_c, units)}"
        aria-disabled={goalBlock === undefined || !byCore(goalBlock)}
        onpointerdown={(e) =>
          goalBlock !== undefined &&
          byCore(goalBlock) &&
          take(e, 'flag', shaped.pull_stage, goalBlock.value ?? 57)}
        onkeydown={(e) =>
          goalBlock !== undefined && byCore(goalBlock) && key(e, 'flag', shaped.pull_stage)}
      >
        <rect x={x(pull) - 8} y={pullY - 58} width="100" height="62" class="hit" />
        <line x1={x(pull)} x2={x(pull)} y1={pullY - 52} y2={BASE} class="pole" />
        <path d="M{x(pull)} {pullY - 52}h84l-9 13 9 13h-84z" class="cloth" />
        <text x={x(pull) + 7} y={pullY - 34} class="on"
          >out at {temp(f.pull_core_c, units, true)}</text
        >
        <circle cx={x(pull)} cy={pullY} r="6" class="knob" />
      </g>
    {/if}
    <g
      class="handle serve"
      role="slider"
      tabindex="0"
      aria-label="Hour of serving"
      aria-valuemin={0}
      aria-valuemax={1439}
      aria-valuenow={serve.getHours() * 60 + serve.getMinutes()}
      aria-valuetext={serveText}
      onpointerdown={(e) => take(e, 'serve', 0, 0)}
      onkeydown={(e) => key(e, 'serve', 0)}
    >
      <rect x={serveX - 60} y="16" width="76" height={BASE - 16} class="hit" />
      <line x1={serveX} x2={serveX} y1="20" y2={BASE} class="bar" />
      <text x={serveX - 7} y="32" class="end">{atEnd} {serveText}</text>
      <rect x={serveX - 5} y="44" width="10" height="34" rx="5" class="knob" />
    </g>
    {#if hold !== null && hold.what !== 'serve' && hold.what !== 'block' && Math.abs(late) >= 1}
      <text x={serveX - 7} y="52" class="end warn">
        {late > 0 ? `ready ${duration(late)} after it` : `ready ${duration(-late)} before it`}
      </text>
    {/if}
  </svg>
</div>

<style>
  .box {
    position: relative;
    min-width: 0;
  }
  .stale {
    opacity: 0.85;
  }
  svg {
    display: block;
    overflow: visible;
    touch-action: pan-y;
    user-select: none;
  }
  .grid {
    stroke: var(--line);
  }
  .hour {
    font-size: 14px;
    text-anchor: middle;
    fill: var(--ink-soft);
  }
  .base {
    stroke: var(--line-strong);
  }
  .heat {
    fill: var(--ember-soft);
    stroke: var(--paper);
    stroke-width: 1;
  }
  .still {
    fill: var(--paper-deep);
  }
  .task {
    fill: var(--paper);
    stroke: var(--ink);
    stroke-width: 2;
    pointer-events: none;
  }
  .doubt {
    fill: var(--accent);
    opacity: 0.35;
    pointer-events: none;
  }
  .core {
    fill: none;
    stroke: var(--ink);
    stroke-width: 3;
    pointer-events: none;
  }
  .climb {
    stroke-dasharray: 2 6;
    stroke-linecap: round;
  }
  .grip {
    cursor: grab;
    outline: none;
    touch-action: none;
  }
  .grip rect {
    fill: var(--paper-deep);
    stroke: var(--line-strong);
  }
  .grip.lifted rect {
    fill: var(--ember-soft);
  }
  .grip:focus-visible rect {
    stroke: var(--focus);
    stroke-width: 3;
  }
  .grip text {
    font-size: 14px;
    font-weight: 600;
    text-anchor: middle;
    pointer-events: none;
  }
  .grip .small {
    font-weight: 400;
    font-size: 13px;
  }
  .landing {
    stroke: var(--accent);
    stroke-width: 4;
  }
  .handle {
    outline: none;
    touch-action: none;
  }
  .hit {
    fill: transparent;
  }
  .knob {
    fill: var(--paper-light);
    stroke: var(--ink);
    stroke-width: 2.5;
  }
  .handle:hover .knob,
  .handle:focus-visible .knob {
    fill: var(--accent);
    stroke: var(--accent);
  }
  .handle:focus-visible .hit {
    stroke: var(--focus);
    stroke-width: 3;
  }
  .top {
    cursor: ns-resize;
  }
  .top text {
    font-size: 14px;
    font-weight: 700;
    text-anchor: middle;
    fill: var(--ember);
  }
  .edge,
  .serve,
  .flag {
    cursor: ew-resize;
  }
  .fixed {
    cursor: default;
  }
  .bar {
    stroke: var(--ink);
    stroke-width: 2;
  }
  .pole {
    stroke: var(--accent);
    stroke-width: 2.5;
  }
  .cloth {
    fill: var(--accent);
  }
  .flag .on {
    fill: var(--paper);
    font-size: 14px;
    font-weight: 700;
  }
  .flag .knob {
    stroke: var(--accent);
  }
  .fixed .knob {
    display: none;
  }
  .end {
    text-anchor: end;
    font-size: 15px;
    font-weight: 700;
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
  }
  .warn {
    fill: var(--accent);
  }
</style>
