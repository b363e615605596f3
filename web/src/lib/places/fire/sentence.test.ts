import { describe, expect, it } from 'vitest'
import type { Outlook, Roast } from '$lib/api/client'
import { FLAGS, nextStep, onCourse } from './sentence'

type Stage = Outlook['stages'][number]
const PUT_IN = new Date(2026, 9, 3, 17, 0)

const stage = (kind: string, start: number, end: number, more: Partial<Stage> = {}): Stage => ({
  text: kind,
  kind,
  start_min: start,
  end_min: end,
  core_c: 20,
  surface_c: 80,
  air_c: null,
  dial_c: null,
  planned_end_min: null,
  ...more,
})

const hot = stage('oven', 0, 20, { air_c: 220, dial_c: 227, planned_end_min: 20 })
const low = stage('oven', 20, 95, { air_c: 160, dial_c: 172 })
const rest = stage('rest', 95, 135)

function made(current: number, stages: Stage[], more: Partial<Outlook> = {}): Outlook {
  return {
    put_in_at: PUT_IN.toISOString(),
    current_stage: current,
    stages,
    pull_min: { value: 95, low: 91, high: 99 },
    pull_core_c: 46,
    peak_c: { value: 57, low: 56, high: 58.4 },
    peak_min: 134,
    look_min: 75,
    core_c: 40,
    carve_from_min: 120,
    ...more,
  } as Outlook
}
const roast = (more: Partial<Roast> = {}): Roast =>
  ({ pull_stage: 1, pulled_min: null, ...more }) as Roast

describe('the one sentence', () => {
  it('is about the turn-down while the hot start is on', () => {
    const step = nextStep(roast(), made(0, [hot, low, rest]), 12, 'C', 'C')
    expect(step.shout).toBe('Turn it down to 172 °C in 8 min, at 17:20.')
    expect(step.action).toMatchObject({ label: 'Turned down', stage: 0, out: false, planned: null })
    expect(step.then).toContain('Out 18:31 to 18:39, at 46°.')
  })

  it('goes from the pan into the oven, not back into it', () => {
    const pan = stage('sear', 0, 8, { planned_end_min: 8 })
    const step = nextStep(roast({ pull_stage: 1 }), made(0, [pan, low, rest]), 5, 'C', 'C')
    expect(step.shout).toBe('Out of the pan in 3 min, into the oven at 172 °C.')
    expect(step.action).toMatchObject({ label: 'Into the oven', stage: 0, out: false })
  })

  it('says when this heat never gets it there', () => {
    const there = roast({ wanted_c: 57 })
    const step = nextStep(there, made(1, [hot, low, rest], { stuck: true }), 200, 'C', 'C')
    expect(step.shout).toBe('At this heat it does not get to 57°.')
    expect(step.action?.label).toBe('Taken out')
  })

  it('asks after a turn-down nobody reported, and offers the planned minute', () => {
    const late = made(0, [{ ...hot, end_min: 27 }, low, rest])
    const step = nextStep(roast(), late, 27, 'C', 'C')
    expect(step.shout).toBe('Turn it down to 172 °C now.')
    expect(step.then).toContain('That was due at 17:20: has it been done?')
    expect(step.action?.planned).toBe(20)
  })

  it('turns it up, and leaves it in, where the blast follows at once', () => {
    const blast = stage('oven', 95, 109, { air_c: 240, dial_c: 246 })
    const now = nextStep(roast(), made(1, [hot, low, blast, rest]), 60, 'C', 'C')
    expect(now.shout).toBe('Turn it up to 246 °C in 31 to 39 minutes, about 18:35, at 46°.')
    expect(now.action).toMatchObject({ label: 'Turned up', stage: 1, out: false })
    const due = nextStep(roast(), made(1, [hot, low, blast, rest]), 94.5, 'C', 'C')
    expect(due.shout).toBe('Turn it up to 246 °C now, at 46°.')
    const then = made(2, [hot, low, blast, rest])
    const out = nextStep(roast({ pulled_min: 95 }), then, 100, 'C', 'C')
    expect(out.shout).toBe('Take it out in 9 min, at 18:49.')
    expect(out.action?.label).toBe('Taken out')
  })

  it('says when to take it out, as a range, the hour and the core', () => {
    const step = nextStep(roast(), made(1, [hot, low, rest]), 60, 'C', 'C')
    expect(step.shout).toBe('Take it out in 31 to 39 minutes, about 18:35, at 46°.')
    expect(step.then).toBe('It will climb to 56° to 58°, by about 19:14. Look again at 18:15.')
    expect(step.action).toMatchObject({ label: 'Taken out', out: true })
  })

  it('speaks Fahrenheit without touching the dial', () => {
    const step = nextStep(roast(), made(0, [hot, low, rest]), 12, 'F', 'C')
    expect(step.shout).toContain('172 °C')
    expect(step.then).toContain('115°')
  })

  it('shouts when it is time', () => {
    const due = made(1, [hot, low, rest], { pull_min: { value: 95, low: 95, high: 96 } })
    expect(nextStep(roast(), due, 95, 'C', 'C').shout).toBe('Take it out now, at 46°.')
  })

  it('knows the rest before a blast, and the blast', () => {
    const stages = [
      stage('oven', 0, 200, { air_c: 115, dial_c: 127 }),
      stage('rest', 200, 225, { planned_end_min: 225 }),
      stage('oven', 225, 233, { air_c: 235, dial_c: 242, planned_end_min: 233 }),
      stage('rest', 233, 243),
    ]
    const out = roast({ pull_stage: 0, pulled_min: 200 })
    const before = nextStep(out, made(1, stages), 210, 'C', 'C')
    expect(before.shout).toBe('Back in at 242 °C in 15 min, at 20:45.')
    expect(before.action?.label).toBe('Back in the oven')
    const during = nextStep(out, made(2, stages), 229, 'C', 'C')
    expect(during.shout).toContain('Take it out in 4 min')
  })

  it('says off and shut', () => {
    const stages = [
      { ...hot },
      stage('off', 20, 125, { planned_end_min: 125 }),
      stage('rest', 125, 137),
    ]
    const step = nextStep(roast(), made(0, stages), 5, 'C', 'C')
    expect(step.shout).toBe('Switch the oven off in 15 min; keep the door shut.')
  })

  it('turns to carving when it rests', () => {
    const out = roast({ pulled_min: 95 })
    const resting = nextStep(out, made(2, [hot, low, rest]), 100, 'C', 'C')
    expect(resting.shout).toBe('Resting. Carve from about 19:00.')
    expect(resting.action).toBeNull()
    expect(nextStep(out, made(2, [hot, low, rest]), 125, 'C', 'C').shout).toContain('may be carved')
  })

  it('speaks gas marks where the oven does', () => {
    const gas = [hot, { ...low, dial_c: 177 }, rest]
    expect(nextStep(roast(), made(0, gas), 5, 'C', 'gas').shout).toContain('gas 4')
  })
})

it('every flag says what to do', () => {
  for (const words of Object.values(FLAGS)) expect(words).toMatch(/\.$/)
})

describe('how it goes against the plan', () => {
  const at = (more: Partial<Outlook>): Outlook =>
    made(1, [hot, low, rest], {
      now_min: 60,
      core_c: 27,
      planned_core_c: 24.1,
      planned_pull_min: 104,
      ...more,
    })

  it('says degrees and minutes, in either unit', () => {
    expect(onCourse(roast(), at({}), 'C')).toBe(
      'By the plan 24° now: 3° ahead of it; out 9 min sooner than planned.',
    )
    expect(onCourse(roast(), at({ core_c: 20 }), 'F')).toContain('7° behind it')
    expect(onCourse(roast(), at({ core_c: 24, planned_pull_min: 95 }), 'C')).toBe(
      'By the plan 24° now: as planned; out when it was planned.',
    )
  })

  it('is silent at the start, and when it is out', () => {
    expect(onCourse(roast(), at({ now_min: 8 }), 'C')).toBe('')
    expect(onCourse(roast({ pulled_min: 95 }), at({}), 'C')).toBe('')
    expect(onCourse(roast(), at({ stuck: true }), 'C')).toBe('')
  })
})
