<script lang="ts">
  // Where to begin, what can stay whole, and what each named guest needs.
  import type { Carving } from '$lib/api/client'
  import { sentence, temp, type Units } from '$lib/units'

  let {
    carving,
    slices,
    wanted_c,
    units,
  }: { carving: Carving; slices: number; wanted_c: number; units: Units } = $props()

  const flashed = $derived(carving.plates.filter((p) => p.flash))
  const met = $derived(carving.plates.filter((p) => p.standing === 'met'))
  const none = $derived(carving.plates.filter((p) => p.slice === null))
</script>

<div class="grid gap-2 content-start">
  <p data-ask="carve-first">
    Begin at the <b>{carving.begin} end</b>; cut what will be eaten, {carving.spare.length} of
    {slices} slices can stay whole.
    {#if carving.others.length > 0}
      {carving.others.length} who are not named get what is nearest to
      {temp(wanted_c, units)}.
    {/if}
    {#if none.length > 0}None of it for {none.map((p) => p.name).join(', ')}.{/if}
  </p>
  {#if flashed.length > 0}
    <div class="max-w-248">
      <b>A flash in the pan for</b>
      <ul>
        {#each flashed as plate (plate.name)}
          <li>
            {plate.name}, slice {(plate.slice ?? 0) + 1}: {plate.strict
              ? `${sentence(carving.strict_words, units)}, read in that slice`
              : `${plate.why}, to about ${temp(plate.target_c, units)}`}{plate.standing ===
            'not_met'
              ? '; not met yet'
              : ''}
          </li>
        {/each}
      </ul>
    </div>
  {/if}
  {#each met as plate (plate.name)}
    <p>
      {plate.name}, slice {(plate.slice ?? 0) + 1}: the figure is met by readings of it.
    </p>
  {/each}
</div>
