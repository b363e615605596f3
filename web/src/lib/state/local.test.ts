import { afterEach, expect, it, vi } from 'vitest'
import { keepLocal, local } from './local'

afterEach(() => vi.restoreAllMocks())

it('keeps things in the browser, or as long as the page where the browser refuses', () => {
  keepLocal('a', { n: 1 })
  expect(localStorage.getItem('trencher.a')).toBe('{"n":1}')
  vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError')
  })
  keepLocal('a', { n: 2 })
  expect(local('a', null)).toEqual({ n: 2 })
  vi.restoreAllMocks()
  keepLocal('a', { n: 3 })
  expect(local('a', null)).toEqual({ n: 3 })
  expect(localStorage.getItem('trencher.a')).toBe('{"n":3}')
})

it('takes what it is told instead of what cannot be read', () => {
  localStorage.setItem('trencher.b', '{half')
  expect(local('b', 7)).toBe(7)
  expect(local('never', 'x')).toBe('x')
})
