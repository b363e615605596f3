// What every place needs: catalogue, ovens, the list of roasts, the hour, units, the connection.

import {
  http,
  Refused,
  want,
  type Catalogue,
  type Instrument,
  type Line,
  type Oven,
} from '$lib/api/client'
import { listen } from '$lib/api/stream'
import { keepLocal, local } from '$lib/state/local'
import { newest } from '$lib/state/newest'
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
  catalogue = $state<Catalogue | null>(null)
  ovens = $state<Oven[]>([])
  roasts = $state<Line[]>([])
  /** Instruments that push, as they were last heard of. */
  instruments = $state<Instrument[]>([])
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
  /** Counts up with every change of a day. */
  dayNews = $state(0)
  now = $state(new Date())
  said = $state('')

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
      log: (line) => {
        this.news[line.roast_id] = (this.news[line.roast_id] ?? 0) + 1
        void this.reload()
      },
      day: () => {
        this.dayNews += 1
        void this.reload()
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
          for (const roast of this.roasts) this.news[roast.id] = (this.news[roast.id] ?? 0) + 1
        }
      },
    })
    const timer = setInterval(() => this.#tick(), 500)
    return () => {
      clearInterval(timer)
      this.#stop?.()
    }
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
    this.say(this.units === 'C' ? 'Degrees Celsius, kilograms' : 'Degrees Fahrenheit, pounds')
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

  /** A sentence for screen readers. */
  say(text: string): void {
    this.said = text
  }

  /** The roast a place opens with when none is named: one in the oven, else the next to serve. */
  get likely(): Line | undefined {
    const on = this.roasts.filter((r) => r.status === 'roasting' || r.status === 'resting')
    // One that was to be served yesterday was left there: it does not stand before the others.
    const busy = on.filter((r) => this.now.getTime() - Date.parse(r.serve_at) < FORGOTTEN_MS)
    const ahead = this.roasts.filter((r) => r.status === 'planning')
    const beef = ahead.toSorted(
      (a, b) => a.serve_at.localeCompare(b.serve_at) || b.name.localeCompare(a.name),
    )
    return busy[0] ?? beef[0] ?? on[0] ?? this.roasts[0]
  }
}

export const kitchen = new Kitchen()
