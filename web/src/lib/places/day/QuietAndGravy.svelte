<script lang="ts">
  // When nobody may be woken, when nobody is at home, and how the gravy shall be.
  import type { Day, DayChange } from '$lib/api/client'
  import Fold from '$lib/ui/Fold.svelte'

  let { day, onchange }: { day: Day; onchange: (part: DayChange) => void } = $props()

  const HOURS = [
    ['quiet', 'Quiet from', 'No quiet hours', ['23:00', '07:00']],
    ['away', 'Nobody at home from', 'Somebody is always here', ['14:00', '16:00']],
  ] as const

  function hours(which: 'quiet' | 'away', index: 0 | 1, value: string): void {
    const usual = which === 'quiet' ? HOURS[0][3] : HOURS[1][3]
    const now = day[which] ?? usual
    if (value === '') return
    onchange({ [which]: index === 0 ? [value, now[1]] : [now[0], value] })
  }
</script>

<Fold>
  {#snippet title()}Quiet hours{day.quiet ? `: ${day.quiet[0]} to ${day.quiet[1]}` : ': none'};
    gravy: {day.gravy.body}, {day.gravy.starch}{/snippet}

  <div class="grid grid-cols-[repeat(auto-fit,minmax(120px,1fr))] gap-3 items-end">
    {#each HOURS as [which, from, none] (which)}
      <label>
        <span class="label-text">{from}</span>
        <input
          class="field"
          type="time"
          value={day[which]?.[0] ?? ''}
          onchange={(e) => hours(which, 0, e.currentTarget.value)}
        />
      </label>
      <label>
        <span class="label-text">{which === 'quiet' ? 'until' : 'back at'}</span>
        <input
          class="field"
          type="time"
          value={day[which]?.[1] ?? ''}
          onchange={(e) => hours(which, 1, e.currentTarget.value)}
        />
      </label>
      {#if day[which]}
        <button class="undo" onclick={() => onchange({ [which]: null })}>{none}</button>
      {/if}
    {/each}
    <label>
      <span class="label-text">Gravy thickened with</span>
      <select
        class="field"
        value={day.gravy.starch}
        onchange={(e) =>
          onchange({ gravy: { ...day.gravy, starch: e.currentTarget.value as never } })}
      >
        <option value="cornflour">cornflour</option>
        <option value="flour">flour</option>
        <option value="potato">potato starch</option>
        <option value="arrowroot">arrowroot</option>
        <option value="none">nothing: boiled down</option>
      </select>
    </label>
    <label>
      <span class="label-text">and is to be</span>
      <select
        class="field"
        value={day.gravy.body}
        onchange={(e) =>
          onchange({ gravy: { ...day.gravy, body: e.currentTarget.value as never } })}
      >
        <option value="thin">thin</option>
        <option value="coating">coating a spoon</option>
        <option value="thick">thick</option>
      </select>
    </label>
    <label class="tick">
      <input
        type="checkbox"
        checked={day.gravy.strain}
        onchange={(e) => onchange({ gravy: { ...day.gravy, strain: e.currentTarget.checked } })}
      />strained
    </label>
  </div>
</Fold>
