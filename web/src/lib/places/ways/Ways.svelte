<script lang="ts">
  // The ways, side by side on one clock that ends when people sit down.
  import { scaleLinear } from 'd3-scale'
  import type { Way } from '$lib/api/client'
  import { hours as hourMarks } from '$lib/draw/curve'
  import { go, navigate } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import Fold from '$lib/ui/Fold.svelte'
  import NoRoast from '$lib/ui/NoRoast.svelte'
  import { useRoast } from '$lib/ui/usePlace.svelte'
  import Why from '$lib/ui/Why.svelte'
  import Working from '$lib/ui/Working.svelte'
  import { atItsEnd, carveAt, hour, later, temp, weight } from '$lib/units'
  import {
    COLUMNS,
    because,
    forFixedHour,
    ordered,
    sifted,
    tradeoff,
    type Care,
    type Sieve,
    type Worked,
  } from './compare'
  import Chosen from './Chosen.svelte'
  import Controls from './Controls.svelte'
  import NotFor from './NotFor.svelte'
  import Pinned from './Pinned.svelte'
  import Printed from './Printed.svelte'
  import WayRow from './WayRow.svelte'
  import WaysHead from './WaysHead.svelte'

  const place = useRoast()
  const roast = $derived(place.current?.roast ?? null)
  $effect(() => {
    if (roast !== null) plan.open(roast)
  })

  let width = $state(420)
  let by = $state<Care | null>(null)
  let sieves = $state<Sieve[]>([])
  let pins = $state<string[]>([])
  let opened = $state<string | null>(null)
  let chosen = $state('')

  // Another joint: nothing of the last one's is chosen, open or pinned.
  const id = $derived(roast?.id)
  $effect(() => {
    if (id === undefined) return
    chosen = ''
    opened = null
    pins = []
  })

  const draft = $derived(plan.draft)
  const serve = $derived(draft === null ? new Date() : carveAt(draft))
  const oven = $derived(kitchen.ovens.find((o) => o.id === draft?.oven_id))
  const cut = $derived(kitchen.catalogue?.cuts.find((c) => c.id === draft?.joint.cut))
  const worked = $derived(plan.ways.filter((w): w is Worked => w.forecast !== null))
  const left = $derived((serve.getTime() - kitchen.now.getTime()) / 60_000)
  const shown = $derived.by(() => {
    const kept = sifted(worked, sieves, left)
    return by === null ? kept : ordered(kept, by, draft?.wanted_c ?? 57)
  })
  const unsuited = $derived(plan.ways.filter((w) => w.forecast === null))
  // Where there is rind, it is the rind that counts as the crust.
  const columns = $derived(COLUMNS.filter((c) => c.id !== (cut?.rind === true ? 'crust' : 'rind')))
  const longest = $derived(Math.max(60, ...shown.map((w) => w.forecast.end_min)))
  const from = $derived(later(serve, -(longest + 12)))
  const until = $derived(later(serve, 14))
  const clock = $derived(scaleLinear([from.getTime(), until.getTime()], [0, width]))
  const marks = $derived(
    hourMarks(from, serve, Math.max(3, Math.floor(width / 80)))
      .filter((at) => clock(serve.getTime()) - clock(at.getTime()) > (width < 420 ? 110 : 96))
      .map((at) => ({ x: clock(at.getTime()), text: hour(at) })),
  )
  const roasted = $derived(kitchen.roasts.some((r) => r.status === 'done'))
  const locked = $derived(roast !== null && roast.status !== 'planning')
  const current = $derived(chosen === '' ? (roast?.school ?? '') : chosen)
  const selected = $derived(worked.find((w) => w.id === current))
  const byHand = $derived(
    selected === undefined && roast?.method != null && (chosen === '' || chosen === 'by-hand'),
  )
  const open = $derived(opened ?? '')
  const pinned = $derived(
    pins.map((id) => worked.find((w) => w.id === id)).filter((w) => w !== undefined),
  )
  /** What is told in one sentence: the pinned pair, else the two unlike classics. */
  const pair = $derived.by((): [Worked, Worked] | null => {
    const [a, b] = [pinned[0], pinned[1]]
    if (a !== undefined && b !== undefined) return [a, b]
    const hot = worked.find((w) => w.id === 'hot-then-low')
    const low = worked.find((w) => w.id === 'low-then-blast')
    return hot !== undefined && low !== undefined ? [hot, low] : null
  })

  const xOf = (w: Worked) => (min: number) =>
    clock(later(serve, min - w.forecast.end_min).getTime())

  async function pick(way: Way): Promise<void> {
    chosen = way.id
    opened = way.id
    await place.current?.choose(way.method, way.id)
  }

  async function shape(way: Way): Promise<void> {
    if (roast === null) return
    if (current !== way.id) await pick(way)
    void navigate('/ways/:id/hand', { params: { id: roast.id } })
  }

  /** A way that is not for this joint may still be looked at and shaped. */
  async function anyway(way: Way): Promise<void> {
    if (roast === null) return
    plan.lent = way.method
    await navigate('/ways/:id/hand', { params: { id: roast.id } })
  }

  function pin(way: Way): void {
    pins = pins.includes(way.id) ? pins.filter((p) => p !== way.id) : [...pins, way.id].slice(-3)
  }

  async function toFire(): Promise<void> {
    if (selected !== undefined && roast !== null && roast.method !== selected.method) {
      const done = await place.current?.choose(selected.method, selected.id)
      if (done !== true) return
    }
    if (roast !== null) go('fire', roast.id)
  }
</script>

{#if place.missing || roast === null || draft === null}
  <NoRoast missing={place.missing} current={place.current} words="No joint, no ways." />
{:else}
  <section class="pt-4 pb-5 px-7 flex flex-col gap-2 flex-1 max-lg:p-3">
    <div class="flex justify-between items-baseline gap-8 flex-wrap max-lg:gap-y-1 max-lg:gap-x-4">
      <h1 class="text-2xl">{cut?.name ?? ''}</h1>
      <p class="quiet">
        {weight(draft.joint.weight_kg, kitchen.units)} · ends at
        <b>{temp(draft.wanted_c, kitchen.units)}</b> · {oven?.name ?? ''}{oven?.kind === 'fan'
          ? ', fan accounted for'
          : ''} · core {temp(draft.joint.start_c, kitchen.units)} at the start
      </p>
    </div>
    {#if place.current?.fault}<p class="fault" role="alert">{place.current.fault}</p>{/if}
    {#if plan.fault !== ''}<p class="fault" role="alert">{plan.fault}</p>{/if}
    {#if pair !== null}
      <p class="text-base leading-snug max-w-304 text-pretty max-lg:order-1" data-say="trade">
        {tradeoff(pair[0], pair[1], kitchen.units)}
        {because(pair[0], pair[1], kitchen.units)}
        {#if !plan.quick}<b>{forFixedHour(pair[0], pair[1], kitchen.units)}</b>{/if}
      </p>
    {/if}
    {#if roasted}
      <!-- Its place is kept while it is asked for: what is below must not move under a finger. -->
      <div class="max-lg:order-2 min-h-11" data-ask="why">
        {#if plan.why.length > 0}
          <Fold title="Goes by your earlier roasts: {plan.why[0]?.words}">
            <Why rows={plan.why} onchanged={() => plan.refresh()} />
          </Fold>
        {/if}
      </div>
    {/if}
    <Controls {locked} rind={cut?.rind === true} bind:sieves />
    {#if pinned.length > 1}
      <Pinned ways={pinned} {serve} onunpin={pin} />
    {/if}
    <!-- Stale shows in the pictures; words stay readable. -->
    <div class="group/rows" data-waiting={plan.stale || undefined}>
      <WaysHead
        {columns}
        {marks}
        end={{ x: clock(serve.getTime()), text: atItsEnd(draft) }}
        bind:width
        bind:by
      />
      {#each shown as way (way.id)}
        <WayRow
          {way}
          {columns}
          {serve}
          x={xOf(way)}
          {width}
          {marks}
          dialMarks={oven?.marks ?? 'C'}
          on={current === way.id}
          open={open === way.id}
          pinned={pins.includes(way.id)}
          {locked}
          ontoggle={() => (opened = open === way.id ? '' : way.id)}
          onpick={() => pick(way)}
          onshape={() => shape(way)}
          onpin={() => pin(way)}
        />
      {:else}
        <div class="py-6 px-4 text-lg">
          {#if worked.length === 0 && plan.ways.length === 0}
            <Working words="Working the ways out…" />
          {:else}
            <p class="quiet">
              {worked.length > 0
                ? 'No way passes all of that. Take a sieve out.'
                : 'No way gets there in this oven.'}
            </p>
          {/if}
        </div>
      {/each}
    </div>
    <NotFor ways={unsuited} {locked} onlook={anyway} />
    <Printed rows={plan.printed} wanted={draft.wanted_c} />
    {#if selected !== undefined || byHand}
      <Chosen
        id={roast.id}
        {selected}
        method={selected?.method ?? roast.method ?? ''}
        marks={oven?.marks ?? 'C'}
        onfire={toFire}
      />
    {/if}
  </section>
{/if}
