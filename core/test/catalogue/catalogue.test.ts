import { describe, expect, it } from 'vitest'
import { CAUTIONS, DAY_FLAGS } from '../../src/catalogue/cautions'
import { DOSES } from '../../src/catalogue/doses'
import { EXERCISES } from '../../src/catalogue/exercises'
import { IMPLEMENTS } from '../../src/catalogue/implements'
import { PROTOCOLS } from '../../src/catalogue/protocols'
import {
  CARRY_OVER,
  MEASURES,
  QUALITIES,
  QUALITY_ALIASES,
  QUALITY_IDS,
} from '../../src/catalogue/qualities'
import { SCHOOLS } from '../../src/catalogue/schools'
import { SOURCES } from '../../src/catalogue/sources'
import { SPORTS } from '../../src/catalogue/sports'
import { INJURY_SITES, TAGS, TISSUES } from '../../src/catalogue/tissues'

const qualityIds = new Set<string>(QUALITY_IDS)
const implementIds = new Set<string>(IMPLEMENTS.map((k) => k.id))
const tissueIds = new Set<string>(TISSUES.map((t) => t.id))
const tagIds = new Set<string>(TAGS)
const unknown = (ids: Iterable<string>, known: Set<string>) =>
  [...ids].filter((id) => !known.has(id))

describe('every reference resolves', () => {
  it('ids are unique in each table', () => {
    for (const table of [
      QUALITIES,
      IMPLEMENTS,
      PROTOCOLS,
      EXERCISES,
      SPORTS,
      CAUTIONS,
      SCHOOLS,
      SOURCES,
      TISSUES,
      INJURY_SITES,
      DAY_FLAGS,
    ]) {
      const ids = table.map((r) => r.id)
      expect(new Set(ids).size).toBe(ids.length)
    }
  })
  it('the tables are whole', () => {
    expect(QUALITIES.map((q) => q.id)).toEqual([...QUALITY_IDS])
    expect(EXERCISES).toHaveLength(151)
    expect(SPORTS).toHaveLength(17)
    expect(new Set(EXERCISES.map((e) => e.aim))).toEqual(new Set(DOSES.map((d) => d.aim)))
  })
  it('exercises point at known qualities, kit, tissues and tags', () => {
    for (const e of EXERCISES) {
      if (e.primary !== null && e.primary !== 'day')
        expect(unknown([e.primary], qualityIds)).toEqual([])
      expect(unknown(Object.keys(e.secondary), qualityIds), e.id).toEqual([])
      expect(
        unknown(
          Object.values(e.kit)
            .flat(2)
            .filter((k) => k !== 'day'),
          implementIds,
        ),
        e.id,
      ).toEqual([])
      expect(unknown(Object.keys(e.tissues), tissueIds), e.id).toEqual([])
      expect(unknown(e.tags, tagIds), e.id).toEqual([])
      expect(e.sets[0]).toBeLessThanOrEqual(e.sets[1])
      expect(e.dose.range[0]).toBeLessThanOrEqual(e.dose.range[1])
      for (const share of Object.values(e.secondary)) expect(share).toBeGreaterThan(0)
      for (const stress of Object.values(e.tissues)) expect([1, 2, 3]).toContain(stress)
    }
  })
  it('sports, protocols, carry-over and aliases point at known ids', () => {
    for (const s of SPORTS) {
      expect(
        unknown(
          s.demands.map((d) => d.quality),
          qualityIds,
        ),
      ).toEqual([])
      expect(unknown(s.implements, implementIds), s.id).toEqual([])
    }
    for (const p of PROTOCOLS) {
      expect(
        unknown(
          p.rows.map((r) => r.quality),
          qualityIds,
        ),
        p.id,
      ).toEqual([])
      expect(
        unknown(
          p.rows.map((r) => r.measure),
          new Set<string>(MEASURES),
        ),
      ).toEqual([])
      expect(unknown(p.implements, implementIds), p.id).toEqual([])
      expect(p.plausible[0]).toBeLessThan(p.plausible[1])
      expect(p.trialsUpTo).toBeGreaterThanOrEqual(p.trials)
    }
    expect(
      unknown(
        CARRY_OVER.flatMap((c) => [c.from, c.to]),
        qualityIds,
      ),
    ).toEqual([])
    expect(unknown(Object.values(QUALITY_ALIASES).flat(), qualityIds)).toEqual([])
    for (const c of CARRY_OVER) expect(c.share > 0 && c.share < 1 && c.from !== c.to).toBe(true)
  })
  it('cautions point at known tags, tissues, qualities and sites', () => {
    const sites = new Set<string>(INJURY_SITES.map((s) => s.id))
    for (const c of CAUTIONS) {
      const of = c.gates.flatMap((g) => g.of)
      expect(
        unknown(
          of.flatMap((m) => m.tags ?? []),
          tagIds,
        ),
        c.id,
      ).toEqual([])
      expect(
        unknown(
          of.flatMap((m) => (m.loads ? [m.loads[0]] : [])),
          tissueIds,
        ),
        c.id,
      ).toEqual([])
      expect(
        unknown(
          of.flatMap((m) => m.qualities ?? []),
          qualityIds,
        ),
        c.id,
      ).toEqual([])
      if (c.trigger.kind === 'injury') expect(unknown(c.trigger.sites, sites), c.id).toEqual([])
    }
    expect(
      unknown(
        INJURY_SITES.map((s) => s.tissue),
        tissueIds,
      ),
    ).toEqual([])
  })
})

describe('every quality can be tested and trained', () => {
  it.each(QUALITIES.map((q) => [q.id, q] as const))(
    '%s has a protocol, an exercise and a home exercise or a stated none',
    (id, quality) => {
      expect(PROTOCOLS.some((p) => p.rows.some((r) => r.quality === id))).toBe(true)
      const own = EXERCISES.filter((e) => e.primary === id && e.mode !== 'prep')
      expect(own.length).toBeGreaterThan(0)
      const atHome = own.some((e) => e.kit.home.length > 0)
      expect(atHome || quality.noHomeKit !== undefined).toBe(true)
    },
  )
})

describe('nothing in the tables is idle', () => {
  it(
    'every sport has demands whose emphasis sums to 1, and asks for wrist and finger ' +
      'extension',
    () => {
      for (const s of SPORTS) {
        for (const d of s.demands)
          expect(
            Object.values(d.emphasis).reduce((a, b) => a + b, 0),
            `${s.id} ${d.quality}`,
          ).toBeCloseTo(1, 9)
        const asked = s.demands.map((d) => d.quality)
        expect(new Set(asked).size).toBe(asked.length)
        expect(asked).toContain('wrist_ext')
        expect(asked).toContain('finger_ext')
      }
    },
  )
  it(
    'every caution that is more than a notice blocks something that exists, and says what ' +
      'instead',
    () => {
      const usedTags = new Set(EXERCISES.flatMap((e) => e.tags))
      for (const c of CAUTIONS.filter((x) => x.gates.some((g) => g.tier !== 'notice'))) {
        expect(
          c.gates.every((g) => g.of.length > 0),
          c.id,
        ).toBe(true)
        expect(c.instead, c.id).not.toBe('')
        expect(c.until, c.id).not.toBe('')
        expect(
          unknown(
            c.gates.flatMap((g) => g.of.flatMap((m) => m.tags ?? [])),
            usedTags,
          ),
          c.id,
        ).toEqual([])
      }
    },
  )
  it('every injury site and day flag triggers a caution', () => {
    const sites = new Set(
      CAUTIONS.flatMap((c) => (c.trigger.kind === 'injury' ? c.trigger.sites : [])),
    )
    expect(
      unknown(
        INJURY_SITES.map((s) => s.id),
        sites,
      ),
    ).toEqual([])
    const flags = new Set(
      CAUTIONS.flatMap((c) => (c.trigger.kind === 'flag' ? [c.trigger.flag] : [])),
    )
    expect(
      unknown(
        DAY_FLAGS.map((f) => f.id),
        flags,
      ),
    ).toEqual([])
  })
  it('every tag and every tissue is on an exercise', () => {
    expect(unknown(TAGS, new Set(EXERCISES.flatMap((e) => e.tags)))).toEqual([])
    expect(unknown(tissueIds, new Set(EXERCISES.flatMap((e) => Object.keys(e.tissues))))).toEqual(
      [],
    )
  })
  it('every implement is used by an exercise or a protocol, or is an aid of one', () => {
    const used = new Set<string>([
      ...EXERCISES.flatMap((e) => Object.values(e.kit).flat(2)),
      ...PROTOCOLS.flatMap((p) => p.implements),
    ])
    expect(unknown(implementIds, used)).toEqual(['spring_stop'])
  })
})
