// Finding by a few words, as they are gasped: what a question and its row have in common.

const IDLE = new Set(
  (
    'a an the is it its in of for to and or on my this that do does did how what when which who i ' +
    'we at be so too by with from as are was will may can still no not up has have'
  ).split(' '),
)

/** Words worth comparing, without their endings. */
export function stems(text: string): string[] {
  return text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .split(/[^a-z0-9]+/)
    .filter((word) => word !== '' && !IDLE.has(word))
    .map((word) => (word.length > 4 ? word.replace(/(ings?|ed|es|s|e)$/, '') : word))
}

/** How well a query fits one of several phrasings; 0: not at all. */
export function fit(query: string, words: readonly string[]): number {
  const asked = stems(query)
  const plain = query.trim().toLowerCase()
  if (plain === '') return 0
  let best = 0
  for (const phrase of words) {
    const text = phrase.toLowerCase()
    if (text === plain) return 100
    const held = stems(phrase)
    let score = 0
    for (const word of asked) {
      if (held.includes(word)) score += 3
      else if (word.length > 2 && held.some((h) => h.startsWith(word))) score += 2
      else if (word.length > 4 && held.some((h) => h.length > 3 && word.startsWith(h))) score += 2
    }
    if (asked.length > 0) score *= score / (3 * asked.length)
    // Of two rows with the same words the shorter is meant.
    score += score > 0 ? 1 / (1 + held.length) : 0
    if (text.startsWith(plain)) score += 6
    else if (plain.length > 3 && text.includes(plain)) score += 3
    best = Math.max(best, score)
  }
  return best
}

export type Found<T> = { item: T; score: number }

/** The best few of a list, the best first. */
export function best<T>(
  query: string,
  items: readonly T[],
  words: (item: T) => readonly string[],
  most: number,
): Found<T>[] {
  return items
    .map((item) => ({ item, score: fit(query, words(item)) }))
    .filter((found) => found.score > 0.5)
    .toSorted((a, b) => b.score - a.score)
    .slice(0, most)
}
