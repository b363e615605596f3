import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { listen, type Listener } from './stream'

type Handler = (event: MessageEvent<string>) => void

/** A stream in the hand: the tests say what comes and when it breaks. */
class Hand {
  static opened: Hand[] = []
  handlers: Record<string, Handler> = {}
  onerror: (() => void) | null = null
  closed = false
  url: string
  constructor(url: string) {
    this.url = url
    Hand.opened.push(this)
  }
  addEventListener(name: string, handler: Handler): void {
    this.handlers[name] = handler
  }
  close(): void {
    this.closed = true
  }
  say(name: string, data: unknown, lastEventId = ''): void {
    this.handlers[name]?.({ data: JSON.stringify(data), lastEventId } as MessageEvent<string>)
  }
}

const source = Hand as unknown as typeof EventSource
let heard: { log: unknown[]; clock: unknown[]; connected: [boolean, boolean][] }
let listener: Listener

beforeEach(() => {
  vi.useFakeTimers()
  Hand.opened = []
  heard = { log: [], clock: [], connected: [] }
  listener = {
    log: (line) => heard.log.push(line),
    clock: (line) => heard.clock.push(line),
    connected: (yes, fresh) => heard.connected.push([yes, fresh]),
  }
})
afterEach(() => vi.useRealTimers())

describe('the feed', () => {
  it('tells what comes', () => {
    listen(listener, source)
    const [stream] = Hand.opened
    stream?.say('hello', { now: 'x', pace: 1 }, '4')
    stream?.say('log', { roast_id: 'r', seq: 1, kind: 'read' }, '5')
    stream?.say('clock', { now: 'y', pace: 60 })
    expect(heard.log).toEqual([{ roast_id: 'r', seq: 1, kind: 'read' }])
    expect(heard.clock).toHaveLength(2)
    expect(heard.connected).toEqual([[true, false]])
  })

  it('opens again after a break and goes on where it was', () => {
    listen(listener, source)
    Hand.opened[0]?.say('hello', { now: 'x', pace: 1 }, '4')
    Hand.opened[0]?.say('log', { roast_id: 'r', seq: 1, kind: 'read' }, '9')
    Hand.opened[0]?.onerror?.()
    expect(heard.connected.at(-1)).toEqual([false, false])
    vi.advanceTimersByTime(2000)
    expect(Hand.opened).toHaveLength(2)
    expect(Hand.opened[1]?.url).toBe('/api/feed?after=9')
    Hand.opened[1]?.say('hello', { now: 'z', pace: 1 }, '9')
    // Something may have been missed meanwhile: the second hello says so.
    expect(heard.connected.at(-1)).toEqual([true, true])
  })

  it('keeps trying for as long as the server is away', () => {
    listen(listener, source)
    for (let i = 0; i < 5; i++) {
      Hand.opened.at(-1)?.onerror?.()
      vi.advanceTimersByTime(2000)
    }
    expect(Hand.opened).toHaveLength(6)
    expect(Hand.opened.slice(0, 5).every((s) => s.closed)).toBe(true)
  })

  it('stops when told', () => {
    const stop = listen(listener, source)
    stop()
    Hand.opened[0]?.onerror?.()
    vi.advanceTimersByTime(5000)
    expect(Hand.opened).toHaveLength(1)
    expect(Hand.opened[0]?.closed).toBe(true)
  })
})
