<script lang="ts">
  // A roast that runs: what to do next and when, its curve, what happened, what can be changed.
  import type { Outlook, Roast, Sense } from '$lib/api/client'
  import { alarms } from '$lib/state/alarms.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { missingHere } from '$lib/ui/secure'
  import { duration, hour, sentence, temp, type Units } from '$lib/units'
  import Actions from './Actions.svelte'
  import CoreNow from './CoreNow.svelte'
  import Earlier from './Earlier.svelte'
  import FireCurve from './FireCurve.svelte'
  import Happened from './Happened.svelte'
  import { SHOWN } from './happened'
  import Levers from './Levers.svelte'
  import LogList from './LogList.svelte'
  import ReadingLine from './ReadingLine.svelte'
  import Sear from './Sear.svelte'
  import { nextStep, onCourse } from './sentence'
  import { placesSaid } from './spots'
  import Tips from './Tips.svelte'
  import Soon from '$lib/ui/Soon.svelte'

  let {
    current,
    roast,
    outlook,
    units,
  }: { current: RoastState; roast: Roast; outlook: Outlook; units: Units } = $props()

  const putIn = $derived(Date.parse(outlook.put_in_at))
  const now = $derived((kitchen.now.getTime() - putIn) / 60_000)
  const step = $derived(nextStep(roast, outlook, now, units))
  const stage = $derived(outlook.stages[outlook.current_stage])
  const WHERE: Record<string, string> = {
    sear: 'in the pan',
    rest: 'resting',
    wait: 'standing',
  }
  const course = $derived(onCourse(roast, outlook, units))
  const others = $derived(
    kitchen.roasts.filter(
      (r) => r.id !== roast.id && (r.status === 'roasting' || r.status === 'resting'),
    ),
  )
  const nextAlarm = $derived(alarms.next)
  const entries = $derived(roast.log.filter((e) => SHOWN.includes(e.entry.kind)).length)
  let showLog = $state(false)
  let earlier = $state(false)
  let happened = $state.raw<Happened | null>(null)
  let senses = $state.raw<Sense[]>([])
  $effect(() => {
    current.senses().then(
      (found) => (senses = found),
      () => undefined,
    )
  })
</script>

<p class="quiet">
  {roast.name}, {WHERE[stage?.kind ?? 'oven'] ?? `in ${roast.oven.name}`} · {duration(now)} since it went
  in{stage?.kind === 'oven' || stage?.kind === 'off'
    ? ` · air about ${temp(outlook.air_c, units)}`
    : ''}
</p>
<h1 class="shout text-4xl leading-shout" data-ask="next">{step.shout}</h1>
<p class="text-2xl" data-say="then">{step.then}</p>
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
  <button class="link ml-2" onclick={() => alarms.aloud(`${roast.name}. ${step.shout}`)}
    >Say it</button
  >
  <a class="link inline-flex items-center ml-2 max-sm:hidden" href="/wall">For the wall</a>
</p>
{#if stage?.kind === 'sear'}
  <Sear {current} {outlook} {now} />
{/if}
<div
  class="flex-1 self-stretch grid grid-cols-[minmax(0,1fr)_318px] gap-8 min-h-95 max-lg:grid-cols-1 max-lg:gap-4"
>
  <div class="flex flex-col gap-2 max-lg:min-h-75">
    <Soon>
      <div class="min-h-[clamp(280px,46vh,440px)]">
        <Soon><FireCurve {roast} {outlook} {now} {units} /></Soon>
      </div>
      {#if course !== ''}<p class="quiet" data-ask="course">{course}</p>{/if}
      {#if outlook.surprise !== ''}<p class="border-l-4 border-ember pl-3">
          {sentence(outlook.surprise, units)}
        </p>{/if}
      <Soon
        ><Happened
          bind:this={happened}
          {current}
          {putIn}
          {senses}
          {units}
          resting={roast.status === 'resting'}
        /></Soon
      >
      <Soon
        ><Levers
          {current}
          {putIn}
          {units}
          resting={roast.status === 'resting'}
          early={outlook.planned_pull_min - outlook.pull_min.value}
        /></Soon
      >
      <button
        class="self-start min-h-11 text-ink-soft underline underline-offset-4"
        aria-expanded={earlier}
        data-ask="earlier"
        onclick={() => (earlier = !earlier)}
        >{earlier
          ? 'Hide what earlier roasts told of it'
          : 'What earlier roasts told of it'}</button
      >
      {#if earlier}<Earlier {current} />{/if}
      {#each others as other (other.id)}
        {@const due = alarms.all.find((a) => a.roast_id === other.id)}
        <p>
          <a class="underline" href="/fire/{other.id}">
            {other.name}{due === undefined
              ? ''
              : `: ${sentence(due.words, units)} ${hour(new Date(due.at))}`}
          </a>
        </p>
      {/each}
    </Soon>
  </div>
  <div class="hand flex flex-col gap-1.5 max-lg:-order-1" data-ask="reading-line">
    <!-- Made with the sentence: whoever types at once loses no digit. -->
    <CoreNow {current} {roast} {outlook} {putIn} {units} />
    {#if outlook.places.length > 0}
      <p class="quiet" data-ask="places">{placesSaid(outlook.places, units)}</p>
    {/if}
    <Tips {current} {roast} {outlook} {units} />
    <ReadingLine {current} {roast} {units} onread={(seq) => happened?.justEntered(seq)} />
    <Soon
      ><Actions {current} {roast} {outlook} {putIn} actions={step.actions} />
      <button
        class="text-left min-h-11 text-ink-soft underline underline-offset-4"
        aria-expanded={showLog}
        onclick={() => (showLog = !showLog)}
      >
        {entries} entries, hands on about {Math.round(outlook.hands_min)} min so far{showLog
          ? ', hide'
          : ': see, put right, take back'}
      </button>
    </Soon>
    {#if showLog}<LogList {current} {roast} {putIn} {senses} {units} />{/if}
    {#if current.fault}<p class="fault" role="alert">{current.fault}</p>{/if}
  </div>
</div>
