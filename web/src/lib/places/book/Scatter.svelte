<script lang="ts">
  // Dots of roasts on two scales, each named by what it was.
  let {
    title,
    dots,
    x,
    y,
    line,
    width = 380,
    height = 240,
  }: {
    title: string
    dots: { id: string; x: number; y: number; words: string }[]
    x: { low: number; high: number; ticks: { at: number; text: string }[] }
    y: { low: number; high: number; ticks: { at: number; text: string }[] }
    /** A line to be on, from and to. */
    line: { x: number; y: number }[]
    width?: number
    height?: number
  } = $props()

  const box = $derived({ left: 56, right: 10, top: 10, bottom: 26, width, height })
  const toX = (v: number): number =>
    box.left + ((v - x.low) / Math.max(x.high - x.low, 1e-9)) * (width - box.left - box.right)
  const toY = (v: number): number =>
    height -
    box.bottom -
    ((v - y.low) / Math.max(y.high - y.low, 1e-9)) * (height - box.top - box.bottom)
</script>

<svg
  class="block max-w-full h-auto"
  {width}
  {height}
  viewBox="0 0 {width} {height}"
  role="img"
  aria-label="{title}: {dots.map((d) => d.words).join('; ')}"
>
  {#each y.ticks as tick (tick.at)}
    <line
      x1={box.left}
      x2={width - box.right}
      y1={toY(tick.at)}
      y2={toY(tick.at)}
      class="stroke-line"
    />
    <text class="text-sm fill-ink-soft" x={box.left - 6} y={toY(tick.at) + 5} text-anchor="end"
      >{tick.text}</text
    >
  {/each}
  {#each x.ticks as tick (tick.at)}
    <text
      class="text-sm fill-ink-soft"
      x={toX(tick.at)}
      y={height - 6}
      text-anchor={toX(tick.at) > width - 60 ? 'end' : 'middle'}>{tick.text}</text
    >
  {/each}
  {#if line.length > 1}
    <polyline
      points={line.map((p) => `${toX(p.x)},${toY(p.y)}`).join(' ')}
      class="fill-none stroke-wanted stroke-3 opacity-60"
    />
  {/if}
  {#each dots as dot (dot.id)}
    <circle cx={toX(dot.x)} cy={toY(dot.y)} r="5" class="fill-ink"
      ><title>{dot.words}</title></circle
    >
  {/each}
</svg>
