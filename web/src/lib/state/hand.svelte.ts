// A method being shaped by hand: its text, its blocks, what it does, and every step back.
// While something is pulled a coarse answer follows the hand; let go, the full one comes.

import {
  Refused,
  http,
  want,
  type Difference,
  type Disturbance,
  type Edit,
  type Shaped,
} from '$lib/api/client'
import type { Wish } from './plan.svelte'

const TYPING_MS = 250
const SETTLE_MS = 250
const DEEPEST = 60

export type Fault = { text: string; start: number | null; end: number | null }

export class HandState {
  /** What stands in the text field; it may be ahead of what could be read. */
  text = $state('')
  shaped = $state.raw<Shaped | null>(null)
  fault = $state<Fault | null>(null)
  /** The picture belongs to an older text, or is coarse. */
  stale = $state(false)
  differences = $state.raw<Difference[]>([])
  fragile = $state.raw<Disturbance[]>([])
  /** A change is on its way: nothing new is taken hold of before it is there. */
  busy = $state(false)
  undoable = $state(0)
  redoable = $state(0)

  #wish: (quick: boolean) => Wish | null
  #undo: string[] = []
  #redo: string[] = []
  #turn = 0
  #pulling = false
  #next: (() => Promise<void>) | null = null
  #chain: Promise<void> = Promise.resolve()
  #waiting = 0
  #typed = false
  #reading: Promise<void> = Promise.resolve()
  /** What stands, or will as soon as it has been read: what an undo leaves behind. */
  #stands = ''
  #timer: ReturnType<typeof setTimeout> | undefined

  constructor(wish: (quick: boolean) => Wish | null) {
    this.#wish = wish
  }

  /** Begin with a method; what was done to an earlier one is forgotten. */
  open(text: string): void {
    this.#undo = []
    this.#redo = []
    this.#count()
    this.text = text
    void this.#read(text, false)
  }

  /** Work the same method out again: joint, oven or hour has changed. */
  refresh(): void {
    const text = this.shaped?.method ?? this.text
    if (text !== '') void this.#read(text, false)
  }

  /** The text field was typed in. */
  type(text: string): void {
    this.text = text
    this.stale = true
    this.#typed = true
    clearTimeout(this.#timer)
    this.#timer = setTimeout(() => void this.#readTyped(), TYPING_MS)
  }

  /** Read what was typed, if that has not been done yet. */
  async #readTyped(): Promise<void> {
    // What is being read already is waited for: a change must not overtake it.
    if (this.#typed) this.#reading = this.#readNow()
    await this.#reading
  }

  async #readNow(): Promise<void> {
    this.#typed = false
    clearTimeout(this.#timer)
    const before = this.shaped?.method
    const done = await this.#read(this.text, false, false)
    if (done && before !== undefined && this.shaped?.method !== before) this.#remember(before)
  }

  /** Leave the text field: what could be read is written as it is meant. */
  settle(): void {
    void this.#serial(async () => {
      await this.#readTyped()
      if (this.fault === null && this.shaped !== null) this.text = this.shaped.method
    })
  }

  /** One change, done: of the method as the change before it left it. A change that depends on what
   * stands there is given as a function of it; null changes nothing. */
  edit(edit: Edit | ((now: Shaped) => Edit | null)): Promise<void> {
    return this.#serial(async () => {
      await this.#readTyped()
      if (this.shaped === null) return
      const wanted = typeof edit === 'function' ? edit(this.shaped) : edit
      if (wanted !== null) await this.#apply(this.shaped.method, wanted)
    })
  }

  /** Changes wait for each other, so that none is lost under quick fingers. */
  #serial(job: () => Promise<void>): Promise<void> {
    this.busy = true
    this.#waiting += 1
    this.#chain = this.#chain.then(job).finally(() => {
      this.#waiting -= 1
      this.busy = this.#waiting > 0
    })
    return this.#chain
  }

  /** The coarse answer at once, the full one when the hand rests. */
  async #apply(base: string, edit: Edit): Promise<void> {
    clearTimeout(this.#timer)
    const done = await this.#change(base, edit, true)
    if (!done) return
    if (this.shaped?.method !== base) this.#remember(base)
    this.#timer = setTimeout(() => this.refresh(), SETTLE_MS)
  }

  /** Follow the hand: the change as it would be now, from the method as it was when it was taken
   * hold of. At most one question at a time; the last place of the hand is never left out. */
  pull(base: string, edit: Edit): void {
    this.stale = true
    this.#next = async () => {
      await this.#change(base, edit, true)
    }
    if (!this.#pulling) void this.#follow()
  }

  async #follow(): Promise<void> {
    this.#pulling = true
    while (this.#next !== null) {
      const step = this.#next
      this.#next = null
      await step()
    }
    this.#pulling = false
  }

  /** The hand lets go. `edit` null: nothing was moved, or the hand thought better of it. */
  drop(base: string, edit: Edit | null): Promise<void> {
    this.#next = null
    return this.#serial(async () => {
      if (edit === null) await this.#read(base, false)
      else await this.#apply(base, edit)
    })
  }

  undo(): void {
    this.#after(() => this.#back(this.#undo, this.#redo))
  }

  redo(): void {
    this.#after(() => this.#back(this.#redo, this.#undo))
  }

  /** At once, or behind the changes that are on their way: those are what is taken back first. */
  #after(job: () => void): void {
    if (this.#waiting === 0) job()
    else void this.#serial(() => Promise.resolve(job()))
  }

  #back(from: string[], to: string[]): void {
    const text = from.pop()
    if (text === undefined || this.shaped === null) return
    to.push(this.#stands)
    this.#stands = text
    this.#count()
    this.text = text
    // The full picture of what is taken back is no longer wanted.
    clearTimeout(this.#timer)
    void this.#read(text, false)
  }

  #remember(before: string): void {
    this.#undo = [...this.#undo.slice(1 - DEEPEST), before]
    this.#redo = []
    this.#count()
  }

  #count(): void {
    this.undoable = this.#undo.length
    this.redoable = this.#redo.length
  }

  #change(base: string, edit: Edit, quick: boolean): Promise<boolean> {
    const wish = this.#wish(quick)
    if (wish === null) return Promise.resolve(false)
    return this.#take(quick, true, () =>
      want(http.POST('/method/edit', { body: { ...wish, method: base, edit } })),
    )
  }

  #read(text: string, quick: boolean, rewrite = true): Promise<boolean> {
    const wish = this.#wish(quick)
    if (wish === null) return Promise.resolve(false)
    return this.#take(quick, rewrite, () =>
      want(http.POST('/method', { body: { ...wish, method: text } })),
    )
  }

  async #take(quick: boolean, rewrite: boolean, ask: () => Promise<Shaped>): Promise<boolean> {
    const turn = ++this.#turn
    try {
      const shaped = await ask()
      if (turn !== this.#turn) return false
      this.shaped = shaped
      this.#stands = shaped.method
      if (rewrite) this.text = shaped.method
      this.fault = null
      this.stale = quick
      if (!quick) void this.#ponder(turn, shaped)
      return true
    } catch (error) {
      if (turn !== this.#turn) return false
      const refused = error instanceof Refused ? error : null
      this.fault = {
        text: (error as Error).message,
        start: refused?.start ?? null,
        end: refused?.end ?? null,
      }
      return false
    }
  }

  /** What if, and where it is fragile: after the picture, and only for what still stands. */
  async #ponder(turn: number, shaped: Shaped): Promise<void> {
    const wish = this.#wish(false)
    if (wish === null || shaped.forecast === null) {
      this.differences = []
      this.fragile = []
      return
    }
    const body = { ...wish, method: shaped.method }
    try {
      const methods = [shaped.method]
      const [fragile] = await want(http.POST('/fragile', { body: { ...wish, methods } }))
      if (turn === this.#turn) this.fragile = fragile ?? []
      const differences = await want(http.POST('/what-if', { body }))
      if (turn === this.#turn) this.differences = differences
    } catch {
      // The method itself stands without them.
    }
  }
}
