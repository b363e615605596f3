<script lang="ts">
  // The card for the butcher, to print; and how to measure, with a string where there is no calliper.
  import type { Buying } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import NumberField from '$lib/ui/NumberField.svelte'
  import { length, sentence } from '$lib/units'
  import { fromString } from './buy'

  let { found }: { found: Buying | null } = $props()

  const metric = $derived(kitchen.units === 'C')
  const mm = (value: number): number => (metric ? value : value / 25.4)
  const back = (value: number): number => (metric ? value : value * 25.4)
  let around = $state(330)
  let wide = $state<number | null>(null)
  const thick = $derived(fromString(around, wide))
</script>

<section class="butcher" aria-labelledby="butcher-head">
  <h2 id="butcher-head">For the butcher</h2>
  {#if found !== null}
    <div class="card" data-card>
      <ul>
        {#each found.card as line (line)}<li>{sentence(line, kitchen.units)}</li>{/each}
      </ul>
    </div>
    <p>
      Figure for it: {sentence(found.figure, kitchen.units)}{found.figure_raised.length > 0
        ? `, raised: ${found.figure_raised.join('; ')}`
        : ''}. Check with your own authority; <a href="/figures">whose figures</a>.
    </p>
    <button class="undo" onclick={() => print()}>Print the card</button>
  {/if}
  <details>
    <summary>How to measure it</summary>
    <p>
      Lay it as it will roast. <b>Thickness</b>: from the board straight up at the thickest place,
      fat included, a ruler across two glasses if it must be. <b>Length</b>: between the two points
      where it is half as thick. With only a string: once round the thickest place, snug, not tight.
    </p>
    <div class="string">
      <NumberField
        label="The string"
        value={mm(around)}
        low={mm(50)}
        high={mm(1500)}
        step={metric ? 1 : 0.1}
        unit={metric ? 'mm' : 'in'}
        onvalue={(v) => (around = back(v))}
      />
      <NumberField
        label="Width (0 if it is round)"
        value={mm(wide ?? 0)}
        low={0}
        high={mm(1000)}
        step={metric ? 1 : 0.1}
        unit={metric ? 'mm' : 'in'}
        onvalue={(v) => (wide = v === 0 ? null : back(v))}
      />
    </div>
    {#if thick === null}
      <p class="wrong">The string does not go round so wide a piece: measure again.</p>
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
  </details>
</section>

<style>
  .butcher {
    display: grid;
    gap: 0.5rem;
    justify-items: start;
  }
  h2 {
    font-size: 1.3rem;
  }
  .card {
    border: 1.5px solid var(--line-strong);
    border-radius: 4px;
    padding: 0.7rem 1rem;
    background: var(--paper-light);
    width: 100%;
  }
  .card li {
    padding: 0.2rem 0 0.2rem 1rem;
    text-indent: -1rem;
  }
  .card li::before {
    content: '– ';
  }
  .string {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.7rem;
    max-width: 24rem;
  }
  summary {
    min-height: 36px;
    cursor: pointer;
    color: var(--ink-soft);
  }
  .wrong {
    color: var(--accent);
  }
  @media print {
    :global(body:has([data-card]) *) {
      visibility: hidden;
    }
    .card,
    .card :global(*) {
      visibility: visible;
    }
    .card {
      position: fixed;
      inset: 0 0 auto 0;
      border: none;
    }
  }
</style>
