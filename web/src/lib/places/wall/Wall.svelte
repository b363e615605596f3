<script lang="ts">
  // For a screen on the wall: every joint that is on, side by side; the sentence, the number, the
  // curve and the next alarm, and nothing else.
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { keepAwake } from '$lib/ui/wake.svelte'
  import { hour } from '$lib/units'
  import Voice from './Voice.svelte'
  import WallJoint from './WallJoint.svelte'

  const MOST = 3
  const on = $derived(
    kitchen.roasts.filter((r) => r.status === 'roasting' || r.status === 'resting').toReversed(),
  )
  keepAwake(() => on.length > 0)

  function key(event: KeyboardEvent): void {
    if (event.key === 'Escape') go('fire')
  }
</script>

<svelte:window onkeydown={key} />

<section class="iron flex flex-1 flex-col gap-2 bg-paper p-4 text-ink">
  <div class="flex items-center justify-between gap-4">
    <p class="font-heading text-2xl font-bold">{hour(kitchen.now)}</p>
    <a class="link text-ink-soft inline-flex items-center" href="/fire">Back to the fire</a>
  </div>
  {#if kitchen.catalogue !== null && on.length === 0}
    <h1 class="shout text-4xl leading-shout">Nothing in the oven.</h1>
  {:else}
    <div class="grid flex-1 auto-cols-fr grid-flow-col gap-6 max-lg:grid-flow-row">
      {#each on.slice(0, MOST) as line (line.id)}
        <WallJoint id={line.id} />
      {/each}
    </div>
    {#if on.length > MOST}
      <p class="quiet">
        {on
          .slice(MOST)
          .map((r) => r.name)
          .join(', ')}: see the fire.
      </p>
    {/if}
    <Voice joints={on} />
  {/if}
</section>
