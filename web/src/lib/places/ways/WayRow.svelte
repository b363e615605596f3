<script lang="ts">
  // One way: its heat on the shared clock, its cut face, its figures, its most fragile moment.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { middleOf } from '$lib/draw/meat'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import { length, temp } from '$lib/units'
  import type { Scale } from '$lib/draw/curve'
  import { band, figureOf, inPercent, untilTender, type Care, type Worked } from './compare'
  import type { Hand, Scene } from './scene'
  import Strip from './Strip.svelte'
  import Weakness from './Weakness.svelte'
  import WayMore from './WayMore.svelte'

  let {
    way,
    x,
    width,
    marks,
    scene,
    hand,
  }: {
    way: Worked
    x: Scale
    width: number
    marks: { x: number }[]
    scene: Scene
    hand: Hand
  } = $props()
  const { columns, serve, dialMarks } = $derived(scene)
  const open = $derived(scene.opened === way.id)
  const on = $derived(scene.taken === way.id)

  const id = $props.id()
  const f = $derived(way.forecast)
  const units = $derived(kitchen.units)
  const wanted = $derived(plan.draft?.wanted_c ?? f.peak_c.value)
  const tender = $derived(untilTender(way))

  const figure = (care: Care): string =>
    figureOf(way, care, { serve, units, now: kitchen.now, quick: plan.quick })
</script>

<article
  class="border-t border-line py-1 break-inside-avoid data-on:bg-[linear-gradient(90deg,var(--paper-deep),transparent)] data-on:shadow-[inset_5px_0_0_var(--accent)]"
  data-on={on || undefined}
  data-way={way.id}
>
  <div
    class="grid grid-cols-[188px_minmax(0,1fr)_74px_minmax(0,490px)] gap-x-4 items-center max-xl:grid-cols-1"
  >
    <div class="pl-4 leading-tight text-sm text-ink-soft">
      <h2 class="text-lg leading-shout text-ink">
        <button
          class="text-left [font:inherit] min-h-8.5 underline decoration-line-strong underline-offset-4 hover:decoration-accent hover:decoration-2 aria-expanded:decoration-accent aria-expanded:decoration-2"
          aria-expanded={open}
          aria-controls="{id}-more"
          onclick={() => hand.toggle(way.id)}>{way.name}</button
        >
      </h2>
      <p>{way.words}</p>
    </div>
    <div class="group-data-waiting/rows:opacity-55">
      <Strip
        forecast={f}
        {x}
        {width}
        height={84}
        hours={marks}
        serveMin={f.end_min}
        {units}
        marks={dialMarks}
      />
    </div>
    <div
      class="grid place-items-center [&_svg]:max-w-full group-data-waiting/rows:opacity-55 max-xl:hidden"
    >
      <MeatFace
        map={f.map}
        at_mm={middleOf(f.map)}
        height={66}
        label="Cut face: {inPercent(f.even_fraction ?? 0)} as wanted, rim {length(
          f.rim_mm ?? 0,
          units,
        )}"
      />
    </div>
    <dl
      class="grid grid-cols-[repeat(var(--count),minmax(0,1fr))] gap-1 items-baseline max-xl:grid-cols-[repeat(auto-fill,minmax(4.6rem,1fr))] max-xl:pl-4"
      style:--count={columns.length}
    >
      {#each columns as column (column.id)}
        <div
          class="group/figure max-xl:flex max-xl:flex-col-reverse"
          data-main={column.id === 'start' || undefined}
        >
          <dt
            class="absolute w-px h-px overflow-hidden [clip-path:inset(50%)] max-xl:static max-xl:w-auto max-xl:h-auto max-xl:[clip-path:none] max-xl:text-xs max-xl:text-ink-soft"
          >
            {column.head}
          </dt>
          <dd
            data-figure={column.id}
            class="font-semibold text-sm whitespace-nowrap group-data-main/figure:whitespace-normal group-data-main/figure:font-heading group-data-main/figure:font-bold group-data-main/figure:text-base"
          >
            {figure(column.id)}
            {#if column.id === 'peak' && f.peak_c.low !== null}
              <small class="block font-normal text-xs text-ink-soft tracking-tight"
                >{band(f.peak_c.low, f.peak_c.high, units)}</small
              >
            {/if}
          </dd>
        </div>
      {/each}
    </dl>
  </div>
  <p data-say="worst" class="pl-4 text-sm min-h-[1.4em] leading-snug">
    <Weakness {way} {serve} {open} />
    {#if tender && wanted < f.peak_c.value - 5}
      <span class="quiet">Until it falls apart: well past {temp(wanted, units, true)}.</span>
    {/if}
  </p>
  {#if open}
    <WayMore id="{id}-more" {way} {scene} {hand} />
  {/if}
</article>
