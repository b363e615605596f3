import { afterEach, expect, it, vi } from 'vitest'
import { listener, mayListen } from './listener'

class Ears {
  static there = 'available'
  static last: Ears
  static available = (asked: { processLocally: boolean }): Promise<string> =>
    Promise.resolve(asked.processLocally ? Ears.there : 'available')
  processLocally = false
  started = 0
  onresult: ((event: unknown) => void) | null = null
  onerror: ((event: { error: string }) => void) | null = null
  onend: (() => void) | null = null
  constructor() {
    Ears.last = this
  }
  start(): void {
    this.started += 1
  }
  stop(): void {
    this.onend?.()
  }
}

afterEach(() => {
  vi.unstubAllGlobals()
  Ears.there = 'available'
})

it('is not there where speech would be sent away', async () => {
  expect([mayListen(), await listener()]).toEqual([false, null])
  vi.stubGlobal('SpeechRecognition', () => undefined)
  expect([mayListen(), await listener()]).toEqual([false, null])
  vi.stubGlobal('SpeechRecognition', Ears)
  Ears.there = 'downloadable'
  expect(mayListen()).toBe(true)
  expect(await listener()).toBeNull()
})

it('hears whole sentences, goes on when nobody speaks, and ends when told', async () => {
  vi.stubGlobal('SpeechRecognition', Ears)
  const ears = await listener()
  const said: string[] = []
  const ends: string[] = []
  const stop = ears?.listen(
    (words) => said.push(words),
    (why) => ends.push(why),
  )
  expect(Ears.last.processLocally).toBe(true)
  const sentence = (transcript: string, isFinal: boolean): unknown => ({
    results: [Object.assign([{ transcript }], { isFinal })],
  })
  Ears.last.onresult?.(sentence('fifty', false))
  Ears.last.onresult?.(sentence('fifty two', true))
  expect(said).toEqual(['fifty two'])
  Ears.last.onerror?.({ error: 'no-speech' })
  Ears.last.onend?.()
  expect(Ears.last.started).toBe(2)
  stop?.()
  expect(Ears.last.started).toBe(2)
  ears?.listen(
    () => undefined,
    (why) => ends.push(why),
  )
  Ears.last.onerror?.({ error: 'not-allowed' })
  expect(ends).toEqual(['The microphone is not allowed here.'])
})
