<script lang="ts">
  // The way that is chosen, on this dial, and where to go with it.
  import { dial, type Marks } from '$lib/units'
  import type { Worked } from './compare'

  let {
    id,
    selected,
    method,
    marks,
    onfire,
  }: {
    id: string
    /** Undefined: it was shaped by hand. */
    selected: Worked | undefined
    method: string
    marks: Marks
    onfire: () => void
  } = $props()
</script>

<div
  class="bg-ink text-paper py-2 px-4 flex items-center gap-y-2 gap-x-6 flex-wrap rounded-base sticky bottom-2 z-4 mt-auto max-lg:static max-lg:order-3"
>
  <p class="text-base font-semibold">{method}</p>
  {#if selected !== undefined}
    <p class="flex-1">
      on this dial: {selected.forecast.stages
        .filter((s) => s.dial_c !== null)
        .map((s) => dial(s.dial_c ?? 0, marks))
        .join(', then ')}
    </p>
  {:else}
    <p class="flex-1">by hand</p>
  {/if}
  <a
    class="act plain text-paper shadow-[inset_0_0_0_1.5px_var(--paper)] hover:bg-ink-soft"
    href="/ways/{id}/hand">Shape it by hand</a
  >
  <button
    class="act plain text-paper shadow-[inset_0_0_0_1.5px_var(--paper)] hover:bg-ink-soft"
    onclick={onfire}
  >
    To the fire <span class="key" aria-hidden="true">f</span>
  </button>
</div>
