import { expect, test } from 'vitest'
import { fitted } from './photograph'

test('a photograph keeps its shape and is never made larger', () => {
  expect(fitted(4000, 3000)).toEqual([1280, 960])
  expect(fitted(3000, 4000)).toEqual([960, 1280])
  expect(fitted(800, 600)).toEqual([800, 600])
  expect(fitted(9000, 3)).toEqual([1280, 1])
})
