// The live feed: opens, listens, opens again. The browser gives up on a refused stream; we do not.

import { BASE } from './base'

/** An event of a roast, and its line in the list as it is now. */
export type LogLine = {
  roast_id: string
  seq: number
  kind: string
  name: string
  status: string
  serve_at: string
  aside: boolean
}
type ClockLine = { now: string; pace: number }

/** A day that is otherwise now; `seq`: the number of its last entry, null where it was none. */
type DayLine = { day: string; seq: number | null }

export type Listener = {
  log: (line: LogLine) => void
  clock: (line: ClockLine) => void
  day?: (line: DayLine) => void
  instruments?: (all: unknown) => void
  /** Another kitchen was put in this one's place. */
  restored?: () => void
  /** `fresh` is true when something may have been missed meanwhile. */
  connected: (yes: boolean, fresh: boolean) => void
}

const RETRY_MS = 1500

/** Listen until the returned function is called. */
export function listen(listener: Listener, source: typeof EventSource = EventSource): () => void {
  let stream: EventSource | null = null
  let last: string | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let closed = false
  let before = false

  const open = (): void => {
    stream = new source(last === null ? `${BASE}/feed` : `${BASE}/feed?after=${last}`)
    const on = (name: string, use: (data: unknown) => void): void => {
      stream?.addEventListener(name, (event: MessageEvent<string>) => {
        if (event.lastEventId !== '') last = event.lastEventId
        use(JSON.parse(event.data))
      })
    }
    on('hello', (data) => {
      listener.connected(true, before)
      before = true
      listener.clock(data as ClockLine)
    })
    on('log', (data) => listener.log(data as LogLine))
    on('clock', (data) => listener.clock(data as ClockLine))
    on('day', (data) => listener.day?.(data as DayLine))
    on('instruments', (data) => listener.instruments?.(data))
    on('restored', () => listener.restored?.())
    on('beat', (data) => listener.clock(data as ClockLine))
    stream.onerror = () => {
      listener.connected(false, false)
      stream?.close()
      clearTimeout(timer)
      if (!closed) timer = setTimeout(open, RETRY_MS)
    }
  }
  open()
  return () => {
    closed = true
    clearTimeout(timer)
    stream?.close()
  }
}
