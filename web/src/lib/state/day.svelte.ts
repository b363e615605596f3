// A day as the server works it out, and what the hand is about to change about it.

import {
  http,
  want,
  type Day,
  type DayChange,
  type RepairOffer,
  type SideEntry,
  type Slip,
} from '$lib/api/client'
import { kitchen } from '$lib/state/kitchen.svelte'

export class DayState {
  readonly date: string
  day = $state.raw<Day | null>(null)
  /** What a change that is only tried would do; null when nothing is being tried. */
  tried = $state.raw<Day | null>(null)
  fault = $state('')
  /** Repairs of a clash by its number, once asked for. */
  repairs = $state<Record<number, RepairOffer[] | 'asking'>>({})
  busy = $state(false)
  #turn = 0
  #trying = false
  #next: DayChange | null = null

  constructor(date: string) {
    this.date = date
  }

  get #path(): { params: { path: { date: string } } } {
    return { params: { path: { date: this.date } } }
  }

  #take(day: Day): void {
    if (JSON.stringify(day.clashes) !== JSON.stringify(this.day?.clashes)) this.repairs = {}
    this.day = day
    this.fault = ''
  }

  /** Ask again; an older answer never overwrites a newer one. What was worked out last is shown at
   * once while the order is worked out anew. */
  async load(): Promise<void> {
    const turn = ++this.#turn
    const ask = (latest: boolean): Promise<Day> =>
      want(http.GET('/days/{date}', { params: { ...this.#path.params, query: { latest } } }))
    try {
      const last = await ask(true)
      if (turn !== this.#turn) return
      this.#take(last)
      if (!last.stale) return
      const day = await ask(false)
      if (turn === this.#turn) this.#take(day)
    } catch (error) {
      if (turn === this.#turn) this.fault = (error as Error).message
    }
  }

  async #command(ask: () => Promise<Day>): Promise<boolean> {
    const turn = ++this.#turn
    this.busy = true
    try {
      const day = await kitchen.changing(this.date, ask)
      if (turn === this.#turn) this.#take(day)
      return true
    } catch (error) {
      this.fault = (error as Error).message
      return false
    } finally {
      this.busy = false
      this.tried = null
    }
  }

  /** Keep a change. */
  change(part: DayChange): Promise<boolean> {
    this.#next = null
    return this.#command(() => want(http.PATCH('/days/{date}', { ...this.#path, body: part })))
  }

  /** Change one side's entry; a part that is undefined is let go. */
  side(id: string, part: Partial<SideEntry>): Promise<boolean> {
    return this.change({ sides: this.entries(id, part) })
  }

  /** The day's sides with one of them changed. */
  entries(id: string, part: Partial<SideEntry>): SideEntry[] {
    const entries = (this.day?.sides ?? []).map((s) => $state.snapshot(s.entry) as SideEntry)
    return entries.map((e) => (e.id === id ? { ...e, ...part } : e))
  }

  /** What a change would do. At most one question at a time; the last one is never left out. */
  async attempt(part: DayChange): Promise<void> {
    this.#next = part
    if (this.#trying) return
    this.#trying = true
    while (this.#next !== null) {
      const body: DayChange = this.#next
      this.#next = null
      try {
        const found = await want(http.POST('/days/{date}/try', { ...this.#path, body }))
        this.tried = found
      } catch (error) {
        this.fault = (error as Error).message
      }
    }
    this.#trying = false
  }

  /** Stop trying. */
  leave(): void {
    this.#next = null
    this.tried = null
  }

  did(step: string, at: Date | null, skipped = false): Promise<boolean> {
    const body = { step, skipped, at: at === null ? null : at.toISOString() }
    return this.#command(() => want(http.POST('/days/{date}/steps', { ...this.#path, body })))
  }

  undo(seq: number | null = null): Promise<boolean> {
    return this.#command(() =>
      want(http.POST('/days/{date}/undo', { ...this.#path, body: { seq } })),
    )
  }

  /** Plan what is left anew from this minute. */
  again(): Promise<boolean> {
    return this.#command(() => want(http.POST('/days/{date}/again', this.#path)))
  }

  /** What may have been forgotten about a step, or at all. */
  slips(step: string | null): Promise<Slip[]> {
    const query = step === null ? {} : { step }
    return want(http.GET('/days/{date}/slips', { params: { path: { date: this.date }, query } }))
  }

  slipped(code: string, dish: string, step: string | null): Promise<boolean> {
    return this.#command(() =>
      want(http.POST('/days/{date}/slips', { ...this.#path, body: { code, dish, step } })),
    )
  }

  async askRepairs(number: number): Promise<void> {
    this.repairs[number] = 'asking'
    try {
      this.repairs[number] = await want(
        http.GET('/days/{date}/repairs/{number}', {
          params: { path: { date: this.date, number } },
        }),
      )
    } catch (error) {
      this.repairs = {}
      this.fault = (error as Error).message
    }
  }
}
