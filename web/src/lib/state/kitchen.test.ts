import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Listener, LogLine } from '$lib/api/stream'
import type { Roast } from '$lib/api/client'

let told: Listener | null = null
vi.mock('$lib/api/stream', () => ({
  listen: (listener: Listener) => {
    told = listener
    return () => undefined
  },
}))
vi.mock('$lib/api/client', () => ({
  http: { GET: (path: string) => Promise.resolve(path === '/catalogue' ? {} : []) },
  want: (answer: Promise<unknown>) => answer,
  Refused: class extends Error {},
}))
const { kitchen } = await import('./kitchen.svelte')

const line = (seq: number, more: Partial<LogLine> = {}): LogLine => ({
  roast_id: 'live',
  seq,
  kind: 'read',
  name: 'Sirloin',
  status: 'roasting',
  serve_at: '2026-10-03T19:00:00Z',
  aside: false,
  ...more,
})
const answer = (last_seq: number): Roast =>
  ({ ...line(0), id: 'live', last_seq }) as unknown as Roast
const counts = (): [number, number] => [kitchen.news['live'] ?? 0, kitchen.foreign['live'] ?? 0]

beforeEach(async () => {
  kitchen.start()
  await Promise.resolve()
})

describe('what was done here', () => {
  it('is told by its answer: the echo of it counts no more, before the answer or after', async () => {
    let done: (roast: Roast) => void = () => undefined
    const [news, foreign] = counts()
    const sent = kitchen.commanding('live', () => new Promise<Roast>((d) => (done = d)))
    told?.log(line(4))
    expect(counts()).toEqual([news, foreign])
    done(answer(4))
    expect((await sent).last_seq).toBe(4)
    expect(counts()).toEqual([news + 1, foreign])
    told?.log(line(4))
    expect(counts()).toEqual([news + 1, foreign])
    expect(kitchen.answers['live']?.last_seq).toBe(4)
  })

  it('does not hide what others did meanwhile', async () => {
    let done: (roast: Roast) => void = () => undefined
    const [, foreign] = counts()
    const sent = kitchen.commanding('live', () => new Promise<Roast>((d) => (done = d)))
    told?.log(line(6))
    done(answer(5))
    await sent
    expect(counts()[1]).toBe(foreign + 1)
  })

  it('and was refused leaves what others did to be heard', async () => {
    const [, foreign] = counts()
    const sent = kitchen.commanding('live', () => Promise.reject<Roast>(new Error('no')))
    told?.log(line(9))
    await expect(sent).rejects.toThrow('no')
    expect(counts()[1]).toBe(foreign + 1)
  })
})

it('the list of roasts follows what is told, without asking', () => {
  told?.log(line(1, { roast_id: 'late', serve_at: '2026-10-05T19:00:00Z', status: 'planning' }))
  told?.log(line(20, { status: 'resting' }))
  expect(kitchen.roasts.map((r) => [r.id, r.status])).toEqual([
    ['late', 'planning'],
    ['live', 'resting'],
  ])
  told?.log(line(2, { roast_id: 'late', aside: true }))
  expect(kitchen.roasts.map((r) => r.id)).toEqual(['live'])
})
