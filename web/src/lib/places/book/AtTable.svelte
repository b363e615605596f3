<script lang="ts">
  // Where it was roasted, who ate it with what, what a plate cost, and what was left.
  import type { BookTold } from '$lib/api/client'
  import { weight, type Units } from '$lib/units'

  let { told, units }: { told: BookTold; units: Units } = $props()

  const money = $derived(told.money)
  const pay = (value: number): string => value.toFixed(2)
  const costs = $derived(
    money === null
      ? ''
      : [
          `${pay(money.price)} in all`,
          `${pay(money.bought)} a kilogram as bought`,
          money.cooked === null ? '' : `${pay(money.cooked)} cooked`,
          money.eaten === null ? '' : `${pay(money.eaten)} eaten`,
          money.plate === null ? '' : `${pay(money.plate)} a plate`,
        ]
          .filter((x) => x !== '')
          .join(', '),
  )
  const USES: Record<string, string> = {
    eaten: 'eaten',
    reheated: 'warmed up',
    frozen: 'frozen',
    thrown: 'thrown away',
  }
</script>

<ul class="grid gap-1" data-say="table">
  <li><b>Oven:</b> {told.oven}</li>
  {#if told.people !== null || told.guests.length > 0}
    <li>
      <b>At table:</b>
      {told.people ?? told.guests.length}{told.guests.length > 0
        ? `, among them ${told.guests.join(', ')}`
        : ''}
    </li>
  {/if}
  {#if told.sides.length > 0}<li><b>With it:</b> {told.sides.join(', ')}</li>{/if}
  {#if costs !== ''}<li><b>Cost:</b> {costs}</li>{/if}
  {#each told.left as batch, n (n)}
    <li>
      <b>Left:</b>
      {batch.what}{batch.kg === null ? '' : `, ${weight(batch.kg, units)}`}{batch.uses.length > 0
        ? `: ${batch.uses.map((u) => USES[u] ?? u).join(', then ')}`
        : batch.over
          ? ''
          : ': still there'}
    </li>
  {/each}
</ul>
