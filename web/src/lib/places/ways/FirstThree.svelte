<script lang="ts">
  // The three ways that differ most, side by side; on a phone one way a screen, these first.
  import { plan } from '$lib/state/plan.svelte'
  import type { Worked } from './compare'
  import type { Hand, Scene } from './scene'
  import Swiped from './Swiped.svelte'
  import WayCard from './WayCard.svelte'
  import Soon from '$lib/ui/Soon.svelte'

  let {
    worked,
    scene,
    hand,
    narrow,
  }: { worked: Worked[]; scene: Scene; hand: Hand; narrow: boolean } = $props()

  const why = $derived(Object.fromEntries(plan.unlike.map((u) => [u.id, u.words])))
  /** Until they are known: the first that were worked out. */
  const three = $derived.by((): Worked[] => {
    const told = worked.filter((w) => w.id in why)
    const order = plan.unlike.map((u) => u.id)
    return told.length > 0
      ? told.toSorted((a, b) => order.indexOf(a.id) - order.indexOf(b.id))
      : worked.slice(0, 3)
  })
  /** For swiping: the three, then the others as they come. */
  const inTurn = $derived([...three, ...worked.filter((w) => !three.includes(w))])
</script>

{#if narrow}
  <h2 class="sr-only">The ways, those that differ most first</h2>
  <Swiped items={inTurn} start={scene.taken}>
    {#snippet card(way: Worked)}
      <Soon><WayCard {way} why={why[way.id] ?? ''} {scene} {hand} /></Soon>
    {/snippet}
  </Swiped>
{:else}
  <h2 class="text-xl mt-2">The {three.length === 3 ? 'three' : three.length} that differ most</h2>
  <div class="grid grid-cols-3 max-lg:grid-cols-1 gap-x-7 gap-y-4 mt-2">
    {#each three as way (way.id)}
      <Soon><WayCard {way} why={why[way.id] ?? ''} {scene} {hand} /></Soon>
    {/each}
  </div>
{/if}
