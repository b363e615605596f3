<script lang="ts">
  // How this joint is carved, for either hand; and what may be claimed besides a slice.
  import type { Carving } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { sentence } from '$lib/units'

  let {
    current,
    carving,
    left,
    onleft,
  }: { current: RoastState; carving: Carving; left: boolean; onleft: (left: boolean) => void } =
    $props()

  const names = $derived(carving.plates.filter((p) => p.slice !== null).map((p) => p.name))
</script>

<section class="grid gap-2 content-start" aria-labelledby="craft-title">
  <h2 class="font-bold text-xl" id="craft-title">Carving it</h2>
  <ol class="list-decimal pl-5 grid gap-1">
    {#each carving.notes as note, n (n)}
      <li>{sentence(note.words, kitchen.units)}</li>
    {/each}
  </ol>
  <label class="tick print:hidden">
    <input type="checkbox" checked={left} onchange={(e) => onleft(e.currentTarget.checked)} />
    I carve with the left hand
  </label>
  {#if carving.portions.length > 0}
    <h2 class="font-bold text-xl print:hidden">Who gets</h2>
    <ul class="hidden print:block">
      {#each carving.portions.filter((p) => carving.claims[p.code]) as portion (portion.code)}
        <li>{portion.words}: <b>{carving.claims[portion.code]}</b></li>
      {/each}
    </ul>
    <div class="flex flex-wrap gap-3 print:hidden">
      {#each carving.portions as portion (portion.code)}
        <label>
          <span class="label-text">{portion.words}</span>
          <select
            class="field"
            value={carving.claims[portion.code] ?? ''}
            onchange={(e) => current.claim(portion.code, e.currentTarget.value)}
          >
            <option value="">nobody asked</option>
            {#each names as name (name)}<option>{name}</option>{/each}
          </select>
        </label>
      {/each}
    </div>
  {/if}
</section>
