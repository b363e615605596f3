// A joint being planned: what is on the block now, and the ways worked out for it.
// While something is pulled a coarse answer follows the hand; at rest the full one comes.

import {
  http,
  want,
  type Beside,
  type Care,
  type Disturbance,
  type Joint,
  type Reason,
  type Roast,
  type Schemas,
  type Thermometer,
  type Way,
} from '$lib/api/client'
import { kitchen } from '$lib/state/kitchen.svelte'
import { carveAt } from '$lib/units'

export type Draft = {
  name: string
  joint: Joint
  oven_id: string
  wanted_c: number
  rest_min: number
  serve_at: string
  ahead_min: number
  thermometer: Thermometer
  care: Care
  buy: Roast['buy']
  assumed: Roast['assumed']
}

export type Wish = {
  joint: Joint
  oven_id: string
  wanted_c: number
  rest_min: number
  thermometer: Thermometer
  quick: boolean
}

const SETTLE_MS = 350

export class PlanState {
  draft = $state<Draft | null>(null)
  ways = $state.raw<Way[]>([])
  /** The ways shown belong to an older draft. */
  stale = $state(false)
  /** The ways shown are coarse and without bands. */
  quick = $state(false)
  /** Fragile moments by method, coming in one way after another. */
  fragile = $state.raw<Record<string, Disturbance[]>>({})
  /** The three that differ most for this cook. */
  unlike = $state.raw<Schemas['UnlikeOut'][]>([])
  /** Printed rules beside what is computed for this joint. */
  printed = $state.raw<Beside[]>([])
  /** What earlier roasts taught of this joint in this oven. */
  why = $state.raw<Reason[]>([])
  fault = $state('')
  saved = $state(true)

  /** The draft that the ways shown belong to. */
  #seen: Draft | null = null
  /** The wish that they were worked out for. */
  #told = ''
  #id: string | null = null
  /** The number of the last event that this draft knows of. */
  #seq = 0
  #turn = 0
  #busy = false
  #again = false
  #timer: ReturnType<typeof setTimeout> | undefined
  #undo: Draft[] = []
  undoable = $state(0)

  /** The roast that is planned here. */
  get id(): string | null {
    return this.#id
  }

  /** Take over a roast from the server, unless something unsaved is being changed here. */
  open(roast: Roast): void {
    if (this.#id === roast.id && !this.saved) return
    // What a screen still holds from before the last change must not undo it.
    if (this.#id === roast.id && roast.last_seq < this.#seq) return
    this.#seq = roast.last_seq
    const draft: Draft = {
      name: roast.name,
      joint: { ...roast.joint },
      oven_id: roast.oven.id,
      wanted_c: roast.wanted_c,
      rest_min: roast.rest_min,
      serve_at: roast.serve_at,
      ahead_min: roast.ahead_min,
      care: roast.care,
      buy: roast.buy,
      thermometer: roast.thermometer,
      assumed: roast.assumed,
    }
    if (this.#id === roast.id && JSON.stringify(draft) === JSON.stringify(this.draft)) return
    if (this.#id !== roast.id) {
      this.#undo = []
      this.undoable = 0
      this.ways = []
      this.unlike = []
      this.printed = []
      this.why = []
    }
    this.#id = roast.id
    this.draft = draft
    this.fault = ''
    // Another hour, a name: the ways do not go by them.
    if (this.ways.length > 0 && !this.stale && this.#told === JSON.stringify(this.wish(false))) {
      this.#seen = draft
      return
    }
    void this.#full(roast.id)
  }

  /** Change the draft; `done` when the hand has let go. */
  pull(part: Partial<Omit<Draft, 'joint'>> & { joint?: Partial<Joint> }, done: boolean): void {
    if (this.draft === null) return
    if (this.saved) this.#remember()
    const said = { ...part, ...part.joint }
    const assumed = this.draft.assumed.filter((name) => !(name in said))
    this.draft = { ...this.draft, assumed, ...part, joint: { ...this.draft.joint, ...part.joint } }
    this.saved = false
    this.stale = true
    clearTimeout(this.#timer)
    if (done) void this.#settle()
    else {
      void this.#follow()
      this.#timer = setTimeout(() => void this.#settle(), SETTLE_MS)
    }
  }

  #remember(): void {
    if (this.draft !== null) this.#undo = [...this.#undo.slice(-30), $state.snapshot(this.draft)]
    this.undoable = this.#undo.length
  }

  undo(): void {
    const before = this.#undo.pop()
    this.undoable = this.#undo.length
    if (before === undefined) return
    this.draft = before
    this.saved = false
    this.stale = true
    void this.#settle()
  }

  /** A method handed over to be shaped by hand, taken once. */
  lent = $state<string | null>(null)
  lend(): string | null {
    const text = this.lent
    this.lent = null
    return text
  }

  /** What a question about the draft as it is now asks with. */
  wish(quick: boolean): Wish | null {
    if (this.draft === null) return null
    const { joint, oven_id, wanted_c, rest_min, thermometer } = $state.snapshot(this.draft)
    return { joint, oven_id, wanted_c, rest_min, thermometer, quick }
  }

  /** `opened`: of the roast as the server has it, which the page may have fetched already. */
  async #ask(quick: boolean, opened: string | null = null): Promise<void> {
    const draft = this.draft
    const body = this.wish(quick)
    if (body === null) return
    const turn = ++this.#turn
    try {
      const found = await want(
        opened === null
          ? http.POST('/ways', { body: { ...body, left_min: this.#left() } })
          : http.GET('/roasts/{roast_id}/ways', { params: { path: { roast_id: opened } } }),
      )
      if (turn !== this.#turn) return
      this.ways = found.ways
      // Who asks for something quick gets all of it where it was worked out lately.
      const coarse = found.quick
      if (!coarse) this.unlike = found.unlike
      this.#told = JSON.stringify({ ...body, quick: false })
      this.#seen = draft
      this.quick = coarse
      this.stale = coarse
      this.fault = ''
      if (!coarse) this.#more(turn, { ...body, quick: false })
    } catch (error) {
      if (turn === this.#turn) this.fault = (error as Error).message
    }
  }

  async #beside(turn: number, body: Wish): Promise<void> {
    try {
      const found = await want(http.POST('/printed', { body }))
      if (turn === this.#turn) this.printed = found
    } catch {
      // The ways stand without it; the next draft asks again.
    }
  }

  /** Of the first way that works: what was learned of oven and cut hardly goes by the way. */
  async #reasons(turn: number, wish: Wish): Promise<void> {
    const way = this.ways.find((w) => w.forecast !== null)
    try {
      const found =
        way === undefined
          ? []
          : await want(http.POST('/why', { body: { ...wish, method: way.method } }))
      if (turn === this.#turn) this.why = found
    } catch {
      // The ways stand without it; the next draft asks again.
    }
  }

  /** Disturb the ways, those that are looked at first; what comes in late for an older draft is
   * dropped. */
  async #disturb(turn: number, wish: Wish): Promise<void> {
    this.fragile = {}
    const first = this.unlike.map((u) => u.id)
    const worked = this.ways.filter((w) => w.forecast !== null)
    for (const part of [worked.filter((w) => first.includes(w.id)), worked]) {
      const methods = part.map((w) => w.method).filter((m) => !(m in this.fragile))
      if (methods.length === 0) continue
      try {
        const found = await want(http.POST('/fragile', { body: { ...wish, methods } }))
        if (turn !== this.#turn) return
        const known = methods.map((m, i) => [m, found[i] ?? []] as const)
        this.fragile = { ...this.fragile, ...Object.fromEntries(known) }
      } catch {
        // The ways themselves stand without it; the next draft asks again.
      }
    }
  }

  /** Somebody looks at the ways themselves: what is fragile, printed and learned is asked for then.
   * Call it back when nobody does any more. */
  looking(): () => void {
    this.#lookers += 1
    const wish = this.wish(false)
    if (this.ways.length > 0 && !this.quick && !this.stale && wish !== null) {
      this.#more(this.#turn, wish)
    }
    return () => void (this.#lookers -= 1)
  }

  #lookers = 0
  #asked = -1

  #more(turn: number, wish: Wish): void {
    if (this.#lookers === 0 || this.#asked === turn) return
    this.#asked = turn
    void this.#disturb(turn, wish)
    void this.#beside(turn, wish)
    void this.#reasons(turn, wish)
  }

  /** Minutes until it is carved. */
  #left(): number | null {
    if (this.draft === null) return null
    return (carveAt(this.draft).getTime() - kitchen.now.getTime()) / 60_000
  }

  /** At most one coarse question at a time; the last change is never left out. */
  async #follow(): Promise<void> {
    if (this.#busy) {
      this.#again = true
      return
    }
    this.#busy = true
    do {
      this.#again = false
      await this.#ask(true)
    } while (this.#again)
    this.#busy = false
  }

  /** Work the ways out again: something that is not in the draft has changed. */
  refresh(): void {
    if (this.draft !== null) void this.#full()
  }

  async #full(opened: string | null = null): Promise<void> {
    this.#again = false
    // Nothing of this draft to look at yet: something coarse at once, all of it in a second.
    if (this.#seen !== this.draft) {
      await this.#ask(true, opened)
      if (this.#seen === this.draft && !this.quick) return
    }
    await this.#ask(false)
  }

  async #settle(): Promise<void> {
    clearTimeout(this.#timer)
    const draft = this.draft
    const id = this.#id
    if (draft === null || id === null) return
    const body = $state.snapshot(draft)
    let refused = ''
    try {
      const kept = await kitchen.commanding(id, () =>
        want(http.PATCH('/roasts/{roast_id}', { params: { path: { roast_id: id } }, body })),
      )
      if (this.#id === id) this.#seq = Math.max(this.#seq, kept.last_seq)
      if (this.draft === draft) this.saved = true
    } catch (error) {
      refused = (error as Error).message
    }
    await this.#full()
    if (refused !== '') this.fault = refused
  }
}

export const plan = new PlanState()
