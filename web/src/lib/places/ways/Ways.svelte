<script lang="ts">
  // The ways, side by side on one clock that ends when people sit down.
  import { MediaQuery } from 'svelte/reactivity'
  import type { Way } from '$lib/api/client'
  import { go, navigate } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import Soon from '$lib/ui/Soon.svelte'
  import NoRoast from '$lib/ui/NoRoast.svelte'
  import { useRoast } from '$lib/ui/usePlace.svelte'
  import { inTurn } from '$lib/ui/turns'
  import Working from '$lib/ui/Working.svelte'
  import { atItsEnd, carveAt, dateOf, later, temp, weight } from '$lib/units'
  import OvenAsked from '$lib/ui/OvenAsked.svelte'
  import type AllWays from './AllWays.svelte'
  import Chosen from './Chosen.svelte'
  import { COLUMNS, because, forFixedHour, tradeoff, type Worked } from './compare'
  import FirstThree from './FirstThree.svelte'
  import How from './How.svelte'
  import NotFor from './NotFor.svelte'
  import Pinned from './Pinned.svelte'
  import Printed from './Printed.svelte'
  import type { Hand, Scene } from './scene'

  const place = useRoast()
  const roast = $derived(place.current?.roast ?? null)
  $effect(() => {
    if (roast !== null) plan.open(roast)
  })

  let pins = $state<string[]>([])
  let opened = $state('')
  let chosen = $state('')

  // Another joint: nothing of the last one's is chosen, open or pinned.
  const id = $derived(roast?.id)
  $effect(() => {
    if (id === undefined) return
    chosen = ''
    opened = ''
    pins = []
  })

  const draft = $derived(plan.draft)
  const serve = $derived(draft === null ? new Date() : carveAt(draft))
  const oven = $derived(kitchen.ovens.find((o) => o.id === draft?.oven_id))
  const cut = $derived(kitchen.catalogue?.cuts.find((c) => c.id === draft?.joint.cut))
  const worked = $derived(plan.ways.filter((w): w is Worked => w.forecast !== null))
  const left = $derived((serve.getTime() - kitchen.now.getTime()) / 60_000)
  const unsuited = $derived(plan.ways.filter((w) => w.forecast === null))
  // Where there is rind, it is the rind that counts as the crust.
  const columns = $derived(COLUMNS.filter((c) => c.id !== (cut?.rind === true ? 'crust' : 'rind')))
  const longest = $derived(Math.max(60, ...worked.map((w) => w.forecast.end_min)))
  const from = $derived(later(serve, -(longest + 12)))
  const until = $derived(later(serve, 14))
  const locked = $derived(roast !== null && roast.status !== 'planning')
  const current = $derived(chosen === '' ? (roast?.school ?? '') : chosen)
  const selected = $derived(worked.find((w) => w.id === current))
  const byHand = $derived(
    selected === undefined && roast?.method != null && (chosen === '' || chosen === 'by-hand'),
  )
  // On a phone one way a screen; on paper all of them in rows.
  const narrow = new MediaQuery('screen and (max-width: 860px)')
  /** Nearer than this to the oven, the fire is next; else the day. */
  const SOON_MIN = 45
  $effect(() => plan.looking())
  /** All of them in rows: fetched last, for a phone needs them for its paper alone. */
  let Rows = $state.raw<typeof AllWays | null>(null)
  const any = $derived(worked.length > 0)
  $effect(() => {
    if (!any) return
    return inTurn(() => void import('./AllWays.svelte').then((m) => (Rows = m.default)))
  })
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

  async function pick(way: Way): Promise<void> {
    chosen = way.id
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

  const scene = $derived<Scene>({
    columns,
    serve,
    from,
    until,
    ends: draft === null ? '' : atItsEnd(draft),
    dialMarks: oven?.marks ?? 'C',
    locked,
    taken: current,
    opened,
    pins,
  })
  const hand: Hand = {
    pick: (way) => void pick(way),
    shape: (way) => void shape(way),
    pin,
    toggle: (id) => (opened = opened === id ? '' : id),
  }
</script>

{#if place.missing || roast === null || draft === null}
  <NoRoast missing={place.missing} current={place.current} words="No joint, no ways." />
{:else}
  <section class="pt-4 pb-5 px-7 flex flex-col gap-1 flex-1 max-lg:p-3">
    <div class="flex justify-between items-baseline gap-8 flex-wrap max-lg:gap-y-1 max-lg:gap-x-4">
      <h1 class="text-2xl leading-shout">{cut?.name ?? ''}</h1>
      <p class="quiet">
        {weight(draft.joint.weight_kg, kitchen.units)}{#if draft.assumed.includes('weight_kg')}<a
            class="text-ember underline decoration-dashed underline-offset-4 mx-1"
            href="/block/{roast.id}">assumed</a
          >{/if} · ends at
        <b>{temp(draft.wanted_c, kitchen.units)}</b> · {oven?.name ?? ''}{oven?.kind === 'fan'
          ? ', fan accounted for'
          : ''} · core {temp(draft.joint.start_c, kitchen.units)} at the start
      </p>
    </div>
    {#if place.current?.fault}<p class="fault" role="alert">{place.current.fault}</p>{/if}
    <OvenAsked {oven} ontold={() => plan.refresh()} />
    {#if plan.fault !== ''}<p class="fault" role="alert">{plan.fault}</p>{/if}
    {#if pinned.length > 1}
      <Pinned ways={pinned} {serve} onunpin={pin} />
    {/if}
    <!-- Stale shows in the pictures; words stay readable. -->
    <div class="group/rows" data-waiting={plan.stale || undefined}>
      {#if worked.length === 0}
        <div class="py-6 text-lg min-h-dvh">
          {#if plan.ways.length === 0}
            <Working words="Working the ways out…" />
          {:else}
            <p class="quiet">No way gets there in this oven.</p>
          {/if}
        </div>
      {:else}
        <FirstThree {worked} {scene} {hand} narrow={narrow.current} />
      {/if}
      <Soon>
        {#if pair !== null}
          <p class="text-base leading-snug max-w-304 text-pretty mt-3" data-say="trade">
            {tradeoff(pair[0], pair[1], kitchen.units)}
            {because(pair[0], pair[1], kitchen.units)}
            {#if !plan.quick}<b>{forFixedHour(pair[0], pair[1], kitchen.units)}</b>{/if}
          </p>
        {/if}
        <How {locked} />
        <Printed rows={plan.printed} wanted={draft.wanted_c} />
      </Soon>
      {#if Rows !== null && !narrow.current && any}
        <Soon
          ><Rows
            {worked}
            {scene}
            {hand}
            rind={cut?.rind === true}
            {left}
            wanted_c={draft.wanted_c}
          /></Soon
        >
      {/if}
    </div>
    {#if plan.ways.length > 0}<Soon><NotFor ways={unsuited} {locked} onlook={anyway} /></Soon>{/if}
  </section>
  {#if selected !== undefined || byHand}
    <Chosen
      id={roast.id}
      date={dateOf(serve)}
      {selected}
      method={selected?.method ?? roast.method ?? ''}
      marks={oven?.marks ?? 'C'}
      soon={left - (selected?.forecast.end_min ?? 0) < SOON_MIN}
      onfire={toFire}
    />
  {/if}
{/if}
