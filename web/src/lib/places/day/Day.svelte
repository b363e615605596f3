<script lang="ts">
  // The day: one clock from the first hand to the table, the order as lines, and what clashes.
  import { BASE } from '$lib/api/base'
  import { http, want, type Day } from '$lib/api/client'
  import { navigate, route } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { DayState } from '$lib/state/day.svelte'
  import Working from '$lib/ui/Working.svelte'
  import { duration, hour, longDay, sentence } from '$lib/units'
  import AtTable from './AtTable.svelte'
  import Clashes from './Clashes.svelte'
  import DayClock from './DayClock.svelte'
  import OrderList from './OrderList.svelte'
  import Sides from './Sides.svelte'
  import { costs } from './shape'

  const DATE = /^\d{4}-\d{2}-\d{2}$/
  let dates = $state<string[] | null>(null)
  let likely = $state<string | null>(null)
  let fault = $state('')
  let chosen = $state<string | null>(null)
  let pulled = $state<Date | null>(null)

  const asked = $derived((route.params as { date?: string }).date)
  const date = $derived(asked !== undefined && DATE.test(asked) ? asked : likely)
  const here = $derived(date === null ? null : new DayState(date))
  const units = $derived(kitchen.units)

  $effect(() => {
    void kitchen.roasts
    void want(http.GET('/days')).then(
      (found) => {
        dates = found.dates
        likely = found.likely
        fault = ''
      },
      (error: unknown) => (fault = (error as Error).message),
    )
  })
  $effect(() => {
    const state = here
    if (state === null) return
    void kitchen.dayNews
    void JSON.stringify([kitchen.roasts, kitchen.ovens])
    void state.load()
  })
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
  const assumed = $derived(day?.joints.filter((j) => j.assumed) ?? [])
  const serve = $derived(day === null ? null : new Date(day.serve_at))

  function onserve(at: Date, done: boolean): void {
    if (!done) {
      pulled = at
      return
    }
    void here?.change({ serve_at: at.toISOString() }).then(() => (pulled = null))
  }
</script>

{#if fault !== '' && date === null}
  <section class="pt-4 pb-8 px-7 grid gap-2 justify-items-start max-lg:p-3">
    <h1>The day is not here.</h1>
    <p class="fault" role="alert">{fault}</p>
  </section>
{:else if dates !== null && date === null}
  <section class="pt-4 pb-8 px-7 grid gap-2 justify-items-start max-lg:p-3">
    <h1>No day is planned yet.</h1>
    <p>Lay a joint on the block and say when you sit down: its day then stands here.</p>
    <a class="act" href="/block">To the block</a>
  </section>
{:else if here?.fault && here.day === null}
  <section class="pt-4 pb-8 px-7 grid gap-2 justify-items-start max-lg:p-3">
    <h1>That day is not here.</h1>
    <p class="fault" role="alert">{here.fault}</p>
    <a class="act" href="/day">To the next day with something on it</a>
  </section>
{:else if day === null || here === null || serve === null}
  <div class="pt-4 pb-8 px-7 max-lg:p-3"><Working words="Fetching the day…" /></div>
{:else}
  <div
    class="pt-4 pb-8 px-7 grid grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] gap-y-4 gap-x-8 justify-items-stretch items-start max-lg:p-3 max-lg:grid-cols-1 print:p-0 print:gap-y-1.5 print:gap-x-5 print:grid-cols-[minmax(0,0.85fr)_minmax(0,1fr)] print:[zoom:0.54]"
  >
    <header class="col-span-full grid gap-1">
      <p class="flex gap-4 items-center text-ink-soft">
        {longDay(serve)}
        {#if day.stale}<span class="quiet" role="status">being worked out anew…</span>{/if}
        {#if (dates?.length ?? 0) > 1}
          <select
            class="field w-auto min-h-9"
            aria-label="Another day"
            value={date}
            onchange={(e) =>
              void navigate('/day/:date', { params: { date: e.currentTarget.value } })}
          >
            {#each dates ?? [] as d (d)}<option value={d}>{d}</option>{/each}
          </select>
        {/if}
      </p>
      <h1 class="shout text-2xl leading-shout print:hidden" data-where>
        {sentence(day.where.sentence, units)}
      </h1>
      <div class="flex flex-wrap gap-x-6 items-center justify-between">
        <p class="hidden print:block">
          <b>{day.people} plates on the table at {hour(serve)}</b>, {duration(day.hands_min)} of hands
          in all
        </p>
        <p class="print:hidden">
          {#if day.fits}
            Everything has its place:
          {:else}
            <b class="wrong"
              >{day.clashes.length === 1 ? 'One clash.' : `${day.clashes.length} clashes.`}</b
            >
          {/if}
          {day.people} plates at {hour(serve)}, {duration(day.hands_min)} of hands in all, {day
            .where.left} steps left.
        </p>
        <div class="acts items-center print:hidden">
          {#if day.undo !== null}
            <button class="undo inline-flex items-center" onclick={() => here.undo()}
              >Undo {day.undo.words}</button
            >
          {/if}
          <button class="undo inline-flex items-center" onclick={() => print()}
            >Print on one page</button
          >
          <a
            class="undo inline-flex items-center underline"
            href="{BASE}/days/{day.date}/calendar.ics?units={units}"
            download="trencher-{day.date}.ics"
          >
            Into a calendar
          </a>
        </div>
      </div>
      {#if here.fault !== ''}<p class="fault" role="alert">{here.fault}</p>{/if}
      {#if day.where.late.length > 0 || day.again_at !== null}
        <p class="flex flex-wrap gap-y-1.5 gap-x-4 items-center print:hidden">
          {#if day.again_at !== null}
            Planned anew from {hour(new Date(day.again_at))}.
          {/if}
          {#if day.where.late.length > 0}
            <button class="act plain" disabled={here.busy} onclick={() => here.again()}>
              Plan the rest from now
            </button>
            <span class="quiet">What you ticked stays where it stands; the rest moves.</span>
          {/if}
        </p>
      {/if}
      {#each day.late as line (line)}<p class="fault">{sentence(line, units)}</p>{/each}
      {#if day.cautions.length > 0}
        <ul aria-label="Cautions">
          {#each day.cautions as caution (caution.code)}<li
              class="border-l-4 border-ember pl-3 my-1"
            >
              {sentence(caution.text, units)}
            </li>{/each}
        </ul>
      {/if}
      {#if assumed.length > 0}
        <p class="quiet">
          Nobody chose a way yet for {#each assumed as joint, n (joint.id)}{n > 0 ? ' and ' : ''}<a
              class="underline"
              href="/ways/{joint.id}">{joint.name}</a
            >{/each}: the first that suits is assumed.
        </p>
      {/if}
    </header>
    <div class="col-span-full grid gap-1 empty:hidden"><Clashes state={here} {units} /></div>
    <div class="relative max-lg:order-2 print:order-0">
      <p class="min-h-[1.5em] font-semibold text-ember print:hidden" role="status" data-say="cost">
        {cost?.join('; ') ?? ''}
      </p>
      <DayClock
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
      />
      <div class="grid gap-6 mt-6 print:hidden">
        <AtTable {day} onchange={(part) => void here.change(part)} />
        <Sides state={here} {day} ovens={kitchen.ovens} {units} />
      </div>
    </div>
    <div class="max-lg:order-1 print:order-0">
      <h2 class="text-xl" id="order-head">In order</h2>
      <OrderList
        {day}
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
    </div>
  </div>
{/if}
