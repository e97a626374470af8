import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'

/** Packages of the project a package may see: web → contract → core, server → contract → core. */
const SEEN = {
  core: [],
  contract: ['core'],
  server: ['contract', 'core'],
  web: ['contract', 'core'],
}
/** Outside packages core must not know: it is plain computation. */
const IMPURE = new RegExp(
  '^(react(-.*)?|express|typeorm|pg|fs|path|http|crypto|yup|zustand|recharts|uuid' +
    '|@mantine/.*|node:.*)$',
)

/**
 * The folders of a package as a ladder, lowest first: a folder sees those on the rungs below it
 * and itself, nothing beside or above.
 */
export const LADDERS = {
  core: [
    ['units'],
    ['catalogue'],
    ['measure'],
    ['hand', 'demand'],
    ['testing', 'force', 'safety', 'intake'],
    ['record'],
    ['gaps', 'match'],
    ['plan'],
    ['progress'],
    ['session'],
    ['review', 'testday', 'stages', 'formats', 'bench', 'reference'],
    ['calc'],
  ],
  server: [
    ['faults', 'queue', 'devices'],
    ['db'],
    ['api'],
    ['accounts', 'transfer', 'report'],
    ['http'],
    ['jobs', 'demo'],
    ['prove'],
    ['commands'],
  ],
  web: [['base', 'workers'], ['drawn'], ['areas'], ['app']],
}

/** Why a file may not import a name, or null. `file`: from the top of the project. */
export function refusedImport(file, name) {
  const [, from, folder] = /^(\w+)\/src\/(?:(\w+)\/)?/.exec(file) ?? []
  const seen = SEEN[from]
  if (!seen) return null
  const to = /^@mano\/(\w+)(\/|$)/.exec(name)?.[1]
  if (to && to !== from && !seen.includes(to)) return `${from} does not see that package.`
  if (/(^|\/)(core|contract|server|web)\/src\//.test(name))
    return `${from} does not reach into another package.`
  if (from === 'core' && IMPURE.test(name))
    return 'core is pure: no interface, server, disk or network.'
  const rungs = LADDERS[from] ?? []
  const own = rungs.findIndex((rung) => rung.includes(folder))
  const there = /^(?:\.\.\/)+(\w+)\//.exec(name)?.[1]
  const aim = rungs.findIndex((rung) => rung.includes(there))
  return own >= 0 && aim >= own && there !== folder
    ? `${from}/${folder} stands below that, or beside it.`
    : null
}

const sources = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory()
      ? sources(join(folder, e.name))
      : /\.tsx?$/.test(e.name)
        ? [join(folder, e.name)]
        : [],
  )

/** Files of a folder, and the files of it each imports. */
export function importsOf(folder) {
  const files = sources(folder)
  const there = new Set(files)
  return new Map(
    files.map((file) => {
      const named = readFileSync(file, 'utf8').matchAll(/(?:from|import)\s*\(?\s*'(\.[^']+)'/g)
      const seen = [...named].flatMap(([, name]) => {
        const at = resolve(dirname(file), name)
        return [`${at}.ts`, `${at}.tsx`].filter((f) => there.has(f)).slice(0, 1)
      })
      return [relative(folder, file), seen.map((f) => relative(folder, f))]
    }),
  )
}

/** Rings of imports: each a list of files that all lead back to one another. */
export function circles(imports) {
  const state = new Map()
  const stack = []
  const found = []
  const visit = (file) => {
    const own = { at: state.size, low: state.size, open: true }
    state.set(file, own)
    stack.push(file)
    for (const next of imports.get(file) ?? []) {
      const known = state.get(next)
      if (!known) own.low = Math.min(own.low, visit(next).low)
      else if (known.open) own.low = Math.min(own.low, known.at)
    }
    if (own.low === own.at) {
      const ring = stack.splice(stack.indexOf(file))
      for (const f of ring) state.get(f).open = false
      if (ring.length > 1) found.push(ring.sort())
    }
    return own
  }
  for (const file of imports.keys()) if (!state.has(file)) visit(file)
  return found
}
