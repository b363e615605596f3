<script lang="ts">
  // The hour at which plates are on the table, pulled up and down.
  import { pull } from '$lib/draw/pull'
  import { hour, later } from '$lib/units'
  import { STEP_MIN, snapped } from './shape'

  let { serve, onserve }: { serve: Date; onserve: (at: Date, done: boolean) => void } = $props()

  const PX_PER_MIN = 2.2
  let from = 0
</script>

<div
  class="flex min-h-12 cursor-ns-resize touch-none items-baseline gap-3 rounded-b-base bg-ink px-3 py-1.5 text-paper"
  role="slider"
  tabindex="0"
  aria-orientation="vertical"
  aria-label="Hour of serving"
  aria-valuemin={0}
  aria-valuemax={1439}
  aria-valuenow={serve.getHours() * 60 + serve.getMinutes()}
  aria-valuetext={hour(serve)}
  use:pull={{
    take: (event) => {
      event.preventDefault()
      from = serve.getTime()
      return true
    },
    move: ({ dy }) => onserve(later(from, snapped(dy / PX_PER_MIN)), false),
    drop: (kept) => onserve(kept ? serve : later(from, 0), true),
    key: ({ along, up, coarse }) =>
      onserve(later(serve, (along - up) * STEP_MIN * (coarse ? 6 : 1)), true),
  }}
>
  <strong class="font-heading text-2xl leading-none">{hour(serve)}</strong>
  <span>plates on the table</span>
  <i class="ml-auto text-sm print:hidden" aria-hidden="true">pull up or down</i>
</div>
