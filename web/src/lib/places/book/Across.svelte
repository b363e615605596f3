<script lang="ts">
  // What the roasts tell together: planned against happened, each oven over time, loss and price.
  import type { Learned } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { day, duration, moved } from '$lib/units'
  import { byCut, drift, gaps, median, told } from './across'
  import Scatter from './Scatter.svelte'
  import { counted } from './words'

  let { learned }: { learned: Learned } = $props()

  const roasts = $derived(told(learned))
  const both = $derived(gaps(roasts))
  const longest = $derived(Math.max(60, ...both.map((g) => Math.max(g.planned, g.real))))
  const hours = $derived(
    Array.from({ length: Math.floor(longest / 60) + 1 }, (_, n) => ({
      at: n * 60,
      text: `${n} h`,
    })),
  )
  const scale = $derived({ low: 0, high: longest * 1.05, ticks: hours })
  const off = $derived(median(both.map((g) => Math.abs(g.real - g.planned))))
  const ovens = $derived(
    kitchen.ovens
      .map((oven) => ({
        oven,
        dots: drift(roasts, oven.id),
        stray: learned.strays.find((s) => s.oven === oven.id),
      }))
      .filter((o) => o.dots.length > 0),
  )
  const cuts = $derived(byCut(roasts))
  const mine = $derived(learned.hands.count > 0 ? learned.hands : null)
  const percent = (share: number): string => `${Math.round(share * 100)} %`.replace('-', '−')

  function overTime(dots: { at: Date; share: number }[]): { x: typeof scale; y: typeof scale } {
    const times = dots.map((d) => d.at.getTime())
    const [low, high] = [Math.min(...times), Math.max(...times)]
    const pad = Math.max((high - low) * 0.05, 86_400_000)
    const reach = Math.max(0.1, ...dots.map((d) => Math.abs(d.share))) * 1.1
    const first = { at: low, text: day(new Date(low)) }
    const last = { at: high, text: day(new Date(high)) }
    return {
      x: { low: low - pad, high: high + pad, ticks: high > low ? [first, last] : [first] },
      y: {
        low: -reach,
        high: reach,
        ticks: [-reach / 1.1, 0, reach / 1.1].map((at) => ({ at, text: percent(at) })),
      },
    }
  }
</script>

<div
  class="grid grid-cols-3 gap-6 self-stretch max-xl:grid-cols-2 max-lg:grid-cols-1"
  data-say="across"
>
  {#if both.length > 0}
    <section>
      <h2 class="font-bold">Out of the oven: planned across, happened up</h2>
      <Scatter
        title="Planned against happened"
        dots={both.map((g) => ({
          id: g.id,
          x: g.planned,
          y: g.real,
          words: `${g.name}: planned ${duration(g.planned)}, happened ${duration(g.real)}`,
        }))}
        x={scale}
        y={scale}
        line={[
          { x: 0, y: 0 },
          { x: longest, y: longest },
        ]}
      />
      <p class="quiet">
        {counted(both.length)} (n = {both.length}); half of them within {duration(off ?? 0)} of the plan.
        {#if mine !== null}
          {Math.abs(mine.middle) < 0.5
            ? 'They come out at the minute'
            : `They come out ${moved(mine.middle)} than their moment`}, in the middle of {mine.count}{mine.middle >=
          1
            ? ': the early warning is as much sooner.'
            : '.'}
        {/if}
      </p>
    </section>
  {/if}
  {#each ovens as { oven, dots, stray } (oven.id)}
    {@const axes = overTime(dots)}
    <section>
      <h2 class="font-bold">{oven.name}: sooner or later than planned</h2>
      <Scatter
        title={oven.name}
        dots={dots.map((d) => ({
          id: d.id,
          x: d.at.getTime(),
          y: d.share,
          words: `${day(d.at)}: ${percent(d.share)}`,
        }))}
        x={axes.x}
        y={axes.y}
        line={[
          { x: axes.x.low, y: 0 },
          { x: axes.x.high, y: 0 },
        ]}
      />
      <p class="quiet">
        n = {dots.length}{stray === undefined
          ? ''
          : `; roasts in it stray ${percent(stray.share)} from each other by what was read`}.
        {dots.length > 2 ? '' : 'Too few for a rule.'}
      </p>
    </section>
  {/each}
  <section>
    <h2 class="font-bold">By cut</h2>
    <table class="ruled w-full">
      <thead>
        <tr>
          <th scope="col">cut</th>
          <th scope="col" class="pr-3">roasts</th>
          <th scope="col">loses</th>
          <th scope="col">a cooked kg</th>
        </tr>
      </thead>
      <tbody>
        {#each cuts.slice(0, 8) as c (c.cut)}
          <tr>
            <td>{c.cut}</td>
            <td>{c.count}</td>
            <td class="whitespace-nowrap"
              >{c.loss === null ? '–' : `${percent(c.loss)} (n = ${c.weighed})`}</td
            >
            <td>{c.price === null ? '–' : `${c.price.toFixed(2)} (n = ${c.priced})`}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="quiet">
      By the weights on their pages; a price where the joint had one. The middle of n roasts.
    </p>
  </section>
</div>
