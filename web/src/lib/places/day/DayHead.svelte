<script lang="ts">
  // Where the day stands, in a sentence; and what may be done with the whole of it.
  import { BASE } from '$lib/api/base'
  import type { Day } from '$lib/api/client'
  import { navigate } from '$lib/router'
  import type { DayState } from '$lib/state/day.svelte'
  import { duration, hour, longDay, sentence, type Units } from '$lib/units'

  let {
    here,
    day,
    dates,
    date,
    units,
  }: {
    here: DayState
    day: Day
    dates: string[] | null
    date: string | null
    units: Units
  } = $props()

  const serve = $derived(new Date(day.serve_at))
  const assumed = $derived(day.joints.filter((j) => j.assumed))
</script>

<header class="col-span-full grid gap-1">
  <p class="flex gap-4 items-center text-ink-soft">
    {longDay(serve)}
    {#if day.stale}<span class="quiet" role="status">being worked out anew…</span>{/if}
    {#if (dates?.length ?? 0) > 1}
      <select
        class="field w-auto min-h-9"
        aria-label="Another day"
        value={date}
        onchange={(e) => void navigate('/day/:date', { params: { date: e.currentTarget.value } })}
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
      <b>{day.people} plates on the table at {hour(serve)}</b>, {duration(day.hands_min)} of hands in
      all
    </p>
    <p class="print:hidden">
      {#if day.fits}
        {day.where.late.length > 0
          ? 'As planned, everything had its place:'
          : 'Everything has its place:'}
      {:else}
        <b class="wrong"
          >{day.clashes.length === 1 ? 'One clash.' : `${day.clashes.length} clashes.`}</b
        >
      {/if}
      {day.people} plates at {hour(serve)}, {duration(day.hands_min)} of hands in all, {day.where
        .left} steps left.
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
      {#each day.cautions as caution (caution.code)}<li class="border-l-4 border-ember pl-3 my-1">
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
