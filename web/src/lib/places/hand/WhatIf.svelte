<script lang="ts">
  // One thing otherwise, and where the method is most easily spoiled.
  import type { HandState } from '$lib/state/hand.svelte'
  import { delta, sentence, type Units } from '$lib/units'

  let { hand, units }: { hand: HandState; units: Units } = $props()

  const minutes = (value: number | null): string =>
    value === null
      ? '–'
      : Math.abs(value) < 0.5
        ? 'same time'
        : `${Math.round(Math.abs(value))} min ${value > 0 ? 'later' : 'sooner'}`
</script>

<section aria-labelledby="what-if">
  <h2 class="text-lg" id="what-if">What if</h2>
  <p class="quiet">
    One thing otherwise: minutes if you wait for the goal, degrees if you keep to the clock.
  </p>
  <table class="ruled">
    <thead>
      <tr><th scope="col">otherwise</th><th scope="col">out</th><th scope="col">ends</th></tr>
    </thead>
    <tbody>
      {#each hand.differences as d (d.code)}
        <tr>
          <td>{sentence(d.words, units)}</td>
          {#if d.reason !== ''}
            <td colspan="2">{sentence(d.reason, units)}</td>
          {:else}
            <td class="font-semibold whitespace-nowrap">{minutes(d.minutes)}</td>
            <td class="font-semibold whitespace-nowrap"
              >{d.degrees === null ? '–' : delta(d.degrees, units)}</td
            >
          {/if}
        </tr>
      {:else}
        <tr
          ><td colspan="3" class="quiet"
            >{hand.shaped?.forecast == null ? '' : 'Working it out…'}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
</section>
<section aria-labelledby="fragile">
  <h2 class="text-lg" id="fragile">Where it is fragile</h2>
  <ol class="list-decimal pl-5 grid gap-1.5 leading-snug">
    {#each hand.fragile.slice(0, 5) as d (d.text)}
      <li>
        <b>{sentence(d.text, units)}</b>
        {sentence(d.guard, units)}
      </li>
    {/each}
  </ol>
</section>
