// Heats written over a way's silhouette so that none lies on another, nor on the flag. Pure.

export type Heat = { x: number; top: number; text: string }
export type Label = { x: number; y: number; text: string }
export type Rect = { x: number; y: number; width: number; height: number }

const LETTER_PX = 7
const LINE_PX = 14
const GAP_PX = 5

const widthOf = (text: string): number => text.length * LETTER_PX

/** `227 °C` and `172 °C` in one breath: `227 → 172 °C`; `gas 7` and `gas 3`: `gas 7 → 3`. */
export function oneAfter(first: string, then: string): string {
  return then.startsWith('gas ')
    ? `${first} → ${then.slice(4)}`
    : `${first.replace(/ °[CF]$/, '')} → ${then}`
}

const lies = (label: Label, on: Rect): boolean =>
  label.x < on.x + on.width &&
  label.x + widthOf(label.text) > on.x &&
  label.y - LINE_PX < on.y + on.height &&
  label.y > on.y

/** Where each heat is written: over the beginning of its stage; heats that come so soon after one
 * another that both cannot be read are written as one; what would lie on the flag goes before it,
 * above it, or into its stage. `heats` from left to right. */
export function placed(heats: readonly Heat[], flag: Rect, width: number): Label[] {
  const joined: Heat[] = []
  for (const heat of heats) {
    const last = joined.at(-1)
    if (last !== undefined && heat.x < last.x + widthOf(last.text) + GAP_PX) {
      joined[joined.length - 1] = {
        x: last.x,
        top: Math.min(last.top, heat.top),
        text: last.text === heat.text ? last.text : oneAfter(last.text, heat.text),
      }
    } else joined.push(heat)
  }
  let free = 0
  return joined.map((heat) => {
    const wide = widthOf(heat.text)
    const x = Math.max(free, Math.min(heat.x + 3, width - wide))
    const tries: Label[] = [
      { x, y: heat.top - GAP_PX, text: heat.text },
      { x: flag.x - wide - GAP_PX, y: heat.top - GAP_PX, text: heat.text },
      { x, y: flag.y - GAP_PX, text: heat.text },
      { x, y: heat.top + LINE_PX, text: heat.text },
    ]
    const good = tries.find((t) => !lies(t, flag) && t.y >= LINE_PX - 3 && t.x >= free)
    const found = good ?? (tries[3] as Label)
    free = found.x + wide + GAP_PX
    return found
  })
}
