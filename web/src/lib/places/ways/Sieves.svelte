<script lang="ts">
  // Which ways may pass.
  import { ToggleGroup } from '@skeletonlabs/skeleton-svelte'
  import { SIEVES, type Sieve } from './compare'

  let { rind, sieves = $bindable() }: { rind: boolean; sieves: Sieve[] } = $props()
  const sift = $derived(SIEVES.filter((s) => s.id !== 'crackles' || rind))
</script>

<ToggleGroup
  multiple
  value={sieves}
  onValueChange={(e) => (sieves = e.value as Sieve[])}
  class="flex-wrap gap-1.5 border-0 bg-transparent p-0 print:hidden"
  aria-label="Show only"
>
  {#each sift as s (s.id)}
    <ToggleGroup.Item
      value={s.id}
      class="min-h-11 rounded-none border-0 border-b-2 border-dashed border-line-strong bg-transparent px-1 text-sm text-ink-soft data-[state=on]:border-solid data-[state=on]:border-accent data-[state=on]:bg-transparent data-[state=on]:font-bold data-[state=on]:text-ink"
      >{s.says}</ToggleGroup.Item
    >
  {/each}
</ToggleGroup>
