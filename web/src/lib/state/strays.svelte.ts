// Records that cannot be read, and those put aside.

import { http, Refused, want, type Stray } from '$lib/api/client'
import { newest } from '$lib/state/newest'

type Told = { damaged: Stray[]; aside: Stray[] }
type Named = Pick<Stray, 'record' | 'id' | 'name'>

const at = (stray: Named) => ({ params: { path: { record: stray.record, key: stray.id } } })

class Strays {
  damaged = $state<Stray[]>([])
  aside = $state<Stray[]>([])
  /** What was put aside here just now, to be taken back at once. */
  last = $state<Named | null>(null)
  fault = $state('')
  #heard = newest<Told>((told) => {
    this.damaged = told.damaged
    this.aside = told.aside
  })

  async load(): Promise<void> {
    await this.#ask(want(http.GET('/strays')))
  }

  async putAside(stray: Named): Promise<boolean> {
    const done = await this.#ask(want(http.PUT('/strays/{record}/{key}', at(stray))))
    if (done) this.last = stray
    return done
  }

  async takeBack(stray: Named): Promise<boolean> {
    const done = await this.#ask(want(http.DELETE('/strays/{record}/{key}', at(stray))))
    if (done && this.last?.id === stray.id) this.last = null
    return done
  }

  async #ask(asked: Promise<Told>): Promise<boolean> {
    try {
      await this.#heard(asked)
      this.fault = ''
      return true
    } catch (error) {
      // Without the server the shell says so already.
      const away = error instanceof Refused && error.code === 'offline'
      this.fault = away ? '' : (error as Error).message
      return false
    }
  }
}

export const strays = new Strays()
