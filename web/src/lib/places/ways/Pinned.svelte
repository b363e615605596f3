<script lang="ts">
  // Two or three ways held side by side: larger faces, what differs, and one sentence for each pair.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import { delta, hour, sentence, temp } from '$lib/units'
  import { forFixedHour, tradeoff, unsure, type Worked } from './compare'

  let { ways, serve, onunpin }: { ways: Worked[]; serve: Date; onunpin: (way: Worked) => void } =
    $props()

  const units = $derived(kitchen.units)
  const percent = (share: number | null): string => `${Math.round((share ?? 0) * 100)} %`
  const middle = (w: Worked): number =>
    w.forecast.map.at_mm[Math.floor(w.forecast.map.at_mm.length / 2)] ?? 0
  const second = $derived(ways[1])
  const third = $derived(ways[2])
</script>

<section class="pinned" aria-label="Pinned ways">
  <div class="sides">
    {#each ways as way (way.id)}
      {@const f = way.forecast}
      <div class="side">
        <MeatFace map={f.map} at_mm={middle(way)} height={118} label="Cut face of {way.name}" />
        <div>
          <h2>{way.name}</h2>
          <p>
            In by <b>{hour(new Date(serve.getTime() - f.end_min * 60_000))}</b>, out at
            <b>{temp(f.pull_core_c, units)}</b>
            {#if unsure(way) !== null}(±{Math.round(unsure(way) ?? 0)} min){/if}
          </p>
          <p>{percent(f.even_fraction)} as wanted, rim {Math.round(f.rim_mm ?? 0)} mm</p>
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

<style>
  .pinned {
    border: 2px solid var(--ink);
    border-radius: 6px;
    padding: 0.7rem 1rem;
    display: grid;
    gap: 0.5rem;
  }
  .sides {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(20rem, 1fr));
    gap: 1rem;
  }
  .side {
    display: flex;
    gap: 1rem;
    align-items: center;
    line-height: 1.35;
  }
  h2 {
    font-size: 1.2rem;
  }
  @media (max-width: 860px) {
    .sides {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
