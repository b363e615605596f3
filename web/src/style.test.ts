// The one scale, the one spacing, and utilities that exist: what is written in the components is held
// to src/scale.css here.
import { readFileSync, readdirSync, statSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { compile } from 'tailwindcss'
import { beforeAll, describe, expect, it } from 'vitest'

const require = createRequire(import.meta.url)
const SRC = 'src'
const STEPS = ['0', 'px', '0.5', '1', '1.5', '2', '3', '4', '5', '6', '7', '8', '12', '16', 'auto']

function files(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    return statSync(path).isDirectory() ? files(path) : [path]
  })
}
const components = files(SRC).filter((path) => path.endsWith('.svelte'))
const text = new Map(components.map((path) => [path, readFileSync(path, 'utf8')]))
const styles = (source: string): string =>
  [...source.matchAll(/<style>([\s\S]*?)<\/style>/g)].map((m) => m[1] ?? '').join('\n')
const sheets = files(SRC).filter((path) => path.endsWith('.css'))
const sheet = sheets.map((path) => readFileSync(path, 'utf8')).join('\n')
const filled = (source: string): number =>
  source.split('\n').filter((line) => line.trim() !== '').length

/** Every utility a component writes out, with the components that do. */
function written(): Map<string, string[]> {
  const found = new Map<string, string[]>()
  for (const [path, source] of text) {
    for (const [, value] of source.matchAll(/class="([^"]*)"/g)) {
      for (const one of (value ?? '').replace(/\{[^}]*\}/g, ' ').split(/\s+/)) {
        if (one !== '') found.set(one, [...(found.get(one) ?? []), path])
      }
    }
  }
  return found
}

/** A class as a stylesheet writes it. */
const escaped = (name: string): string =>
  name.replace(/[^\w\u0080-\uffff-]/g, (sign) => `\\${sign}`)

/** Whether a sheet, a test or a script names a class, whole. */
const names = (where: string, name: string): boolean =>
  new RegExp(`\\.${name.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&')}(?![\\w\\\\-])`).test(where)

const bare = (utility: string): string => {
  let depth = 0
  let from = 0
  for (const [i, letter] of [...utility].entries()) {
    if ('[('.includes(letter)) depth++
    if ('])'.includes(letter)) depth--
    if (letter === ':' && depth === 0) from = i + 1
  }
  return utility.slice(from)
}

describe('what is written in the components', () => {
  let build: (candidates: string[]) => string
  beforeAll(async () => {
    const find = (id: string, base: string): string => {
      if (id.startsWith('.')) return join(base, id)
      if (id.startsWith('@fontsource')) return 'src/scale.css'
      const at = id === 'tailwindcss' ? 'tailwindcss/index.css' : id
      return id.includes('skeleton')
        ? join('node_modules', id, id.includes('svelte') ? 'dist/index.css' : 'src/index.css')
        : require.resolve(at)
    }
    const compiled = await compile(readFileSync('src/app.css', 'utf8'), {
      base: SRC,
      loadStylesheet: async (id, base) => {
        const path = find(id, base)
        return { path, base: dirname(path), content: readFileSync(path, 'utf8') }
      },
    })
    build = (candidates) => compiled.build(candidates)
  })

  it('is known: each utility makes a style, or is a hook that something looks for', () => {
    const looked = [...files('../tests'), ...files('../scripts')]
      .filter((path) => path.endsWith('.py'))
      .flatMap((path) => [...readFileSync(path, 'utf8').matchAll(/locator\(\s*f?["']([^"']*)/g)])
    const hooks = looked.map((found) => found[1]).join('\n')
    const made = build([...written().keys()])
    const unknown = [...written()].filter(([utility, where]) => {
      if (names(made, escaped(utility)) || utility.startsWith('group/')) return false
      if (names(sheet, utility)) return false
      const own = where.every((path) => names(styles(text.get(path) ?? ''), utility))
      return !own && !names(hooks, utility)
    })
    expect(unknown).toEqual([])
  })

  it('keeps to the one spacing and the eight sizes of type', () => {
    const off = [...written()].filter(([utility]) => {
      const name = bare(utility).replace(/^-/, '')
      const space = /^(?:[pm][trblxy]?|gap-[xy]|gap|space-[xy])-(.+)$/.exec(name)?.[1]
      return (
        (space !== undefined && !STEPS.includes(space)) ||
        /^(text-\[[^:]*\d|\[font-size)/.test(name)
      )
    })
    expect(off).toEqual([])
    const own = [...text].filter(([, source]) =>
      /font-size:(?!\s*var\(--text-)/.test(styles(source)),
    )
    expect(own.map(([path]) => path)).toEqual([])
  })

  it('is mostly utilities: under 900 lines of style are written by hand', () => {
    const lines =
      filled(sheet) +
      [...text.values()].map((source) => filled(styles(source))).reduce((a, b) => a + b, 0)
    expect(lines).toBeLessThan(900)
  })

  it('is one idea each: no component has 250 lines', () => {
    const long = [...text].filter(([, source]) => source.split('\n').length > 250)
    expect(long.map(([path, source]) => `${path}: ${source.split('\n').length}`)).toEqual([])
  })
})

describe("Skeleton's styles", () => {
  const common = 'node_modules/@skeletonlabs/skeleton-common/src'
  const named = (name: string): string => name.replace(/(?!^)[A-Z]/g, (c) => `-${c}`).toLowerCase()

  it('are those of the components that are used, all of them and no others', () => {
    const there = new Set(readdirSync(`${common}/components`).map((f) => f.replace('.css', '')))
    const used = [...text.values()].flatMap((source) =>
      [...source.matchAll(/import \{([^}]*)\} from '@skeletonlabs\/skeleton-svelte'/g)].flatMap(
        ([, names]) => (names ?? '').split(',').map((name) => named(name.trim())),
      ),
    )
    const asked = [
      ...readFileSync(`${SRC}/skeleton.css`, 'utf8').matchAll(/components\/([\w-]+)\.css/g),
    ].map(([, name]) => name)
    expect(asked.toSorted()).toEqual([...new Set(used)].filter((x) => there.has(x)).toSorted())
  })
})
