<script lang="ts">
  // The log of one roast: every entry can be put right or taken back, and both stay.
  import TakeFile from '$lib/ui/TakeFile.svelte'
  import type { Roast, Sense } from '$lib/api/client'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { tell } from '$lib/state/told.svelte'
  import { atHour, hour, parseHour, parseReading, sentence, toF, type Units } from '$lib/units'
  import { SHOWN, words } from './happened'

  let {
    current,
    roast,
    putIn,
    senses,
    units,
  }: { current: RoastState; roast: Roast; putIn: number; senses: Sense[]; units: Units } = $props()

  const lines = $derived(roast.log.filter((e) => SHOWN.includes(e.entry.kind)).toReversed())
  let editing = $state<number | null>(null)
  let at = $state('')
  let value = $state('')
  let fault = $state('')

  type Entry = (typeof lines)[number]['entry']
  const when = (e: Entry): Date =>
    e.kind === 'put_in'
      ? new Date(e.at)
      : new Date(putIn + ('minute' in e ? (e.minute ?? 0) : 0) * 60_000)
  const said = (e: Entry): string => sentence(words(e, roast, kitchen.ovens, senses, units), units)

  const shown = (c: number): string => String(Math.round((units === 'C' ? c : toF(c)) * 10) / 10)

  function edit(e: Entry): void {
    editing = editing === e.seq ? null : e.seq
    at = hour(when(e))
    value = e.kind === 'put_in' && e.core_c !== null ? shown(e.core_c) : ''
    if (e.kind === 'read') {
      value = shown(e.low_c)
      if (e.high_c !== e.low_c) value += `..${shown(e.high_c)}`
    }
    fault = ''
  }

  /** The moment with this clock time that is nearest to when the entry was. */
  function moment(e: Entry): Date | null {
    const clock = parseHour(at)
    if (clock === null) return null
    const base = when(e)
    const found = atHour(base, clock[0], clock[1])
    const half = 43_200_000
    const off = found.getTime() - base.getTime()
    return off > half ? dayOff(found, -1) : off < -half ? dayOff(found, 1) : found
  }
  const dayOff = (at: Date, days: number): Date => new Date(at.getTime() + days * 86_400_000)

  async function keep(event: SubmitEvent, e: Entry): Promise<void> {
    event.preventDefault()
    const time = moment(e)
    if (time === null) {
      fault = `“${at}” is no time of day; write 16:40`
      return
    }
    const part: Record<string, unknown> = {}
    if (hour(when(e)) !== hour(time)) {
      if (e.kind === 'put_in') part['at'] = time.toISOString()
      else part['minute'] = Math.max((time.getTime() - putIn) / 60_000, 0)
    }
    if (e.kind === 'read' || (e.kind === 'put_in' && value.trim() !== '')) {
      const read = parseReading(value, units)
      if ('fault' in read) {
        fault = read.fault
        return
      }
      if (e.kind === 'read') Object.assign(part, { low_c: read.low, high_c: read.high })
      else part['core_c'] = read.low
    }
    fault = ''
    if (await current.correct(e.seq, part)) {
      editing = null
    } else fault = current.fault
  }

  async function takeIn(file: File): Promise<void> {
    const before = current.roast?.readings.length ?? 0
    if (await current.takeCsv(await file.text())) {
      tell(`${(current.roast?.readings.length ?? 0) - before} readings taken in`)
    }
  }

  async function back(e: Entry): Promise<void> {
    await current.withdraw(e.seq)
  }
</script>

<ol class="max-h-104 overflow-auto grid">
  {#each lines as line (line.entry.seq)}
    {@const event = line.entry}
    <li class="group/entry border-t border-line" data-gone={line.withdrawn || undefined}>
      <div class="flex justify-between gap-2 min-h-11 items-center">
        <span
          class="first:group-data-gone/entry:line-through first:group-data-gone/entry:text-ink-soft"
          >{hour(when(event))} {said(event)}{line.corrected ? ' (put right)' : ''}</span
        >
        {#if line.withdrawn}
          <span
            class="first:group-data-gone/entry:line-through first:group-data-gone/entry:text-ink-soft"
            >taken back</span
          >
        {:else}
          <span
            class="acts flex gap-3 whitespace-nowrap first:group-data-gone/entry:line-through first:group-data-gone/entry:text-ink-soft"
          >
            {#if line.correctable}
              <button
                class="underline min-h-11"
                aria-expanded={editing === event.seq}
                aria-label="Put right: {said(event)}"
                onclick={() => edit(event)}>put right</button
              >
            {/if}
            {#if line.withdrawable}
              <button
                class="underline min-h-11"
                aria-label="Take back: {said(event)}"
                onclick={() => back(event)}
              >
                take back
              </button>
            {/if}
          </span>
        {/if}
      </div>
      {#if editing === event.seq}
        <form class="flex gap-2 items-end pb-2" onsubmit={(e) => keep(e, event)}>
          <label class="grid">
            Time
            <input
              class="field min-h-12 w-full"
              bind:value={at}
              inputmode="numeric"
              autocomplete="off"
            />
          </label>
          {#if event.kind === 'read' || event.kind === 'put_in'}
            <label class="grid">
              °{units}
              <input
                class="field min-h-12 w-full"
                bind:value
                inputmode="decimal"
                autocomplete="off"
              />
            </label>
          {/if}
          <button class="act" disabled={current.busy}>Keep</button>
        </form>
        {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
      {/if}
    </li>
  {/each}
</ol>
<TakeFile
  label="Take in a logger’s file"
  form="Its columns: minute,core_c[,place,event,seconds]"
  accept={{ 'text/csv': ['.csv'], 'text/plain': ['.txt'] }}
  disabled={current.busy}
  ontake={takeIn}
/>
