<script lang="ts">
  // The joint to scale over a ruler. Thickness and length are pulled by their handles, or moved with
  // the arrow keys; the picture follows the hand at once and is redrawn when the answer comes.
  import { area, curveCatmullRom, curveMonotoneX } from 'd3-shape'
  import { SHADES, sideContours, upright, type Edge, type HeatMap } from '$lib/draw/meat'
  import Hatching from '$lib/ui/Hatching.svelte'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import { length as lengthText, type Units } from '$lib/units'

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
    onpull: (what: 'thickness_mm' | 'length_mm', value: number, done: boolean) => void
    ongrain?: (deg: number) => void
  } = $props()

  const LIMITS = { thickness_mm: [15, 400], length_mm: [20, 2000] } as const
  const WIDTH = 800
  const HEIGHT = 372
  const LEFT = 66
  const BASE = 300
  /** The end faces bulge: share of the first half disc, share of its height. */
  const ROUND: [number, number][] = [
    [0, 0],
    [0.06, 0.42],
    [0.2, 0.66],
    [0.45, 0.84],
  ]

  const id = $props.id()
  let pulling = $state<'thickness_mm' | 'length_mm' | null>(null)
  let frozen = $state(1)
  let from = $state({ at: 0, value: 0 })

  const face_mm = $derived(thickness_mm * Math.min(map.width_over_thickness, 2.4))
  const free = $derived(
    Math.min((WIDTH - LEFT - 70) / (length_mm + 30 + face_mm), 250 / thickness_mm, 4),
  )
  const scale = $derived(pulling === null ? free : frozen)
  const middle = $derived(BASE - 22 - (thickness_mm * scale) / 2)
  const sx = $derived((length_mm / map.length_mm) * scale)
  const tallest = $derived(Math.max(...map.half_mm))
  const sy = $derived((thickness_mm / 2 / tallest) * scale)
  const contours = $derived(sideContours(map))
  const right = $derived(LEFT + length_mm * scale)
  const top = $derived(middle - (thickness_mm * scale) / 2)

  function outline(points: Edge[], whole: boolean): string {
    const first = points[0]
    const last = points.at(-1)
    if (first === undefined || last === undefined) return ''
    const tip = map.at_mm[0] ?? 0
    const all: Edge[] = whole
      ? [
          ...ROUND.map(([x, h]): Edge => [tip * x, first[1] * h, first[2] * h]),
          ...points,
          ...ROUND.toReversed().map(([x, h]): Edge => [
            map.length_mm - tip * x,
            last[1] * h,
            last[2] * h,
          ]),
        ]
      : points
    return (
      area<Edge>(
        (p) => LEFT + p[0] * sx,
        (p) => middle - p[1] * sy,
        (p) => middle + p[2] * sy,
      ).curve(whole ? curveCatmullRom.alpha(0.5) : curveMonotoneX)(all) ?? ''
    )
  }

  const ticks = $derived.by(() => {
    const step = units === 'C' ? 10 : 25.4 / 2
    const found: { mm: number; major: boolean; text: string }[] = []
    const end = (WIDTH - LEFT - 8) / scale
    for (let i = 0; i * step <= end; i++) {
      const major = units === 'C' ? i % 5 === 0 : i % 2 === 0
      found.push({ mm: i * step, major, text: units === 'C' ? String(i * 10) : String(i / 2) })
    }
    return found
  })
  const cuts = $derived.by(() => {
    const count = Math.max(3, Math.round(length_mm / slice_mm))
    return Array.from({ length: count - 1 }, (_, i) => ((i + 1) * length_mm) / count)
  })

  function grab(what: 'thickness_mm' | 'length_mm', event: PointerEvent): void {
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
    frozen = free
    pulling = what
    from =
      what === 'thickness_mm'
        ? { at: event.clientY, value: thickness_mm }
        : { at: event.clientX, value: length_mm }
  }

  const clamp = (what: 'thickness_mm' | 'length_mm', value: number): number =>
    Math.min(LIMITS[what][1], Math.max(LIMITS[what][0], Math.round(value)))

  function move(event: PointerEvent): void {
    if (pulling === null) return
    const svg = (event.currentTarget as SVGElement).ownerSVGElement
    const zoom = svg === null ? 1 : svg.getBoundingClientRect().width / WIDTH
    const by = pulling === 'thickness_mm' ? from.at - event.clientY : event.clientX - from.at
    onpull(pulling, clamp(pulling, from.value + by / zoom / scale), false)
  }

  function drop(): void {
    if (pulling === null) return
    const what = pulling
    pulling = null
    onpull(what, what === 'thickness_mm' ? thickness_mm : length_mm, true)
  }

  let turning = $state<number | null>(null)
  const grain = $derived(turning ?? grain_deg)
  const grainX = $derived(LEFT + length_mm * scale * 0.28)

  function turn(event: PointerEvent): void {
    if (turning === null) return
    const svg = (event.currentTarget as SVGElement).ownerSVGElement
    if (svg === null) return
    const box = svg.getBoundingClientRect()
    const zoom = box.width / WIDTH
    const dx = (event.clientX - box.left) / zoom - grainX
    const dy = (event.clientY - box.top) / zoom - middle
    turning = upright((-Math.atan2(dy, dx) * 180) / Math.PI)
  }

  function turned(): void {
    if (turning === null) return
    const deg = turning
    turning = null
    ongrain?.(deg)
  }

  function turnKey(event: KeyboardEvent): void {
    const sign = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key]
    if (sign === undefined || grain === null) return
    event.preventDefault()
    ongrain?.(upright(grain + sign * (event.shiftKey ? 15 : 5)))
  }

  function key(what: 'thickness_mm' | 'length_mm', event: KeyboardEvent): void {
    const sign = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key]
    if (sign === undefined) return
    event.preventDefault()
    const value = what === 'thickness_mm' ? thickness_mm : length_mm
    onpull(what, clamp(what, value + sign * (event.shiftKey ? 10 : 1)), false)
  }
</script>

<div class="picture">
  <svg viewBox="0 0 {WIDTH} {HEIGHT}" role="group" aria-label="The joint to scale, from the side">
    <Hatching {id} />
    {#each contours as contour, i (i)}
      <path
        d={outline(contour.points, i === 0)}
        fill="url(#{id}-{SHADES.indexOf(contour.shade)})"
      />
    {/each}
    <path
      d={outline(contours[0]?.points ?? [], true)}
      fill="none"
      stroke="#3a2015"
      stroke-width="3"
    />
    {#each cuts as mm (mm)}
      <line
        x1={LEFT + mm * scale}
        x2={LEFT + mm * scale}
        y1={top + 8}
        y2={top + thickness_mm * scale - 8}
        class="cut"
      />
    {/each}

    {#if grain !== null}
      <g
        class="handle grain"
        class:held={turning !== null}
        role="slider"
        tabindex="0"
        aria-label="The grain"
        aria-valuemin="-90"
        aria-valuemax="90"
        aria-valuenow={grain}
        aria-valuetext="{grain} degrees to its length"
        transform="translate({grainX} {middle}) rotate({-grain})"
        onpointerdown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId)
          turning = grain
        }}
        onpointermove={turn}
        onpointerup={turned}
        onpointercancel={turned}
        onkeydown={turnKey}
      >
        <rect class="reach" x="-64" y="-24" width="128" height="48" />
        <path d="M-56 0H44" class="shaft" />
        <path d="M58 0L40 -8V8Z" class="tip" />
        <text x="0" y="-9" text-anchor="middle" class="size">grain</text>
      </g>
    {/if}

    <g class="ruler" aria-hidden="true">
      <line x1={LEFT} x2={WIDTH - 8} y1={BASE} y2={BASE} />
      {#each ticks as tick (tick.mm)}
        <line
          x1={LEFT + tick.mm * scale}
          x2={LEFT + tick.mm * scale}
          y1={BASE}
          y2={BASE + (tick.major ? 14 : 7)}
        />
        {#if tick.major}
          <text x={LEFT + tick.mm * scale} y={BASE + 31} text-anchor="middle">{tick.text}</text>
        {/if}
      {/each}
      <text x={LEFT - 14} y={BASE + 31} text-anchor="end">{units === 'C' ? 'mm' : 'inches'}</text>
      <line x1={LEFT - 22} x2={LEFT - 22} y1={top} y2={top + thickness_mm * scale} />
      <line x1={LEFT - 30} x2={LEFT - 14} y1={top} y2={top} />
      <line
        x1={LEFT - 30}
        x2={LEFT - 14}
        y1={top + thickness_mm * scale}
        y2={top + thickness_mm * scale}
      />
    </g>

    <g
      class="handle"
      class:held={pulling === 'thickness_mm'}
      role="slider"
      tabindex="0"
      aria-label="Thickness"
      aria-orientation="vertical"
      aria-valuemin="15"
      aria-valuemax="400"
      aria-valuenow={Math.round(thickness_mm)}
      aria-valuetext="{lengthText(thickness_mm, units)} thick"
      onpointerdown={(e) => grab('thickness_mm', e)}
      onpointermove={move}
      onpointerup={drop}
      onpointercancel={drop}
      onkeydown={(e) => key('thickness_mm', e)}
    >
      <rect class="reach" x={(LEFT + right) / 2 - 40} y={top - 26} width="80" height="52" />
      <rect class="grip" x={(LEFT + right) / 2 - 30} y={top - 8} width="60" height="16" rx="4" />
      {#each [-8, 0, 8] as dx (dx)}
        <line x1={(LEFT + right) / 2 + dx} x2={(LEFT + right) / 2 + dx} y1={top - 4} y2={top + 4} />
      {/each}
      <text x={(LEFT + right) / 2} y={top - 16} text-anchor="middle" class="size">
        {lengthText(thickness_mm, units)} thick
      </text>
    </g>
    <g
      class="handle"
      class:held={pulling === 'length_mm'}
      role="slider"
      tabindex="0"
      aria-label="Length"
      aria-valuemin="20"
      aria-valuemax="2000"
      aria-valuenow={Math.round(length_mm)}
      aria-valuetext="{lengthText(length_mm, units)} long"
      onpointerdown={(e) => grab('length_mm', e)}
      onpointermove={move}
      onpointerup={drop}
      onpointercancel={drop}
      onkeydown={(e) => key('length_mm', e)}
    >
      <rect class="reach" x={right - 26} y={middle - 40} width="52" height="80" />
      <rect class="grip" x={right - 8} y={middle - 30} width="16" height="60" rx="4" />
      {#each [-8, 0, 8] as dy (dy)}
        <line x1={right - 4} x2={right + 4} y1={middle + dy} y2={middle + dy} />
      {/each}
      <text x={right - 4} y={BASE - 4} text-anchor="end" class="size">
        {lengthText(length_mm, units)} long
      </text>
    </g>

    <foreignObject
      x={right + 26}
      y={middle - (thickness_mm * scale) / 2 - 2}
      width={Math.max(20, WIDTH - right - 26)}
      height={thickness_mm * scale + 8}
    >
      <MeatFace
        {map}
        at_mm={map.at_mm[Math.floor(map.at_mm.length / 2)] ?? 0}
        height={thickness_mm * scale + 4}
        label="The middle slice, as it will be at its highest"
      />
    </foreignObject>
    <text x={right + 26 + (face_mm * scale) / 2} y={BASE - 4} text-anchor="middle" class="under"
      >middle slice</text
    >
  </svg>
</div>

<style>
  .shaft {
    fill: none;
    stroke: #fdf8ef;
    stroke-width: 3;
    stroke-dasharray: 12 5;
  }
  .tip {
    fill: #fdf8ef;
  }
  .grain text {
    fill: #fdf8ef;
  }
  .picture {
    touch-action: pan-y;
  }
  svg {
    width: 100%;
    height: auto;
    overflow: visible;
  }
  .ruler line {
    stroke: var(--ink);
    stroke-width: 1.2;
  }
  text {
    font-size: 15px;
  }
  .under {
    fill: var(--ink-soft);
  }
  .size {
    font-weight: 700;
    font-size: 17px;
  }
  .cut {
    stroke: #fdf6e8;
    stroke-opacity: 0.55;
    stroke-width: 1.5;
    stroke-dasharray: 2 5;
  }
  .handle {
    cursor: grab;
    outline: none;
    touch-action: none;
  }
  .handle.held {
    cursor: grabbing;
  }
  .reach {
    fill: transparent;
  }
  .grip {
    fill: var(--accent);
    stroke: var(--paper-light);
    stroke-width: 2.5;
  }
  .handle line {
    stroke: var(--paper-light);
    stroke-width: 2;
  }
  .handle:focus-visible .grip {
    stroke: var(--focus);
    stroke-width: 5;
  }
  .handle:hover .grip {
    filter: brightness(1.25);
  }
</style>
