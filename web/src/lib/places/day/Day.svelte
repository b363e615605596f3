<script lang="ts">
  // The day: one clock from the first hand to the table, the order as lines, and what clashes.
  import type { Day, DayStep } from '$lib/api/client'
  import { MediaQuery } from 'svelte/reactivity'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import Soon from '$lib/ui/Soon.svelte'
  import Fold from '$lib/ui/Fold.svelte'
  import Next from '$lib/ui/Next.svelte'
  import NoDay from '$lib/ui/NoDay.svelte'
  import TableLine from '$lib/ui/TableLine.svelte'
  import { useDay } from '$lib/ui/useDay.svelte'
  import AtStove from './AtStove.svelte'
  import Clashes from './Clashes.svelte'
  import DayHead from './DayHead.svelte'
  import DayClock from './DayClock.svelte'
  import OrderList from './OrderList.svelte'
  import ShareDay from './ShareDay.svelte'
  import Sides from './Sides.svelte'
  import { costs, nowNextLater, sidesSay, stepsSay } from './shape'

  let chosen = $state<string | null>(null)
  let pulled = $state<Date | null>(null)

  const place = useDay()
  const date = $derived(place.date)
  const dates = $derived(place.dates)
  const here = $derived(place.here)
  const units = $derived(kitchen.units)
  // On a phone the order is what is now, next and later; on paper it is whole again.
  const narrow = new MediaQuery('screen and (max-width: 860px)')

  // What is late or due changes with the clock alone.
  const beat = $derived(Math.floor(kitchen.now.getTime() / 60_000))
  let asked_at = 0
  $effect(() => {
    const state = here
    if (state === null || beat === asked_at) return
    asked_at = beat
    if (state.day !== null && !state.busy) void state.load()
  })

  const day = $derived.by((): Day | null => {
    const base = here?.tried ?? here?.day ?? null
    return base === null || pulled === null ? base : { ...base, serve_at: pulled.toISOString() }
  })
  const cost = $derived(
    here?.day === null || here?.day === undefined || here.tried === null || here.tried === undefined
      ? null
      : costs(here.day, here.tried),
  )
  const serve = $derived(day === null ? null : new Date(day.serve_at))
  const parted = $derived(
    day === null || serve === null
      ? null
      : nowNextLater(day, (kitchen.now.getTime() - serve.getTime()) / 60_000),
  )
  const groups = $derived<[string, string, DayStep[], string][]>(
    parted === null
      ? []
      : [
          ['now', 'Now', parted.now, 'Nothing this minute.'],
          ['next', 'Next', parted.next, 'Nothing more.'],
        ],
  )
  const folded = $derived<[string, DayStep[], string][]>(
    parted === null || serve === null
      ? []
      : [
          ['Later', parted.later, stepsSay(parted.later, serve)],
          ['Over', parted.over, stepsSay(parted.over, serve)],
        ],
  )
  /** The one next thing: a joint without a way, else the fire. */
  const first = $derived.by(() => {
    const joint = day?.joints.find((j) => j.assumed)
    return joint === undefined
      ? undefined
      : { words: `Choose a way for ${joint.name}`, href: `/ways/${joint.id}` }
  })
  const hands = $derived(day === null || serve === null ? '' : `${day.where.left} steps left.`)

  function onserve(at: Date, done: boolean): void {
    if (!done) {
      pulled = at
      return
    }
    void here?.change({ serve_at: at.toISOString() }).then(() => (pulled = null))
  }
</script>

{#if day === null || here === null || serve === null}
  <NoDay {here} {dates} {date} fault={place.fault} />
{:else}
  <div
    class="pt-4 pb-8 px-7 grid grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] gap-y-4 gap-x-8 justify-items-stretch items-start max-lg:p-3 max-lg:grid-cols-1 print:p-0 print:gap-y-1.5 print:gap-x-5 print:grid-cols-[minmax(0,0.85fr)_minmax(0,1fr)] print:[zoom:0.54]"
  >
    <DayHead {here} {day} {dates} {date} {units} />
    <div class="col-span-full grid gap-1 empty:hidden"><Clashes state={here} {units} /></div>
    <div class="relative max-lg:order-2 print:order-0">
      <Soon>
        <p
          class="min-h-[1.5em] font-semibold text-ember print:hidden"
          role="status"
          data-say="cost"
        >
          {cost?.join('; ') ?? ''}
        </p>
        <Soon
          ><DayClock
            {day}
            ovens={kitchen.ovens}
            {units}
            now={kitchen.now}
            stale={here.busy}
            {chosen}
            {onserve}
            onpull={(side, min) => here.attempt({ sides: here.entries(side, { pinned_min: min }) })}
            ondrop={(side, min) => here.side(side, { pinned_min: min })}
            onchoose={(step) => (chosen = step)}
          /></Soon
        >
        <Soon>
          <div class="mt-6 print:hidden">
            <TableLine date={day.date} />
            <Fold heading asks="sides-fold" title="Sides" says={sidesSay(day)}>
              <Sides state={here} {day} ovens={kitchen.ovens} {units} />
            </Fold>
            <AtStove {day} onchange={(part) => void here.change(part)} />
            <Fold
              heading
              asks="share-fold"
              title="For a helper"
              says="a page to look at: as a file, or a link on the house's network"
            >
              <ShareDay {day} {units} />
            </Fold>
          </div>
        </Soon>
      </Soon>
    </div>
    <div class="max-lg:order-1 print:order-0">
      {#if narrow.current}
        {#each groups as [id, head, steps, words] (id)}
          <Soon>
            <h2 class="text-xl mt-2" id={id === 'now' ? 'order-head' : undefined}>{head}</h2>
            {#if steps.length > 0}{@render order(steps, head)}{:else}<p class="quiet">
                {words}
              </p>{/if}
          </Soon>
        {/each}
        {@render next(false)}
        {#each folded as [head, steps, says] (head)}
          <Soon>
            {#if steps.length > 0}
              <Fold heading title={head} {says}>{@render order(steps, head)}</Fold>
            {/if}
          </Soon>
        {/each}
      {:else}
        <h2 class="text-xl" id="order-head">In order</h2>
        {@render order(day.steps, 'Running order')}
      {/if}
    </div>
  </div>
  {#if !narrow.current}{@render next(true)}{/if}
{/if}

{#snippet next(stays: boolean)}
  <Next
    {stays}
    words={first === undefined ? 'To the fire' : first.words}
    key={first === undefined ? 'f' : ''}
    href={first?.href ?? '/fire'}
  >
    {hands}
  </Next>
{/snippet}

{#snippet order(steps: DayStep[], label: string)}
  {#if day !== null && here !== null}
    <OrderList
      {day}
      {steps}
      {label}
      {units}
      now={kitchen.now}
      busy={here.busy}
      {chosen}
      onchoose={(step) => (chosen = step)}
      ondid={(step, at, skipped) => void here.did(step, at, skipped)}
      onundo={(seq) => void here.undo(seq)}
      askSlips={(step) => here.slips(step)}
      onslip={(slip, step) => void here.slipped(slip.code, slip.dish, step)}
    />
  {/if}
{/snippet}
