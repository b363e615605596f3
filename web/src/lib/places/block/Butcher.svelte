<script lang="ts">
  // The card for the butcher, to print; and how to measure, with a string where there is no calliper.
  import Fold from '$lib/ui/Fold.svelte'
  import type { Buying } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import { length, sentence } from '$lib/units'
  import { fromString } from './buy'

  let { found }: { found: Buying | null } = $props()

  let around = $state(330)
  let wide = $state<number | null>(null)
  const thick = $derived(fromString(around, wide))
</script>

<section class="grid gap-2 justify-items-start" aria-labelledby="butcher-head">
  <h3 class="text-lg font-bold" id="butcher-head">For the butcher</h3>
  {#if found !== null}
    <div
      class="border-[1.5px] border-line-strong rounded-base py-3 px-4 bg-paper-light w-full print:border-0"
      data-butchers-card
    >
      <ul>
        {#each found.card as line (line)}<li
            class="py-1 pl-4 [text-indent:-1rem] before:content-['–_']"
          >
            {sentence(line, kitchen.units)}
          </li>{/each}
      </ul>
    </div>
    <p>
      Figure for it: {sentence(found.figure, kitchen.units)}{found.figure_raised.length > 0
        ? `, raised: ${found.figure_raised.join('; ')}`
        : ''}. Check with your own authority; <a href="/figures">whose figures</a>.
    </p>
    <button class="undo" onclick={() => print()}>Print the card</button>
  {/if}
  <Fold title="How to measure it">
    <p>
      Lay it as it will roast. <b>Thickness</b>: from the board straight up at the thickest place,
      fat included, a ruler across two glasses if it must be. <b>Length</b>: between the two points
      where it is half as thick. With only a string: once round the thickest place, snug, not tight.
    </p>
    <div class="grid grid-cols-2 gap-3 max-w-96">
      <QuantityField
        label="The string"
        value={around}
        low={50}
        high={1500}
        kind="length"
        onvalue={(v) => (around = v)}
      />
      <QuantityField
        label="Width (0 if it is round)"
        value={wide ?? 0}
        low={0}
        high={1000}
        kind="length"
        onvalue={(v) => (wide = v === 0 ? null : v)}
      />
    </div>
    {#if thick === null}
      <p class="wrong text-accent">The string does not go round so wide a piece: measure again.</p>
    {:else}
      <p>
        It is about <b>{length(thick, kitchen.units)}</b> thick.
        <button
          class="undo"
          onclick={() =>
            plan.pull(
              {
                joint: {
                  thickness_mm: Math.min(400, Math.max(15, Math.round(thick))),
                  ...(wide === null ? {} : { width_mm: wide }),
                },
              },
              true,
            )}
        >
          Take it over
        </button>
      </p>
    {/if}
  </Fold>
</section>

<style>
  /* On paper the card alone: what is neither around it nor in it takes no room there either.
     Folded away, the page is printed. */
  @media print {
    :global(
      body:has([data-butchers-card]:not([data-state='closed'] *))
        .frame
        :not(:has([data-butchers-card]), [data-butchers-card], [data-butchers-card] *)
    ) {
      display: none;
    }
  }
</style>
