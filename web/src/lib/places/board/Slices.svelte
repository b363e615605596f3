<script lang="ts">
  // The joint sliced: each slice in what its middle will have been, with who gets it.
  import type { Carving, Forecast } from '$lib/api/client'
  import { inkOn } from '$lib/draw/meat'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import { temp, type Units } from '$lib/units'

  let {
    view,
    carving,
    units,
    open = $bindable(),
  }: {
    view: Pick<Forecast, 'slices' | 'map'>
    carving: Carving | null
    units: Units
    /** The slice that is looked at. */
    open: number | null
  } = $props()

  const MOST = 14
  /** The slices shown, each with its number from the thick end. */
  const slices = $derived.by(() => {
    const all = view.slices.map((s, i) => ({ ...s, i }))
    if (all.length <= MOST) return all
    const every = Math.ceil(all.length / MOST)
    return all.filter((s) => s.i % every === 0)
  })
  const every = $derived(Math.ceil(Math.max(1, view.slices.length) / MOST))
  const othersOn = (i: number): number =>
    carving?.others.filter((n) => n >= i && n < i + every).length ?? 0
  const readOn = (i: number): number | undefined => {
    for (let n = i; n < i + every; n++) {
      const read = carving?.read[String(n)]
      if (read !== undefined) return read
    }
    return undefined
  }
  const namesOn = (i: number): Carving['plates'] =>
    carving?.plates.filter((p) => p.slice !== null && p.slice >= i && p.slice < i + every) ?? []
  const tall = $derived(Math.max(...slices.map((s) => s.half_mm), 1))
</script>

<div
  class="self-stretch flex justify-center items-end gap-1 mt-4 min-h-54 max-lg:justify-start max-lg:overflow-x-auto print:overflow-visible"
  data-ask="slices"
  role="list"
  aria-label="Slices from the thick end to the thin end"
>
  {#each slices as slice (slice.from_mm)}
    <div
      class="relative grid [&_svg]:max-w-full justify-items-center content-end min-w-0 max-lg:flex-none print:flex-1"
      role="listitem"
    >
      <span
        class="[writing-mode:vertical-rl] rotate-180 flex items-start gap-2 font-semibold whitespace-nowrap pb-1"
      >
        {#each namesOn(slice.i) as plate (plate.name)}
          <span
            class="data-flash:underline decoration-wavy decoration-accent data-flash:underline-offset-4"
            data-flash={plate.flash || undefined}>{plate.name}</span
          >
        {/each}
        {#if othersOn(slice.i) > 0}<span class="font-normal text-ink-soft"
            >+{othersOn(slice.i)}</span
          >{/if}
        {#if carving !== null && carving.coolest >= slice.i && carving.coolest < slice.i + every}
          <span class="font-normal text-ink-soft">coolest</span>
        {/if}
      </span>
      <button
        class="relative grid place-items-center max-w-full"
        aria-expanded={open === slice.i}
        aria-label="Slice {slice.i + 1}: {readOn(slice.i) === undefined
          ? `reckoned ${temp(slice.centre_c, units)}`
          : `measured ${temp(readOn(slice.i) ?? 0, units)}`}"
        disabled={carving === null}
        onclick={() => (open = open === slice.i ? null : slice.i)}
      >
        <MeatFace
          map={view.map}
          at_mm={(slice.from_mm + slice.to_mm) / 2}
          height={60 + 150 * (slice.half_mm / tall)}
          squeeze={0.38}
          label="Slice with {temp(slice.centre_c, units)} in its middle, {temp(
            slice.mean_c,
            units,
          )} on the whole"
        />
        <span
          class="absolute font-bold text-lg print:text-sm data-read:underline data-read:decoration-3 data-read:underline-offset-4"
          data-read={readOn(slice.i) !== undefined || undefined}
          style:color={inkOn(Math.round(slice.centre_c))}
          aria-hidden="true"
        >
          {temp(readOn(slice.i) ?? slice.centre_c, units, true)}
        </span>
      </button>
    </div>
  {/each}
</div>
