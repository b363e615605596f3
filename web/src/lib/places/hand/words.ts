// What a stage may end with, lie on, rest under and have done to it, as it is chosen by words.

export type Ends = 'minutes' | 'core' | 'peak' | 'brown' | 'crisp' | 'tender'
export const OVEN_ENDS: [Ends, string][] = [
  ['minutes', 'for'],
  ['peak', 'until it will peak at'],
  ['core', 'until the core is'],
  ['brown', 'until brown'],
  ['crisp', 'until crisp'],
  ['tender', 'until tender'],
]
export const DRESSES: [string, string][] = [
  ['bare', 'in a bare tin'],
  ['rack', 'on a rack'],
  ['roots', 'on roots'],
  ['liquid', 'in liquid'],
  ['covered', 'covered'],
  ['lid', 'under a lid'],
  ['salt crust', 'in a salt crust'],
  ['cold', 'from a cold oven'],
]
export const COVERS: [string, string][] = [
  ['open', 'open'],
  ['tented', 'tented'],
  ['wrapped', 'wrapped'],
  ['bowl', 'under a bowl'],
  ['pan', 'in the hot pan'],
]
export const VERBS = ['baste', 'turn', 'add', 'pour', 'check', 'cover', 'uncover', 'open']
