// The one sentence: what to do next and when, as a cook would say it.

import type { Outlook, Roast } from '$lib/api/client'
import { dial, duration, hour, minutesRange, temp, type Marks, type Units } from '$lib/units'

export type Step = {
  /** In huge type. */
  shout: string
  /** The line under it. */
  then: string
  /** The button that says it has been done, for the stage that is on. */
  action: { label: string; stage: number; out: boolean; planned: number | null } | null
}

const OVERDUE_MIN = 2

const at = (outlook: Outlook, minute: number): Date =>
  new Date(new Date(outlook.put_in_at).getTime() + minute * 60_000)

const about = (minute: number, now: number): string => {
  const left = Math.round(minute - now)
  return left <= 0 ? 'now' : `in ${duration(left)}`
}

/** What to do next in a roast that is in the oven or resting. `now` is its minute on the clock. */
export function nextStep(
  roast: Roast,
  outlook: Outlook,
  now: number,
  units: Units,
  marks: Marks,
): Step {
  const pull = roast.pull_stage ?? outlook.stages.length - 1
  const current = outlook.current_stage
  const stage = outlook.stages[current]
  const next = outlook.stages[current + 1]
  const clock = (minute: number): string => hour(at(outlook, minute))
  const peak = outlook.peak_c
  const climb =
    peak.low === null || peak.high === null
      ? `It will climb to ${temp(peak.value, units, true)} by about ${clock(outlook.peak_min)}.`
      : `It will climb to ${temp(peak.low, units, true)} to ${temp(peak.high, units, true)}, ` +
        `by about ${clock(outlook.peak_min)}.`

  if (outlook.stuck && roast.pulled_min === null) {
    return {
      shout: `At this heat it does not get to ${temp(roast.wanted_c, units, true)}.`,
      then: 'Turn the oven up, or see what is wrong below. What is drawn is this heat going on.',
      action: { label: 'Taken out', stage: pull, out: true, planned: null },
    }
  }
  if (roast.pulled_min === null && current >= pull) {
    const { low, high, value } = outlook.pull_min
    const core = temp(outlook.pull_core_c, units, true)
    // A blast at once: the goal is reached, and the joint stays in while the oven is turned up.
    const stays = next?.kind === 'oven' && stage?.kind !== 'rest'
    const words = stays ? `Turn it up to ${dial(next.dial_c ?? 0, marks)}` : 'Take it out'
    const label = stays ? 'Turned up' : 'Taken out'
    const action = { label, stage: pull, out: !stays, planned: null }
    if (value - now < 0.75) return { shout: `${words} now, at ${core}.`, then: climb, action }
    const range = minutesRange((low ?? value) - now, (high ?? value) - now)
    return {
      shout: `${words} in ${range}, about ${clock(value)}, at ${core}.`,
      then: `${climb}${look(outlook, now)}`,
      action,
    }
  }
  if (stage === undefined || next === undefined) {
    const from = outlook.carve_from_min
    const ready = from === null ? outlook.peak_min : from
    const shout =
      now >= ready
        ? `It may be carved. ${temp(outlook.core_c, units, true)} and hardly climbing.`
        : `Resting. Carve from about ${clock(ready)}.`
    return { shout, then: climb, action: null }
  }
  const due = plannedEnd(roast, outlook, current)
  const when = about(due, now)
  const hand = next.dial_c === null ? '' : dial(next.dial_c, marks)
  const late = now - due > OVERDUE_MIN
  const over = late ? ` That was due at ${clock(due)}: has it been done?` : ''
  const action = { label: '', stage: current, out: current === pull, planned: late ? due : null }
  if (next.kind === 'oven' && stage.kind === 'oven') {
    const down = (next.air_c ?? 0) < (stage.air_c ?? 0)
    action.label = down ? 'Turned down' : 'Turned up'
    return {
      shout: `Turn it ${down ? 'down' : 'up'} to ${hand} ${when}${when === 'now' ? '' : `, at ${clock(due)}`}.`,
      then: `${laterOut(outlook, units, clock)}${over}`,
      action,
    }
  }
  if (next.kind === 'oven' && stage.kind === 'sear') {
    action.label = 'Into the oven'
    return {
      shout: `Out of the pan ${when}, into the oven at ${hand}.`,
      then: `Brown all round, then in.${over}`,
      action,
    }
  }
  if (next.kind === 'oven') {
    action.label = 'Back in the oven'
    return {
      shout: `Back in at ${hand} ${when}${when === 'now' ? '' : `, at ${clock(due)}`}.`,
      then: `Let the oven be fully hot first.${over}`,
      action,
    }
  }
  if (next.kind === 'off') {
    action.label = 'Switched off'
    return {
      shout: `Switch the oven off ${when}; keep the door shut.`,
      then: `${laterOut(outlook, units, clock)}${over}`,
      action,
    }
  }
  action.label = 'Taken out'
  return {
    shout: `Take it out ${when}${when === 'now' ? '' : `, at ${clock(due)}`}.`,
    then: climb,
    action,
  }
}

/** When a stage was to end: its planned length from where it began. */
function plannedEnd(roast: Roast, outlook: Outlook, index: number): number {
  const stage = outlook.stages[index]
  if (stage === undefined) return 0
  return stage.planned_end_min ?? stage.end_min
}

function look(outlook: Outlook, now: number): string {
  if (outlook.look_min === null) return ''
  return outlook.look_min <= now + 1
    ? ' Look now.'
    : ` Look again at ${hour(at(outlook, outlook.look_min))}.`
}

function laterOut(outlook: Outlook, units: Units, clock: (minute: number) => string): string {
  const { low, high, value } = outlook.pull_min
  const range =
    low === null || high === null ? `about ${clock(value)}` : `${clock(low)} to ${clock(high)}`
  return `Out ${range}, at ${temp(outlook.pull_core_c, units, true)}.`
}

/** How it goes against the plan: "24° by the plan, 3° ahead; out 6 min sooner than planned." "" at
 * the start and once it is out. */
export function onCourse(roast: Roast, outlook: Outlook, units: Units): string {
  if (roast.pulled_min !== null || outlook.now_min < 15 || outlook.stuck) return ''
  const off = Math.round((outlook.core_c - outlook.planned_core_c) * (units === 'C' ? 1 : 1.8))
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
