<script lang="ts">
  // What the handles stand on: the hours, each stage's heat, its tasks, the curve and its doubt.
  import Soon from '$lib/ui/Soon.svelte'
  import type { Shaped } from '$lib/api/client'
  import { linePath, silhouette } from '$lib/draw/curve'
  import { BASE, TOP, type HandClock } from './clock.svelte'
  import { minutesOf } from './shape'

  let { clock, shaped }: { clock: HandClock; shaped: Shaped } = $props()

  const f = $derived(clock.forecast)
  const x = $derived(clock.x)
  const rows = $derived(f?.series ?? [])
  const line = $derived(rows.map((r) => [r[0], r[3]] as const))
  const pull = $derived(f?.pull_min.value ?? 0)
  const UNHEATED = ['turn', 'rest', 'wait']

  function heat(i: number): string {
    const block = shaped.blocks[i]
    const at = clock.stages[i]
    if (block === undefined || at === undefined || UNHEATED.includes(block.kind)) return ''
    const inside = rows.filter((r) => r[0] >= at.start && r[0] <= at.end)
    const before = rows.filter((r) => r[0] <= at.start).at(-1)
    const follows = i > 0 && ['oven', 'off'].includes(shaped.blocks[i - 1]?.kind ?? '')
    const first = follows || block.cold ? before?.[1] : (block.air_c ?? before?.[1])
    const points =
      inside.length === 0
        ? ([at.start, at.end] as const).map((min) => [min, block.air_c ?? 210] as const)
        : [
            [at.start, first ?? 100] as const,
            ...inside.slice(1).map((r) => [r[0], r[1]] as const),
            [at.end, inside.at(-1)?.[1] ?? 100] as const,
          ]
    return silhouette(points, x, clock.air)
  }
</script>

<Soon>
  {#each clock.ticks as tick (tick.x)}
    <line x1={tick.x} x2={tick.x} y1={TOP - 12} y2={BASE} class="grid" />
    <text x={tick.x} y="14" class="soft" text-anchor="middle">{tick.text}</text>
  {/each}
</Soon>
<line x1="0" x2={clock.width} y1={BASE} y2={BASE} class="stroke-line-strong" />
<Soon>
  {#each shaped.blocks as block, i (i)}
    {@const at = clock.stages[i] ?? { start: 0, end: 0 }}
    {@const shape = heat(i)}
    {#if shape !== ''}
      <path d={shape} class="fill-ember-soft stroke-paper" />
    {:else if block.kind !== 'turn'}
      <rect
        x={x(at.start)}
        y={BASE - 26}
        width={Math.max(0, x(at.end) - x(at.start))}
        height="26"
        class="fill-paper-deep"
      />
    {/if}
    {#each block.tasks as task, n (n)}
      {#each minutesOf(task, at.end - at.start) as minute, k (k)}
        <circle
          cx={x(at.start + minute)}
          cy={BASE - 8}
          r="5"
          class="pointer-events-none fill-paper stroke-ink stroke-2"
        />
      {/each}
    {/each}
  {/each}
</Soon>
{#if f !== null}
  <Soon>
    {#if f.pull_min.low !== null && f.pull_min.high !== null}
      <rect
        x={x(f.pull_min.low)}
        width={Math.max(2, x(f.pull_min.high) - x(f.pull_min.low))}
        y={BASE - 5}
        height="10"
        rx="5"
        class="pointer-events-none fill-accent opacity-35"
      />
    {/if}
    <g class="pointer-events-none fill-none stroke-ink stroke-3">
      <path
        d={linePath(
          line.filter((r) => r[0] <= pull),
          x,
          clock.core,
        )}
      />
      <path
        d={linePath(
          line.filter((r) => r[0] >= pull),
          x,
          clock.core,
        )}
        stroke-dasharray="2 6"
        stroke-linecap="round"
      />
    </g>
  </Soon>
{/if}
