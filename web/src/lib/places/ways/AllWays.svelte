<script lang="ts">
  // All ways as rows on one clock: sifted, sorted, opened.
  import { scaleLinear } from 'd3-scale'
  import { hours as hourMarks } from '$lib/draw/curve'
  import { hour, later } from '$lib/units'
  import { ordered, sifted, type Care, type Sieve, type Worked } from './compare'
  import type { Hand, Scene } from './scene'
  import Sieves from './Sieves.svelte'
  import WayRow from './WayRow.svelte'
  import WaysHead from './WaysHead.svelte'
  import Soon from '$lib/ui/Soon.svelte'

  let {
    worked,
    scene,
    hand,
    rind,
    left,
    wanted_c,
  }: {
    worked: Worked[]
    scene: Scene
    hand: Hand
    rind: boolean
    /** Minutes until it is carved. */
    left: number
    wanted_c: number
  } = $props()

  let width = $state(420)
  let by = $state<Care | null>(null)
  let sieves = $state<Sieve[]>([])

  const shown = $derived.by(() => {
    const kept = sifted(worked, sieves, left)
    return by === null ? kept : ordered(kept, by, wanted_c)
  })
  const { serve, from, until } = $derived(scene)
  const clock = $derived(scaleLinear([from.getTime(), until.getTime()], [0, width]))
  const marks = $derived(
    hourMarks(from, serve, Math.max(3, Math.floor(width / 80)))
      .filter((at) => clock(serve.getTime()) - clock(at.getTime()) > 96)
      .map((at) => ({ x: clock(at.getTime()), text: hour(at) })),
  )
  const xOf = (w: Worked) => (min: number) =>
    clock(later(serve, min - w.forecast.end_min).getTime())
</script>

<div class="flex flex-wrap items-baseline gap-x-8 mt-3">
  <h2 class="text-xl">All of them</h2>
  <Sieves {rind} bind:sieves />
</div>
<WaysHead
  columns={scene.columns}
  {marks}
  end={{ x: clock(serve.getTime()), text: scene.ends }}
  bind:width
  bind:by
/>
{#each shown as way (way.id)}
  <Soon><WayRow {way} x={xOf(way)} {width} {marks} {scene} {hand} /></Soon>
{:else}
  <p class="py-6 px-4 text-lg quiet">No way passes all of that. Take a sieve out.</p>
{/each}
