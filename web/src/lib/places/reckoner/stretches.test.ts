import { describe, expect, it } from 'vitest'
import { stretchesOf } from './stretches'

describe('a text and what was read of it', () => {
  const text = 'Roast at 200C for 1 hour.'
  const place = (start: number, end: number, stages: number[]) => ({
    start,
    end,
    text: text.slice(start, end),
    stages,
  })

  it('is whole again when its stretches are put together', () => {
    const read = [place(0, 5, []), place(9, 13, [0]), place(18, 24, [0])]
    const parts = stretchesOf(text, { read })
    expect(parts.map((p) => p.text).join('')).toBe(text)
    expect(parts.filter((p) => p.stages.length > 0).map((p) => p.text)).toEqual(['200C', '1 hour'])
    expect(parts[0]).toEqual({ text: 'Roast', read: true, stages: [] })
    expect(parts.at(-1)).toEqual({ text: '.', read: false, stages: [] })
  })

  it('keeps the first of what overlaps', () => {
    const parts = stretchesOf(text, { read: [place(0, 13, [0]), place(9, 13, [1])] })
    expect(parts.map((p) => p.text)).toEqual(['Roast at 200C', ' for 1 hour.'])
  })
})
