import { describe, expect, it } from 'vitest'
import type { Outlook, Roast } from '$lib/api/client'
import { FLAGS, nextStep, onCourse } from './sentence'

type Next = Outlook['agenda'][number]
const PUT_IN = new Date(2026, 9, 3, 17, 0)

const next = (code: string, due_min: number, more: Partial<Next> = {}): Next => ({
  code,
  id: code,
  due_min,
  low_min: null,
  high_min: null,
  stage: null,
  mark: null,
  text: '',
  words: '',
  done: '',
  core_c: null,
  eye: '',
  by_clock: false,
  loud: false,
  face: 0,
  faces: 0,
  ...more,
})
const down = next('turn_down', 20, {
  words: 'Turn it down to 172 °C',
  done: 'Turned down',
  stage: 0,
  by_clock: true,
})
const out = next('out', 95, {
  words: 'Take it out',
  done: 'Taken out',
  stage: 1,
  low_min: 91,
  high_min: 99,
  core_c: 46,
  loud: true,
})
const baste = next('task', 40, {
  words: 'Baste it',
  done: 'Basted',
  mark: 'basted',
  by_clock: true,
})
const look = next('look', 75)
const carve = next('carve', 135, { low_min: 120, high_min: 190 })

function made(agenda: Next[], more: Partial<Outlook> = {}): Outlook {
  return {
    put_in_at: PUT_IN.toISOString(),
    now_min: 60,
    agenda,
    stages: [],
    pull_min: { value: 95, low: 91, high: 99 },
    pull_core_c: 46,
    peak_c: { value: 57, low: 56, high: 58.4 },
    peak_min: 134,
    core_c: 40,
    rate_c_min: 0.05,
    ...more,
  } as Outlook
}
const roast = (more: Partial<Roast> = {}): Roast =>
  ({ pull_stage: 1, pulled_min: null, ...more }) as Roast

describe('the one sentence', () => {
  it('is the first of the agenda, with its minutes and its hour', () => {
    const step = nextStep(roast(), made([down, look, out, carve]), 12, 'C')
    expect(step.shout).toBe('Turn it down to 172 °C in 8 min, at 17:20.')
    expect(step.actions).toHaveLength(1)
    expect(step.actions[0]).toMatchObject({ label: 'Turned down', stage: 0, planned: null })
    expect(step.then).toBe('Out 18:31 to 18:39, at 46°.')
  })

  it('says what is to be read where the core decides, though it stays in', () => {
    const up = next('turn_up', 80, {
      words: 'Turn it up to 245 °C',
      done: 'Turned up',
      stage: 0,
      core_c: 39,
    })
    const step = nextStep(roast(), made([up, out, carve]), 60, 'C')
    expect(step.shout).toBe('Turn it up to 245 °C in 20 min, about 18:20, at 39°.')
  })

  it('says a task, and leaves what ends the stage within reach', () => {
    const step = nextStep(roast(), made([baste, out, carve]), 33, 'C')
    expect(step.shout).toBe('Baste it in 7 min, at 17:40.')
    expect(step.actions.map((a) => [a.label, a.mark, a.out])).toEqual([
      ['Basted', 'basted', false],
      ['Taken out', null, true],
    ])
  })

  it('waits for the eye where only the eye can tell', () => {
    const brown = next('turn_down', 30, { words: 'Turn it down to 120 °C', eye: 'brown', stage: 0 })
    expect(nextStep(roast(), made([brown, out]), 12, 'C').shout).toBe(
      'Turn it down to 120 °C when it is brown, about 17:30.',
    )
    expect(nextStep(roast(), made([brown, out]), 30, 'C').shout).toContain('look now')
  })

  it('says when this heat never gets it there', () => {
    const step = nextStep(roast({ wanted_c: 57 }), made([out], { stuck: true }), 200, 'C')
    expect(step.shout).toBe('At this heat it does not get to 57°.')
    expect(step.actions[0]?.label).toBe('Taken out')
  })

  it('asks after what nobody reported, and offers its minute', () => {
    const step = nextStep(roast(), made([down, out]), 27, 'C')
    expect(step.shout).toBe('Turn it down to 172 °C now.')
    expect(step.then).toContain('That was due at 17:20: has it been done?')
    expect(step.actions[0]?.planned).toBe(20)
  })

  it('says when to take it out, as a range, the hour and the core', () => {
    const step = nextStep(roast(), made([look, out, carve]), 60, 'C')
    expect(step.shout).toBe('Take it out in 31 to 39 minutes, about 18:35, at 46°.')
    expect(step.then).toBe('It will climb to 56° to 58°, by about 19:14. Look again at 18:15.')
    expect(step.actions[0]).toMatchObject({ label: 'Taken out', out: true })
    const clock = { ...out, by_clock: true, low_min: null, high_min: null }
    expect(nextStep(roast(), made([clock, carve]), 60, 'C').shout).toBe(
      'Take it out in 35 min, at 18:35.',
    )
  })

  it('speaks Fahrenheit without touching the dial', () => {
    const step = nextStep(roast(), made([down, out]), 12, 'F')
    expect(step.shout).toContain('172 °C')
    expect(step.then).toContain('115°')
  })

  it('shouts when it is time', () => {
    const step = nextStep(roast(), made([look, out]), 95, 'C')
    expect(step.shout).toBe('Take it out now, at 46°.')
    expect(step.then).not.toContain('Look')
  })

  it('has no button for a reading, and says why it is to be read again', () => {
    const again = next('recheck', 45, { words: 'Read it again in another place', core_c: 60 })
    const step = nextStep(roast(), made([again, out]), 45, 'C')
    expect(step.shout).toBe('Read it again in another place now.')
    expect(step.then).toMatch(/^It showed 60°, .* not believed/)
    expect(step.actions.map((a) => a.label)).toEqual(['Taken out'])
  })

  it('turns to carving when it rests, and says no more than is so', () => {
    const off = roast({ pulled_min: 95 })
    const resting = nextStep(off, made([carve]), 100, 'C')
    expect(resting.shout).toBe('Resting. Carve from about 19:00.')
    expect(resting.actions).toEqual([])
    const said = (rate_c_min: number): string =>
      nextStep(off, made([carve], { rate_c_min }), 125, 'C').shout
    expect(said(0.02)).toBe('It may be carved. 40°, hardly moving.')
    expect(said(0.4)).toContain('gaining 0.4° a minute')
    expect(said(-0.2)).toContain('losing 0.2° a minute')
    expect(nextStep(off, made([carve], { now_min: 150 }), 150, 'C').then).not.toContain('by about')
  })
})

it('every flag says what to do', () => {
  for (const words of Object.values(FLAGS)) expect(words).toMatch(/\.$/)
})

describe('how it goes against the plan', () => {
  const at = (more: Partial<Outlook>): Outlook =>
    made([out], {
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
