import { expect, test } from 'vitest'
import type { FigureRow } from '$lib/api/client'
import { bodyOf, fieldsOf } from './read'

const row = (part: Partial<FigureRow>): FigureRow => ({
  row: 'pork',
  words: 'Pork',
  unit: 'figure',
  published: '{c:70} held for 2 minutes',
  own: null,
  temp_c: 70,
  hold_min: 2,
  value: null,
  low: null,
  high: null,
  why: '',
  on: '',
  lower: false,
  ...part,
})

test('a figure stands in the fields in the units shown, and is kept in °C', () => {
  expect(fieldsOf(row({}), 'C')).toEqual({ temp: '70', hold: '2', why: '' })
  const typed = { ...fieldsOf(row({}), 'F'), why: 'paper of May' }
  expect(typed.temp).toBe('158')
  expect(bodyOf(row({}), typed, 'F')).toEqual({
    temp_c: 70,
    hold_min: 2,
    value: null,
    why: 'paper of May',
  })
})

test('minutes and days have no degrees; an empty temperature is the outside alone', () => {
  const room = row({ row: 'room_min', unit: 'min', temp_c: null, hold_min: null, value: 120 })
  expect(fieldsOf(room, 'F').temp).toBe('120')
  expect(bodyOf(room, { temp: '90', hold: '', why: 'x' }, 'F')).toMatchObject({ value: 90 })
  const body = bodyOf(row({ row: 'whole' }), { temp: ' ', hold: '', why: 'x' }, 'C')
  expect(body).toMatchObject({ temp_c: null, hold_min: 0 })
})

test('what is no number is said, with the text itself', () => {
  expect(bodyOf(row({}), { temp: '7o', hold: '2', why: 'x' }, 'C')).toEqual({
    fault: '“7o” is no number',
  })
  expect(bodyOf(row({}), { temp: '70', hold: 'two', why: 'x' }, 'C')).toHaveProperty('fault')
})
