import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'

/** Packages a package may not see: web → contract → core, server → contract → core. */
const FORBIDDEN = {
  core: ['@mano/contract', '@mano/server', '@mano/web', '@mano/e2e'],
  contract: ['@mano/server', '@mano/web', '@mano/e2e'],
  server: ['@mano/web', '@mano/e2e'],
  web: ['@mano/server', '@mano/e2e'],
}
/** Outside packages core must not know: it is plain computation. */
const IMPURE = [
  'react',
  'react-*',
  '@mantine/*',
  'express',
  'typeorm',
  'pg',
  'node:*',
  'fs',
  'path',
  'http',
  'crypto',
  'yup',
  'zustand',
  'recharts',
  'uuid',
]

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

const patternsOf = (from) => {
  const closed = FORBIDDEN[from]
  return [
    {
      group: closed.flatMap((p) => [p, `${p}/**`]),
      message: `${from} does not see that package.`,
    },
    {
      group: closed.map((p) => `**/${p.slice(6)}/src/**`),
      message: `${from} does not reach into another package.`,
    },
    ...(from === 'core'
      ? [{ group: IMPURE, message: 'core is pure: no interface, server, disk or network.' }]
      : []),
  ]
}
const rule = (files, patterns) => ({
  files,
  rules: { 'no-restricted-imports': ['error', { patterns }] },
})

/** ESLint rules that hold the arrows between packages, and up and down the ladder in each. */
export const arrows = Object.keys(FORBIDDEN).flatMap((from) => [
  rule([`${from}/src/**/*.{ts,tsx}`], patternsOf(from)),
  ...(LADDERS[from] ?? []).flatMap((rung, r) =>
    rung.map((folder) => {
      const others = LADDERS[from]
        .slice(r)
        .flat()
        .filter((f) => f !== folder)
      const ladder = {
        regex: `^(\\.\\./)+(${others.join('|')})/`,
        message: `${from}/${folder} stands below that, or beside it.`,
      }
      return rule(
        [`${from}/src/${folder}/**/*.{ts,tsx}`],
        [...patternsOf(from), ...(others.length > 0 ? [ladder] : [])],
      )
    }),
  ),
])

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
