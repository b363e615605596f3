<script lang="ts">
  // The fire: one sentence, the live curve, readings typed from anywhere.
  import { showing } from '$lib/state/instruments'
  import { go, route } from '$lib/router'
  import { RoastState } from '$lib/state/roast.svelte'
  import { http, want } from '$lib/api/client'
  import { alarms } from '$lib/state/alarms.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { keepAwake } from '$lib/ui/wake.svelte'
  import { missingHere } from '$lib/ui/secure'
  import { plan } from '$lib/state/plan.svelte'
  import { useOutlook, useRoast } from '$lib/ui/usePlace.svelte'
  import { duration, hour, parseReading, sentence, temp } from '$lib/units'
  import type { Sense } from '$lib/api/client'
  import BeforeDoor from './BeforeDoor.svelte'
  import FireCurve from './FireCurve.svelte'
  import Happened from './Happened.svelte'
  import Levers from './Levers.svelte'
  import LeftAlone from './LeftAlone.svelte'
  import LogList from './LogList.svelte'
  import Sear from './Sear.svelte'
  import Tips from './Tips.svelte'
  import { SHOWN } from './happened'
  import { placeOf, placesSaid, spotOf, spotsOf } from './spots'
  import { FLAGS, nextStep, onCourse, pace, type Action } from './sentence'

  // Where the address names no joint: the one that is due first.
  const place = useRoast(() => alarms.all[0]?.roast_id)
  const held = $derived(place.current)
  const roast = $derived(held?.roast ?? null)
  const outlook = $derived(held?.outlook ?? null)
  const units = $derived(kitchen.units)
  const running = $derived(roast?.status === 'roasting' || roast?.status === 'resting')

  $effect(() => {
    if (roast !== null && roast.status === 'planning') plan.open(roast)
  })
  useOutlook(() => held)
  keepAwake(() => running)

  const now = $derived(
    outlook === null ? 0 : (kitchen.now.getTime() - new Date(outlook.put_in_at).getTime()) / 60_000,
  )
  const step = $derived(
    roast === null || outlook === null ? null : nextStep(roast, outlook, now, units),
  )
  const stage = $derived(outlook?.stages[outlook.current_stage])
  const WHERE: Record<string, string> = {
    sear: 'in the pan',
    rest: 'resting',
    wait: 'standing',
  }
  const planned = $derived(plan.ways.find((w) => w.id === roast?.school)?.forecast ?? null)
  const course = $derived(roast === null || outlook === null ? '' : onCourse(roast, outlook, units))
  const others = $derived(
    kitchen.roasts.filter(
      (r) => r.id !== roast?.id && (r.status === 'roasting' || r.status === 'resting'),
    ),
  )
  const last = $derived(roast?.readings.at(-1))
  const nextAlarm = $derived(alarms.next)
  /** What sits in the middle and is heard of, if anything does. */
  const live = $derived(
    roast === null
      ? undefined
      : showing(roast, kitchen.instruments, kitchen.now).find((s) => s.place === 'core' && !s.lost),
  )
  const doubted = $derived(
    outlook?.live.some(
      (l) => l.device === live?.device && l.channel === live.channel && l.flag !== '',
    ) ?? false,
  )
  const flagged = $derived(last === undefined ? undefined : outlook?.flags[last.seq])
  const putIn = $derived(outlook === null ? 0 : new Date(outlook.put_in_at).getTime())
  const entries = $derived((roast?.log ?? []).filter((e) => SHOWN.includes(e.entry.kind)).length)

  let typed = $state('')
  let fault = $state('')
  let where = $state('')
  let which = $state<{ low: number; high: number } | null>(null)
  const unnamed = $derived((route.params as { id?: string }).id === undefined)
  const busy = $derived(
    kitchen.roasts.filter((r) => r.status === 'roasting' || r.status === 'resting'),
  )
  let field = $state<HTMLInputElement | null>(null)
  let showLog = $state(false)
  let happened = $state<Happened | null>(null)
  let senses = $state<Sense[]>([])
  $effect(() => {
    if (held !== null && running)
      held.senses().then(
        (found) => (senses = found),
        () => undefined,
      )
  })

  $effect(() => {
    if (kitchen.typed === '' || field === null) return
    typed = kitchen.typed
    kitchen.typed = ''
    field.focus()
  })

  function key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement
    if (!running || event.ctrlKey || event.metaKey || event.altKey) return
    if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return
    if (/^[0-9]$/.test(event.key) && field !== null) {
      event.preventDefault()
      typed = event.key
      field.focus()
    }
  }

  async function send(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    if (held === null) return
    const read = parseReading(typed, units)
    if ('fault' in read) {
      fault = read.fault
      return
    }
    fault = ''
    if (unnamed && busy.length > 1) {
      which = { low: read.low, high: read.high }
      return
    }
    // Emptied at once: pressed twice it is one reading, and the next may be typed meanwhile.
    const was = typed
    typed = ''
    field?.blur()
    if (await held.read(read.low, read.high, placeOf(where))) {
      kitchen.say(`Reading ${temp(read.low, units)} kept`)
      happened?.justEntered(held.entered)
    } else {
      if (typed === '') typed = was
      fault = held.fault
    }
  }

  /** A number for one of several joints: it goes to the one that is named now. */
  async function sendTo(id: string): Promise<void> {
    if (which === null) return
    const one = new RoastState(id)
    if (await one.read(which.low, which.high, placeOf(where))) {
      kitchen.say(`Reading ${temp(which.low, units)} kept`)
      which = null
      typed = ''
      go('fire', id)
    } else fault = one.fault
  }

  async function done(action: Action, minute: number | null = null): Promise<void> {
    if (held === null || roast === null) return
    const kept =
      action.stage === null
        ? await held.mark(action.mark ?? '', { text: action.text, minute })
        : await held.endStage(action.stage, minute)
    if (!kept) return
    const restLeft =
      action.stage !== null &&
      (outlook?.stages.slice(action.stage + 1).some((s) => s.kind === 'oven') ?? false)
    if (action.out && !restLeft) go('board', roast.id)
  }

  let demoFault = $state('')
  async function showDemo(): Promise<void> {
    try {
      const line = await want(http.POST('/demo/roast-in-progress'))
      await kitchen.reload()
      go('fire', line.id)
    } catch (error) {
      demoFault = (error as Error).message
    }
  }
</script>

<svelte:window onkeydown={key} />

<section class="fire iron">
  {#if place.missing || (roast === null && held?.fault)}
    <h1 class="shout sentence">Nothing in the oven.</h1>
    {#if held?.fault}<p class="fault" role="alert">{held.fault}</p>{/if}
    <a class="act" href="/block">Lay a joint on the block</a>
  {:else if roast === null || held === null}
    <p class="quiet">Opening the oven…</p>
  {:else if roast.status === 'done'}
    <h1 class="shout sentence">This roast is finished.</h1>
    <a class="act" href="/book/{roast.id}">See it in the Book</a>
  {:else if roast.status === 'planning' && roast.method === null}
    <p class="quiet">{roast.name}</p>
    <h1 class="shout sentence">No way has been chosen yet.</h1>
    <a class="act" href="/ways/{roast.id}">See the ways</a>
  {:else if roast.status === 'planning'}
    <p class="quiet">{roast.name} in the {roast.oven.name}</p>
    {#if held.fault}<p class="fault" role="alert">{held.fault}</p>{/if}
    <BeforeDoor state={held} {roast} now={kitchen.now} {units} />
  {:else if outlook === null && !kitchen.connected}
    <p class="quiet">{roast.name} in the {roast.oven.name}</p>
    <h1 class="shout sentence">In since {hour(new Date(roast.put_in_at ?? kitchen.now))}.</h1>
    {#if planned !== null}
      <p class="then">
        By the plan it comes out about {hour(
          new Date(
            new Date(roast.put_in_at ?? kitchen.now).getTime() + planned.pull_min.value * 60_000,
          ),
        )}, at {temp(planned.pull_core_c, units)}.
      </p>
    {/if}
    <p class="quiet">It is followed as soon as Trencher answers; what you enter is kept.</p>
  {:else if outlook === null || step === null}
    <p class="quiet">{roast.name}: reckoning where it stands…</p>
    {#if held.fault}<p class="fault" role="alert">{held.fault}</p>{/if}
  {:else if outlook.left_alone}
    <LeftAlone {held} {roast} {outlook} />
  {:else}
    <p class="quiet top">
      {roast.name}, {WHERE[stage?.kind ?? 'oven'] ?? `in the ${roast.oven.name}`} · {duration(now)} since
      it went in{stage?.kind === 'oven' || stage?.kind === 'off'
        ? ` · air about ${temp(outlook.air_c, units)}`
        : ''}
    </p>
    <h1 class="shout sentence" data-ask="next">{step.shout}</h1>
    <p class="then">{step.then}</p>
    <p class="quiet">
      {#if !alarms.rings}
        Alarms are off on this screen (?).
      {:else}
        {nextAlarm === null
          ? 'No alarm is set.'
          : `Next alarm ${hour(new Date(nextAlarm.at))}: ${sentence(nextAlarm.words, units)}`}
        {alarms.canSound ? '' : 'Touch the page once, so that it may sound.'}
      {/if}
      {missingHere()}
    </p>
    {#if stage?.kind === 'sear'}
      <Sear {held} {outlook} {now} />
    {/if}
    <div class="body">
      <div class="left">
        <FireCurve {roast} {outlook} {now} {units} />
        {#if course !== ''}<p class="quiet" data-ask="course">{course}</p>{/if}
        {#if outlook.surprise !== ''}<p class="surprise">{outlook.surprise}</p>{/if}
        <Happened
          bind:this={happened}
          {held}
          {putIn}
          {senses}
          {units}
          resting={roast.status === 'resting'}
        />
        <Levers
          {held}
          {putIn}
          {units}
          resting={roast.status === 'resting'}
          early={outlook.planned_pull_min - outlook.pull_min.value}
        />
        {#each others as other (other.id)}
          {@const due = alarms.all.find((a) => a.roast_id === other.id)}
          <p>
            <a class="other" href="/fire/{other.id}">
              {other.name}{due === undefined
                ? ''
                : `: ${sentence(due.words, units)} ${hour(new Date(due.at))}`}
            </a>
          </p>
        {/each}
      </div>
      <div class="hand" data-ask="reading-line">
        {#if live !== undefined && doubted}
          <p class="quiet">the tip is not believed; the middle is reckoned at</p>
          <p class="big shout">
            <span class="guess">{temp(outlook.core_c, units, true)}</span>
          </p>
        {:else if live !== undefined}
          <p class="quiet">measured, middle, now</p>
          <p class="big shout">{temp(live.value, units, true)}</p>
          <p>{pace(outlook.rate_c_min, units)}</p>
        {:else if last === undefined}
          <p class="quiet">No reading yet; the middle is reckoned at</p>
          <p class="big shout">
            <span class="guess">{temp(outlook.core_c, units, true)}</span>
          </p>
          <p class="quiet">a guess until you measure</p>
        {:else}
          <p class="quiet">
            measured, {spotOf(last)}, {hour(new Date(putIn + last.minute * 60_000))}
          </p>
          <p class="big shout">
            {temp(last.low_c, units, true)}{last.high_c === last.low_c
              ? ''
              : `–${temp(last.high_c, units, true)}`}
          </p>
          {#if flagged !== undefined}
            <p class="fault">Not believed. {FLAGS[flagged] ?? flagged}</p>
            <button
              class="act plain"
              disabled={held.busy}
              onclick={() => last !== undefined && held.correct(last.seq, { sure: true })}
            >
              It really reads that
            </button>
          {:else}
            <p>{pace(outlook.rate_c_min, units)}</p>
          {/if}
        {/if}
        {#if outlook.places.length > 0}
          <p class="quiet" data-ask="places">{placesSaid(outlook.places, units)}</p>
        {/if}
        <Tips {held} {roast} {outlook} {units} />
        <form onsubmit={send}>
          <label class="label" for="reading">Type a reading, from anywhere</label>
          <div class="line">
            <input
              id="reading"
              class="field"
              inputmode="decimal"
              autocomplete="off"
              placeholder={units === 'C' ? '38 or 57..59' : '100 or 135..138'}
              bind:value={typed}
              bind:this={field}
              aria-invalid={fault !== ''}
              aria-describedby={fault === '' ? undefined : 'reading-fault'}
            />
            <button class="act" disabled={typed.trim() === ''}>Keep</button>
          </div>
          {#if which !== null}
            <div class="which" role="group" aria-label="Which joint">
              <p>Which joint shows {temp(which.low, units)}?</p>
              {#each busy as one (one.id)}
                <button type="button" class="act" onclick={() => sendTo(one.id)}>{one.name}</button>
              {/each}
            </div>
          {/if}
          <label class="label" for="where">Where; empty is the middle</label>
          <input
            id="where"
            class="field"
            list="spots"
            maxlength="40"
            autocomplete="off"
            placeholder="thin end, by the bone…"
            bind:value={where}
          />
          <datalist id="spots">
            {#each spotsOf(roast) as spot (spot)}<option value={spot}></option>{/each}
          </datalist>
          {#if fault !== ''}<p id="reading-fault" class="fault" role="alert">{fault}</p>{/if}
        </form>
        <div class="buttons">
          {#each step.actions as action, i (action.label + action.stage)}
            <button
              class="act"
              class:ember={i === 0}
              class:plain={i > 0}
              disabled={held.busy}
              onclick={() => done(action)}
              >{action.label}{action.planned === null ? '' : ' just now'}</button
            >
            {#if action.planned !== null}
              <button
                class="act plain wide"
                disabled={held.busy}
                onclick={() => done(action, action.planned)}
              >
                {action.label} at {hour(new Date(putIn + action.planned * 60_000))}
              </button>
            {/if}
          {/each}
          {#if roast.status === 'roasting'}
            <p class="quiet wide">
              Dry cloths, never damp, on hot metal; path clear, children and pets away.
            </p>
          {/if}
          {#if roast.status === 'resting'}
            <a class="act" href="/board/{roast.id}">To the board</a>
          {/if}
        </div>
        <button class="logline" aria-expanded={showLog} onclick={() => (showLog = !showLog)}>
          {entries} entries, hands on about {Math.round(outlook.hands_min)} min so far{showLog
            ? ', hide'
            : ': see, put right, take back'}
        </button>
        {#if showLog}<LogList {held} {roast} {putIn} {senses} {units} />{/if}
        {#if held.fault && fault === ''}<p class="fault" role="alert">{held.fault}</p>{/if}
      </div>
    </div>
  {/if}
  {#if kitchen.catalogue?.demo && !running}
    <p class="demo">
      <button class="act plain" onclick={showDemo}>Show a roast in progress</button>
      <span class="quiet">
        A pretend sirloin, 36 minutes in, on a clock that runs sixty times as fast.
      </span>
    </p>
    {#if demoFault !== ''}<p class="fault" role="alert">{demoFault}</p>{/if}
  {/if}
</section>

<style>
  .fire {
    flex: 1;
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
    padding: 1rem 1.75rem 1.25rem;
    background: var(--paper);
    color: var(--ink);
    align-items: flex-start;
  }
  .surprise {
    border-left: 4px solid var(--ember);
    padding-left: 0.8rem;
  }
  .sentence {
    font-size: clamp(2.2rem, 4.6vw, 3.7rem);
    line-height: 1.04;
  }
  .then {
    font-size: 1.5rem;
  }
  .body {
    flex: 1;
    align-self: stretch;
    display: grid;
    grid-template-columns: minmax(0, 1fr) 318px;
    gap: 2rem;
    min-height: 380px;
  }
  .left {
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
  }
  .hand {
    display: flex;
    flex-direction: column;
    gap: 0.35rem;
  }
  .big {
    font-size: 5.2rem;
    line-height: 1;
  }
  .guess {
    color: var(--ink-soft);
    font-style: italic;
  }
  .line {
    display: flex;
    gap: 0.5rem;
  }
  .field {
    font-size: 1.3rem;
    min-height: 56px;
    font-weight: 700;
  }
  .which {
    display: grid;
    gap: 0.4rem;
    padding: 0.4rem 0;
  }
  .buttons {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.5rem;
  }
  .wide {
    grid-column: 1 / -1;
  }
  .ember {
    grid-column: 1 / -1;
    background: var(--ember);
    color: #1a1410;
    font-size: 1.15rem;
    min-height: 60px;
  }
  .ember:hover {
    background: #f0a070;
  }
  .logline {
    text-align: left;
    min-height: 44px;
    color: var(--ink-soft);
    text-decoration: underline;
    text-underline-offset: 4px;
  }
  .other {
    text-decoration: underline;
  }
  .demo {
    display: flex;
    align-items: center;
    gap: 1rem;
    margin-top: 1rem;
    flex-wrap: wrap;
  }
  @media (max-width: 860px) {
    .fire {
      padding: 0.75rem;
    }
    .body {
      grid-template-columns: minmax(0, 1fr);
      gap: 1rem;
    }
    .hand {
      order: -1;
    }
    .left {
      min-height: 300px;
    }
  }
</style>
