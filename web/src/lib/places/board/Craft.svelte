<script lang="ts">
  // How this joint is carved, for either hand; and what may be claimed besides a slice.
  import type { Carving } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { sentence } from '$lib/units'

  let {
    held,
    carving,
    left,
    onleft,
  }: { held: RoastState; carving: Carving; left: boolean; onleft: (left: boolean) => void } =
    $props()

  const names = $derived(carving.plates.filter((p) => p.slice !== null).map((p) => p.name))
</script>

<section class="craft" aria-labelledby="craft-title">
  <h2 id="craft-title">Carving it</h2>
  <ol>
    {#each carving.notes as note, n (n)}
      <li>{sentence(note.words, kitchen.units)}</li>
    {/each}
  </ol>
  <label class="tick">
    <input type="checkbox" checked={left} onchange={(e) => onleft(e.currentTarget.checked)} />
    I carve with the left hand
  </label>
  {#if carving.portions.length > 0}
    <h2>Who gets</h2>
    <div class="claims">
      {#each carving.portions as portion (portion.code)}
        <label>
          <span class="label">{portion.words}</span>
          <select
            class="field"
            value={carving.claims[portion.code] ?? ''}
            onchange={(e) => held.claim(portion.code, e.currentTarget.value)}
          >
            <option value="">nobody asked</option>
            {#each names as name (name)}<option>{name}</option>{/each}
          </select>
        </label>
      {/each}
    </div>
  {/if}
</section>

<style>
  .craft {
    display: grid;
    gap: 0.5rem;
    align-content: start;
  }
  h2 {
    font-weight: 700;
    font-size: 1.25rem;
  }
  ol {
    list-style: decimal;
    padding-left: 1.3rem;
    display: grid;
    gap: 0.3rem;
  }
  .claims {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
  }
</style>
