<script lang="ts">
  // What is left: how long it may stand, put away with its weight and its day, planned, used up.
  import type { KeptOut } from '$lib/api/client'
  import { newestGrams } from '$lib/state/instruments'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { duration, hour, LB, parseHour, parseNumber, sentence, weight } from '$lib/units'
  import { lastDay, lastTime, platesOf } from './board'

  let { held, carvedAt }: { held: RoastState; carvedAt: Date | null } = $props()

  let kept = $state<KeptOut | null>(null)
  let what = $state('slices')
  let amount = $state('')
  let at = $state('')
  let plan = $state('')
  let on = $state('')
  let fault = $state('')
  const units = $derived(kitchen.units)
  const metric = $derived(units === 'C')
  const onScale = $derived(newestGrams(kitchen.instruments))

  const minute = $derived(Math.floor(kitchen.now.getTime() / 60_000))
  $effect(() => {
    void held.roast?.last_seq
    // Its clock goes on by the minute.
    void minute
    held.kept().then(
      (found) => (kept = found),
      () => undefined,
    )
  })

  /** The minute of the roast at an hour of today (or of yesterday, past midnight). */
  function minuteAt(text: string): number | null | 'wrong' {
    if (text.trim() === '') return null
    const found = parseHour(text)
    const putIn = held.roast?.put_in_at
    if (found === null || putIn === null || putIn === undefined) return 'wrong'
    return (lastTime(found, kitchen.now).getTime() - new Date(putIn).getTime()) / 60_000
  }

  async function keep(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    let kg: number | null = null
    if (amount.trim() !== '') {
      const found = parseNumber(amount, 0.01, metric ? 30 : 66, metric ? 'kg' : 'lb')
      if ('fault' in found) {
        fault = found.fault
        return
      }
      kg = metric ? found.value : found.value * LB
    }
    const minute = minuteAt(at)
    if (minute === 'wrong') {
      fault = `“${at}” is no hour; write 21:30`
      return
    }
    if (await held.keep({ what, kg, minute, plan, on: on === '' ? null : on })) {
      amount = at = plan = on = fault = ''
    } else fault = held.fault
  }
</script>

<section class="kept" aria-labelledby="kept-title">
  <h2 id="kept-title">What is left</h2>
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
      <ul>
        {#each kept.batches as batch (batch.seq)}
          <li class:over={batch.over}>
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
              <div class="chips">
                <button onclick={() => held.use(batch.seq, 'eaten', null)}>eaten up</button>
                {#if !batch.reheated}
                  <button onclick={() => held.use(batch.seq, 'reheated', null)}>warmed up</button>
                {/if}
                <button onclick={() => held.use(batch.seq, 'frozen', null)}>frozen</button>
                <button onclick={() => held.use(batch.seq, 'thrown', null)}>thrown away</button>
                <button onclick={() => held.withdraw(batch.seq)}>take back</button>
              </div>
            {/if}
          </li>
        {/each}
      </ul>
    {/if}
    <form onsubmit={keep}>
      <label>
        <span class="label">Put away</span>
        <select class="field" bind:value={what}>
          {#each kept.kinds as kind (kind.code)}<option value={kind.code}>{kind.words}</option
            >{/each}
        </select>
      </label>
      <label>
        <span class="label">{metric ? 'kg' : 'lb'}, if weighed</span>
        <input class="field short" inputmode="decimal" autocomplete="off" bind:value={amount} />
      </label>
      <label>
        <span class="label">at, now if empty</span>
        <input class="field short" placeholder="21:30" autocomplete="off" bind:value={at} />
      </label>
      <label class="wide">
        <span class="label">for which meal</span>
        <input class="field" maxlength="120" placeholder="cold, with pickles" bind:value={plan} />
      </label>
      <label>
        <span class="label">on</span>
        <input class="field" type="date" bind:value={on} />
      </label>
      <button class="act" disabled={held.busy}>Into the fridge</button>
      {#if onScale !== undefined && onScale > 20}
        {@const kg = onScale / 1000}
        <button
          type="button"
          class="link"
          onclick={() => (amount = (metric ? kg : kg / LB).toFixed(2))}
        >
          take {weight(kg, units)} from the scale
        </button>
      {/if}
    </form>
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  {/if}
</section>

<style>
  .kept {
    align-self: stretch;
    display: grid;
    gap: 0.6rem;
    border-top: 1px solid var(--line);
    padding-top: 0.75rem;
  }
  h2 {
    font-weight: 700;
    font-size: 1.25rem;
  }
  ul {
    display: grid;
    gap: 0.75rem;
  }
  li {
    border-left: 4px solid var(--line-strong);
    padding-left: 0.75rem;
  }
  .over {
    color: var(--ink-soft);
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
    align-items: end;
  }
  .short {
    width: 6.5rem;
  }
  .wide {
    flex: 1 1 12rem;
  }
  .link {
    text-decoration: underline;
    min-height: 44px;
  }
  @media print {
    form,
    .chips {
      display: none;
    }
  }
</style>
