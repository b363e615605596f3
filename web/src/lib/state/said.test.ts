import { afterEach, expect, it, vi } from 'vitest'
import { remember } from './said'

const put = vi.fn()
const controlled = (yes: boolean): void => {
  vi.stubGlobal('caches', { open: (name: string) => Promise.resolve({ put, name }) })
  vi.stubGlobal('navigator', { serviceWorker: { controller: yes ? {} : null } })
}
afterEach(() => {
  vi.unstubAllGlobals()
  put.mockReset()
})

it('keeps an answer as the one to its question, where a worker would look for it', async () => {
  controlled(true)
  await remember('/roasts/live', { id: 'live' })
  expect(put).toHaveBeenCalledOnce()
  const [path, response] = put.mock.calls[0] as [string, Response]
  expect(path).toBe('/api/roasts/live')
  expect(await response.json()).toEqual({ id: 'live' })
})

it('does nothing without a worker, and nothing comes of a full store', async () => {
  controlled(false)
  await remember('/roasts', [])
  expect(put).not.toHaveBeenCalled()
  controlled(true)
  put.mockRejectedValue(new Error('full'))
  await expect(remember('/roasts', [])).resolves.toBeUndefined()
})
