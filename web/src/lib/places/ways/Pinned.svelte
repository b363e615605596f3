<script lang="ts">
  // Two or three ways held side by side: larger faces, what differs, and one sentence for each pair.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { middleOf } from '$lib/draw/meat'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import { delta, hour, inBy, later, length, sentence, temp } from '$lib/units'
  import { forFixedHour, tradeoff, unsure, type Worked } from './compare'

  let { ways, serve, onunpin }: { ways: Worked[]; serve: Date; onunpin: (way: Worked) => void } =
    $props()

  const units = $derived(kitchen.units)
  const percent = (share: number | null): string => `${Math.round((share ?? 0) * 100)} %`
  const second = $derived(ways[1])
  const third = $derived(ways[2])
</script>

<section
  class="border-2 border-ink rounded-container py-3 px-4 grid gap-2"
  aria-label="Pinned ways"
>
  <div class="grid grid-cols-[repeat(auto-fit,minmax(20rem,1fr))] gap-4 max-lg:grid-cols-1">
    {#each ways as way (way.id)}
      {@const f = way.forecast}
      <div class="flex gap-4 items-center leading-snug">
        <MeatFace map={f.map} at_mm={middleOf(f.map)} height={118} label="Cut face of {way.name}" />
        <div>
          <h2 class="text-lg">{way.name}</h2>
          <p>
            {inBy(later(serve, -f.end_min), kitchen.now)}
            <b>{hour(later(serve, -f.end_min))}</b>, out at
            <b>{temp(f.pull_core_c, units)}</b>
            {#if unsure(way) !== null}(±{Math.round(unsure(way) ?? 0)} min){/if}
          </p>
          <p>{percent(f.even_fraction)} as wanted, rim {length(f.rim_mm ?? 0, units)}</p>
          <p>climbs {delta(f.carryover_c, units)}, ten minutes late {delta(f.late_c, units)}</p>
          {#if plan.fragile[way.method]?.[0] !== undefined}
            <p class="quiet">{sentence(plan.fragile[way.method]?.[0]?.guard ?? '', units)}</p>
          {/if}
          <button class="undo" onclick={() => onunpin(way)}
            >unpin<span class="sr-only"> {way.name}</span></button
          >
        </div>
      </div>
    {/each}
  </div>
  {#if third !== undefined && second !== undefined}
    <p>{tradeoff(second, third, units)} {forFixedHour(second, third, units)}</p>
  {/if}
</section>
