<script lang="ts">
  // One thing of the picture that can be taken hold of, by hand or by key.
  import type { Snippet } from 'svelte'
  import { pull } from '$lib/draw/pull'
  import type { HandClock, What } from './clock.svelte'

  let {
    clock,
    what,
    stage = 0,
    from = 0,
    label,
    low,
    high,
    now,
    said,
    fixed = false,
    children,
  }: {
    clock: HandClock
    what: What
    stage?: number
    /** The quantity as it is taken hold of. */
    from?: number
    label: string
    low: number
    high: number
    now: number
    /** The quantity as it is read out. */
    said: string
    /** It stands where it is reckoned, and cannot be pulled. */
    fixed?: boolean
    children: Snippet
  } = $props()

  const lifted = $derived(
    what === 'block' && clock.hold?.what === what && clock.hold.stage === stage,
  )
</script>

<g
  class="handle {what}"
  class:fixed
  class:lifted
  role="slider"
  tabindex={fixed ? -1 : 0}
  aria-label={label}
  aria-orientation={what === 'top' ? 'vertical' : undefined}
  aria-valuemin={low}
  aria-valuemax={high}
  aria-valuenow={now}
  aria-valuetext={said}
  aria-disabled={fixed}
  onkeydown={(e) => e.key === 'Escape' && clock.drop(false)}
  use:pull={{
    take: (event) => !fixed && clock.take(what, stage, from, event),
    move: (by) => clock.move(by),
    drop: (kept) => clock.drop(kept),
    key: ({ along, up, coarse }) => !fixed && clock.key(what, stage, along + up, coarse),
  }}
>
  {@render children()}
</g>
