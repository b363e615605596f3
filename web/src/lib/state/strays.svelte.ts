// Records that cannot be read, and those put aside.

import { http, Refused, want, type Stray } from '$lib/api/client'
import { newest } from '$lib/state/newest'

type Told = { damaged: Stray[]; aside: Stray[] }

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
    await this.#ask(
      want(
        stray.record === 'day'
          ? http.PUT('/strays/day/{date}', { params: { path: { date: stray.id } } })
          : http.PUT('/strays/roast/{roast_id}', { params: { path: { roast_id: stray.id } } }),
      ),
    )
  }

  async takeBack(stray: Stray): Promise<void> {
    await this.#ask(
      want(
        stray.record === 'day'
          ? http.DELETE('/strays/day/{date}', { params: { path: { date: stray.id } } })
          : http.DELETE('/strays/roast/{roast_id}', { params: { path: { roast_id: stray.id } } }),
      ),
    )
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
