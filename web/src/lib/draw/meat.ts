// Meat in its own colours: what a highest temperature looks like, as colour and as texture.

export type Shade = { from: number; fill: string; hatch: number }

/** From raw to falling apart. `hatch` is the distance of the hatching lines in px, 0 for none. */
export const SHADES: Shade[] = [
  { from: -60, fill: '#5f1a38', hatch: 0 },
  { from: 44, fill: '#7c2240', hatch: 0 },
  { from: 49, fill: '#a23a4a', hatch: 0 },
  { from: 54, fill: '#c35b58', hatch: 0 },
  { from: 58, fill: '#d58579', hatch: 11 },
  { from: 63, fill: '#cfa08c', hatch: 8 },
  { from: 67, fill: '#b99c84', hatch: 6 },
  { from: 72, fill: '#957a61', hatch: 4 },
  { from: 88, fill: '#6b523d', hatch: 3 },
]

/** The shade of a highest temperature. */
export function shadeOf(c: number): Shade {
  let found = SHADES[0] as Shade
  for (const shade of SHADES) if (c >= shade.from) found = shade
  return found
}

/** What the shades are filled with: colour and texture together, as they stand on every page. */
export const PATTERNS = SHADES.map(({ fill, hatch }, i) => {
  const step = hatch === 0 ? 10 : hatch
  const line = `<line x1="0" y1="0" x2="0" y2="${step}" stroke="#2a1a12" stroke-opacity="0.42" stroke-width="1.4"/>`
  return `<pattern id="shade-${i}" width="${step}" height="${step}" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><rect width="${step}" height="${step}" fill="${fill}"/>${hatch > 0 ? line : ''}</pattern>`
}).join('')

/** Its pattern, which stands once on every page (`ui/Shades`). */
export function filled(shade: Shade): string {
  return `url(#shade-${SHADES.indexOf(shade)})`
}

/** Text that can be read on a shade. */
export function inkOn(c: number): string {
  return c >= 58 && c < 72 ? '#241d19' : '#fdf8ef'
}

/** `edges` run from the axis (0) out, or for a flat piece from under (−1) to top (1). */
export type HeatMap = {
  at_mm: number[]
  half_mm: number[]
  edges: number[]
  highest_c: number[][]
  length_mm: number
  width_over_thickness: number
}

const middled = new WeakMap<number[], number[]>()
/** The middles between edges, reckoned once for each: they are asked for at every place of a picture. */
function middles(edges: number[]): number[] {
  let found = middled.get(edges)
  if (found === undefined) {
    found = edges.slice(1).map((edge, i) => (edge + (edges[i] ?? 0)) / 2)
    middled.set(edges, found)
  }
  return found
}

/** Share of the half-thickness out to which a disc stays below `c`; 0: nowhere, 1: everywhere. */
export function reach(map: HeatMap, disc: number, c: number): number {
  const row = map.highest_c[disc] ?? []
  const mids = middles(map.edges)
  if ((row[0] ?? Infinity) >= c) return 0
  for (let i = 1; i < row.length; i++) {
    const here = row[i] as number
    if (here >= c) {
      const before = row[i - 1] as number
      const a = mids[i - 1] as number
      const b = mids[i] as number
      return a + ((c - before) / (here - before)) * (b - a)
    }
  }
  return 1
}

/** The cells from the axis upwards or downwards, as if they were the whole section. */
export function halfOf(map: HeatMap, side: 'up' | 'down'): HeatMap {
  const mid = map.edges.indexOf(0)
  if (mid <= 0) return map
  if (side === 'up')
    return {
      ...map,
      edges: map.edges.slice(mid),
      highest_c: map.highest_c.map((row) => row.slice(mid)),
    }
  return {
    ...map,
    edges: map.edges
      .slice(0, mid + 1)
      .toReversed()
      .map((edge) => Math.abs(edge)),
    highest_c: map.highest_c.map((row) => row.slice(0, mid).toReversed()),
  }
}

const FINER = 6

/** The map with columns filled in between its discs, so that contours run smoothly. */
export function finer(map: HeatMap): HeatMap {
  const at: number[] = []
  const half: number[] = []
  const highest: number[][] = []
  const mix = (a: number, b: number, share: number): number => a + (b - a) * share
  for (let i = 0; i + 1 < map.at_mm.length; i++) {
    for (let n = 0; n < FINER; n++) {
      const share = n / FINER
      at.push(mix(map.at_mm[i] as number, map.at_mm[i + 1] as number, share))
      half.push(mix(map.half_mm[i] as number, map.half_mm[i + 1] as number, share))
      const next = map.highest_c[i + 1] as number[]
      highest.push((map.highest_c[i] as number[]).map((c, k) => mix(c, next[k] as number, share)))
    }
  }
  at.push(map.at_mm.at(-1) as number)
  half.push(map.half_mm.at(-1) as number)
  highest.push(map.highest_c.at(-1) as number[])
  return { ...map, at_mm: at, half_mm: half, highest_c: highest }
}

export type Edge = [x: number, up: number, down: number]
export type Contour = { shade: Shade; points: Edge[] }

/** Nested regions seen from the side, outermost first: for each shade how far it reaches above and
 * below the axis in mm at places along the joint. Only shades that occur. */
export function sideContours(coarse: HeatMap): Contour[] {
  const map = finer(coarse)
  const outline = map.at_mm.map((x, i): Edge => [x, map.half_mm[i] ?? 0, map.half_mm[i] ?? 0])
  const found: Contour[] = []
  const hottest = Math.max(...map.highest_c.flat())
  const top = shadeOf(hottest)
  found.push({ shade: top, points: outline })
  const halves: Halves = [halfOf(map, 'up'), halfOf(map, 'down')]
  for (const shade of [...SHADES].reverse()) {
    if (shade.from >= top.from) continue
    const limit = SHADES[SHADES.indexOf(shade) + 1]?.from ?? Infinity
    const points = blob(map, halves, limit)
    if (points.length > 0) found.push({ shade, points })
  }
  return found
}

type Halves = [upper: HeatMap, lower: HeatMap]

function blob(map: HeatMap, [upper, lower]: Halves, c: number): Edge[] {
  const points: Edge[] = []
  const axis = (i: number): number =>
    Math.min(upper.highest_c[i]?.[0] ?? Infinity, lower.highest_c[i]?.[0] ?? Infinity)
  for (let i = 0; i < map.at_mm.length; i++) {
    const [up, down] = [reach(upper, i, c), reach(lower, i, c)]
    const here = map.at_mm[i] as number
    const before = map.at_mm[i - 1]
    if (before !== undefined) {
      const [t0, t1] = [axis(i - 1), axis(i)]
      if (t0 < c !== t1 < c) points.push([before + ((c - t0) / (t1 - t0)) * (here - before), 0, 0])
    }
    const half = map.half_mm[i] as number
    if (up > 0 || down > 0) points.push([here, up * half, down * half])
  }
  return points
}

/** The disc nearest to a place along the joint. */
function discAt(map: HeatMap, at_mm: number): number {
  let disc = 0
  map.at_mm.forEach((x, i) => {
    if (Math.abs(x - at_mm) < Math.abs((map.at_mm[disc] as number) - at_mm)) disc = i
  })
  return disc
}

export type Ring = { shade: Shade; share: number; up: number; down: number }

/** Nested rings of the cut face at a place along the joint, outermost first: how far they reach
 * above and below the axis, and across (`share`). */
export function faceRings(map: HeatMap, at_mm: number): Ring[] {
  const disc = discAt(map, at_mm)
  const row = map.highest_c[disc] ?? []
  const top = shadeOf(Math.max(...row))
  const [upper, lower] = [halfOf(map, 'up'), halfOf(map, 'down')]
  const rings: Ring[] = [{ shade: top, share: 1, up: 1, down: 1 }]
  for (const shade of [...SHADES].reverse()) {
    if (shade.from >= top.from) continue
    const limit = SHADES[SHADES.indexOf(shade) + 1]?.from ?? Infinity
    const [up, down] = [reach(upper, disc, limit), reach(lower, disc, limit)]
    const share = (up + down) / 2
    if (share > 0) rings.push({ shade, share, up, down })
  }
  return rings
}

/** An angle as fibres have it: in fives, −90 … 90 degrees; a line has no front and back. */
export function upright(deg: number): number {
  const half = ((((deg + 90) % 180) + 180) % 180) - 90
  return 5 * Math.round(half / 5) || 0
}

/** The middle disc's place along the joint, mm. */
export const middleOf = (map: HeatMap): number => map.at_mm[Math.floor(map.at_mm.length / 2)] ?? 0

/** How far below and above the wanted peak still counts as wanted, °C: as the core has it. */
export const AS_WANTED: readonly [number, number] = [-2, 6]

export type Line = { across: number; up: number; down: number }

/** The lines on the cut face between which the meat ends as wanted, the outer first; none where no
 * part of it does, and no inner one where it reaches to the axis. */
export function bounded(map: HeatMap, at_mm: number, wanted_c: number): Line[] {
  const disc = discAt(map, at_mm)
  const [upper, lower] = [halfOf(map, 'up'), halfOf(map, 'down')]
  const lineAt = (c: number): Line => {
    const [up, down] = [reach(upper, disc, c), reach(lower, disc, c)]
    return { across: (up + down) / 2, up, down }
  }
  const outer = lineAt(wanted_c + AS_WANTED[1])
  if (outer.across === 0) return []
  const inner = lineAt(wanted_c + AS_WANTED[0])
  return inner.across === 0 ? [outer] : [outer, inner]
}

/** Half width and half height of a cut face drawn this tall, px; its frame is two wider all round. */
export function faceSize(map: HeatMap, height: number): { rx: number; ry: number } {
  const ry = height / 2 - 2
  return { rx: Math.min(ry * map.width_over_thickness, ry * 2.4), ry }
}
