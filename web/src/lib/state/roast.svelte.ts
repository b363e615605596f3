// One roast on one screen: as the server has it, with its commands.

import {
  http,
  want,
  type Carving,
  type Levers,
  type Need,
  type Outlook,
  type Roast,
  type Schemas,
  type Sense,
  type Trouble,
  type TroubleLine,
} from '$lib/api/client'
import { sendFile } from '$lib/api/file'
import { kitchen } from '$lib/state/kitchen.svelte'
import { local } from '$lib/state/local'
import { scaled } from '$lib/state/photograph'
import { freshKey, queue } from '$lib/state/queue.svelte'
import { entryOf, movedBy, withWaiting, type Command } from '$lib/state/waiting'

type Path = { params: { path: { roast_id: string } } }

/** Where a reading was taken: `spot` is the cook's own name of a place in the middle. */
export type Where = { place: 'core' | 'thin_end'; spot?: string }

export class RoastState {
  readonly id: string
  #roast = $state.raw<Roast | null>(null)
  #outlook = $state.raw<Outlook | null>(null)
  /** The way as it was when the outlook was asked for. */
  #method = $state<string | null>(null)
  /** As the server has it, with what still waits here. */
  roast = $derived(this.#roast === null ? null : withWaiting(this.#roast, queue.waiting))
  outlook = $derived.by(() => {
    const roast = this.roast
    // Of another way its stages are others.
    const same = roast !== null && roast.method === this.#method
    return this.#outlook === null || !same ? this.#outlook : movedBy(this.#outlook, roast.ends)
  })
  fault = $state('')
  busy = $state(false)
  /** Number of the event entered last, null while it waits here. */
  entered = $state<number | null>(null)
  /** The event the outlook was asked for, or came with. */
  lookedAt = $state(-1)
  /** The fault is of reading it, not of a command: it goes when it can be read. */
  #unread = false
  #looking = false
  #again = false

  constructor(id: string) {
    this.id = id
  }

  get #path(): Path {
    return { params: { path: { roast_id: this.id } } }
  }

  async load(): Promise<void> {
    try {
      this.take(await want(http.GET('/roasts/{roast_id}', this.#path)))
      if (this.#unread) this.fault = ''
      this.#unread = false
    } catch (error) {
      this.fault = (error as Error).message
      this.#unread = true
    }
  }

  /** The roast as the server has it now; one that is older than what is here tells nothing. */
  take(roast: Roast): void {
    if (roast.last_seq < (this.#roast?.last_seq ?? 0)) return
    this.#roast = roast
    if (roast.outlook !== null) {
      this.#outlook = roast.outlook
      this.#method = roast.method
      this.lookedAt = roast.last_seq
    }
  }

  /** Ask for the outlook; the old one stays until the new one is there. One question at a time,
   * and once more if there was news meanwhile: a slow answer is shown, never overtaken unseen. */
  async look(): Promise<void> {
    if (this.#looking) {
      this.#again = true
      return
    }
    this.#looking = true
    do {
      this.#again = false
      const method = this.#roast?.method ?? null
      const at = this.#roast?.last_seq ?? 0
      this.lookedAt = at
      try {
        const found = await want(http.GET('/roasts/{roast_id}/outlook', this.#path))
        // Meanwhile a command's answer may have brought a newer one.
        if (this.lookedAt === at) {
          this.#outlook = found
          this.#method = method
        }
      } catch (error) {
        if (this.#outlook === null) {
          this.fault = (error as Error).message
          this.#unread = true
        }
      }
    } while (this.#again)
    this.#looking = false
  }

  /** A command; null where what it adds still waits in this browser. */
  async #do(command: () => Promise<Roast | null>): Promise<boolean> {
    this.busy = true
    try {
      const got = await command()
      if (got !== null) this.take(got)
      this.fault = ''
      return true
    } catch (error) {
      this.fault = (error as Error).message
      this.#unread = false
      return false
    } finally {
      this.busy = false
    }
  }

  /** A command that does not wait in this browser. */
  #ask(command: () => Promise<Roast>): Promise<boolean> {
    return this.#do(() => kitchen.commanding(this.id, command))
  }

  /** One event: kept in this browser first, handed over now or when the server answers again. */
  #enter(command: Command, body: Record<string, unknown>, words: string): Promise<boolean> {
    const roast = { id: this.id, put_in_at: this.roast?.put_in_at ?? null }
    return this.#do(async () => {
      const got = await queue.send(entryOf(freshKey(), roast, command, body, kitchen.now, words))
      this.entered = got?.last_seq ?? null
      return got
    })
  }

  choose(method: string, school: string | null): Promise<boolean> {
    return this.#ask(() =>
      want(http.POST('/roasts/{roast_id}/way', { ...this.#path, body: { method, school } })),
    )
  }

  /** The door closes, or did at an hour that was. */
  putIn(core_c: number | null, at: Date | null = null): Promise<boolean> {
    const then = at === null ? {} : { at: at.toISOString() }
    return this.#enter('put-in', { core_c, ...then }, 'It went in')
  }

  read(low_c: number, high_c: number, where: Where): Promise<boolean> {
    const words = `Read {c:${low_c}}${high_c === low_c ? '' : ` to {c:${high_c}}`}`
    const who = local('who', '')
    return this.#enter('readings', { low_c, high_c, ...where, instrument: 'probe', who }, words)
  }

  endStage(stage: number, minute: number | null = null): Promise<boolean> {
    const words = stage === this.roast?.pull_stage ? 'Taken out' : 'The heat was changed'
    return this.#enter('stage-end', { stage, minute }, words)
  }

  /** What would help now, the best first. */
  levers(need: Need): Promise<Levers> {
    return want(
      http.GET('/roasts/{roast_id}/levers', {
        params: { path: { roast_id: this.id }, query: { need } },
      }),
    )
  }

  /** A logger's file: all of its readings and events, or none. */
  takeCsv(csv: string): Promise<boolean> {
    return this.#ask(() =>
      want(http.POST('/roasts/{roast_id}/readings-csv', { ...this.#path, body: { csv } })),
    )
  }

  /** The guests on the slices. */
  plates(left_handed = false): Promise<Carving> {
    return want(
      http.GET('/roasts/{roast_id}/plates', {
        params: { path: { roast_id: this.id }, query: { left_handed } },
      }),
    )
  }

  /** Ways to be ready so much later. */
  delays(by_min: number): Promise<Levers> {
    return want(
      http.GET('/roasts/{roast_id}/delays', {
        params: { path: { roast_id: this.id }, query: { by_min } },
      }),
    )
  }

  /** What may go wrong where the roast stands. */
  troubles(): Promise<TroubleLine[]> {
    return want(http.GET('/roasts/{roast_id}/troubles', this.#path))
  }

  /** What to do about one of them, worked out for now. */
  trouble(code: string): Promise<Trouble> {
    return want(
      http.GET('/roasts/{roast_id}/troubles/{code}', {
        params: { path: { roast_id: this.id, code } },
      }),
    )
  }

  pullLever(code: string, by_min: number | null = null): Promise<boolean> {
    return this.#ask(() =>
      want(http.POST('/roasts/{roast_id}/levers', { ...this.#path, body: { code, by_min } })),
    )
  }

  mark(what: string, more: Partial<Schemas['MarkBody']> = {}): Promise<boolean> {
    return this.#enter('marks', { text: '', ...more, what }, `Noted: ${what.replaceAll('_', ' ')}`)
  }

  /** It is over, and was not carved. */
  close(why: Schemas['CloseBody']['why']): Promise<boolean> {
    const body = { why }
    return this.#ask(() => want(http.POST('/roasts/{roast_id}/close', { ...this.#path, body })))
  }

  /** Other data for an earlier entry; the log keeps both. */
  correct(seq: number, part: Partial<Schemas['CorrectBody']>): Promise<boolean> {
    const body = { ...part, seq }
    return this.#ask(() => want(http.POST('/roasts/{roast_id}/correct', { ...this.#path, body })))
  }

  /** Where a channel's tip sits; null: pulled out. */
  attach(body: Schemas['AttachBody']): Promise<boolean> {
    return this.#ask(() => want(http.POST('/roasts/{roast_id}/tips', { ...this.#path, body })))
  }

  /** The signs that hold for this cut. */
  senses(): Promise<Sense[]> {
    return want(http.GET('/roasts/{roast_id}/senses', this.#path))
  }

  /** What the middle of one slice reads, counted from the thick end. */
  readSlice(slice: number, low_c: number): Promise<boolean> {
    return this.#enter('slices', { slice, low_c }, `Slice ${slice + 1}: {c:${low_c}}`)
  }

  /** A portion is somebody's; an empty name gives it back. */
  claim(portion: string, name: string): Promise<boolean> {
    return this.#enter('claims', { portion, name }, `${name || 'Nobody'}: ${portion}`)
  }

  /** Something goes into the fridge. */
  keep(body: Schemas['KeepBody']): Promise<boolean> {
    return this.#enter('kept', body, `Put away: ${body.what}`)
  }

  /** Something was done with a batch. */
  use(batch: number, what: string, kg: number | null): Promise<boolean> {
    return this.#enter('kept/uses', { batch, what, kg }, `Left over, ${what}`)
  }

  /** What was put away, and how long it may stand. */
  kept(): Promise<Schemas['KeptOut']> {
    return want(http.GET('/roasts/{roast_id}/kept', this.#path))
  }

  carve(minute: number | null = null): Promise<boolean> {
    return this.#enter('carve', minute === null ? {} : { minute }, 'Carving began')
  }

  judge(verdict: string, change: string): Promise<boolean> {
    return this.#ask(() =>
      want(http.POST('/roasts/{roast_id}/verdict', { ...this.#path, body: { verdict, change } })),
    )
  }

  weigh(what: Schemas['WeightBody']['what'], kg: number): Promise<boolean> {
    return this.#ask(() =>
      want(http.POST('/roasts/{roast_id}/weights', { ...this.#path, body: { what, kg } })),
    )
  }

  note(text: string, tags: string[]): Promise<boolean> {
    return this.#ask(() =>
      want(http.PUT('/roasts/{roast_id}/notes', { ...this.#path, body: { text, tags } })),
    )
  }

  /** A photograph, made smaller here; words beneath it. */
  picture(file: File, words: string): Promise<boolean> {
    const path = `roasts/${encodeURIComponent(this.id)}/pictures?words=${encodeURIComponent(words)}`
    return this.#ask(async () => sendFile<Roast>(path, await scaled(file), 'image/jpeg'))
  }

  withdraw(seq: number): Promise<boolean> {
    return this.#ask(() =>
      want(http.POST('/roasts/{roast_id}/withdraw', { ...this.#path, body: { seq } })),
    )
  }
}
