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
  <section
    class="border-l-4 border-accent bg-paper-deep py-3 px-4 grid gap-2 justify-items-start"
    aria-label="Clash"
  >
    <p class="font-semibold">
      {sentence(clash.words, units)}
      {#if clash.from_min !== null && clash.to_min !== null}
        <span class="text-ink-soft font-normal ml-1.5"
          >{at(clash.from_min)} to {at(clash.to_min)}</span
        >
      {/if}
    </p>
    {#if offers === undefined}
      <button class="act" onclick={() => state.askRepairs(n)}>What could be done?</button>
    {:else if offers === 'asking'}
      <p class="quiet" role="status">Trying each way out in full…</p>
    {:else if offers.length === 0}
      <p>Nothing that Trencher knows resolves it: another side, or two tables.</p>
    {:else}
      <ul class="grid gap-1.5 w-full">
        {#each offers as offer (offer.code + offer.words)}
          <li>
            <button class="act plain w-full" onclick={() => state.change(offer.change)}>
              <span>
                {sentence(offer.words, units)}
                {#if offer.costs !== ''}<em class="block not-italic font-normal text-ink-soft"
                    >{sentence(offer.costs, units)}</em
                  >{/if}
              </span>
              <b class="text-sm whitespace-nowrap"
                >{offer.works ? 'then all fits' : 'something else stays open'}</b
              >
            </button>
          </li>
        {/each}
      </ul>
    {/if}
  </section>
{/each}
