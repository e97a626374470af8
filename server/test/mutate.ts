import type { Seeded } from '@mano/core/units/seeded'

/**
 * Values that have broken servers before: of every JSON type, and texts that look like numbers,
 * dates, ids and names.
 */
export const NASTY: readonly unknown[] = [
  null,
  true,
  false,
  0,
  -1,
  1e308,
  -1e308,
  5e-324,
  2 ** 53,
  1.5,
  2147483648,
  '',
  ' ',
  '\u0000',
  'a\u0000b',
  '\ud800',
  'constructor',
  '__proto__',
  'toString',
  'hasOwnProperty',
  '9999-12-31',
  '0000-01-01',
  '0001-01-01',
  '-271821-04-20',
  '+275760-09-13',
  '2026-02-30',
  '2026-13-01',
  '1899-12-31',
  '9999-12-31T23:59:59.999Z',
  '-271821-04-20T00:00:00.000Z',
  'NaN',
  'Infinity',
  '-0',
  '1e999',
  '00000000-0000-0000-0000-000000000000',
  '018f0000-0000-7000-8000-000000000000',
  "'; DROP TABLE athlete; --",
  '<script>',
  '=1+1',
  '../../etc/passwd',
  '%00',
  '%',
  '🏋️'.repeat(50),
  'x'.repeat(5000),
  [],
  {},
  [null],
  [[]],
  [{}],
  { constructor: 1 },
  { toString: null },
  [null, null, null, null, null, null, null],
  { a: { a: { a: { a: { a: 1 } } } } },
]
const KEYS = [
  'constructor',
  '__proto__',
  'toString',
  'valueOf',
  'unknown',
  '',
  '\u0000',
  'hallId',
  'id',
  'actorId',
  'length',
]

type Path = (string | number)[]
function paths(v: unknown, at: Path = []): Path[] {
  if (typeof v !== 'object' || v === null) return [at]
  return [
    ...(at.length > 0 ? [at] : []),
    ...Object.entries(v).flatMap(([k, x]) => paths(x, [...at, Array.isArray(v) ? Number(k) : k])),
  ]
}

const pick = <T>(random: Seeded, list: readonly T[]): T =>
  structuredClone(list[Math.min(list.length - 1, Math.floor(random.next() * list.length))]!)
const pathIn = (random: Seeded, list: readonly Path[]): Path =>
  list[Math.min(list.length - 1, Math.floor(random.next() * list.length))]!

/**
 * A body with one to three things wrong: a value changed for another, a field left out, put in or
 * doubled.
 */
export function mutate(body: object, random: Seeded): unknown {
  let out = structuredClone(body) as Record<string, unknown>
  const times = 1 + Math.floor(random.next() * 3)
  for (let i = 0; i < times; i++) {
    const all = paths(out)
    if (random.next() < 0.02 || all.length === 0) return pick(random, NASTY)
    const path = pathIn(random, all)
    const key = path.at(-1)
    const parent = path
      .slice(0, -1)
      .reduce<Record<string | number, unknown>>(
        (o, k) => o[k] as Record<string | number, unknown>,
        out,
      )
    if (key === undefined) {
      out = {}
      continue
    }
    const how = random.next()
    if (how < 0.6) parent[key] = pick(random, NASTY)
    else if (how < 0.7) delete parent[key]
    else if (how < 0.85 && !Array.isArray(parent))
      Object.defineProperty(parent, pick(random, KEYS), {
        value: pick(random, NASTY),
        enumerable: true,
        configurable: true,
        writable: true,
      })
    else if (Array.isArray(parent)) parent.push(structuredClone(parent[Number(key)]), null)
    else parent[key] = [parent[key]]
  }
  return out
}

/** Every id-like text of a body, to look for afterwards. */
export const idsIn = (v: unknown): string[] =>
  typeof v === 'string'
    ? /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(v)
      ? [v]
      : []
    : typeof v === 'object' && v !== null
      ? Object.values(v).flatMap(idsIn)
      : []
