import { describe, expect, it } from 'vitest'
import { best, fit, stems } from './find'

describe('words', () => {
  it('lose their endings and what every question has', () => {
    expect(stems('How long until the oven is COOLING?')).toEqual(['long', 'until', 'oven', 'cool'])
    expect(stems('purée, gravies')).toEqual(['pure', 'gravi'])
  })
})

describe('what fits', () => {
  const rows = [
    ['it smokes', 'smoke'],
    ['guests late', 'stall it, they are late, delayed'],
    ['is salting still worth it', 'forgot the salt'],
    ['soft rind', 'no crackling, rubbery skin'],
    ['when do I start', 'timetable, schedule'],
  ]
  const first = (query: string): string | undefined => best(query, rows, (r) => r, 3)[0]?.item[0]

  it.each([
    ['smoke!', 'it smokes'],
    ['guests are late', 'guests late'],
    ['forgot salt', 'is salting still worth it'],
    ['crackling', 'soft rind'],
    ['when start', 'when do I start'],
    ['rubber', 'soft rind'],
  ])('%s', (query, row) => {
    expect(first(query)).toBe(row)
  })

  it('is nothing where nothing is shared, and everything where all is', () => {
    expect(best('quantum', rows, (r) => r, 3)).toEqual([])
    expect(fit('', ['it smokes'])).toBe(0)
    expect(fit('it smokes', ['it smokes'])).toBe(100)
  })
})
