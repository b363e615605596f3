<script lang="ts">
  // Two roasts or more side by side on one clock, and what was otherwise between them.
  import HeatLines from '$lib/ui/HeatLines.svelte'
  import { http, want, type BookLine, type BookTold } from '$lib/api/client'
  import { axes, linePath } from '$lib/draw/curve'
  import { newest } from '$lib/state/newest'
  import Working from '$lib/ui/Working.svelte'
  import { day, duration, temp, weight, type Units } from '$lib/units'
  import { costs, differing, DASHES } from './beside'

  let { ids, units, onleave }: { ids: string[]; units: Units; onleave: () => void } = $props()

  type Both = { line: BookLine; told: BookTold }
  let shown = $state.raw<Both[]>([])
  let fault = $state('')
  const heard = newest<Both[]>((found) => (shown = found))

  async function one(roast_id: string): Promise<Both> {
    const path = { params: { path: { roast_id } } }
    const [line, told] = await Promise.all([
      want(http.GET('/book/{roast_id}', path)),
      want(http.GET('/book/{roast_id}/page', path)),
    ])
    return { line, told }
  }
  $effect(() => {
    heard(Promise.all(ids.map(one))).then(
      () => (fault = ''),
      (error: unknown) => (fault = (error as Error).message),
    )
  })

  const curve = ({ line, told }: Both): [number, number][] => {
    const found = told.story?.followed ?? []
    return found.length > 0 ? found : line.readings.map((r) => [r.minute, r.low_c])
  }
  const end = $derived(Math.max(30, ...shown.flatMap((s) => curve(s).map(([m]) => m))) + 5)
  const box = { width: 780, height: 300, left: 44, right: 6, top: 12, bottom: 26 }
  const axis = $derived(
    axes(box, 0, end, Math.max(70, ...shown.map((s) => (s.line.read_peak_c ?? 60) + 16))),
  )
  const noted = (c: number | null): string => (c === null ? 'not measured' : temp(c, units))
  const rows = $derived(
    differing([
      ['served', shown.map((s) => day(new Date(s.line.served_at)))],
      ['cut', shown.map((s) => s.line.cut)],
      ['weight', shown.map((s) => weight(s.line.weight_kg, units))],
      ['oven', shown.map((s) => s.told.oven)],
      ['way', shown.map((s) => s.line.method)],
      ['wanted', shown.map((s) => temp(s.line.wanted_c, units))],
      ['planned out after', shown.map((s) => duration(s.line.planned.pull_min))],
      [
        'came out after',
        shown.map((s) => (s.line.pulled_min === null ? 'not noted' : duration(s.line.pulled_min))),
      ],
      ['at', shown.map((s) => noted(s.line.pulled_core_c))],
      ['highest read', shown.map((s) => noted(s.line.read_peak_c))],
      ['most of the difference', shown.map((s) => costs(s.told, units))],
      ['your word', shown.map((s) => s.line.verdict?.verdict ?? '')],
      ['next time', shown.map((s) => s.line.verdict?.change ?? '')],
    ]),
  )
</script>

<section class="self-stretch grid gap-3" aria-labelledby="beside-title" data-say="beside">
  <div class="flex flex-wrap items-baseline gap-x-6">
    <h2 class="text-2xl" id="beside-title">Side by side</h2>
    <button class="underline underline-offset-4 min-h-10" onclick={onleave}>Back to the list</button
    >
  </div>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  {#if shown.length === 0 && fault === ''}
    <Working words="Following them again from their readings…" />
  {:else if shown.length > 0}
    <svg
      class="block max-w-full h-auto"
      width={box.width}
      height={box.height}
      viewBox="0 0 {box.width} {box.height}"
      role="img"
      aria-label="Cores from the door on: {shown.map((s) => s.line.name).join(', ')}"
    >
      <HeatLines {axis} {box} {units} />
      {#each shown as s, n (s.line.id)}
        {@const points = curve(s)}
        {@const last = points.at(-1)}
        <path
          d={linePath(points, axis.x, axis.y)}
          class="fill-none stroke-ink stroke-2"
          stroke-dasharray={DASHES[n % DASHES.length]}
        />
        {#if s.line.pulled_min !== null}
          <line
            x1={axis.x(s.line.pulled_min)}
            x2={axis.x(s.line.pulled_min)}
            y1={box.top}
            y2={box.height - box.bottom}
            class="stroke-accent"
            stroke-dasharray={DASHES[n % DASHES.length]}
          />
        {/if}
        {#if last !== undefined}
          <text
            class="text-sm fill-ink font-semibold"
            x={axis.x(last[0]) - 4}
            y={axis.y(last[1]) - 8 - 14 * (n % 2)}
            text-anchor="end">{s.line.name}</text
          >
        {/if}
      {/each}
      <text class="text-sm fill-ink-soft" x={box.left} y={box.height - 6}>0, the door</text>
      <text class="text-sm fill-ink-soft" x={box.width - 6} y={box.height - 6} text-anchor="end"
        >{Math.round(end)} min</text
      >
    </svg>
    <div class="overflow-x-auto">
      <table class="ruled">
        <thead>
          <tr>
            <th><span class="sr-only">what</span></th>
            {#each shown as s (s.line.id)}<th scope="col">{s.line.name}</th>{/each}
          </tr>
        </thead>
        <tbody>
          {#each rows as row (row.what)}
            <tr>
              <th scope="row" class="text-left">{row.what}</th>
              {#each row.values as value, n (n)}
                <td class={row.differs ? 'font-bold' : 'text-ink-soft'}>{value}</td>
              {/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <p class="quiet">Bold: not the same in all of them.</p>
  {/if}
</section>
