<script lang="ts">
  // The running order as lines: an hour, what to do, whose hands; ticked, skipped, or entered for an
  // earlier minute.
  import type { Day, DayStep, Slip } from '$lib/api/client'
  import { atHour, hour, longDay, parseHour, sentence, type Units } from '$lib/units'

  let {
    day,
    units,
    now,
    busy,
    chosen,
    onchoose,
    ondid,
    onundo,
    askSlips,
    onslip,
  }: {
    day: Day
    units: Units
    now: Date
    busy: boolean
    chosen: string | null
    onchoose: (step: string | null) => void
    ondid: (step: string, at: Date | null, skipped: boolean) => void
    onundo: (seq: number | null) => void
    askSlips: (step: string) => Promise<Slip[]>
    onslip: (slip: Slip, step: string) => void
  } = $props()

  const serve = $derived(new Date(day.serve_at))
  const nowMin = $derived((now.getTime() - serve.getTime()) / 60_000)
  const at = (min: number): string => hour(new Date(serve.getTime() + min * 60_000))
  const late = $derived(new Set(day.where.late))
  const soon = $derived(new Set(day.where.now))
  const isOver = (s: DayStep): boolean => s.done_at !== null || s.skipped_at !== null

  let slips = $state<{ step: string; found: Slip[] } | null>(null)

  async function forgot(step: DayStep): Promise<void> {
    try {
      slips = { step: step.id, found: await askSlips(step.id) }
    } catch (error) {
      fault = (error as Error).message
    }
  }

  /** The date of a step, where it is not the day of the table. */
  function otherDay(step: DayStep): string | null {
    const at = new Date(serve.getTime() + step.at_min * 60_000)
    return at.toDateString() === serve.toDateString() ? null : longDay(at)
  }
  const heads = $derived(
    day.steps.map((step, i) => {
      const own = otherDay(step)
      const before = day.steps[i - 1]
      const was = before === undefined ? undefined : otherDay(before)
      if (own === was || (own === null && was === undefined)) return null
      return own ?? longDay(serve)
    }),
  )

  let earlier = $state('')
  let fault = $state('')

  function entered(step: DayStep): void {
    const read = parseHour(earlier)
    if (read === null) {
      fault = `“${earlier}” is no hour; write ${hour(now)}`
      return
    }
    const when = atHour(now, ...read)
    if (when.getTime() > now.getTime()) {
      fault = `${earlier} is yet to come; up to ${hour(now)}`
      return
    }
    fault = ''
    earlier = ''
    ondid(step.id, when, false)
  }

  const words = $derived(new Map(day.steps.map((s) => [s.id, s.words])))

  /** What must be over first. */
  function before(step: DayStep): string {
    return step.after.flatMap((id) => sentence(words.get(id) ?? '', units) || []).join('; ')
  }

  function slack(step: DayStep): string {
    if (step.latest_min === null || step.latest_min - step.at_min < 3) return 'on the minute'
    return `by ${at(step.latest_min)} at the latest`
  }
</script>

<ol class="order" aria-label="Running order">
  {#each day.steps as step, i (step.id)}
    {@const over = isOver(step)}
    {#if heads[i]}<li class="head">{heads[i]}</li>{/if}
    <li
      class:over
      class:late={late.has(step.id)}
      class:soon={soon.has(step.id)}
      class:open={chosen === step.id}
      data-step={step.id}
    >
      <button
        class="tickbox"
        aria-label={over ? `Take back: ${step.words}` : `Done: ${sentence(step.words, units)}`}
        aria-pressed={over}
        disabled={busy}
        onclick={() => (over ? onundo(null) : ondid(step.id, null, false))}
      >
        <span aria-hidden="true">{step.skipped_at !== null ? '–' : over ? '✓' : ''}</span>
      </button>
      <button
        class="line"
        aria-expanded={chosen === step.id}
        onclick={() => onchoose(chosen === step.id ? null : step.id)}
      >
        <time>{at(step.at_min)}</time>
        <span class="words">
          {sentence(step.words, units)}
          {#if step.note !== ''}<em>{sentence(step.note, units)}</em>{/if}
        </span>
        <span class="hands">
          {#if step.who !== ''}<b>{step.who}</b>{/if}
          {step.hands_min >= 1 ? `${Math.round(step.hands_min)} min` : ''}
        </span>
      </button>
      {#if chosen === step.id}
        <div class="more">
          <p>
            {at(step.at_min)} to {at(step.until_min)}; {slack(step)}.
            {#if before(step) !== ''}After: {before(step)}.{/if}
            {#if step.done_at !== null}Done at {hour(new Date(step.done_at))}.{/if}
            {#if step.skipped_at !== null}Skipped.{/if}
          </p>
          {#if !over && nowMin > -2880}
            <div class="acts">
              <label>
                Done at
                <input
                  class="field"
                  placeholder={hour(now)}
                  autocomplete="off"
                  bind:value={earlier}
                  aria-invalid={fault !== ''}
                  onkeydown={(e) => e.key === 'Enter' && entered(step)}
                />
              </label>
              <button class="undo" onclick={() => entered(step)}>Enter it</button>
              <button class="undo" onclick={() => ondid(step.id, null, true)}>Skip it</button>
              <button class="undo" onclick={() => forgot(step)}>I forgot …</button>
            </div>
            {#if fault !== ''}<p class="wrong" role="alert">{fault}</p>{/if}
            {#if slips?.step === step.id}
              <ul class="slips" aria-label="What may have been forgotten">
                {#each slips.found as slip (slip.code)}
                  <li>
                    <b>{slip.asks}.</b>
                    {sentence(slip.costs, units)}
                    {#if slip.possible}
                      <span>{sentence(slip.words, units)}, by {hour(new Date(slip.until))}.</span>
                      <button
                        class="undo"
                        onclick={() => {
                          slips = null
                          onslip(slip, step.id)
                        }}>Make it a task</button
                      >
                    {:else}
                      <span>Leave it: {sentence(slip.words, units)}</span>
                    {/if}
                  </li>
                {/each}
              </ul>
            {/if}
          {/if}
        </div>
      {/if}
    </li>
  {/each}
</ol>

<style>
  .order {
    display: grid;
  }
  li {
    display: grid;
    grid-template-columns: 44px 1fr;
    border-bottom: 1px solid var(--line);
  }
  .tickbox {
    min-height: 44px;
    display: grid;
    place-items: center;
  }
  .tickbox span {
    width: 22px;
    height: 22px;
    border: 1.5px solid var(--line-strong);
    border-radius: 3px;
    display: grid;
    place-items: center;
    font-weight: 800;
    line-height: 1;
  }
  .line {
    display: grid;
    grid-template-columns: 3.4rem 1fr auto;
    gap: 0.5rem;
    align-items: baseline;
    text-align: left;
    padding: 0.5rem 0.25rem;
    min-height: 44px;
  }
  .line:hover .words {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  time {
    font-weight: 700;
  }
  .words em {
    color: var(--ink-soft);
    font-style: normal;
    font-size: 0.9em;
  }
  .words em::before {
    content: '· ';
  }
  .hands {
    color: var(--ink-soft);
    font-size: 0.9rem;
    white-space: nowrap;
  }
  .over .words,
  .over time {
    color: var(--ink-soft);
    text-decoration: line-through;
    text-decoration-thickness: 1px;
  }
  li.head {
    display: block;
    font-weight: 700;
    padding: 0.7rem 0 0.2rem;
  }
  .slips li {
    display: block;
    padding: 0.4rem 0;
  }
  .slips b {
    color: var(--ink);
  }
  .slips span {
    color: var(--ink);
  }
  .late time,
  .late .words {
    color: var(--accent);
    font-weight: 700;
  }
  .soon {
    background: var(--paper-deep);
  }
  .more {
    grid-column: 2;
    padding: 0 0.25rem 0.7rem 3.9rem;
    font-size: 0.95rem;
    color: var(--ink-soft);
  }
  .acts {
    align-items: center;
  }
  .acts label {
    display: flex;
    align-items: center;
    gap: 0.5rem;
  }
  .acts .field {
    width: 6rem;
  }
  @media print {
    li {
      break-inside: avoid;
      grid-template-columns: 22px 1fr;
    }
    .tickbox,
    .line {
      min-height: 0;
      padding: 3px 0;
    }
    .more {
      display: none;
    }
    .tickbox span {
      width: 10px;
      height: 10px;
    }
  }
</style>
