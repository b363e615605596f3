<script lang="ts">
  // Before the door closes: the core now replaces what was assumed. It may be skipped.
  import { sized } from '$lib/draw/sized'
  import { scaleLinear } from 'd3-scale'
  import { http, want, type Forecast, type Roast } from '$lib/api/client'
  import { hours as hourMarks } from '$lib/draw/curve'
  import Strip from '$lib/places/ways/Strip.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import type { RoastState } from '$lib/state/roast.svelte'
  import {
    carveAt,
    hour,
    parseReading,
    sentence,
    shortDay,
    temp,
    dial,
    type Units,
  } from '$lib/units'
  import { closedAt } from './happened'

  let {
    state: current,
    roast,
    now,
    units,
  }: {
    state: RoastState
    roast: Roast
    now: Date
    units: Units
  } = $props()

  let typed = $state('')
  let fault = $state('')
  let since = $state('')
  let sinceFault = $state('')
  const way = $derived(plan.ways.find((w) => w.id === roast.school && w.method === roast.method))
  /** A way of one's own is in no list: it is worked out here. */
  let own = $state<{ method: string; forecast: Forecast | null; reason: string } | null>(null)
  const forecast = $derived(
    way?.forecast ?? (own !== null && own.method === roast.method ? own.forecast : null),
  )
  $effect(() => {
    const method = roast.method
    const wish = plan.wish(false)
    if (way !== undefined || method === null || wish === null || own?.method === method) return
    void want(http.POST('/method', { body: { ...wish, method } })).then(
      (found) => (own = { method, forecast: found.forecast, reason: found.reason }),
      (error: Error) => (own = { method, forecast: null, reason: error.message }),
    )
  })
  const length = $derived(forecast?.end_min)
  const due = $derived(
    length === undefined ? null : new Date(carveAt(roast).getTime() - length * 60_000),
  )
  const first = $derived(forecast?.stages.find((s) => s.dial_c !== null))
  const when = $derived(
    due === null
      ? ''
      : `${due.toDateString() === now.toDateString() ? '' : `${shortDay(due)} `}at ${hour(due)}`,
  )
  const cold = $derived(forecast?.from_cold ?? false)
  const late = $derived(due !== null && due.getTime() < now.getTime())
  const heat = $derived(
    due === null ? null : new Date(due.getTime() - (roast.oven.preheat_min ?? 15) * 60_000),
  )

  const onBy = (at: Date): string =>
    `${at < now ? 'should be on since' : 'switched on by'} ${hour(at)}`

  let width = $state(800)
  const serve = $derived(carveAt(roast))
  const x = $derived(
    due === null
      ? null
      : scaleLinear([due.getTime() - 6 * 60_000, serve.getTime() + 8 * 60_000], [0, width]),
  )
  const marks = $derived(
    due === null || x === null
      ? []
      : hourMarks(due, serve, width / 120).map((at) => ({ x: x(at.getTime()), text: hour(at) })),
  )

  async function close(core: number | null): Promise<void> {
    const at = closedAt(since, now)
    sinceFault = typeof at === 'string' ? at : ''
    if (typeof at !== 'string') await current.putIn(core, at)
  }
  async function measured(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    const read = parseReading(typed, units)
    if ('fault' in read) {
      fault = read.fault
      return
    }
    const core = (read.low + read.high) / 2
    if (core > 45) {
      fault = `${temp(core, units)} is too hot for a raw joint; at most ${temp(45, units)}`
      return
    }
    fault = ''
    await close(core)
  }
</script>

<h1 class="shout text-4xl leading-shout">
  {#if due === null}It is ready to go in.
  {:else if late}It should have gone in {when}.
  {:else}It goes in {when}.{/if}
</h1>
<p class="text-2xl">
  {#if first !== undefined && first.dial_c !== null}
    The dial at {dial(first.dial_c, roast.oven.marks)}{#if cold}, switched on as it goes in: the
      oven is cold{:else if heat !== null && !late}, {onBy(heat)}{/if}.
  {/if}
  {#if late && length !== undefined}
    Put in now, it is ready about {hour(new Date(now.getTime() + length * 60_000))}.
  {/if}
</p>
<form class="mt-6 grid gap-2 max-w-184" onsubmit={measured}>
  <label class="text-xl font-semibold" for="core-now"
    >Before the door closes: what does the middle read?</label
  >
  <p class="quiet">
    Assumed so far: {temp(roast.joint.start_c, units)}. A reading takes its place and narrows every
    figure.
  </p>
  <div class="line flex gap-3 flex-wrap">
    <input
      id="core-now"
      class="field w-36 text-2xl min-h-14 font-bold"
      inputmode="decimal"
      autocomplete="off"
      placeholder={temp(roast.joint.start_c, units, true)}
      bind:value={typed}
      aria-describedby={fault === '' ? undefined : 'core-fault'}
      aria-invalid={fault !== ''}
    />
    <button class="act" disabled={typed.trim() === '' || current.busy}
      >It reads this: door closed</button
    >
    <button type="button" class="act plain" disabled={current.busy} onclick={() => close(null)}>
      Not measured: door closed
    </button>
  </div>
  {#if fault !== ''}<p id="core-fault" class="fault" role="alert">{fault}</p>{/if}
  <div class="line flex gap-3 flex-wrap items-center">
    <label for="since" class="label-text text-xl font-semibold"
      >It went in already? At, or minutes ago</label
    >
    <input
      id="since"
      class="field w-36 font-bold text-lg min-h-11"
      autocomplete="off"
      placeholder="{hour(now)} or 20"
      bind:value={since}
      aria-describedby={sinceFault === '' ? undefined : 'since-fault'}
      aria-invalid={sinceFault !== ''}
    />
  </div>
  {#if sinceFault !== ''}<p id="since-fault" class="fault" role="alert">{sinceFault}</p>{/if}
</form>
{#if forecast !== null && x !== null && due !== null}
  {@const start = due.getTime()}
  <div class="self-stretch mt-auto pt-4" use:sized={(wide) => (width = wide)}>
    <Strip
      {forecast}
      x={(minute) => x(start + minute * 60_000)}
      {width}
      height={210}
      hours={marks}
      serveMin={forecast.end_min}
      {units}
      marks={roast.oven.marks}
    />
    <div class="relative h-6.5 text-ink-soft" aria-hidden="true">
      {#each marks as mark (mark.x)}<span class="absolute -translate-x-1/2" style:left="{mark.x}px"
          >{mark.text}</span
        >{/each}
    </div>
  </div>
{/if}
{#if own !== null && own.reason !== ''}<p class="fault">{sentence(own.reason, units)}</p>{/if}
<p class="quiet">
  Planned: {roast.method}. Not so?
  <a class="link" href="/ways/{roast.id}">Another way</a>,
  <a class="link" href="/hand/{roast.id}">change it by hand</a>, or
  <a class="link" href="/block/{roast.id}">another joint</a>.
</p>
