import { expect, it } from 'vitest'
import { newest } from './newest'

it('an answer to what was asked earlier does not undo a later one', async () => {
  const kept: string[] = []
  const take = newest<string>((answer) => kept.push(answer))
  let late: (answer: string) => void = () => undefined
  const first = take(new Promise((done) => (late = done)))
  await take(Promise.resolve('with the new oven'))
  await take(Promise.resolve(null))
  late('without it')
  await first
  expect(kept).toEqual(['with the new oven'])
})

it('what was asked first stands until the next is heard, and a refusal undoes nothing', async () => {
  const kept: string[] = []
  const take = newest<string>((answer) => kept.push(answer))
  await expect(take(Promise.reject(new Error('away')))).rejects.toThrow('away')
  const second = take(Promise.resolve('first'))
  const third = take(Promise.resolve('second'))
  await Promise.all([second, third])
  expect(kept).toEqual(['first', 'second'])
})
