// Places and their addresses. The address bar always says where one is. No other file knows the
// package behind it (ADR 36).

import { createRouter } from 'sv-router'
export { Router } from 'sv-router'
import Missing from './places/Missing.svelte'
import Start from './places/Start.svelte'

const begin = () => import('./places/begin/Begin.svelte')
const block = () => import('./places/block/Block.svelte')
const ways = () => import('./places/ways/Ways.svelte')
const hand = () => import('./places/hand/Hand.svelte')
const day = () => import('./places/day/Day.svelte')
const table = () => import('./places/table/Table.svelte')
const fire = () => import('./places/fire/Fire.svelte')
const wall = () => import('./places/wall/Wall.svelte')
const board = () => import('./places/board/Board.svelte')
const ovens = () => import('./places/ovens/Ovens.svelte')
const figures = () => import('./places/figures/Figures.svelte')
const instruments = () => import('./places/instruments/Instruments.svelte')
const screens = () => import('./places/screens/Screens.svelte')
const book = () => import('./places/book/Book.svelte')
const practice = () => import('./places/practice/Practice.svelte')

export const { navigate, route } = createRouter({
  '/': Start,
  '/begin': begin,
  '/block': block,
  '/block/:id': block,
  '/ways': ways,
  '/ways/:id': ways,
  '/ways/:id/hand': hand,
  '/day': day,
  '/day/:date': day,
  '/table': table,
  '/table/:date': table,
  '/fire': fire,
  '/fire/:id': fire,
  '/wall': wall,
  '/board': board,
  '/board/:id': board,
  '/book': book,
  '/book/:id': book,
  '/practice': practice,
  '/figures': figures,
  '/instruments': instruments,
  '/screens': screens,
  '/ovens': ovens,
  '/ovens/:id': ovens,
  '*': Missing,
})

export type Place = 'block' | 'ways' | 'day' | 'fire' | 'board' | 'book' | 'ovens' | 'practice'

export const PLACES: { id: Place; key: string; name: string }[] = [
  { id: 'block', key: 'b', name: 'Block' },
  { id: 'ways', key: 'w', name: 'Ways' },
  { id: 'day', key: 'd', name: 'Day' },
  { id: 'fire', key: 'f', name: 'Fire' },
  { id: 'board', key: 'c', name: 'Board' },
  { id: 'book', key: 'l', name: 'Book' },
  { id: 'ovens', key: 'o', name: 'Ovens' },
  { id: 'practice', key: 'p', name: 'Practice' },
]

/** The address of a place, for a roast if one is named. */
export function address(place: Place, id?: string): string {
  return id === undefined ? `/${place}` : `/${place}/${id}`
}

/** Go somewhere by address. */
export function go(place: Place, id?: string): void {
  void (id === undefined
    ? navigate(`/${place}` as '/block')
    : navigate(`/${place}/:id` as '/block/:id', { params: { id } }))
}

/** Place and roast of the address bar. */
export function where(pathname: string): { place: Place | null; id: string | undefined } {
  const [place, id] = pathname.split('/').filter(Boolean)
  const known = PLACES.find((x) => x.id === place)
  return { place: known?.id ?? null, id }
}
