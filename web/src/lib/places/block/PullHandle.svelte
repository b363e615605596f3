<script lang="ts">
  // A measure of the joint, pulled by its edge.
  import { pull } from '$lib/draw/pull'
  import { length as lengthText, type Units } from '$lib/units'
  import { LIMITS, WIDTH, clamp, type Pulls } from './outline'

  let {
    what,
    value,
    x,
    y,
    textY,
    scale,
    units,
    onhold,
    onpull,
  }: {
    what: Pulls
    value: number
    /** Where it is taken, and the line of its words. */
    x: number
    y: number
    textY: number
    /** Of the picture now; while it is held it must not change. */
    scale: number
    units: Units
    onhold: (held: boolean) => void
    onpull: (value: number, done: boolean) => void
  } = $props()

  const upright = $derived(what === 'length_mm')
  const name = $derived(upright ? 'Length' : 'Thickness')
  const said = $derived(`${lengthText(value, units)} ${upright ? 'long' : 'thick'}`)
  let node: SVGElement
  let held = $state(false)
  let from = 0

  function hold(on: boolean): void {
    held = on
    from = value
    onhold(on)
  }
  const perPixel = (): number =>
    WIDTH / (node.closest('svg')?.getBoundingClientRect().width ?? WIDTH) / scale
</script>

<g
  bind:this={node}
  class="handle"
  class:held
  role="slider"
  tabindex="0"
  aria-label={name}
  aria-orientation={upright ? 'horizontal' : 'vertical'}
  aria-valuemin={LIMITS[what][0]}
  aria-valuemax={LIMITS[what][1]}
  aria-valuenow={Math.round(value)}
  aria-valuetext={said}
  use:pull={{
    take: () => (hold(true), true),
    move: ({ dx, dy }) => onpull(clamp(what, from + (upright ? dx : -dy) * perPixel()), false),
    drop: () => {
      hold(false)
      onpull(value, true)
    },
    key: ({ along, up, coarse }) =>
      onpull(clamp(what, value + (along + up) * (coarse ? 10 : 1)), false),
  }}
>
  {#if upright}
    <rect class="reach" x={x - 26} y={y - 40} width="52" height="80" />
    <rect class="grip" x={x - 8} y={y - 30} width="16" height="60" rx="4" />
    {#each [-8, 0, 8] as d (d)}
      <line class="ridge" x1={x - 4} x2={x + 4} y1={y + d} y2={y + d} />
    {/each}
    <text x={x - 4} y={textY} text-anchor="end" class="strong">{said}</text>
  {:else}
    <rect class="reach" x={x - 40} y={y - 26} width="80" height="52" />
    <rect class="grip" x={x - 30} y={y - 8} width="60" height="16" rx="4" />
    {#each [-8, 0, 8] as d (d)}
      <line class="ridge" x1={x + d} x2={x + d} y1={y - 4} y2={y + 4} />
    {/each}
    <text {x} y={textY} text-anchor="middle" class="strong">{said}</text>
  {/if}
</g>
