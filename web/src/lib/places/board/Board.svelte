<script lang="ts">
  // The board: the rest's countdown and the joint sliced, each slice in what it will have been.
  import Soon from '$lib/ui/Soon.svelte'
  import CarveWindow from './CarveWindow.svelte'
  import Craft from './Craft.svelte'
  import Kept from './Kept.svelte'
  import SlicePanel from './SlicePanel.svelte'
  import Slices from './Slices.svelte'
  import WhoGets from './WhoGets.svelte'
  import Wishes from './Wishes.svelte'
  import { keepLocal, local } from '$lib/state/local'
  import type { Carving } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import Legend from '$lib/ui/Legend.svelte'
  import Next from '$lib/ui/Next.svelte'
  import { useOutlook, useRoast } from '$lib/ui/usePlace.svelte'
  import Working from '$lib/ui/Working.svelte'
  import { hour, later, sentence } from '$lib/units'

  const place = useRoast()
  const current = $derived(place.current)
  const roast = $derived(current?.roast ?? null)
  const outlook = $derived(current?.outlook ?? null)
  const units = $derived(kitchen.units)

  $effect(() => {
    if (roast !== null && roast.status === 'planning') plan.open(roast)
  })
  useOutlook(() => current)

  const planned = $derived(
    roast?.status === 'planning'
      ? (plan.ways.find((w) => w.id === roast.school)?.forecast ??
          plan.ways.find((w) => w.forecast !== null)?.forecast ??
          null)
      : null,
  )
  const view = $derived(outlook ?? planned)
  const putIn = $derived(outlook === null ? 0 : new Date(outlook.put_in_at).getTime())
  const now = $derived((kitchen.now.getTime() - putIn) / 60_000)
  const at = (minute: number): string => hour(later(putIn, minute))

  let carving = $state.raw<Carving | null>(null)
  /** Who gets which cannot be had just now: the slices alone, then. */
  let unknown = $state(false)
  let left = $state(local<boolean>('left-handed', false))
  /** The slice that is looked at. */
  let open = $state<number | null>(null)
  const opened = $derived(open === null ? undefined : view?.slices[open])
  /** When it last came out: after a blast that is later than its take-out. */
  const out = $derived(
    roast === null || roast.pulled_min === null
      ? null
      : (outlook?.stages.findLast(
          (s) => s.kind !== 'rest' && s.kind !== 'turn' && s.end_min <= outlook.now_min,
        )?.end_min ?? roast.pulled_min),
  )
  $effect(() => {
    // Anew with every outlook: slices change as the rest goes on.
    const here = outlook === null ? null : current
    void outlook?.now_min
    void roast?.last_seq
    if (here === null) carving = null
    else
      here.plates(left).then(
        (found) => {
          carving = found
          unknown = false
        },
        () => (unknown = true),
      )
  })
  const measured = $derived(roast?.readings.length ?? 0)

  /** The one next thing; without an address it is to begin to carve. */
  const next = $derived.by((): { words: string; href?: string } => {
    if (roast?.status === 'resting') return { words: 'Carving begins' }
    if (roast?.status === 'done')
      return { words: 'How was it? To the Book', href: `/book/${roast.id}` }
    if (roast?.status === 'roasting') return { words: 'To the fire', href: `/fire/${roast.id}` }
    return roast?.method == null
      ? { words: 'Choose a way', href: `/ways/${roast?.id ?? ''}` }
      : { words: 'On to the day', href: '/day' }
  })

  async function carve(): Promise<void> {
    if (current !== null) await current.carve()
  }
</script>

<section
  class="pt-4 pb-6 px-7 flex flex-col gap-2 flex-1 items-start max-lg:p-3 print:p-0 print:[zoom:0.75]"
>
  {#if place.missing || (roast === null && current?.fault)}
    <h1 class="shout">Nothing on the board.</h1>
    {#if current?.fault}<p class="fault" role="alert">{current.fault}</p>{/if}
    <a class="act" href="/block">To the block</a>
  {:else if roast === null || view === null || (outlook !== null && carving === null && !unknown)}
    <Working words="Fetching the slices…" />
  {:else}
    <p class="quiet print:text-xl">
      {roast.name}{#if out !== null && outlook !== null}, out at {at(out)}{/if}
    </p>
    {#if outlook === null}
      <h1 class="shout text-4xl leading-shout">How it will slice.</h1>
      <p class="quiet text-xl max-w-248">
        Predicted for the way that is chosen; nothing is measured yet.
      </p>
    {:else}
      <CarveWindow {roast} {outlook} {now} {putIn} {units} />
    {/if}
    <Slices {view} {carving} {units} bind:open />
    <div
      class="self-stretch h-4.5 bg-board border-b-[6px] border-b-[color-mix(in_srgb,var(--board),black_25%)] rounded-base"
      aria-hidden="true"
    ></div>
    {#if open !== null && opened !== undefined && carving !== null && current !== null}
      <SlicePanel
        {current}
        {carving}
        index={open}
        count={view.slices.length}
        reckoned={opened.centre_c}
        resting={roast.status === 'resting' || roast.status === 'done'}
        onclose={() => (open = null)}
      />
    {/if}
    {#if roast.status !== 'planning'}
      <p class="print:hidden">Fresh board and knife. Knife away from the body; bones first.</p>
    {/if}
    <p class="quiet">
      {#if carving !== null}<span class="print:hidden"
          >Touch a slice to read it or give it to somebody.</span
        >{/if}
      {#if (roast.joint.pieces ?? 1) > 1}Each of {roast.joint.pieces} pieces is sliced like this.{/if}
      Each slice: the highest its middle will have been, reckoned{measured > 0
        ? ` from ${measured} reading${measured === 1 ? '' : 's'} of the whole joint`
        : ', not measured'}.
    </p>
    <div class="legend w-[min(640px,100%)] my-2">
      <Legend {units} bands={kitchen.catalogue?.bands ?? []} />
    </div>
    {#if outlook !== null}
      <p
        class="text-lg border-l-4 border-line-strong pl-3 max-w-240 data-[standing=not_met]:border-accent"
        data-standing={outlook.figure.standing}
      >
        {sentence(outlook.figure.sentence, units)}
      </p>
    {/if}
    {#if carving !== null && current !== null}
      <div class="self-stretch grid grid-cols-2 gap-y-4 gap-x-8 max-lg:grid-cols-1">
        <Soon
          ><WhoGets {carving} slices={view.slices.length} wanted_c={roast.wanted_c} {units} /></Soon
        >
        <Soon
          ><Craft
            {current}
            {carving}
            {left}
            onleft={(on) => {
              left = on
              keepLocal('left-handed', on)
            }}
          /></Soon
        >
      </div>
      {#if roast.status === 'done'}
        <Kept
          {current}
          carvedAt={roast.carved_min === null ? null : later(putIn, roast.carved_min)}
        />
      {/if}
    {:else}
      <Wishes cut={roast.joint.cut} />
    {/if}
    {#if current?.fault}<p class="fault" role="alert">{current.fault}</p>{/if}
  {/if}
</section>
{#if roast !== null && view !== null}
  <Next
    words={next.words}
    href={next.href}
    onclick={() => void carve()}
    disabled={current?.busy ?? false}
  >
    {roast.status === 'planning' ? 'Predicted; nothing is measured yet.' : ''}
    {#snippet beside()}
      {#if carving !== null}
        <button class="undo" onclick={() => print()}>Print for the carver</button>
      {/if}
      {#if roast.status === 'resting'}
        <a class="undo inline-flex items-center" href="/fire/{roast.id}">A reading, the curve</a>
      {/if}
    {/snippet}
  </Next>
{/if}
