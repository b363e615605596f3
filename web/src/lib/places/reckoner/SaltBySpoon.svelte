<script lang="ts">
  // Salt for the joint: grams, and spoons of the salt that is there.
  import type { Roast } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import Fold from '$lib/ui/Fold.svelte'
  import { saltFor, spoons } from './convert'

  let { roast }: { roast: Roast | null } = $props()

  let saltId = $state('fine')
  let percent = $state('1.2')
  const salts = $derived(kitchen.catalogue?.salts ?? [])
  const salt = $derived(salts.find((s) => s.id === saltId) ?? salts[0])
  const share = $derived(Number(percent.replace(',', '.')))
  const salted = $derived(
    salt === undefined || roast === null || !(share > 0 && share <= 10)
      ? null
      : saltFor(roast.joint.weight_kg, share, salt.teaspoon_g),
  )
</script>

<Fold title="Salt by the spoon">
  <div class="grid grid-cols-[9rem_1fr_1.4fr] gap-4 items-end max-lg:grid-cols-2">
    <label>
      <span class="label-text">Salt, % of the joint</span>
      <input class="field" inputmode="decimal" bind:value={percent} />
    </label>
    <label>
      <span class="label-text">of this salt</span>
      <select class="field" bind:value={saltId}>
        {#each salts as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
      </select>
    </label>
    <p class="big font-heading font-bold text-xl leading-tight text-balance max-lg:col-span-full">
      {#if salted !== null}
        {Math.round(salted.g)} g, about {spoons(salted.tsp)} level
      {:else if roast === null}
        Lay a joint first.
      {:else}
        Allowed: more than 0, at most 10 %
      {/if}
    </p>
  </div>
  <p class="label-text">
    Spoons are estimates: weigh ten level spoons of your own. Salt used is not salt eaten.
  </p>
</Fold>
