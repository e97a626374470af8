import { describe, expect, it } from 'vitest'
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { answerCases } from '../../src/calc/adapter'
import { SOURCES } from '../../src/catalogue/sources'
import { CALCULATORS } from '../../src/catalogue/calculators'
import { PAGE_KINDS, PAGES, pageOf } from '../../src/reference/pages'
import { search } from '../../src/reference/search'
import { TERMS } from '../../src/catalogue/glossary'
import { WORDS } from '../../src/catalogue/everydayWords'

/** Thirty things a coach types, each with a page that should come up. */
const ASKED: readonly (readonly [query: string, ...pages: string[]])[] = [
  ['hook for throwers', 'exercise:hook_hold'],
  ['thumb hurts', 'caution:thumb_held'],
  ['fat bar', 'quality:thick', 'implement:sleeve', 'calculator:thick'],
  ['grip gives out on pull ups', 'quality:hang'],
  ['deadlift slips out of the hand', 'quality:carry'],
  ['judo sleeve', 'exercise:sleeve_pull', 'implement:jacket'],
  ['which plates for 42.5', 'calculator:plates'],
  ['pounds to kilos', 'calculator:conversion'],
  ['how much rest between sets', 'calculator:simulator'],
  ['one hand weaker', 'calculator:asymmetry', 'term:asymmetry'],
  ['did she really improve', 'calculator:detectable', 'term:smallest_change'],
  ['golfers elbow', 'caution:elbow_inner_tendon_held'],
  ['tennis elbow', 'caution:elbow_outer_tendon_active'],
  ['numb fingers', 'caution:nerve_held', 'caution:stop_symptom'],
  ['kids and fingerboard', 'caution:under_18'],
  ['torn callus', 'caution:skin_active'],
  ['rice bucket', 'implement:sand', 'exercise:sand_work'],
  ['are grippers worth it', 'approach:springs'],
  ['straps or no straps', 'approach:straps'],
  ['how often should they train grip', 'approach:frequency'],
  ['bigger forearms', 'approach:size'],
  ['farmers walk', 'quality:carry', 'exercise:carry_long', 'exercise:carry_heavy'],
  ['crimp', 'quality:edge', 'term:half_crimp'],
  ['sledgehammer', 'implement:lever'],
  ['where to hold the hammer', 'calculator:lever'],
  [
    'rubber band to open the hand',
    'quality:finger_ext',
    'implement:band_finger',
    'exercise:ext_band',
  ],
  ['wrist collapses when punching', 'quality:wrist_ext', 'exercise:fist_plank'],
  ['week before a competition', 'term:taper'],
  ['coming back after a break', 'term:layoff'],
  ['is 50 kilos normal', 'term:norm', 'protocol:dyno_seated'],
]
const keyOf = (f: { page: { kind: string; id: string } }): string => `${f.page.kind}:${f.page.id}`

describe('the reference', () => {
  it('finds what coaches ask for among the first three, in at least 27 of 30', () => {
    const missed = ASKED.filter(
      ([query, ...pages]) => !search(query, 3).some((f) => pages.includes(keyOf(f))),
    )
    expect(missed.length, missed.map(([q]) => q).join('; ')).toBeLessThanOrEqual(3)
    expect(ASKED.length).toBe(30)
  })
  it(
    'answers ./mano calc 14 with at most ten pages that exist, best first; nonsense with ' + 'none',
    () => {
      const ask = (query: string) =>
        (
          answerCases(
            [{ topic: '14-search', id: 'x', inputs: { query } } as never],
            '14',
          )[0] as unknown as {
            result: { pages: { kind: string; id: string }[] }
          }
        ).result
      const { pages } = ask('fat bar')
      expect(pages.length).toBeLessThanOrEqual(10)
      for (const p of pages) expect(pageOf(p.kind, p.id), `${p.kind}:${p.id}`).toBeDefined()
      expect(ask('xqzzv').pages).toEqual([])
      expect(ask('').pages).toEqual([])
    },
  )
  it('forgives a slip of one letter and another ending', () => {
    const first = (q: string) => keyOf(search(q, 1)[0]!)
    expect(first('sledgehamer')).toBe(first('sledgehammer'))
    expect(first('golfer elbow')).toBe(first('golfers elbow'))
    expect(first('pregnent')).toBe('caution:pregnancy')
  })
  it('finds every page by its own name', () => {
    const lost = PAGES.filter(
      (p) => !search(p.name, 10).some((f) => f.page === p || f.page.name === p.name),
    )
    expect(lost.map((p) => `${p.kind}:${p.id} ${p.name}`)).toEqual([])
  })
  it('has words for pages that exist only, and one page for each row', () => {
    const unknown = Object.keys(WORDS).filter((k) => {
      const i = k.indexOf(':')
      return !pageOf(k.slice(0, i), k.slice(i + 1))
    })
    expect(unknown).toEqual([])
    const keys = PAGES.map((p) => `${p.kind}:${p.id}`)
    expect(new Set(keys).size).toBe(keys.length)
    for (const kind of PAGE_KINDS)
      expect(
        PAGES.some((p) => p.kind === kind.id),
        kind.id,
      ).toBe(true)
    for (const t of TERMS) expect(t.id).toMatch(/^[a-z][a-z0-9_]*$/)
  })
})

/** Every file of a folder, tests and data left out. */
const files = (dir: string): string[] =>
  readdirSync(dir).flatMap((name) => {
    const path = `${dir}/${name}`
    return statSync(path).isDirectory() ? files(path) : /\.tsx?$/.test(name) ? [path] : []
  })

describe('the list of sources', () => {
  const root = new URL('../../../', import.meta.url).pathname
  it('has every paper that code and screens name', () => {
    const known = SOURCES.map((s) => s.cite)
    const others = String.raw`(?: et al\.?|,? [A-Z][a-z]+ & [A-Z][a-z]+| (?:&|and) [A-Z][a-z]+)?`
    const CITED = new RegExp(
      String.raw`\b([A-Z][a-z'’]+(?:-[A-Z][a-z]+)?)${others} ((?:19|20)\d\d)\b`,
      'g',
    )
    const NO_NAMES =
      'January February March April May June July August September October November December ' +
      'Jan Feb Mar Apr Jun Jul Aug Sep Oct Nov Dec Mon Tue Wed Thu Fri Sat Sun ' +
      'Since In From To Until On The Fro'
    const cited = ['core/src', 'web/src', 'server/src'].flatMap((dir) =>
      files(`${root}${dir}`)
        .filter((f) => !f.endsWith('catalogue/sources.ts'))
        .flatMap((f) => [...readFileSync(f, 'utf8').matchAll(CITED)]),
    )
    const months = new RegExp(`^(${NO_NAMES.replaceAll(' ', '|')})$`)
    const missing = new Set(
      cited.flatMap(([, name, year]) =>
        months.test(name!) || known.some((c) => c.includes(name!) && c.includes(year!))
          ? []
          : [`${name} ${year}`],
      ),
    )
    expect([...missing]).toEqual([])
  })
  it('is what calculators rest on', () => {
    const ids = new Set(SOURCES.map((s) => s.id))
    for (const c of CALCULATORS)
      for (const s of c.sources) expect(ids.has(s), `${c.id} ${s}`).toBe(true)
  })
})
