<script lang="ts">
  // What the printed rules give for this joint, beside what is computed, and why they differ.
  import type { Beside } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { duration, sentence, temp } from '$lib/units'
  import { apart, nearest, span } from './printed'

  type Props = { rows: Beside[]; wanted: number }
  const { rows, wanted }: Props = $props()
  const near = $derived(nearest(rows, wanted))
</script>

{#if rows.length > 0}
  <section class="printed" aria-labelledby="printed-head">
    <h2 id="printed-head">What is printed for it</h2>
    <p class="quiet">
      Each rule in its own still oven, out at its own core, beside what is worked out here for the
      same. The core climbs on afterwards: where that ends is said too.
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col">rule</th>
          <th scope="col">air</th>
          <th scope="col">out at</th>
          <th scope="col">ends at</th>
          <th scope="col">it gives</th>
          <th scope="col">here</th>
          <th scope="col">why they differ</th>
        </tr>
      </thead>
      <tbody>
        {#each rows as row, n (n)}
          <tr class:near={n === near}>
            <th scope="row">
              {row.rule}<small>{row.who}</small>
            </th>
            <td data-head="air">{temp(row.air_c, kitchen.units)}</td>
            <td data-head="out at"
              >{row.until_c === null ? 'tender' : temp(row.until_c, kitchen.units)}</td
            >
            <td data-head="ends at">
              {row.ends_c === null ? '' : temp(row.ends_c, kitchen.units)}
              {#if n === near}<small>nearest to what you want</small>{/if}
            </td>
            <td data-head="it gives"><b>{span(row.gives)}</b></td>
            <td data-head="here">
              {#if row.computed_min === null}
                never
              {:else}
                <b>{duration(row.computed_min)}</b><small>{apart(row)}</small>
              {/if}
            </td>
            <td class="why">
              {row.why.map((text) => sentence(text, kitchen.units)).join(' ')}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </section>
{/if}

<style>
  .printed {
    margin-top: 0.6rem;
  }
  h2 {
    font-size: 1.05rem;
  }
  table {
    border-collapse: collapse;
    width: 100%;
    max-width: 76rem;
    margin-top: 0.3rem;
  }
  thead th {
    font-weight: 400;
    font-size: 0.82rem;
    color: var(--ink-soft);
  }
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 0.3rem 1rem 0.3rem 0;
    border-bottom: 1px solid var(--line);
  }
  tbody th {
    font-weight: 600;
  }
  td:not(.why) {
    white-space: nowrap;
  }
  small {
    display: block;
    font-weight: 400;
    font-size: 0.82rem;
    color: var(--ink-soft);
  }
  .near th {
    box-shadow: inset 3px 0 0 var(--accent);
    padding-left: 0.6rem;
  }
  @media (max-width: 860px) {
    thead {
      position: absolute;
      clip-path: inset(50%);
    }
    tr {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
      border-bottom: 1px solid var(--line);
      padding: 0.4rem 0;
    }
    th,
    td {
      border: 0;
      padding: 0.1rem 0.8rem 0.1rem 0;
    }
    td[data-head]::before {
      content: attr(data-head);
      display: block;
      font-size: 0.82rem;
      color: var(--ink-soft);
    }
    td[data-head='ends at'] {
      white-space: normal;
    }
    tbody th,
    .why {
      grid-column: 1 / -1;
    }
  }
</style>
