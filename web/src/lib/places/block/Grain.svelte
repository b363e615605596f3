<script lang="ts">
  // Which way the fibres run: an arrow on the joint, turned by hand.
  import { upright } from '$lib/draw/meat'
  import { pull } from '$lib/draw/pull'
  import { WIDTH } from './outline'

  let {
    deg,
    x,
    y,
    onturn,
  }: {
    /** Degrees from the length. */
    deg: number
    x: number
    y: number
    onturn: (deg: number) => void
  } = $props()

  let node: SVGElement
  let turning = $state<number | null>(null)
  const shown = $derived(turning ?? deg)

  function towards(clientX: number, clientY: number): number | null {
    const box = node.closest('svg')?.getBoundingClientRect()
    if (box === undefined) return turning
    const zoom = box.width / WIDTH
    const dx = (clientX - box.left) / zoom - x
    const dy = (clientY - box.top) / zoom - y
    return upright((-Math.atan2(dy, dx) * 180) / Math.PI)
  }
</script>

<g
  bind:this={node}
  class="handle"
  class:held={turning !== null}
  role="slider"
  tabindex="0"
  aria-label="The grain"
  aria-valuemin="-90"
  aria-valuemax="90"
  aria-valuenow={shown}
  aria-valuetext="{shown} degrees to its length"
  transform="translate({x} {y}) rotate({-shown})"
  use:pull={{
    take: () => ((turning = deg), true),
    move: (at) => (turning = towards(at.x, at.y)),
    drop: () => {
      const to = turning
      turning = null
      if (to !== null) onturn(to)
    },
    key: ({ along, up, coarse }) => onturn(upright(deg + (along + up) * (coarse ? 15 : 5))),
  }}
>
  <rect class="reach" x="-64" y="-24" width="128" height="48" />
  <path d="M-56 0H44" fill="none" stroke="#fdf8ef" stroke-width="3" stroke-dasharray="12 5" />
  <path d="M58 0L40 -8V8Z" fill="#fdf8ef" />
  <text y="-9" text-anchor="middle" class="strong fill-[#fdf8ef]">grain</text>
</g>
