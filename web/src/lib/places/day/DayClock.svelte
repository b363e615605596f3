<script lang="ts">
  // The running order as one vertical clock: lanes for hands, ovens, hob and what waits. The line at
  // its foot moves the hour of serving; a side's block moves that side. Every handle is a slider.
  import { sized } from '$lib/draw/sized'
  import type { Day, Oven } from '$lib/api/client'
  import { hour, later, shortDay, type Units } from '$lib/units'
  import HourLine from './HourLine.svelte'
  import ServeBar from './ServeBar.svelte'
  import {
    clockScale,
    firstOfAll,
    firstOfDay,
    handsOf,
    laid,
    lanesOf,
    marks,
    marksBefore,
    type Laid,
  } from './shape'
  import Soon from '$lib/ui/Soon.svelte'
  import SpanBox from './SpanBox.svelte'

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

  function box(one: Laid, lane: number, shift: number): { style: string; upright: boolean } {
    const top = scale.y(one.span.from_min + shift)
    const tall = scale.y(one.span.to_min + shift) - top
    const wide = laneWidth(lane) / one.columns
    const left = (laneLeft[lane] ?? 0) + one.column * wide
    const least = lane === 0 ? 3 : 6
    return {
      style: `top:${top}px; height:${Math.max(tall, least)}px; left:${part(left)}; width:${part(
        Math.max(wide - 2, 3),
      )}`,
      // Too narrow for a word on its line, and tall enough for a line on its side.
      upright: wide < NARROW_PX && tall > wide,
    }
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

  const at = (min: number): string => hour(later(serve, min))

  /** A line of writing is so tall, px. */
  const LINE_PX = 18
  const shown = $derived(nowMin > before && nowMin < 0)
  /** An hour gives way to the hour it is. */
  const told = (min: number, words: string): string =>
    shown && Math.abs(scale.y(min) - scale.y(nowMin)) < LINE_PX ? '' : words
  const beneath = $derived(scale.y(0) - scale.y(day.knife_down_min) > LINE_PX)
</script>

<div
  class="relative select-none transition-opacity data-stale:opacity-72"
  data-stale={stale || undefined}
  use:sized={(wide) => (width = wide)}
>
  <div class="sticky top-0 h-6.5 bg-paper z-4 text-xs font-semibold" aria-hidden="true">
    {#each lanes as lane, i (lane.id)}
      <span
        class="absolute bottom-1 overflow-hidden whitespace-nowrap text-ellipsis"
        style="left:{part(laneLeft[i] ?? 0)}; width:{part(laneWidth(i))}">{lane.name}</span
      >
    {/each}
  </div>
  <div
    class="relative"
    style="height:{scale.height}px"
    role="group"
    aria-label="The day on its clock"
  >
    <Soon>
      {#each marksBefore(before, first, serve) as mark (mark.min)}
        {@const words = mark.midnight ? shortDay(mark.at).slice(0, 3) : hour(mark.at)}
        <HourLine
          y={scale.y(mark.min)}
          words={told(mark.min, words)}
          strong={mark.midnight}
          small
        />
      {/each}
    </Soon>
    {#if before < first}
      <div
        class="absolute left-15.5 right-0 border-t-3 border-double border-line-strong"
        style="top:{scale.y(first)}px"
        aria-hidden="true"
      ></div>
    {/if}
    <Soon>
      {#each marks(first, serve) as mark (mark.min)}
        <HourLine
          y={scale.y(mark.min)}
          words={told(mark.min, hour(mark.at))}
          strong={mark.whole}
          small={false}
        />
      {/each}
    </Soon>
    {#each lanes as lane, i (lane.id)}
      <div
        class="absolute top-0 [background:color-mix(in_srgb,var(--paper-deep)_55%,transparent)]"
        style="left:{part(laneLeft[i] ?? 0)}; width:{part(laneWidth(i))}; height:{scale.height}px"
      ></div>
      <Soon>
        {#each inLane[i] ?? [] as one, n (`${one.span.dish} ${one.span.step} ${one.span.kind} ${n}`)}
          {@const { dish, step } = one.span}
          <Soon>
            <SpanBox
              {one}
              name={name(dish)}
              box={(shift) => box(one, i, shift)}
              {scale}
              {serve}
              latest={day.knife_down_min - 1}
              {units}
              chosen={chosen !== null && chosen === step}
              over={over.has(step)}
              movable={movable(one)}
              quiet={i === 0}
              onpull={(start) => onpull(dish, start)}
              ondrop={(start) => ondrop(dish, start)}
              onchoose={() => onchoose(step)}
            />
          </Soon>
        {/each}
      </Soon>
    {/each}
    {#if shown}
      <div
        class="absolute left-0 right-0 border-t-2 border-accent z-3 print:hidden"
        style="top:{scale.y(nowMin)}px"
      >
        <span
          class="absolute top-[-0.75em] left-0 bg-accent text-paper text-xs font-bold px-1 rounded-base"
          >{hour(now)}</span
        >
      </div>
    {/if}
    <div
      class="absolute left-14 right-0 border-t-[1.5px] border-dashed border-ink z-2"
      style="top:{scale.y(day.knife_down_min)}px"
    >
      <!-- Beneath, where nothing cooks any more; above only where there is no room. -->
      <span class="absolute right-0 text-xs bg-paper px-1 {beneath ? 'top-px' : 'bottom-px'}"
        >knife down {at(day.knife_down_min)}</span
      >
    </div>
  </div>
  <ServeBar {serve} {onserve} />
</div>
