<script lang="ts">
  // Rules that were kept, compared for the same joint.
  import type { Reckoning } from '$lib/api/client'
  import { duration, temp, type Units } from '$lib/units'

  let {
    rules,
    units,
    ondrop,
  }: {
    rules: { text: string; found: Reckoning }[]
    units: Units
    ondrop: (index: number) => void
  } = $props()
</script>

<table class="ruled" aria-label="Rules compared">
  <thead>
    <tr>
      <th scope="col">rule</th><th scope="col">in heat</th><th scope="col">ends at</th>
      <th scope="col">for what you want</th><th></th>
    </tr>
  </thead>
  <tbody>
    {#each rules as rule, i (i)}
      {@const r = rule.found.result}
      <tr>
        <td>{rule.text}</td>
        <td>{r?.pull_min == null ? '–' : duration(r.pull_min)}</td>
        <td>{r?.peak_c == null ? '–' : temp(r.peak_c, units)}</td>
        <td>
          {r?.earlier_min == null
            ? '–'
            : Math.abs(r.earlier_min) < 1
              ? 'as it is'
              : `${Math.round(Math.abs(r.earlier_min))} min ${r.earlier_min > 0 ? 'sooner' : 'later'}`}
        </td>
        <td>
          <button class="undo" onclick={() => ondrop(i)}
            >drop<span class="sr-only"> rule {i + 1}</span></button
          >
        </td>
      </tr>
    {/each}
  </tbody>
</table>
