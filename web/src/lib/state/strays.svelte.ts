// Records that cannot be read, and those put aside.

import { http, Refused, want, type Stray } from '$lib/api/client'
import { newest } from '$lib/state/newest'

type Told = { damaged: Stray[]; aside: Stray[] }

const place = (stray: Stray) => ({ record: stray.record, key: stray.id })

class Strays {
  damaged = $state<Stray[]>([])
  aside = $state<Stray[]>([])
  fault = $state('')
  #heard = newest<Told>((told) => {
    this.damaged = told.damaged
    this.aside = told.aside
  })

  async load(): Promise<void> {
    await this.#ask(want(http.GET('/strays')))
  }

  async putAside(stray: Stray): Promise<void> {
    await this.#ask(want(http.PUT('/strays/{record}/{key}', { params: { path: place(stray) } })))
  }

  async takeBack(stray: Stray): Promise<void> {
    await this.#ask(want(http.DELETE('/strays/{record}/{key}', { params: { path: place(stray) } })))
  }

  async #ask(asked: Promise<Told>): Promise<void> {
    try {
      await this.#heard(asked)
      this.fault = ''
    } catch (error) {
      // Without the server the shell says so already.
      this.fault = error instanceof Refused && error.code === 'offline' ? '' : String(error)
    }
  }
}

export const strays = new Strays()
