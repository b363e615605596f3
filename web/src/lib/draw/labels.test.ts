import { describe, expect, it } from 'vitest'
import { oneAfter, placed, type Rect } from './labels'

const far: Rect = { x: 300, y: 20, width: 44, height: 18 }

describe('heats over a silhouette', () => {
  it('are written over the beginning of their stages', () => {
    const heats = [
      { x: 10, top: 30, text: '227 °C' },
      { x: 120, top: 45, text: '172 °C' },
    ]
    expect(placed(heats, far, 400)).toEqual([
      { x: 13, y: 25, text: '227 °C' },
      { x: 123, y: 40, text: '172 °C' },
    ])
  })

  it('come in one breath where both cannot be read', () => {
    const heats = [
      { x: 10, top: 30, text: '227 °C' },
      { x: 30, top: 45, text: '172 °C' },
    ]
    expect(placed(heats, far, 400).map((l) => l.text)).toEqual(['227 → 172 °C'])
    expect(oneAfter('gas 7', 'gas 3')).toBe('gas 7 → 3')
    expect(oneAfter('440 °F', '340 °F')).toBe('440 → 340 °F')
  })

  it('never lie on the flag', () => {
    for (let x = 200; x < 360; x += 3) {
      for (const top of [20, 28, 40, 60]) {
        const [label] = placed([{ x, top, text: '241 °C' }], far, 400)
        if (label === undefined) throw new Error('no label')
        const across = label.x < far.x + far.width && label.x + 6 * 7 > far.x
        const along = label.y - 14 < far.y + far.height && label.y > far.y
        expect(across && along, `${x} ${top}: ${JSON.stringify(label)}`).toBe(false)
      }
    }
  })
})
