// What every place needs: catalogue, ovens, the list of roasts, the hour, units, the connection.

import {
  http,
  Refused,
  want,
  type Catalogue,
  type Day,
  type Instrument,
  type Line,
  type Oven,
  type Roast,
} from '$lib/api/client'
import { listen, type LogLine } from '$lib/api/stream'
import { Echo } from '$lib/state/echo'
import { keepLocal, local } from '$lib/state/local'
import { newest } from '$lib/state/newest'
import { remember } from '$lib/state/said'
import { tell } from '$lib/state/told.svelte'
import type { Units } from '$lib/units'

export type Mode = 'auto' | 'light' | 'dark'

const kept = (key: string): string | null => {
  try {
    return localStorage.getItem(`trencher.${key}`)
  } catch {
    return null
  }
}
const keep = (key: string, value: string): void => {
  try {
    localStorage.setItem(`trencher.${key}`, value)
  } catch {
    // Private windows may refuse; the choice then lasts as long as the page.
  }
}

const FORGOTTEN_MS = 6 * 3_600_000

class Kitchen {
  catalogue = $state.raw<Catalogue | null>(null)
  ovens = $state.raw<Oven[]>([])
  roasts = $state.raw<Line[]>([])
  /** Instruments that push, as they were last heard of. */
  instruments = $state.raw<Instrument[]>([])
  units = $state<Units>(kept('units') === 'F' ? 'F' : 'C')
  mode = $state<Mode>((kept('mode') as Mode | null) ?? 'auto')
  keys = $state(kept('keys') !== 'off')
  connected = $state(true)
  fault = $state('')
  /** This screen must be let in first. */
  locked = $state(false)
  pace = $state(1)
  /** Counts up with every event of a roast, so that places know when to look again. */
  news = $state<Record<string, number>>({})
  /** The same for what others did: what was done here, the answer to it has told already. */
  foreign = $state<Record<string, number>>({})
  /** The last answer to a command of this page, by roast. */
  answers = $state.raw<Record<string, Roast>>({})
  /** And the last of all of them. */
  latest = $state.raw<Roast | null>(null)
  #roastEcho = new Echo<LogLine & { id: string }>((line) => this.#hear(line))
  #dayEcho = new Echo(() => (this.dayNews += 1))
  /** Counts up with every change of a day. */
  dayNews = $state(0)
  now = $state(new Date())

  /** What the clock showed last, and when that was by this device's own: it goes on without the
   * server, over a refresh, and while the device sleeps. */
  #shown = Date.now()
  #real = Date.now()
  #stop: (() => void) | null = null
  #ovensHeard = newest<Oven[]>((ovens) => (this.ovens = ovens))
  #roastsHeard = newest<Line[]>((roasts) => (this.roasts = roasts))

  async load(): Promise<void> {
    try {
      const [catalogue] = await Promise.all([
        want(http.GET('/catalogue')),
        this.reloadOvens(),
        this.#roastsHeard(want(http.GET('/roasts'))),
      ])
      this.catalogue = catalogue
      this.fault = ''
      this.locked = false
    } catch (error) {
      this.fault = (error as Error).message
      this.locked = error instanceof Refused && error.code === 'locked'
    }
  }

  start(): () => void {
    const clock = local<{ shown: number; real: number; pace: number } | null>('clock', null)
    if (clock !== null) {
      this.#shown = clock.shown
      this.#real = clock.real
      this.pace = clock.pace
      this.#tick()
    }
    void this.load()
    this.#stop = listen({
      log: (line) => this.#roastEcho.tell({ ...line, id: line.roast_id }),
      day: ({ day, seq }) => {
        if (seq !== null) this.#dayEcho.tell({ id: day, seq })
        else {
          // Not by an entry of its own: something was put aside, taken back, or is otherwise now.
          this.dayNews += 1
          void this.reload()
        }
      },
      // Nothing that is shown belongs to it: begin anew.
      restored: () => location.reload(),
      instruments: (all) => (this.instruments = all as Instrument[]),
      clock: (line) => this.#setClock(line.now, line.pace),
      connected: (yes, fresh) => {
        this.connected = yes
        // A feed that is refused does not say why; a question does.
        if (!yes) void this.reload()
        if (yes && fresh) {
          void this.load()
          this.dayNews += 1
          for (const roast of this.roasts) this.#count(roast.id, true)
        }
      },
    })
    const timer = setInterval(() => this.#tick(), 500)
    return () => {
      clearInterval(timer)
      this.#stop?.()
    }
  }

  /** Hand over a command on a roast and take its answer for what the feed would tell of it. */
  commanding<T extends Roast | null>(id: string, ask: () => Promise<T>): Promise<T> {
    return this.#roastEcho.during(id, ask, (got) => {
      if (got !== null) this.#took(got)
    })
  }

  /** The same for a day. */
  changing(date: string, ask: () => Promise<Day>): Promise<Day> {
    return this.#dayEcho.during(date, ask, (day) => {
      this.#dayEcho.knows(date, day.last_seq)
      void remember(`/days/${date}?latest=true`, day)
    })
  }

  #took(roast: Roast): void {
    if (!this.#roastEcho.knows(roast.id, roast.last_seq)) return
    this.#list(roast)
    this.answers = { ...this.answers, [roast.id]: roast }
    this.latest = roast
    this.#count(roast.id, false)
    void remember(`/roasts/${roast.id}`, roast)
    if (roast.outlook !== null) void remember(`/roasts/${roast.id}/outlook`, roast.outlook)
  }

  #hear(line: LogLine & { id: string }): void {
    if (line.aside) this.roasts = this.roasts.filter((r) => r.id !== line.id)
    else this.#list(line)
    this.#count(line.id, true)
  }

  #count(id: string, foreign: boolean): void {
    this.news[id] = (this.news[id] ?? 0) + 1
    if (foreign) this.foreign[id] = (this.foreign[id] ?? 0) + 1
  }

  /** A roast's line in the list, the latest serving first. */
  #list({ id, name, status, serve_at }: Line): void {
    const was = this.roasts.find((r) => r.id === id)
    if (was?.name === name && was.status === status && was.serve_at === serve_at) return
    const others = this.roasts.filter((r) => r.id !== id)
    this.roasts = [...others, { id, name, status, serve_at }].toSorted(
      (a, b) => Date.parse(b.serve_at) - Date.parse(a.serve_at) || a.id.localeCompare(b.id),
    )
    void remember('/roasts', this.roasts)
  }

  async reload(): Promise<void> {
    try {
      await this.#roastsHeard(want(http.GET('/roasts')))
      if (this.ovens.length === 0) await this.reloadOvens()
      this.locked = false
    } catch (error) {
      // The stream's own state already says that the server is away.
      this.locked = error instanceof Refused && error.code === 'locked'
    }
  }

  async reloadCatalogue(): Promise<void> {
    this.catalogue = await want(http.GET('/catalogue'))
  }

  /** Words to be reckoned, handed over by another place; "" for none. */
  toReckon = $state('')
  /** The first digit of a reading that was typed while an alarm was up elsewhere. */
  typed = $state('')

  async reloadOvens(): Promise<void> {
    await this.#ovensHeard(want(http.GET('/ovens')))
  }

  #setClock(now: string, pace: number): void {
    this.#shown = new Date(now).getTime()
    this.#real = Date.now()
    this.pace = pace
    keepLocal('clock', { shown: this.#shown, real: this.#real, pace })
    this.#tick()
  }

  #tick(): void {
    this.now = new Date(this.#shown + (Date.now() - this.#real) * this.pace)
  }

  toggleUnits(): void {
    this.units = this.units === 'C' ? 'F' : 'C'
    keep('units', this.units)
    tell(this.units === 'C' ? 'Degrees Celsius, kilograms' : 'Degrees Fahrenheit, pounds')
  }

  setMode(mode: Mode): void {
    this.mode = mode
    keep('mode', mode)
  }

  setKeys(on: boolean): void {
    this.keys = on
    keep('keys', on ? 'on' : 'off')
  }

  async setProfile(profile_id: string): Promise<void> {
    await want(http.PUT('/figures/use/{profile_id}', { params: { path: { profile_id } } }))
    await this.load()
  }

  /** Keep this kitchen's doneness words; throws `Refused` with the reason. */
  async setBands(bands: { word: string; from_c: number }[]): Promise<void> {
    const kept = await want(http.PUT('/doneness', { body: { bands } }))
    if (this.catalogue !== null) this.catalogue = { ...this.catalogue, bands: kept }
  }

  async setClock(body: { pace?: number; forward_min?: number }): Promise<void> {
    const clock = await want(http.PUT('/clock', { body }))
    this.#setClock(clock.now, clock.pace)
  }

  /** The roast a place opens with when none is named: one in the oven, else the next to serve. */
  get likely(): Line | undefined {
    const on = this.roasts.filter((r) => r.status === 'roasting' || r.status === 'resting')
    // One that was to be served yesterday was left there: it does not stand before the others.
    const busy = on.filter((r) => this.now.getTime() - Date.parse(r.serve_at) < FORGOTTEN_MS)
    return busy[0] ?? this.ahead[0] ?? on[0] ?? this.roasts[0]
  }

  /** Those still to go in, the next to be served first. */
  get ahead(): Line[] {
    return this.roasts
      .filter((r) => r.status === 'planning')
      .toSorted((a, b) => a.serve_at.localeCompare(b.serve_at) || b.name.localeCompare(a.name))
  }
}

export const kitchen = new Kitchen()
