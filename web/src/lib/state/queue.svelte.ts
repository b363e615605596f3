// Every entry at the fire goes through here: kept in the browser first, handed over in order, once.

import { http, Refused, want, type Roast } from '$lib/api/client'
import { kitchen } from '$lib/state/kitchen.svelte'
import { keepLocal, local } from '$lib/state/local'
import type { Entry } from '$lib/state/waiting'

const RETRY_MS = 4000
const PATIENCE_MS = 15_000
/** Answers that say nothing of the entry: nobody there, or this screen must be let in again. */
const LATER = ['offline', 'locked']

type Turned = { entry: Entry; reason: string }

/** A key nobody else makes. Pages that are not secure have no randomUUID. */
export function freshKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  return Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('')
}

/** The body with the minute or hour it was entered, never later than the kitchen's clock says: that
 * of a demo stands still while its server does. */
function asItWas(entry: Entry): Entry['body'] {
  const then = { ...entry.body, ...entry.then }
  const ahead = (new Date(entry.at).getTime() - kitchen.now.getTime()) / 60_000
  if (ahead <= 0) return then
  if (typeof then.at === 'string') return { ...then, at: kitchen.now.toISOString() }
  return typeof then.minute === 'number'
    ? { ...then, minute: Math.max(0, then.minute - ahead) }
    : then
}

class Queue {
  /** What has not been handed over, the oldest first. */
  waiting = $state<Entry[]>(local<Entry[]>('queue', []))
  /** What was handed over late and not taken, with the reason; it stays until the cook drops it. */
  refused = $state<Turned[]>(local<Turned[]>('queue.refused', []))
  #turn: Promise<void> = Promise.resolve()
  #asked = new Map<string, (got: Roast | Refused) => void>()
  #timer: ReturnType<typeof setTimeout> | undefined

  /** Another tab keeps the same list: what it has is what counts. */
  #fresh(): void {
    this.waiting = local<Entry[]>('queue', [])
  }

  #drop(key: string): void {
    this.waiting = local<Entry[]>('queue', []).filter((e) => e.key !== key)
    keepLocal('queue', this.waiting)
  }

  /** Keep an entry and hand it over. The roast as the server then has it, or null: it waits here.
   * Throws `Refused` where the server says what is wrong with it. */
  async send(entry: Entry): Promise<Roast | null> {
    this.waiting = [...local<Entry[]>('queue', []), entry]
    keepLocal('queue', this.waiting)
    let got: Roast | Refused | null = null
    // Entered while nobody answers it is said to be kept here: what becomes of it is said there too,
    // also where the server comes back while this first try is on its way.
    if (kitchen.connected) this.#asked.set(entry.key, (answer) => (got = answer))
    await this.flush()
    this.#asked.delete(entry.key)
    const answer = got as Roast | Refused | null
    if (answer instanceof Refused) throw answer
    return answer
  }

  /** Hand over what waits, in order. */
  flush(): Promise<void> {
    this.#turn = this.#turn.then(() => this.#run())
    return this.#turn
  }

  async #run(): Promise<void> {
    clearTimeout(this.#timer)
    this.#fresh()
    for (let entry = this.waiting[0]; entry !== undefined; entry = this.waiting[0]) {
      const asked = this.#asked.get(entry.key)
      try {
        const roast = await kitchen.commanding(entry.roast_id, () =>
          want(
            http.POST(`/roasts/{roast_id}/${entry.command}` as '/roasts/{roast_id}/marks', {
              params: {
                path: { roast_id: entry.roast_id },
                header: { 'Idempotency-Key': entry.key },
              },
              // A network that swallows everything must not hold the hand up: it then waits here.
              signal: AbortSignal.timeout(PATIENCE_MS),
              // Asked for the first time, "now" is the server's; later it is what was then.
              body: (asked === undefined ? asItWas(entry) : entry.body) as never,
            }),
          ),
        )
        asked?.(roast)
      } catch (error) {
        const refused = error instanceof Refused ? error : new Refused({})
        if (LATER.includes(refused.code)) {
          this.#timer = setTimeout(() => void this.flush(), RETRY_MS)
          return
        }
        if (asked !== undefined) asked(refused)
        else {
          this.refused = [...this.refused, { entry, reason: refused.message }]
          keepLocal('queue.refused', this.refused)
        }
      }
      this.#drop(entry.key)
    }
  }

  /** Hand one over once more that was not taken. */
  again(key: string): Promise<void> {
    const one = this.refused.find((r) => r.entry.key === key)
    if (one === undefined) return this.flush()
    this.forget(key)
    this.waiting = [...local<Entry[]>('queue', []), one.entry]
    keepLocal('queue', this.waiting)
    return this.flush()
  }

  /** Forget one that was not taken. */
  forget(key: string): void {
    this.refused = this.refused.filter((r) => r.entry.key !== key)
    keepLocal('queue.refused', this.refused)
  }

  /** Begin with what an earlier page left; again whenever the network or another tab stirs. */
  start(): () => void {
    const stir = (): void => void this.flush()
    const other = (event: StorageEvent): void => {
      if (event.key === 'trencher.queue') this.#fresh()
    }
    stir()
    addEventListener('online', stir)
    addEventListener('storage', other)
    return () => {
      clearTimeout(this.#timer)
      removeEventListener('online', stir)
      removeEventListener('storage', other)
    }
  }
}

export const queue = new Queue()
