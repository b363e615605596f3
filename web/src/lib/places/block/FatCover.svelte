<script lang="ts">
  // The fat cover: trimmed, cut away or eaten, and what each gives.
  import type { Buying } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { duration, weight } from '$lib/units'

  let { ways }: { ways: Buying['fat'] } = $props()

  const FAT = {
    trimmed: 'trimmed before it roasts',
    cut_away: 'roasted on, cut away at table',
    eaten: 'roasted on, and eaten',
  } as const
</script>

<table class="ruled">
  <caption class="text-left font-bold">The fat cover</caption>
  <thead>
    <tr><th>Fat</th><th>On plates</th><th>In the oven</th><th>Crust</th><th>Loss</th></tr>
  </thead>
  <tbody>
    {#each ways as way (way.choice)}
      <tr>
        <td>{FAT[way.choice]}</td>
        <td>{weight(way.yields.cooked_kg, kitchen.units)}</td>
        <td>{duration(way.pull_min)}</td>
        <td>{way.crust.toFixed(1)}</td>
        <td>{Math.round(way.loss * 100)} %</td>
      </tr>
    {/each}
  </tbody>
</table>
