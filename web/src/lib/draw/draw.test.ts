import { describe, expect, it } from 'vitest'
import { axes, hours, linePath, ribbonPath, silhouette } from './curve'
import { matchingCuts } from './cuts'
import {
  SHADES,
  faceRings,
  finer,
  halfOf,
  inkOn,
  reach,
  shadeOf,
  sideContours,
  upright,
  type HeatMap,
} from './meat'

/** Hotter outwards and towards the ends: 50 in the very middle. */
const map: HeatMap = {
  at_mm: [10, 30, 50, 70, 90],
  half_mm: [35, 50, 50, 50, 35],
  edges: [0, 0.25, 0.5, 0.75, 1],
  highest_c: [80, 62, 50, 62, 80].map((c) => [c, c + 4, c + 10, c + 18]),
  length_mm: 100,
  width_over_thickness: 1.2,
}

describe('shades', () => {
  it('rise from raw to falling apart, each once', () => {
    const from = SHADES.map((s) => s.from)
    expect(from).toEqual(from.toSorted((a, b) => a - b))
    expect(new Set(SHADES.map((s) => s.fill)).size).toBe(SHADES.length)
  })
  it('get denser in texture as they get done, so colour is never alone', () => {
    const hatched = SHADES.filter((s) => s.hatch > 0).map((s) => s.hatch)
    expect(hatched).toEqual(hatched.toSorted((a, b) => b - a))
    expect(hatched.length).toBeGreaterThan(3)
  })
  it('are found by temperature, lower bound included', () => {
    expect(shadeOf(58).from).toBe(58)
    expect(shadeOf(57.99).from).toBe(54)
    expect(shadeOf(-100)).toBe(SHADES[0])
  })
  it('bear text that contrasts', () => {
    const luminance = (hex: string): number => {
      const part = (i: number): number => {
        const c = parseInt(hex.slice(i, i + 2), 16) / 255
        return c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
      }
      return 0.2126 * part(1) + 0.7152 * part(3) + 0.0722 * part(5)
    }
    for (const shade of SHADES) {
      const [a, b] = [luminance(shade.fill), luminance(inkOn(shade.from))]
      const contrast = (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)
      // Large bold numbers: AA asks for 3.
      expect(contrast).toBeGreaterThan(3)
    }
  })
})

describe('contours', () => {
  it('reach out as far as the meat stays below a heat', () => {
    expect(reach(map, 2, 40)).toBe(0)
    expect(reach(map, 2, 200)).toBe(1)
    // Between the cells at 50 + 4 and 50 + 10, whose middles are at 0.375 and 0.625.
    expect(reach(map, 2, 57)).toBeCloseTo(0.5, 6)
  })
  it('are nested: each further in than the one before', () => {
    const found = sideContours(map)
    expect(found.length).toBeGreaterThan(3)
    for (let i = 1; i < found.length; i++) {
      const width = (k: number): number => {
        const xs = (found[k]?.points ?? []).map((p) => p[0])
        return Math.max(...xs) - Math.min(...xs)
      }
      expect(width(i)).toBeLessThanOrEqual(width(i - 1) + 1e-9)
      expect(found[i]?.shade.from).toBeLessThan(found[i - 1]?.shade.from ?? 0)
    }
  })
  it('close at their ends', () => {
    const inner = sideContours(map).at(-1)
    expect(inner?.points[0]?.[1]).toBe(0)
    expect(inner?.points.at(-1)?.[1]).toBe(0)
  })
  it('start from the whole outline', () => {
    expect(Math.max(...(sideContours(map)[0]?.points ?? []).map((p) => p[1]))).toBe(50)
  })
  it('are drawn finer than they were computed, through the same values', () => {
    const fine = finer(map)
    expect(fine.at_mm.length).toBeGreaterThan(4 * map.at_mm.length)
    expect(fine.highest_c[0]).toEqual(map.highest_c[0])
    expect(fine.highest_c.at(-1)).toEqual(map.highest_c.at(-1))
  })
})

describe('a flat piece heated unlike from above and below', () => {
  const flat: HeatMap = {
    ...map,
    edges: [-1, -0.5, 0, 0.5, 1],
    highest_c: [80, 62, 50, 62, 80].map((c) => [c + 6, c, c + 2, c + 20]),
  }
  it('has two halves, each from the axis out', () => {
    expect(halfOf(flat, 'up').highest_c[2]).toEqual([52, 70])
    expect(halfOf(flat, 'down').highest_c[2]).toEqual([50, 56])
    expect(halfOf(flat, 'down').edges).toEqual([0, 0.5, 1])
    expect(halfOf(map, 'down')).toBe(map)
  })
  it('keeps its pink nearer to the cooler side', () => {
    for (const ring of faceRings(flat, 50).slice(1)) {
      expect(ring.down).toBeGreaterThanOrEqual(ring.up)
    }
    const inner = sideContours(flat).at(-1)?.points ?? []
    expect(inner.some(([, up, down]) => down > up)).toBe(true)
  })
})

describe('a cut face', () => {
  it('has rings that shrink inwards', () => {
    const rings = faceRings(map, 50)
    expect(rings[0]?.share).toBe(1)
    const shares = rings.map((r) => r.share)
    expect(shares).toEqual(shares.toSorted((a, b) => b - a))
  })
  it('is of one shade where all is done', () => {
    expect(faceRings(map, 0).every((r) => r.shade.from >= 72)).toBe(true)
  })
})

describe('curves', () => {
  const box = { width: 200, height: 100, left: 10, right: 10, top: 5, bottom: 15 }
  it('put time across and heat upwards', () => {
    const axis = axes(box, 0, 120)
    expect(axis.x(0)).toBe(10)
    expect(axis.x(120)).toBe(190)
    expect(axis.y(0)).toBe(85)
    expect(axis.y(100)).toBe(5)
    expect(axis.ticks).toContain(0)
  })
  it('draw a line, a ribbon, a silhouette', () => {
    const axis = axes(box, 0, 10)
    expect(
      linePath(
        [
          [0, 0],
          [10, 100],
        ],
        axis.x,
        axis.y,
      ),
    ).toMatch(/^M10,85/)
    expect(
      ribbonPath(
        [
          [0, 1, 0, 2],
          [10, 5, 4, 6],
        ],
        axis.x,
        axis.y,
      ),
    ).toMatch(/Z$/)
    expect(
      silhouette(
        [
          [0, 200],
          [5, 150],
        ],
        axis.x,
        axis.air,
      ),
    ).toMatch(/Z$/)
    expect(linePath([], axis.x, axis.y)).toBe('')
  })
  it('mark hours, halves when there is room, quarters when there is more', () => {
    const at = (h: number, m: number): Date => new Date(2026, 9, 3, h, m)
    expect(hours(at(14, 20), at(19, 0)).map((d) => d.getMinutes())).toEqual([0, 0, 0, 0, 0])
    expect(hours(at(14, 20), at(19, 0))[0]?.getHours()).toBe(15)
    expect(hours(at(17, 0), at(19, 0), 9).length).toBe(9)
    expect(hours(at(17, 0), at(19, 0), 4).length).toBe(5)
  })
})

describe('finding a cut', () => {
  const cuts = [
    { name: 'Sirloin of beef', kind: 'beef', aliases: ['strip loin'] },
    { name: 'Loin of pork', kind: 'pork', aliases: ['pork loin roast'] },
    { name: 'Leg of lamb', kind: 'lamb', aliases: ['gigot'] },
  ]
  const names = (typed: string): string[] => matchingCuts(cuts, typed).map((c) => c.name)
  it('takes any of its names', () => {
    expect(names('gigot')).toEqual(['Leg of lamb'])
    expect(names('PORK loin')).toEqual(['Loin of pork'])
  })
  it('puts its own name before an alias', () => {
    expect(names('loin')[0]).toBe('Loin of pork')
    expect(names('strip')).toEqual(['Sirloin of beef'])
  })
  it('shows all for nothing typed and none for nonsense', () => {
    expect(names('')).toHaveLength(3)
    expect(names('xyzzy')).toEqual([])
  })
})

describe('the grain', () => {
  it('is a line: in fives, and without front and back', () => {
    expect([upright(0), upright(183), upright(-177), upright(92), upright(44)]).toEqual([
      0, 5, 5, -90, 45,
    ])
    for (let deg = -400; deg <= 400; deg += 7) {
      expect(Math.abs(upright(deg))).toBeLessThanOrEqual(90)
      expect(upright(deg) % 5 === 0).toBe(true)
    }
  })
})
