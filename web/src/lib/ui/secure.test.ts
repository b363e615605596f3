import { expect, it } from 'vitest'
import { missingHere } from './secure'

it('says in one line what a page without TLS lacks, and nothing where nothing is', () => {
  expect(missingHere(true)).toBe('')
  expect(missingHere(false)).toMatch(/without TLS.*awake.*else works/)
})
