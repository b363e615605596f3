// The one sentence: what to do next and when, as a cook would say it.

import type { Outlook, Roast } from '$lib/api/client'
import { carveWindow } from '$lib/state/carving'
import { duration, hour, minutesRange, shownIn, temp, type Units } from '$lib/units'

type Next = Outlook['agenda'][number]

/** A button that says something has been done: it ends a stage, or is marked. */
export type Action = {
  label: string
  stage: number | null
  mark: string | null
  text: string
  out: boolean
  /** When it was due, where that is so long ago that it may have been done and not said. */
  planned: number | null
}

export type Step = {
  /** In huge type. */
  shout: string
  /** The line under it. */
  then: string
  actions: Action[]
}

const OVERDUE_MIN = 2
/** What is due this soon is due now. */
const NOW_MIN = 0.75

const at = (outlook: Outlook, minute: number): Date =>
  new Date(new Date(outlook.put_in_at).getTime() + minute * 60_000)

/** What to do next in a roast that is in the oven or resting: the first of the agenda that is more
 * than a look. `now` is its minute on the clock. */
export function nextStep(roast: Roast, outlook: Outlook, now: number, units: Units): Step {
  const clock = (minute: number): string => hour(at(outlook, minute))
  const todo = outlook.agenda.filter((s) => s.code !== 'look')
  const step = todo[0]
  const ends = todo.find((s) => s.stage !== null)
  if (outlook.stuck && roast.pulled_min === null) {
    const label = 'Taken out'
    const stage = roast.pull_stage
    return {
      shout: `At this heat it does not get to ${temp(roast.wanted_c, units, true)}.`,
      then: 'Turn the oven up, or see what is wrong below. What is drawn is this heat going on.',
      actions: [{ label, stage, mark: null, text: '', out: true, planned: null }],
    }
  }
  if (step === undefined || step.code === 'carve') {
    return {
      shout: carving(outlook, now, units, clock),
      then: climb(outlook, units, clock),
      actions: [],
    }
  }
  // A reading is its own button. Who forgot to say one thing may have gone on to the last.
  const out = late(step, now) ? todo.find((s) => s.code === 'out') : undefined
  const asked = [...new Set([step, ends, out])].filter((s) => s !== undefined)
  const actions = asked
    .filter((s) => s.done !== '')
    .map((s) => ({
      label: s.done,
      stage: s.stage,
      mark: s.mark,
      text: s.text,
      out: s.code === 'out',
      planned: late(s, now) ? s.due_min : null,
    }))
  const over = late(step, now) ? ` That was due at ${clock(step.due_min)}: has it been done?` : ''
  const coming =
    roast.pulled_min === null && !step.loud
      ? laterOut(outlook, units, clock)
      : climb(outlook, units, clock)
  const doubted =
    step.code === 'recheck' && step.core_c !== null
      ? `It showed ${temp(step.core_c, units, true)}, as hot as it is to come out, and is not ` +
        'believed: take it out if it says the same, else '
      : ''
  const then = doubted === '' ? coming : doubted + coming[0]?.toLowerCase() + coming.slice(1)
  const looks = step.loud && !step.by_clock && step.due_min - now >= NOW_MIN
  return {
    shout: shouted(step, now, units, clock),
    then: `${then}${over}${looks ? look(outlook, now) : ''}`,
    actions,
  }
}

const late = (step: Next, now: number): boolean =>
  (step.by_clock || step.stage !== null) && now - step.due_min > OVERDUE_MIN

function shouted(step: Next, now: number, units: Units, clock: (minute: number) => string): string {
  const left = step.due_min - now
  const core =
    step.core_c === null || step.by_clock || step.code === 'recheck'
      ? ''
      : `, at ${temp(step.core_c, units, true)}`
  if (step.eye !== '') {
    return left < NOW_MIN
      ? `${step.words} when it is ${step.eye}: look now.`
      : `${step.words} when it is ${step.eye}, about ${clock(step.due_min)}.`
  }
  if (left < NOW_MIN) return `${step.words} now${core}.`
  if (step.low_min !== null && step.high_min !== null) {
    const from = step.low_min - now
    const range = minutesRange(from, step.high_min - now)
    const when = from < 1 ? `within ${duration(Math.ceil(step.high_min - now))}` : `in ${range}`
    return `${step.words} ${when}, about ${clock(step.due_min)}${core}.`
  }
  const about = core === '' ? 'at' : 'about'
  const minutes = duration(Math.max(Math.round(left), 1))
  return `${step.words} in ${minutes}, ${about} ${clock(step.due_min)}${core}.`
}

function climb(outlook: Outlook, units: Units, clock: (minute: number) => string): string {
  const { low, high, value } = outlook.peak_c
  const by = clock(outlook.peak_min)
  if (outlook.peak_min <= outlook.now_min + 1) return 'It has climbed as far as it goes.'
  return low === null || high === null || temp(low, units, true) === temp(high, units, true)
    ? `It will climb to ${temp(value, units, true)} by about ${by}.`
    : `It will climb to ${temp(low, units, true)} to ${temp(high, units, true)}, by about ${by}.`
}

/** How fast its middle goes, in the cook's unit: "gaining 0.4° a minute". */
export function pace(rate: number, units: Units): string {
  const shown = shownIn('difference', Math.abs(rate), units).toFixed(1)
  if (Number(shown) === 0) return 'hardly moving'
  return `${rate > 0 ? 'gaining' : 'losing'} ${shown}° a minute`
}

function carving(
  outlook: Outlook,
  now: number,
  units: Units,
  clock: (minute: number) => string,
): string {
  const ready = carveWindow(outlook).from
  if (now < ready) return `Resting. Carve from about ${clock(ready)}.`
  return `It may be carved. ${temp(outlook.core_c, units, true)}, ${pace(outlook.rate_c_min, units)}.`
}

function look(outlook: Outlook, now: number): string {
  const due = outlook.agenda.find((s) => s.code === 'look')?.due_min
  if (due === undefined) return ''
  return due <= now + 1 ? ' Look now.' : ` Look again at ${hour(at(outlook, due))}.`
}

function laterOut(outlook: Outlook, units: Units, clock: (minute: number) => string): string {
  const { low, high, value } = outlook.pull_min
  const range =
    low === null || high === null || clock(low) === clock(high)
      ? `about ${clock(value)}`
      : `${clock(low)} to ${clock(high)}`
  return `Out ${range}, at ${temp(outlook.pull_core_c, units, true)}.`
}

/** How it goes against the plan: "24° by the plan, 3° ahead; out 6 min sooner than planned." "" at
 * the start and once it is out. */
export function onCourse(roast: Roast, outlook: Outlook, units: Units): string {
  if (roast.pulled_min !== null || outlook.now_min < 15 || outlook.stuck) return ''
  const off = Math.round(shownIn('difference', outlook.core_c - outlook.planned_core_c, units))
  const late = Math.round(outlook.pull_min.value - outlook.planned_pull_min)
  const middle =
    off === 0 ? 'as planned' : `${Math.abs(off)}° ${off > 0 ? 'ahead of' : 'behind'} it`
  const out =
    late === 0
      ? 'out when it was planned'
      : `out ${duration(Math.abs(late))} ${late > 0 ? 'later' : 'sooner'} than planned`
  return `By the plan ${temp(outlook.planned_core_c, units, true)} now: ${middle}; ${out}.`
}

/** Why a reading is not believed, and what to do. */
export const FLAGS: Record<string, string> = {
  near_surface: 'It reads hotter than any middle could be: push the tip to the thickest part.',
  fat: 'It reads colder than any middle could be: the tip may sit in fat or beside the meat.',
  probe_out: 'The probe has slipped out.',
  other_end: 'It does not fit that end: read it again.',
  bone: 'The tip may touch bone: move it a finger away.',
  impossible: 'No joint could do that: read it again.',
}
