<script lang="ts">
  // The joint to scale over a ruler. Thickness and length are pulled by their handles, or moved with
  // the arrow keys; the picture follows the hand at once and is redrawn when the answer comes.
  import { untrack } from 'svelte'
  import { filled, sideContours, type HeatMap } from '$lib/draw/meat'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import Soon from '$lib/ui/Soon.svelte'
  import type { Units } from '$lib/units'
  import Grain from './Grain.svelte'
  import {
    BASE,
    HEIGHT,
    LEFT,
    WIDTH,
    cutsOf,
    faceOf,
    outline,
    roomFor,
    standing,
    ticks,
    type Pulls,
  } from './outline'
  import PullHandle from './PullHandle.svelte'

  let {
    map,
    thickness_mm,
    length_mm,
    units,
    slice_mm = 15,
    grain_deg = null,
    onpull,
    ongrain,
  }: {
    map: HeatMap
    thickness_mm: number
    length_mm: number
    units: Units
    slice_mm?: number
    /** Which way the fibres run, degrees from the length; null where nobody looked. */
    grain_deg?: number | null
    onpull: (what: Pulls, value: number, done: boolean) => void
    ongrain?: (deg: number) => void
  } = $props()

  /** While a handle is held the scale stays: else the edge runs away from the hand. */
  let frozen = $state<number | null>(null)
  const face_mm = $derived(faceOf(map, thickness_mm))
  const free = $derived(roomFor(thickness_mm, length_mm, face_mm))
  const scale = $derived(frozen ?? free)
  const { top, middle, right } = $derived(standing(thickness_mm, length_mm, scale))
  const tall = $derived(thickness_mm * scale)
  const bottom = $derived(top + tall)
  const centre = $derived((LEFT + right) / 2)
  const contours = $derived(sideContours(map))
  const stretched = $derived({
    middle,
    sx: (length_mm / map.length_mm) * scale,
    sy: (thickness_mm / 2 / Math.max(...map.half_mm)) * scale,
  })
  /** The contours as paths. While a handle is held they are stretched from where they were drawn, and
   * plain, which follows the hand sooner; drawn anew when the answer comes and when it is let go. */
  const drawn = $derived.by(() => {
    const at = frozen === null ? stretched : untrack(() => stretched)
    const paths = contours.map(({ points, shade }, i) => ({
      d: outline(points, i === 0, map, at),
      fill: frozen === null ? filled(shade) : shade.fill,
    }))
    return { at, paths }
  })
  const stretch = $derived.by(() => {
    if (frozen === null) return undefined
    const [across, up] = [stretched.sx / drawn.at.sx, stretched.sy / drawn.at.sy]
    return `matrix(${across} 0 0 ${up} ${LEFT * (1 - across)} ${middle - drawn.at.middle * up})`
  })
  const onhold = (held: boolean): void => void (frozen = held ? free : null)
</script>

<svg
  class="drawing h-auto w-full touch-pan-y overflow-visible"
  viewBox="0 0 {WIDTH} {HEIGHT}"
  role="group"
  aria-label="The joint to scale, from the side"
>
  <Soon>
    <g transform={stretch}>
      {#each drawn.paths as path, i (i)}
        <path d={path.d} fill={path.fill} />
      {/each}
      <path d={drawn.paths[0]?.d} fill="none" stroke="#3a2015" stroke-width="3" />
    </g>
  </Soon>
  <Soon>
    <g stroke="#fdf6e8" stroke-opacity="0.55" stroke-width="1.5" stroke-dasharray="2 5">
      {#each cutsOf(length_mm, slice_mm) as mm, i (i)}
        <line x1={LEFT + mm * scale} x2={LEFT + mm * scale} y1={top + 8} y2={bottom - 8} />
      {/each}
    </g>
  </Soon>
  {#if grain_deg !== null}
    <Grain
      deg={grain_deg}
      x={LEFT + length_mm * scale * 0.28}
      y={middle}
      onturn={(deg) => ongrain?.(deg)}
    />
  {/if}

  <Soon>
    <g class="stroke-ink" stroke-width="1.2" aria-hidden="true">
      <line x1={LEFT} x2={WIDTH - 8} y1={BASE} y2={BASE} />
      {#each ticks(scale, units) as tick (tick.mm)}
        {@const x = LEFT + tick.mm * scale}
        <line x1={x} x2={x} y1={BASE} y2={BASE + (tick.major ? 14 : 7)} />
        {#if tick.major}
          <text {x} y={BASE + 31} text-anchor="middle" stroke="none">{tick.text}</text>
        {/if}
      {/each}
      <text x={LEFT - 14} y={BASE + 31} text-anchor="end" stroke="none"
        >{units === 'C' ? 'mm' : 'inches'}</text
      >
      <line x1={LEFT - 22} x2={LEFT - 22} y1={top} y2={bottom} />
      {#each [top, bottom] as y (y)}<line x1={LEFT - 30} x2={LEFT - 14} y1={y} y2={y} />{/each}
    </g>
  </Soon>
  <Soon>
    <PullHandle
      what="thickness_mm"
      value={thickness_mm}
      x={centre}
      y={top}
      textY={top - 16}
      {scale}
      {units}
      {onhold}
      onpull={(value, done) => onpull('thickness_mm', value, done)}
    />
  </Soon>
  <Soon>
    <PullHandle
      what="length_mm"
      value={length_mm}
      x={right}
      y={middle}
      textY={BASE - 4}
      {scale}
      {units}
      {onhold}
      onpull={(value, done) => onpull('length_mm', value, done)}
    />
  </Soon>
  <Soon>
    <foreignObject
      x={right + 26}
      y={top - 2}
      width={Math.max(20, WIDTH - right - 26)}
      height={tall + 8}
    >
      <MeatFace
        {map}
        at_mm={map.at_mm[Math.floor(map.at_mm.length / 2)] ?? 0}
        height={tall + 4}
        label="The middle slice, as it will be at its highest"
      />
    </foreignObject>
    <text x={right + 26 + (face_mm * scale) / 2} y={BASE - 4} text-anchor="middle" class="soft"
      >middle slice</text
    >
  </Soon>
</svg>
