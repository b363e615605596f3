<script lang="ts">
  // One way as a card: its hour, its heat on the shared clock, its share on the cut face, its figures.
  import { sized } from '$lib/draw/sized'
  import { scaleLinear } from 'd3-scale'
  import { hours as hourMarks } from '$lib/draw/curve'
  import { AS_WANTED, bounded, faceSize, middleOf } from '$lib/draw/meat'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { duration, hour, inBy, later, length, sentence, temp } from '$lib/units'
  import { band, figureOf, inPercent, untilTender, type Worked } from './compare'
  import type { Hand, Scene } from './scene'
  import Share from './Share.svelte'
  import Soon from '$lib/ui/Soon.svelte'
  import Strip from './Strip.svelte'
  import Weakness from './Weakness.svelte'
  import WayMore from './WayMore.svelte'

  let {
    way,
    why,
    scene,
    hand,
  }: {
    way: Worked
    /** Why it is among the three, if it is. */
    why: string
    scene: Scene
    hand: Hand
  } = $props()
  const { serve, from, until } = $derived(scene)
  const open = $derived(scene.opened === `card ${way.id}`)
  const on = $derived(scene.taken === way.id)

  const id = $props.id()
  /** Of the columns; the hour and the share stand above, larger. */
  const SMALL = ['peak', 'climb', 'crust', 'rind', 'loss', 'late', 'hands', 'sure']
  let width = $state(340)
  const f = $derived(way.forecast)
  const units = $derived(kitchen.units)
  const inAt = $derived(later(serve, -f.end_min))
  const wanted = $derived(plan.draft?.wanted_c ?? f.peak_c.value)
  const tender = $derived(untilTender(way))
  const lines = $derived(bounded(f.map, middleOf(f.map), wanted).length)
  const clock = $derived(scaleLinear([from.getTime(), until.getTime()], [0, width]))
  const x = (min: number): number => clock(later(inAt, min).getTime())
  const marks = $derived(
    hourMarks(from, serve, Math.max(2, Math.floor(width / 90)))
      .filter((at) => clock(serve.getTime()) - clock(at.getTime()) > 106)
      .map((at) => ({ x: clock(at.getTime()), text: hour(at) })),
  )
  const small = $derived(scene.columns.filter((c) => SMALL.includes(c.id)))
</script>

<article
  class="row-span-8 grid grid-rows-subgrid max-lg:grid-rows-none content-start gap-2 border-t-4 border-line pt-2 break-inside-avoid data-on:border-accent"
  data-on={on || undefined}
  data-card={way.id}
>
  <div class="flex items-baseline justify-between gap-4">
    <h3 class="shout text-xl leading-shout">{way.name}</h3>
    <p class="whitespace-nowrap">
      {inBy(inAt, kitchen.now)}
      <b class="font-heading text-2xl" data-figure="start">{hour(inAt)}</b>
    </p>
  </div>
  <p class="font-semibold leading-snug max-lg:min-h-17" data-say="unlike">{sentence(why, units)}</p>
  <div use:sized={(wide) => (width = wide)}>
    <div class="relative h-5 text-xs" aria-hidden="true">
      {#each marks as mark (mark.x)}
        <span class="absolute -translate-x-1/2 text-ink-soft" style:left="{mark.x}px"
          >{mark.text}</span
        >
      {/each}
      <b
        class="absolute -translate-x-full whitespace-nowrap"
        style:left="{Math.min(width, clock(serve.getTime()) + 14)}px">{scene.ends}</b
      >
    </div>
    <div class="min-h-[84px] group-data-waiting/rows:opacity-55">
      <Soon
        ><Strip
          forecast={f}
          {x}
          {width}
          height={84}
          hours={marks}
          serveMin={f.end_min}
          {units}
          marks={scene.dialMarks}
        /></Soon
      >
    </div>
  </div>
  <div class="flex items-center gap-4">
    <div
      class="min-h-24 flex-none group-data-waiting/rows:opacity-55"
      style:min-width="{faceSize(f.map, 96).rx * 2 + 4}px"
    >
      <Soon
        ><Share
          map={f.map}
          wanted_c={wanted}
          share={tender ? null : f.even_fraction}
          height={96}
        /></Soon
      >
    </div>
    <p class="leading-snug">
      {#if tender}
        <b>Until it falls apart</b>, well past {temp(wanted, units, true)}.
      {:else}
        <b class="font-heading text-2xl">{inPercent(f.even_fraction ?? 0)}</b> of the meat as
        wanted: {lines > 1 ? 'between the lines' : 'inside the line'}, {temp(
          wanted + AS_WANTED[0],
          units,
          true,
        )} to {temp(wanted + AS_WANTED[1], units, true)}.
        {#if (f.rim_mm ?? 0) >= 1}
          <span class="quiet">Rim overdone: {length(f.rim_mm ?? 0, units)}.</span>
        {/if}
      {/if}
    </p>
  </div>
  <dl class="grid grid-cols-[repeat(4,auto)] justify-between gap-x-2 gap-y-1">
    <div class="flex flex-col-reverse justify-end">
      <dt class="text-xs text-ink-soft">in all</dt>
      <dd class="text-sm font-semibold whitespace-nowrap">{duration(f.end_min)}</dd>
    </div>
    {#each small as column (column.id)}
      <Soon
        ><div class="flex flex-col-reverse justify-end">
          <dt class="text-xs text-ink-soft">{column.long}</dt>
          <!-- A band that has no room beside its figure stands under it, not on its neighbour. -->
          <dd class="text-sm font-semibold" data-figure={column.id}>
            <span class="whitespace-nowrap"
              >{figureOf(way, column.id, {
                serve,
                units,
                now: kitchen.now,
                quick: plan.quick,
              })}</span
            >
            {#if column.id === 'peak' && f.peak_c.low !== null}
              <small class="font-normal text-xs text-ink-soft whitespace-nowrap"
                >({band(f.peak_c.low, f.peak_c.high, units)})</small
              >
            {/if}
          </dd>
        </div></Soon
      >
    {/each}
  </dl>
  <p class="text-sm leading-snug min-h-[2.8em]"><Weakness {way} {serve} {open} /></p>
  {#if open}
    <WayMore id="{id}-more" {way} {scene} {hand} />
  {/if}
  <div class="flex items-center gap-4 print:hidden">
    {#if !open}
      <button
        class="act"
        class:plain={on}
        disabled={scene.locked}
        aria-pressed={on}
        onclick={() => hand.pick(way)}
      >
        {on ? 'This way' : 'Take this way'}<span class="sr-only">: {way.name}</span>
      </button>
    {/if}
    <button
      class="link"
      aria-expanded={open}
      aria-controls="{id}-more"
      onclick={() => hand.toggle(`card ${way.id}`)}
      >{open ? 'Less of it' : 'More of it'}<span class="sr-only">: {way.name}</span></button
    >
  </div>
</article>
