<script lang="ts">
  // Planned against happened, once the cook has said how it was.
  import type { BookLine } from '$lib/api/client'
  import { duration, temp, type Units } from '$lib/units'
  import { sized } from '$lib/draw/sized'
  import Soon from '$lib/ui/Soon.svelte'
  import Small from './Small.svelte'

  let {
    line,
    units,
    followed,
    events,
    onreword,
  }: {
    line: BookLine
    units: Units
    followed: [number, number][]
    events: { minute: number; words: string }[]
    onreword: () => void
  } = $props()

  /** No wider than a phone until it is told. */
  let width = $state(340)
  let height = $state(240)
  const rows = $derived([
    [
      'out after',
      duration(line.planned.pull_min),
      line.pulled_min === null ? 'not noted' : duration(line.pulled_min),
    ],
    [
      'at',
      temp(line.planned.pull_core_c, units),
      line.pulled_core_c === null ? 'not measured' : temp(line.pulled_core_c, units),
    ],
    [
      line.peak_open ? 'peak (read no further)' : 'peak',
      temp(line.planned.peak_c, units),
      line.read_peak_c === null
        ? 'not measured'
        : `${line.peak_open ? 'at least ' : ''}${temp(line.read_peak_c, units)}`,
    ],
    ['readings', '', String(line.readings.length)],
  ])
</script>

<div class="grid grid-cols-[minmax(0,1fr)_340px] gap-8 self-stretch max-lg:grid-cols-1">
  <div>
    <div
      class="h-[clamp(240px,25vw,320px)] max-w-195"
      use:sized={(wide, tall) => ([width, height] = [wide, tall])}
    >
      <Soon><Small {line} {units} {followed} {events} {width} {height} bare={false} /></Soon>
    </div>
    <p class="quiet text-sm">
      Dashed: planned. Line: as all its readings make it out. Dots: read. Green: wanted.
    </p>
  </div>
  <div class="grid gap-3 content-start">
    <table class="ruled">
      <thead>
        <tr>
          <th><span class="sr-only">what</span></th>
          <th scope="col">planned</th>
          <th scope="col">happened</th>
        </tr>
      </thead>
      <tbody>
        {#each rows as [what, planned, happened] (what)}
          <tr>
            <th scope="row">{what}</th>
            <td class="font-bold">{planned}</td>
            <td class="font-bold">{happened}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if line.verdict !== null}
      <p class="text-xl">“{line.verdict.verdict}”</p>
      {#if line.verdict.change !== ''}<p><b>Next time:</b> {line.verdict.change}</p>{/if}
      <p class="print:hidden">
        <button class="underline underline-offset-4 min-h-10" onclick={onreword}
          >Change your word</button
        >
      </p>
    {/if}
  </div>
</div>
