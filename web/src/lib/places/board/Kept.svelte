<script lang="ts">
  // What is left: how long it may stand, put away with its weight and its day, planned, used up.
  import DateField from '$lib/ui/DateField.svelte'
  import type { KeptOut } from '$lib/api/client'
  import { newestGrams } from '$lib/state/instruments'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { duration, hour, parseHour, sentence, shownIn, unitOf, weight, within } from '$lib/units'
  import { lastDay, lastTime, platesOf } from './board'

  let { current, carvedAt }: { current: RoastState; carvedAt: Date | null } = $props()

  let kept = $state.raw<KeptOut | null>(null)
  let what = $state('slices')
  let amount = $state('')
  let at = $state('')
  let plan = $state('')
  let on = $state('')
  let fault = $state('')
  const units = $derived(kitchen.units)
  const onScale = $derived(newestGrams(kitchen.instruments))

  const minute = $derived(Math.floor(kitchen.now.getTime() / 60_000))
  $effect(() => {
    void current.roast?.last_seq
    // Its clock goes on by the minute.
    void minute
    current.kept().then(
      (found) => (kept = found),
      () => undefined,
    )
  })

  /** The minute of the roast at an hour of today (or of yesterday, past midnight). */
  function minuteAt(text: string): number | null | 'wrong' {
    if (text.trim() === '') return null
    const found = parseHour(text)
    const putIn = current.roast?.put_in_at
    if (found === null || putIn === null || putIn === undefined) return 'wrong'
    return (lastTime(found, kitchen.now).getTime() - new Date(putIn).getTime()) / 60_000
  }

  async function keep(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    let kg: number | null = null
    if (amount.trim() !== '') {
      const found = within(amount, 'weight', units, 0.01, 30)
      if ('fault' in found) {
        fault = found.fault
        return
      }
      kg = found.value
    }
    const minute = minuteAt(at)
    if (minute === 'wrong') {
      fault = `“${at}” is no hour; write 21:30`
      return
    }
    if (await current.keep({ what, kg, minute, plan, on: on === '' ? null : on })) {
      amount = at = plan = on = fault = ''
    } else fault = current.fault
  }
</script>

<section class="self-stretch grid gap-2 border-t border-line pt-3" aria-labelledby="kept-title">
  <h2 class="font-bold text-xl" id="kept-title">What is left</h2>
  {#if kept !== null}
    {#if carvedAt !== null && kept.out_min !== null && kept.left_min !== null}
      <p class:fault={kept.standing !== 'keep'}>
        Carved {hour(carvedAt)}, out for {duration(kept.out_min)}.
        {#if kept.left_min > 0}
          <b>Into the fridge within {duration(kept.left_min)}</b>, sliced or in pieces so that it
          cools soon.
        {:else}
          {sentence(kept.words, units)} What went in earlier is entered for its hour below.
        {/if}
      </p>
    {/if}
    {#if kept.batches.length > 0}
      <ul class="grid gap-3">
        {#each kept.batches as batch (batch.seq)}
          <li
            class="border-l-4 border-line-strong pl-3 data-over:text-ink-soft"
            data-over={batch.over || undefined}
          >
            <p>
              <b>{batch.what}{batch.kg === null ? '' : `, ${weight(batch.kg, units)}`}</b>,
              {hour(new Date(batch.kept_at))}:
              {#if batch.over}
                used up
              {:else}
                <b>{lastDay(batch, kitchen.now)}</b>{platesOf(batch.serves) === ''
                  ? ''
                  : `, ${platesOf(batch.serves)}`}{batch.left_kg !== null &&
                batch.left_kg !== batch.kg
                  ? `, ${weight(batch.left_kg, units)} left`
                  : ''}{batch.plan === '' ? '' : `; ${batch.plan}`}{batch.on === null
                  ? ''
                  : `, ${batch.on}`}{batch.reheated ? '; warmed up once, not again' : ''}
              {/if}
            </p>
            {#if !batch.over}
              <p class="quiet">
                {sentence(batch.words, units)} Warmed {sentence(kept.reheat, units)}.
              </p>
              <div class="chips print:hidden">
                <button onclick={() => current.use(batch.seq, 'eaten', null)}>eaten up</button>
                {#if !batch.reheated}
                  <button onclick={() => current.use(batch.seq, 'reheated', null)}>warmed up</button
                  >
                {/if}
                <button onclick={() => current.use(batch.seq, 'frozen', null)}>frozen</button>
                <button onclick={() => current.use(batch.seq, 'thrown', null)}>thrown away</button>
                <button onclick={() => current.withdraw(batch.seq)}>take back</button>
              </div>
            {/if}
          </li>
        {/each}
      </ul>
    {/if}
    <form class="flex flex-wrap gap-3 items-end print:hidden" onsubmit={keep}>
      <label>
        <span class="label-text">Put away</span>
        <select class="field" bind:value={what}>
          {#each kept.kinds as kind (kind.code)}<option value={kind.code}>{kind.words}</option
            >{/each}
        </select>
      </label>
      <label>
        <span class="label-text">{unitOf('weight', units)}, if weighed</span>
        <input class="field w-26" inputmode="decimal" autocomplete="off" bind:value={amount} />
      </label>
      <label>
        <span class="label-text">at, now if empty</span>
        <input class="field w-26" placeholder="21:30" autocomplete="off" bind:value={at} />
      </label>
      <label class="flex-[1_1_12rem]">
        <span class="label-text">for which meal</span>
        <input class="field" maxlength="120" placeholder="cold, with pickles" bind:value={plan} />
      </label>
      <DateField label="on" value={on} onpick={(date) => (on = date)} />
      <button class="act" disabled={current.busy}>Into the fridge</button>
      {#if onScale !== undefined && onScale > 20}
        {@const kg = onScale / 1000}
        <button
          type="button"
          class="underline min-h-11"
          onclick={() => (amount = shownIn('weight', kg, units).toFixed(2))}
        >
          take {weight(kg, units)} from the scale
        </button>
      {/if}
    </form>
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  {/if}
</section>
