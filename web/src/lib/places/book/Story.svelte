<script lang="ts">
  // Where the time and the degrees of a roast went, and who sat at table.
  import type { BookTold } from '$lib/api/client'
  import { delta, duration, moved, sentence, temp, type Units } from '$lib/units'
  import Parts from './Parts.svelte'

  let { told, units }: { told: BookTold; units: Units } = $props()

  const story = $derived(told.story)
  const late = $derived(Math.round(told.late_in_min ?? 0))
</script>

{#if story === null}
  <p class="quiet">{told.why}</p>
{:else}
  <div class="grid grid-cols-2 gap-8 self-stretch max-xl:grid-cols-1 print:grid-cols-2">
    <Parts
      title="Where the time went"
      from="planned, door to take-out"
      to="it came out after"
      start={story.planned_min}
      end={story.pulled_min}
      parts={story.minutes}
      said={duration}
      change={moved}
      words={(text) => sentence(text, units)}
    />
    <Parts
      title="Where the degrees went"
      from="planned peak"
      to={story.peak_read ? 'highest read' : 'highest, reckoned from what was read'}
      start={story.planned_c}
      end={story.peak_c}
      parts={story.degrees}
      said={(c) => temp(c, units)}
      change={(c) => delta(c, units)}
      words={(text) => sentence(text, units)}
    />
  </div>
  <p class="quiet">
    {#if Math.abs(late) >= 2}It went in {moved(late)} than planned.{/if}
    {#if told.last_said !== null}
      Last reading before it came out, after {duration(told.last_said.minute)}: {told.last_said
        .pull_min <
      told.last_said.minute + 1
        ? 'it was due then.'
        : `out after ${duration(told.last_said.pull_min)} was expected then.`}
    {/if}
    Each part is worked out in full with this roast's own readings, one after the other.
  </p>
{/if}
