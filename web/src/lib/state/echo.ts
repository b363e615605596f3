// What the feed tells of a thing is an echo of what this page did to it, or news of others. Every
// log counts its entries: what an answer has told already is not asked for again.

type Told = { id: string; seq: number }

export class Echo<T extends Told> {
  #known: Record<string, number> = {}
  #asking: Record<string, number> = {}
  #held: T[] = []
  readonly #news: (told: T) => void

  /** `news` is called with what others did. */
  constructor(news: (told: T) => void) {
    this.#news = news
  }

  /** The page has this much of it, however it came. False where it had more. */
  knows(id: string, seq: number): boolean {
    if (seq < (this.#known[id] ?? 0)) return false
    this.#known[id] = seq
    return true
  }

  /** A command on its way; what the feed tells of the thing meanwhile may be its echo, and waits
   * until the answer is there. */
  async during<A>(id: string, ask: () => Promise<A>, heard: (answer: A) => void): Promise<A> {
    this.#asking[id] = (this.#asking[id] ?? 0) + 1
    try {
      const answer = await ask()
      heard(answer)
      return answer
    } finally {
      this.#asking[id] -= 1
      const held = this.#held.filter((told) => told.id === id)
      this.#held = this.#held.filter((told) => told.id !== id)
      held.forEach((told) => this.tell(told))
    }
  }

  /** The feed says that it has so many entries. */
  tell(told: T): void {
    if ((this.#asking[told.id] ?? 0) > 0) {
      this.#held.push(told)
      return
    }
    if (told.seq <= (this.#known[told.id] ?? 0)) return
    this.#known[told.id] = told.seq
    this.#news(told)
  }
}
