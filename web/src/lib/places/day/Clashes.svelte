<script lang="ts">
  // What has no place, said as a pair, and the ways out: each tried in full before it is offered.
  import type { DayState } from '$lib/state/day.svelte'
  import { hour, sentence, type Units } from '$lib/units'

  let { state, units }: { state: DayState; units: Units } = $props()

  const day = $derived(state.day)
  const at = (min: number): string =>
    hour(new Date(new Date(day?.serve_at ?? 0).getTime() + min * 60_000))
</script>

{#each day?.clashes ?? [] as clash, n (`${clash.dish} ${clash.other} ${clash.what}`)}
  {@const offers = state.repairs[n]}
  <section class="clash" aria-label="Clash">
    <p class="say">
      {sentence(clash.words, units)}
      {#if clash.from_min !== null && clash.to_min !== null}
        <span class="when">{at(clash.from_min)} to {at(clash.to_min)}</span>
      {/if}
    </p>
    {#if offers === undefined}
      <button class="act" onclick={() => state.askRepairs(n)}>What could be done?</button>
    {:else if offers === 'asking'}
      <p class="quiet" role="status">Trying each way out in full…</p>
    {:else if offers.length === 0}
      <p>Nothing that Trencher knows resolves it: another side, or two tables.</p>
    {:else}
      <ul>
        {#each offers as offer (offer.code + offer.words)}
          <li>
            <button class="act plain" onclick={() => state.change(offer.change)}>
              <span>
                {sentence(offer.words, units)}
                {#if offer.costs !== ''}<em>{sentence(offer.costs, units)}</em>{/if}
              </span>
              <b>{offer.works ? 'then all fits' : 'something else stays open'}</b>
            </button>
          </li>
        {/each}
      </ul>
    {/if}
  </section>
{/each}

<style>
  .clash {
    border-left: 4px solid var(--accent);
    background: var(--paper-deep);
    padding: 0.7rem 1rem;
    display: grid;
    gap: 0.5rem;
    justify-items: start;
  }
  .say {
    font-weight: 650;
  }
  .when {
    color: var(--ink-soft);
    font-weight: 400;
    margin-left: 0.4rem;
  }
  ul {
    display: grid;
    gap: 0.4rem;
    width: 100%;
  }
  li .act {
    width: 100%;
  }
  em {
    display: block;
    font-style: normal;
    font-weight: 400;
    color: var(--ink-soft);
  }
  b {
    font-size: 0.9rem;
    white-space: nowrap;
  }
</style>
