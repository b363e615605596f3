// The practice that is on, as the real kitchen's server has it; what is done in it goes through the
// places as always.

import { enter, PRACTICE } from '$lib/api/base'
import { home, want, type Alarm, type Practice, type Schemas } from '$lib/api/client'

export type Ask = Schemas['AskBody']['what']

class PracticeState {
  on = $state.raw<Practice | null>(null)
  asked = $state(false)
  busy = $state(false)
  fault = $state('')

  /** What is due in the real kitchen, whose alarms do not ring in this tab. */
  athome = $state.raw<Alarm | null>(null)

  async lookHome(): Promise<void> {
    try {
      const found = await want(home.GET('/alarms'))
      const now = Date.parse((await want(home.GET('/clock'))).now)
      this.athome = found.find((a) => Date.parse(a.at) <= now) ?? null
    } catch {
      // The bar says so when nobody answers.
    }
  }

  /** Whether this tab is in the practice that is on. */
  get here(): boolean {
    return PRACTICE !== '' && this.on?.id === PRACTICE
  }

  async load(): Promise<void> {
    try {
      this.on = (await want(home.GET('/practice'))).on
      this.fault = ''
    } catch (error) {
      this.fault = (error as Error).message
    }
    this.asked = true
  }

  async #doing(command: () => Promise<Practice>): Promise<boolean> {
    this.busy = true
    try {
      this.on = await command()
      this.fault = ''
      return true
    } catch (error) {
      this.fault = (error as Error).message
      return false
    } finally {
      this.busy = false
    }
  }

  /** Begin one, and go into it. */
  async begin(body: Partial<Schemas['BeginBody']>): Promise<void> {
    if (await this.#doing(() => want(home.POST('/practice', { body: { ...NOTHING, ...body } }))))
      this.into()
  }

  /** Into the one that is on. */
  into(): void {
    if (this.on === null) return
    enter(this.on.id, this.on.over ? '/practice' : `/fire/${this.on.joints[0]?.id ?? ''}`)
  }

  pace(pace: number): Promise<boolean> {
    return this.#doing(() => want(home.PUT('/practice/pace', { body: { pace } })))
  }

  skip(): Promise<boolean> {
    return this.#doing(() => want(home.POST('/practice/skip')))
  }

  /** The last thing was not done: everything is read anew. */
  async back(): Promise<void> {
    if (await this.#doing(() => want(home.POST('/practice/back')))) location.reload()
  }

  async ask(what: Ask, roast_id: string): Promise<Schemas['Answer'] | null> {
    this.busy = true
    try {
      const found = await want(home.POST('/practice/ask', { body: { what, roast_id } }))
      this.fault = ''
      await this.load()
      return found
    } catch (error) {
      this.fault = (error as Error).message
      return null
    } finally {
      this.busy = false
    }
  }

  /** To the fire of the real kitchen, at once. */
  home(): void {
    enter('', `/fire/${this.athome?.roast_id ?? ''}`)
  }

  /** Back to the real kitchen; `end`: nothing of the practice stays. */
  async leave(end: boolean): Promise<void> {
    if (end) await home.DELETE('/practice').catch(() => undefined)
    enter('', '/practice')
  }
}

const NOTHING: Schemas['BeginBody'] = {
  story: null,
  roast_id: null,
  method: null,
  seed: null,
  from_min: null,
}
export const practice = new PracticeState()
