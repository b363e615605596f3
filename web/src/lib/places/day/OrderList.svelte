<script lang="ts">
  // The running order as lines: an hour, what to do, whose hands; ticked, skipped, or entered for an
  // earlier minute.
  import type { Day, DayStep, Slip } from '$lib/api/client'
  import { atHour, hour, longDay, parseHour, sentence, type Units } from '$lib/units'

  let {
    day,
    steps = day.steps,
    label = 'Running order',
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
    /** Those shown, all of them where it is not said. */
    steps?: DayStep[]
    label?: string
    units: Units
    now: Date
    busy: boolean
    chosen: string | null
    onchoose: (step: string | null) => void
    ondid: (step: string, at: Date | null, skipped: boolean) => void
    /** Takes back the event of that number: this step's own tick. */
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
    steps.map((step, i) => {
      const own = otherDay(step)
      const before = steps[i - 1]
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
    return step.latest_min < nowMin && !isOver(step)
      ? `${at(step.latest_min)} was the latest`
      : `by ${at(step.latest_min)} at the latest`
  }
</script>

<ol class="grid" aria-label={label}>
  {#each steps as step, i (step.id)}
    {@const over = isOver(step)}
    {#if heads[i]}<li
        class="grid-cols-[44px_1fr] border-b border-line block font-bold pt-3 pb-1 print:break-inside-avoid print:grid-cols-[22px_1fr]"
      >
        {heads[i]}
      </li>{/if}
    <li
      class="group/step grid grid-cols-[44px_1fr] border-b border-line data-soon:bg-paper-deep print:break-inside-avoid print:grid-cols-[22px_1fr]"
      data-over={over || undefined}
      data-late={late.has(step.id) || undefined}
      data-soon={soon.has(step.id) || undefined}
      data-step={step.id}
    >
      <button
        class="min-h-11 grid place-items-center print:min-h-0 print:py-1"
        aria-label="{step.at_fire ? 'Done at the fire' : over ? 'Take back' : 'Done'}: {sentence(
          step.words,
          units,
        )}"
        aria-pressed={over}
        disabled={busy || step.at_fire}
        onclick={() => (over ? onundo(step.tick) : ondid(step.id, null, false))}
      >
        <span
          class="w-5.5 h-5.5 border-[1.5px] border-line-strong rounded-base grid place-items-center font-extrabold leading-none print:w-2.5 print:h-2.5"
          aria-hidden="true">{step.skipped_at !== null ? '–' : over ? '✓' : ''}</span
        >
      </button>
      <button
        class="line group/line grid grid-cols-[3.4rem_1fr_auto] gap-2 items-baseline text-left py-2 px-1 min-h-11 print:min-h-0 print:py-1 print:px-0"
        aria-expanded={chosen === step.id}
        onclick={() => onchoose(chosen === step.id ? null : step.id)}
      >
        <time
          class="font-bold group-data-over/step:text-ink-soft group-data-over/step:line-through group-data-over/step:decoration-1 group-data-late/step:text-accent group-data-late/step:font-bold"
          >{at(step.at_min)}</time
        >
        <span
          class="group-hover/line:underline group-hover/line:underline-offset-4 group-data-over/step:text-ink-soft group-data-over/step:line-through group-data-over/step:decoration-1 group-data-late/step:text-accent group-data-late/step:font-bold"
        >
          {sentence(step.words, units)}
          {#if step.note !== ''}<em class="text-ink-soft not-italic text-sm before:content-['·_']"
              >{sentence(step.note, units)}</em
            >{/if}
        </span>
        <span class="text-ink-soft text-sm whitespace-nowrap">
          {#if step.who !== ''}<b>{step.who}</b>{/if}
          {step.hands_min >= 1 ? `${Math.round(step.hands_min)} min` : ''}
        </span>
      </button>
      {#if chosen === step.id}
        <div class="col-start-2 pb-3 pr-1 pl-16 text-sm text-ink-soft print:hidden">
          <p>
            {at(step.at_min)} to {at(step.until_min)}; {slack(step)}.
            {#if before(step) !== ''}After: {before(step)}.{/if}
            {#if step.done_at !== null}Done at {hour(new Date(step.done_at))}.{/if}
            {#if step.skipped_at !== null}Skipped.{/if}
          </p>
          {#if !over && nowMin > -2880}
            <div class="acts items-center">
              <label class="flex items-center gap-2">
                Done at
                <input
                  class="field w-24"
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
              <ul aria-label="What may have been forgotten">
                {#each slips.found as slip (slip.code)}
                  <li
                    class="grid-cols-[44px_1fr] border-b border-line block py-1.5 print:break-inside-avoid print:grid-cols-[22px_1fr]"
                  >
                    <b class="text-ink">{slip.asks}.</b>
                    {sentence(slip.costs, units)}
                    {#if slip.possible}
                      <span class="text-ink"
                        >{sentence(slip.words, units)}, by {hour(new Date(slip.until))}.</span
                      >
                      <button
                        class="undo"
                        onclick={() => {
                          slips = null
                          onslip(slip, step.id)
                        }}>Make it a task</button
                      >
                    {:else}
                      <span class="text-ink">Leave it: {sentence(slip.words, units)}</span>
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
