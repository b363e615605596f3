// Records that cannot be read, and those put aside.

import { http, Refused, want, type KitchenRecord } from '$lib/api/client'
import { newest } from '$lib/state/newest'

type Told = { damaged: KitchenRecord[]; aside: KitchenRecord[] }
type Named = Pick<KitchenRecord, 'kind' | 'id' | 'name'>

const at = (record: Named) => ({ params: { path: { kind: record.kind, key: record.id } } })

class Records {
  damaged = $state.raw<KitchenRecord[]>([])
  aside = $state.raw<KitchenRecord[]>([])
  /** What was put aside here just now, to be taken back at once. */
  last = $state<Named | null>(null)
  fault = $state('')
  #heard = newest<Told>((told) => {
    this.damaged = told.damaged
    this.aside = told.aside
  })

  async load(): Promise<void> {
    await this.#ask(want(http.GET('/records')))
  }

  async putAside(record: Named): Promise<boolean> {
    const done = await this.#ask(want(http.PUT('/records/{kind}/{key}', at(record))))
    if (done) this.last = record
    return done
  }

  async takeBack(record: Named): Promise<boolean> {
    const done = await this.#ask(want(http.DELETE('/records/{kind}/{key}', at(record))))
    if (done && this.last?.id === record.id) this.last = null
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

export const records = new Records()
