<script lang="ts">
  // What the printed rules give for this joint, beside what is computed, and why they differ.
  import type { Beside } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { duration, sentence, temp } from '$lib/units'
  import Fold from '$lib/ui/Fold.svelte'
  import { apart, nearSays, nearest, span } from './printed'

  type Props = { rows: Beside[]; wanted: number }
  const { rows, wanted }: Props = $props()
  const near = $derived(nearest(rows, wanted))
</script>

{#if rows.length > 0}
  <div data-say="printed">
    <Fold title="What is printed for it" says={nearSays(rows[near ?? -1], kitchen.units)}>
      <p class="quiet">
        Each rule in its own still oven, out at its own core, beside what is worked out here for the
        same. The core climbs on afterwards: where that ends is said too.
      </p>
      <table class="ruled lg:[&_td:not(.why)]:whitespace-nowrap max-w-304 mt-1">
        <thead class="max-lg:absolute max-lg:[clip-path:inset(50%)]">
          <tr
            class="max-lg:grid max-lg:grid-cols-3 max-lg:border-b max-lg:border-line max-lg:py-1.5"
          >
            <th class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0" scope="col">rule</th>
            <th class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0" scope="col">air</th>
            <th class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0" scope="col">out at</th
            >
            <th class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0" scope="col"
              >ends at</th
            >
            <th class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0" scope="col"
              >it gives</th
            >
            <th class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0" scope="col">here</th>
            <th class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0" scope="col"
              >why they differ</th
            >
          </tr>
        </thead>
        <tbody>
          {#each rows as row, n (n)}
            <tr
              class="group/rule max-lg:grid max-lg:grid-cols-3 max-lg:border-b max-lg:border-line max-lg:py-1.5"
              data-near={n === near || undefined}
            >
              <th
                class="font-semibold group-data-near/rule:shadow-[inset_3px_0_0_var(--accent)] group-data-near/rule:pl-2 max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0 max-lg:col-span-full"
                scope="row"
              >
                {row.rule}<small class="block font-normal text-xs text-ink-soft">{row.who}</small>
              </th>
              <td
                class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0 max-lg:before:content-[attr(data-head)] max-lg:before:block max-lg:before:text-xs max-lg:before:text-ink-soft"
                data-head="air">{temp(row.air_c, kitchen.units)}</td
              >
              <td
                class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0 max-lg:before:content-[attr(data-head)] max-lg:before:block max-lg:before:text-xs max-lg:before:text-ink-soft"
                data-head="out at"
                >{row.until_c === null ? 'tender' : temp(row.until_c, kitchen.units)}</td
              >
              <td
                class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0 max-lg:whitespace-normal max-lg:before:content-[attr(data-head)] max-lg:before:block max-lg:before:text-xs max-lg:before:text-ink-soft"
                data-head="ends at"
              >
                {row.ends_c === null ? '' : temp(row.ends_c, kitchen.units)}
                {#if n === near}<small class="block font-normal text-xs text-ink-soft"
                    >nearest to what you want</small
                  >{/if}
              </td>
              <td
                class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0 max-lg:before:content-[attr(data-head)] max-lg:before:block max-lg:before:text-xs max-lg:before:text-ink-soft"
                data-head="it gives"><b>{span(row.gives)}</b></td
              >
              <td
                class="max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0 max-lg:before:content-[attr(data-head)] max-lg:before:block max-lg:before:text-xs max-lg:before:text-ink-soft"
                data-head="here"
              >
                {#if row.computed_min === null}
                  never
                {:else}
                  <b>{duration(row.computed_min)}</b><small
                    class="block font-normal text-xs text-ink-soft">{apart(row)}</small
                  >
                {/if}
              </td>
              <td
                class="why max-lg:border-0 max-lg:py-0.5 max-lg:pr-3 max-lg:pl-0 max-lg:col-span-full"
              >
                {row.why.map((text) => sentence(text, kitchen.units)).join(' ')}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    </Fold>
  </div>
{/if}
