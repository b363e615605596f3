<script lang="ts">
  // The running order as one vertical clock: lanes for hands, ovens, hob and what waits. The line at
  // its foot moves the hour of serving; a side's block moves that side. Every handle is a slider.
  import type { Day, Oven } from '$lib/api/client'
  import { hour, sentence, shortDay, temp, type Units } from '$lib/units'
  import {
    STEP_MIN,
    clockScale,
    firstOfAll,
    firstOfDay,
    glow,
    handsOf,
    laid,
    lanesOf,
    marks,
    marksBefore,
    snapped,
    type Laid,
  } from './shape'

  let {
    day,
    ovens,
    units,
    now,
    stale,
    chosen,
    onserve,
    onpull,
    ondrop,
    onchoose,
  }: {
    day: Day
    ovens: Oven[]
    units: Units
    now: Date
    stale: boolean
    /** The step or dish that is looked at. */
    chosen: string | null
    /** The hour of serving pulled; `done` when the hand lets go. */
    onserve: (at: Date, done: boolean) => void
    /** A side pulled to another start, and let go there. */
    onpull: (side: string, startMin: number) => void
    ondrop: (side: string, startMin: number) => void
    onchoose: (step: string) => void
  } = $props()

  const AXIS = 62
  const GAP = 6
  const NARROW_PX = 58
  const SHARE: Record<string, number> = { hob: 1.15, fridge: 0.55 }
  let width = $state(640)
  let held = $state<{ side: string; from: number; y0: number; to: number } | null>(null)
  let serving = $state<{ y0: number; from: number } | null>(null)

  const serve = $derived(new Date(day.serve_at))
  const first = $derived(Math.floor((firstOfDay(day) - 8) / 15) * 15 - 6)
  const before = $derived(firstOfAll(day, first))
  const scale = $derived(clockScale(first, 0, before))
  const lanes = $derived(
    lanesOf(
      ovens,
      day.spans.some((s) => s.lane === 'fridge'),
    ),
  )
  const laneWidth = $derived.by(() => {
    const rest = width - AXIS - GAP * lanes.length
    const hands = Math.min(54, rest * 0.12)
    const shares = lanes.map((lane, i) => (i === 0 ? 0 : (SHARE[lane.id] ?? 1)))
    const all = shares.reduce((sum, share) => sum + share, 0)
    return (i: number): number => (i === 0 ? hands : ((rest - hands) * (shares[i] ?? 1)) / all)
  })
  const laneLeft = $derived.by(() => {
    let at = AXIS
    return lanes.map((_, i) => {
      const here = at
      at += laneWidth(i) + GAP
      return here
    })
  })
  const nowMin = $derived((now.getTime() - serve.getTime()) / 60_000)
  const joints = $derived(new Set(day.joints.map((j) => j.id)))
  const drags = $derived(new Map(day.sides.map((s) => [s.id, s])))
  const inLane = $derived(
    lanes.map((lane) =>
      lane.id === 'hands'
        ? laid(handsOf(day.steps))
        : laid(
            day.spans.filter(
              (s) => s.lane === lane.id && (s.kind !== 'stand' || lane.id === 'fridge'),
            ),
          ),
    ),
  )
  const over = $derived(
    new Set(day.steps.filter((s) => s.done_at !== null || s.skipped_at !== null).map((s) => s.id)),
  )

  /** Of the whole width: on paper it is another one than on the screen. */
  function part(px: number): string {
    return `${((100 * px) / Math.max(width, 1)).toFixed(3)}%`
  }

  function box(one: Laid, lane: number): string {
    const shift = held !== null && one.span.dish === held.side ? held.to - held.from : 0
    const top = scale.y(one.span.from_min + shift)
    const tall = scale.y(one.span.to_min + shift) - top
    const w = laneWidth(lane) / one.columns
    const left = (laneLeft[lane] ?? 0) + one.column * w
    return `top:${top}px; height:${Math.max(tall, lane === 0 ? 3 : 6)}px; left:${part(left)}; width:${part(
      Math.max(w - 2, 3),
    )}; --glow:${glow(one.span.air_c)}`
  }

  /** Too narrow for a word on its line, and tall enough for a line on its side. */
  function upright(one: Laid, lane: number): boolean {
    const w = laneWidth(lane) / one.columns
    return w < NARROW_PX && scale.y(one.span.to_min) - scale.y(one.span.from_min) > w
  }

  const movable = (one: Laid): boolean =>
    !joints.has(one.span.dish) &&
    one.span.dish !== '' &&
    one.span.step !== '' &&
    drags.get(one.span.dish)?.drag_min === one.span.from_min &&
    one.span.lane !== 'hands'

  function name(dish: string): string {
    return day.joints.find((j) => j.id === dish)?.name ?? drags.get(dish)?.name ?? ''
  }

  function text(one: Laid): string {
    const s = one.span
    if (s.kind === 'joint') return `${s.label} · ${name(s.dish)}`
    if (s.kind === 'preheat') return 'heating'
    if (s.kind === 'rest' || s.kind === 'hold' || s.kind === 'stand')
      return `${name(s.dish)}: ${s.label}`
    const tin = s.kind === 'in_tin' ? ' · in the tin' : ''
    return `${s.label}${tin}${s.note === '' ? '' : ` · ${s.note}`}`
  }

  function told(one: Laid): string {
    const air = one.span.air_c === null ? '' : `; air ${temp(one.span.air_c, units)}`
    return `${at(one.span.from_min)} to ${at(one.span.to_min)}: ${sentence(text(one), units)}${air}`
  }

  const at = (min: number): string => hour(new Date(serve.getTime() + min * 60_000))

  function take(event: PointerEvent, side: string, from: number): void {
    if (event.button !== 0) return
    event.preventDefault()
    ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
    held = { side, from, y0: event.clientY, to: from }
  }

  function move(event: PointerEvent): void {
    if (held !== null) {
      const to = snapped(scale.min(scale.y(held.from) + event.clientY - held.y0) - held.from)
      const next = Math.min(held.from + to, day.knife_down_min - 1)
      if (next !== held.to) {
        held = { ...held, to: next }
        onpull(held.side, next)
      }
    } else if (serving !== null) {
      const by = snapped((event.clientY - serving.y0) / 2.2)
      onserve(new Date(serving.from + by * 60_000), false)
    }
  }

  function release(): void {
    if (held !== null) {
      if (held.to !== held.from) ondrop(held.side, held.to)
      held = null
    } else if (serving !== null) {
      serving = null
      onserve(new Date(day.serve_at), true)
    }
  }

  function key(event: KeyboardEvent, side: string, from: number): void {
    const up = event.key === 'ArrowUp' || event.key === 'ArrowLeft'
    if (!up && event.key !== 'ArrowDown' && event.key !== 'ArrowRight') return
    event.preventDefault()
    ondrop(side, from + (up ? -1 : 1) * STEP_MIN * (event.shiftKey ? 3 : 1))
  }

  function serveKey(event: KeyboardEvent): void {
    const up = event.key === 'ArrowUp' || event.key === 'ArrowLeft'
    if (!up && event.key !== 'ArrowDown' && event.key !== 'ArrowRight') return
    event.preventDefault()
    const by = (up ? -1 : 1) * STEP_MIN * (event.shiftKey ? 6 : 1)
    onserve(new Date(serve.getTime() + by * 60_000), true)
  }
</script>

<svelte:window onpointermove={move} onpointerup={release} />

<div class="clock" class:stale bind:clientWidth={width}>
  <div class="heads" aria-hidden="true">
    {#each lanes as lane, i (lane.id)}
      <span style="left:{part(laneLeft[i] ?? 0)}; width:{part(laneWidth(i))}">{lane.name}</span>
    {/each}
  </div>
  <div class="paper" style="height:{scale.height}px" role="group" aria-label="The day on its clock">
    {#each marksBefore(before, first, serve) as mark (mark.min)}
      <div class="hourline before" class:whole={mark.midnight} style="top:{scale.y(mark.min)}px">
        <span>{mark.midnight ? shortDay(mark.at).slice(0, 3) : hour(mark.at)}</span>
      </div>
    {/each}
    {#if before < first}
      <div class="fold" style="top:{scale.y(first)}px" aria-hidden="true"></div>
    {/if}
    {#each marks(first, serve) as mark (mark.min)}
      <div class="hourline" class:whole={mark.whole} style="top:{scale.y(mark.min)}px">
        <span>{hour(mark.at)}</span>
      </div>
    {/each}
    {#each lanes as lane, i (lane.id)}
      <div
        class="lane"
        style="left:{part(laneLeft[i] ?? 0)}; width:{part(laneWidth(i))}; height:{scale.height}px"
      ></div>
      {#each inLane[i] ?? [] as one, n (`${one.span.dish} ${one.span.step} ${one.span.kind} ${n}`)}
        {#if movable(one)}
          <div
            class="block {one.span.kind} grab"
            class:upright={upright(one, i)}
            class:chosen={chosen === one.span.step}
            class:over={over.has(one.span.step)}
            style={box(one, i)}
            role="slider"
            tabindex="0"
            aria-orientation="vertical"
            aria-label="{name(one.span.dish)} begins"
            aria-valuemin={Math.round(first)}
            aria-valuemax={Math.round(day.knife_down_min)}
            aria-valuenow={Math.round(held?.side === one.span.dish ? held.to : one.span.from_min)}
            aria-valuetext="{at(held?.side === one.span.dish ? held.to : one.span.from_min)}, {one
              .span.note}"
            title={told(one)}
            onpointerdown={(e) => take(e, one.span.dish, one.span.from_min)}
            onkeydown={(e) => key(e, one.span.dish, one.span.from_min)}
            onfocus={() => onchoose(one.span.step)}
          >
            <i class="grip" aria-hidden="true"></i>
            <span>{text(one)}</span>
          </div>
        {:else}
          <div
            class="block {one.span.kind}"
            class:upright={upright(one, i)}
            class:chosen={chosen !== null && chosen === one.span.step}
            class:over={over.has(one.span.step)}
            style={box(one, i)}
            title={told(one)}
          >
            {#if i > 0}<span>{text(one)}</span>{/if}
          </div>
        {/if}
      {/each}
    {/each}
    {#if nowMin > before && nowMin < 0}
      <div class="now" style="top:{scale.y(nowMin)}px"><span>{hour(now)}</span></div>
    {/if}
    <div class="knife" style="top:{scale.y(day.knife_down_min)}px">
      <span>knife down {at(day.knife_down_min)}</span>
    </div>
  </div>
  <div
    class="serve"
    role="slider"
    tabindex="0"
    aria-orientation="vertical"
    aria-label="Hour of serving"
    aria-valuemin={0}
    aria-valuemax={1439}
    aria-valuenow={serve.getHours() * 60 + serve.getMinutes()}
    aria-valuetext={hour(serve)}
    onpointerdown={(e) => {
      if (e.button !== 0) return
      e.preventDefault()
      e.currentTarget.setPointerCapture(e.pointerId)
      serving = { y0: e.clientY, from: serve.getTime() }
    }}
    onkeydown={serveKey}
  >
    <strong>{hour(serve)}</strong>
    <span>plates on the table</span>
    <i aria-hidden="true">pull up or down</i>
  </div>
</div>

<style>
  .clock {
    position: relative;
    user-select: none;
    transition: opacity 0.15s;
  }
  .stale {
    opacity: 0.72;
  }
  .heads {
    position: sticky;
    top: 0;
    height: 26px;
    background: var(--paper);
    z-index: 4;
    font-size: 0.82rem;
    font-weight: 600;
  }
  .heads span {
    position: absolute;
    bottom: 3px;
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
  }
  .paper {
    position: relative;
  }
  .hourline {
    position: absolute;
    left: 0;
    right: 0;
    border-top: 1px solid var(--line);
  }
  .hourline span {
    position: absolute;
    top: -0.62em;
    left: 0;
    font-size: 0.85rem;
    padding-right: 6px;
    background: var(--paper);
    color: var(--ink-soft);
  }
  .hourline.whole span {
    color: var(--ink);
    font-weight: 700;
  }
  .fold {
    position: absolute;
    left: 62px;
    right: 0;
    border-top: 3px double var(--line-strong);
  }
  .hourline.before span {
    font-size: 0.75rem;
  }
  .lane {
    position: absolute;
    top: 0;
    background: color-mix(in srgb, var(--paper-deep) 55%, transparent);
  }
  .block {
    position: absolute;
    overflow: hidden;
    hyphens: auto;
    font-size: 0.78rem;
    line-height: 1.15;
    border-radius: 2px;
    padding: 1px 4px;
    color: var(--ink);
    background: color-mix(
      in srgb,
      var(--ember-soft, #d98a5b) calc(var(--glow) * 62%),
      var(--paper-light)
    );
    box-shadow: inset 0 0 0 1px var(--line-strong);
  }
  .block.upright span {
    writing-mode: vertical-lr;
    white-space: nowrap;
    max-height: 100%;
  }
  .block.upright .grip {
    top: auto;
    bottom: 4px;
  }
  .block.joint {
    font-weight: 650;
    border-left: 5px solid var(--meat, #a23a4a);
  }
  .block.side,
  .block.hob {
    border-left: 5px solid var(--ink-soft);
  }
  .block.in_tin {
    border-left: 5px dotted var(--meat, #a23a4a);
  }
  .block.preheat {
    background: repeating-linear-gradient(
      -45deg,
      transparent 0 5px,
      color-mix(in srgb, var(--ink) 16%, transparent) 5px 6px
    );
    color: var(--ink-soft);
  }
  .block.rest,
  .block.hold,
  .block.stand {
    background: var(--paper-light);
    box-shadow: none;
    border: 1px dashed var(--line-strong);
    color: var(--ink-soft);
  }
  .block.stand {
    border-style: dotted;
  }
  .block.hands {
    background: var(--ink);
    box-shadow: inset 0 -1px 0 var(--paper);
    padding: 0;
  }
  .block.over {
    opacity: 0.45;
  }
  .block.chosen {
    outline: 2.5px solid var(--focus);
    z-index: 3;
  }
  .grab {
    cursor: grab;
    touch-action: none;
    padding-right: 16px;
  }
  .grab:active {
    cursor: grabbing;
    z-index: 5;
  }
  .grip {
    position: absolute;
    right: 3px;
    top: 3px;
    bottom: 3px;
    width: 9px;
    max-height: 26px;
    background: radial-gradient(circle, currentColor 1.3px, transparent 1.6px) 0 0 / 4.5px 6px;
    opacity: 0.65;
  }
  .now {
    position: absolute;
    left: 0;
    right: 0;
    border-top: 2px solid var(--accent);
    z-index: 3;
  }
  .now span {
    position: absolute;
    top: -0.75em;
    left: 0;
    background: var(--accent);
    color: var(--paper);
    font-size: 0.8rem;
    font-weight: 700;
    padding: 0 4px;
    border-radius: 2px;
  }
  .knife {
    position: absolute;
    left: 56px;
    right: 0;
    border-top: 1.5px dashed var(--ink);
    z-index: 2;
  }
  .knife span {
    position: absolute;
    right: 0;
    bottom: 1px;
    font-size: 0.75rem;
    background: var(--paper);
    padding: 0 4px;
  }
  .serve {
    display: flex;
    align-items: baseline;
    gap: 0.8rem;
    min-height: 48px;
    padding: 0.4rem 0.8rem;
    background: var(--ink);
    color: var(--paper);
    border-radius: 0 0 4px 4px;
    cursor: ns-resize;
    touch-action: none;
  }
  .serve strong {
    font-family: var(--typo-heading--font-family);
    font-size: 1.7rem;
    line-height: 1;
  }
  .serve i {
    margin-left: auto;
    font-size: 0.85rem;
  }
  @media (max-width: 700px) {
    .block {
      font-size: 0.7rem;
    }
  }
  @media print {
    .now {
      display: none;
    }
    .serve i,
    .grip {
      display: none;
    }
  }
</style>
