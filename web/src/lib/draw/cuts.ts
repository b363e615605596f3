// Finding a cut by what was typed: every word must occur in its names; its own name counts first,
// most of all if it begins so.

export type Named = { name: string; kind: string; aliases: string[] }

export function matchingCuts<T extends Named>(cuts: T[], typed: string): T[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  const rank = (cut: T): number => {
    const name = `${cut.name} ${cut.kind}`.toLowerCase()
    const all = `${name} ${cut.aliases.join(' ').toLowerCase()}`
    if (name.startsWith(words.join(' '))) return 0
    if (words.every((w) => name.includes(w))) return 1
    return words.every((w) => all.includes(w)) ? 2 : 3
  }
  return cuts
    .filter((cut) => rank(cut) < 3)
    .toSorted((a, b) => rank(a) - rank(b) || a.name.localeCompare(b.name))
}
