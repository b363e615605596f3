<script lang="ts">
  // What helps, what it gives and what it costs; what is pressed is entered.
  import type { Levers } from '$lib/api/client'
  import { sentence, temp, type Units } from '$lib/units'

  let {
    found,
    at,
    units,
    resting,
    busy,
    bare,
    onpull,
  }: {
    found: Levers
    /** The hour of a minute of this roast. */
    at: (min: number) => string
    units: Units
    resting: boolean
    busy: boolean
    /** Nothing else is said of it: that nothing helps must be. */
    bare: boolean
    onpull: (code: string) => void
  } = $props()

  function comes(option: Levers['options'][number]): string {
    const r = option.result
    return resting
      ? `ends at ${temp(r.peak_c, units)}, carved ${at(r.end_min)}`
      : `out about ${at(r.pull_min)} at ${temp(r.pull_core_c, units)}, ends at ${temp(r.peak_c, units)}, carved ${at(r.end_min)}`
  }
</script>

<p class="quiet">
  As it goes: {resting
    ? ''
    : `out about ${at(found.base.pull_min)} at ${temp(found.base.pull_core_c, units)}, `}ends at
  {temp(found.base.peak_c, units)}, carved {at(found.base.end_min)}.
</p>
{#if found.options.length === 0 && bare}
  <p>Nothing that is left to do changes that.</p>
{/if}
<ol>
  {#each found.options as option (option.code)}
    <li
      class="grid grid-cols-[minmax(11rem,16rem)_1fr] gap-y-1 gap-x-4 items-center py-1.5 border-t border-line max-lg:grid-cols-1"
    >
      <button class="act" disabled={busy} onclick={() => onpull(option.code)}>
        {sentence(option.words, units)}
        {#if option.dial !== ''}<small class="whitespace-nowrap font-normal"
            >dial to {option.dial}</small
          >{/if}
      </button>
      <span>
        {comes(option)}.
        {#if option.gains.length > 0}<b>{sentence(option.gains.join(', '), units)}</b>{/if}
        {#if option.costs.length > 0}
          <em class="not-italic">but {sentence(option.costs.join(', '), units)}</em>
        {/if}
      </span>
    </li>
  {/each}
</ol>
