import { describe, expect, it } from 'vitest'
import { EXERCISES } from '../../src/catalogue/exercises'
import { IMPLEMENTS } from '../../src/catalogue/implements'
import { QUALITY_ALIASES, qualityById, type QualityId } from '../../src/catalogue/qualities'
import { demandProfile } from '../../src/demand/profile'
import { measuredWrap } from '../../src/hand/wrap'
import { usesFor, whatToBuy } from '../../src/match/buy'
import { rankUnits, type MatchAthlete } from '../../src/match/rank'
import { substituteAt } from '../../src/match/substitute'
import { byWear, testRefusal, testRemark } from '../../src/match/unit'
import { setsSince, upkeepOf } from '../../src/match/upkeep'
import {
  edgeSentence,
  idealWords,
  lost,
  nearestSentence,
  notThese,
  varietySentence,
} from '../../src/match/words'
import { askWhich, meaningOf } from '../../src/catalogue/words'
import { kitsOf } from '../../src/match/kit'
import { athlete, unit } from './people'

const rowOf = (sport: string, quality: QualityId) =>
  demandProfile(sport)!.rows.find((r) => r.quality.id === quality)!
const order = (
  sport: string,
  quality: QualityId,
  units: ReturnType<typeof unit>[],
  who: MatchAthlete = athlete(),
) => rankUnits(rowOf(sport, quality), units, who)

describe('five athletes a coach would know', () => {
  it(
    'a jacket grappler gets cloth and a closed hold, not a spring from wide open, and is ' +
      'told why',
    () => {
      const units = [unit('spring', 70), unit('jacket', 32), unit('towel', 38), unit('ball', 60)]
      for (const q of ['cloth', 'closed', 'crush'] as const) {
        const ranked = order('grappler_jacket', q, units)
        expect(ranked[0]!.unit.contact).toBe('cloth')
        expect(ranked.findIndex((m) => m.unit.kind.id === 'spring')).toBeGreaterThan(
          ranked.findIndex((m) => m.unit.kind.id === 'towel'),
        )
      }
      const not = notThese(
        rowOf('grappler_jacket', 'closed'),
        order('grappler_jacket', 'closed', units),
      )
      expect(not.find((n) => n.match.unit.kind.id === 'spring')!.says).toBe(
        'spring 70: a spring, not cloth; 30\u00A0mm over 25 to 40\u00A0mm; knurled in ' +
          'place of cloth.',
      )
    },
  )
  it(
    'a small hand with a settling thumb gets the thinner sleeve; the thick one comes with ' +
      'a caution',
    () => {
      const small = athlete(
        { handLengthMm: { left: 165, right: 165 } },
        {
          injuries: [
            { site: 'thumb', side: 'right', status: 'settling', cleared: 'all', daysAgo: 20 },
          ],
        },
      )
      const ranked = order(
        'general_health',
        'thick',
        [unit('sleeve', 67), unit('sleeve', 50)],
        small,
      )
      expect(ranked.map((m) => m.unit.sizeMm)).toEqual([50, 67])
      expect(ranked[1]!.byHand.right.map((p) => p.says)).toContain(
        'thumb ligament or fracture, settling: needs your reason',
      )
      expect(ranked[1]!.byHand.left.map((p) => p.id)).not.toContain('caution')
      expect(ranked[0]!.byHand.right.map((p) => p.id)).not.toContain('caution')
      expect(ranked[1]!.score.right).toBeLessThan(ranked[1]!.score.left)
    },
  )
  it('a strong climber is offered the smaller edge', () => {
    const units = [unit('edge', 30), unit('edge', 20), unit('edge', 10)]
    const of = (level: string) =>
      order('climber_boulder', 'edge', units, athlete({ level })).map((m) => m.unit.sizeMm)
    expect(of('advanced')).toEqual([10, 20, 30])
    expect(of('novice')).toEqual([20, 30, 10])
    expect(
      edgeSentence(
        rowOf('climber_boulder', 'edge'),
        order('climber_boulder', 'edge', units, athlete({ level: 'advanced' })),
        'advanced',
      ),
    ).toBe(
      'Strong climber: edges of 8 to 14\u00A0mm. edge 20, edge 30: too big, the back is ' +
        'tested before the fingers.',
    )
    expect(edgeSentence(rowOf('boxer', 'closed'), [], 'advanced')).toBeNull()
  })
  it('an obstacle racer is told to vary', () => {
    const units = [
      unit('bar', 30),
      unit('rope', 38),
      unit('ball', 100),
      unit('sleeve', 60),
      unit('towel', 38),
      unit('kettlebell', 34),
    ]
    expect(
      varietySentence(demandProfile('obstacle_racer')!, units, athlete(), 'in the hall'),
    ).toMatch(
      /^Nobody knows the objects before the day: .* by week\. [5-6] that differ in the hall: /,
    )
    expect(varietySentence(demandProfile('boxer')!, units, athlete(), 'in the hall')).toBeNull()
  })
  it('a travelling boxer gets what the bag holds, and hears what is lost', () => {
    const ranked = order('boxer', 'closed', [unit('towel', 38), unit('band', null)])
    expect(nearestSentence(ranked, 'in the bag')).toBe('towel 38, over a bar does it.')
    const thick = order('boxer', 'thick', [unit('towel', 38), unit('band', null)])
    expect(nearestSentence(thick, 'in the bag')).toContain(
      'Nearest in the bag: towel 38, over a bar; cloth, not a handle',
    )
    expect(nearestSentence([], 'in the bag')).toBe(
      'Nothing to hold in the bag yet: record what is there.',
    )
  })
  it('no one-hand work is named when only a two-hand thing is there', () => {
    expect(nearestSentence(order('boxer', 'wrist_ext', [unit('broom', 25)]), 'at home')).toContain(
      'no one-hand work',
    )
  })
  it('under 18 a small edge for a maximum is held', () => {
    const young = athlete({}, { ageYears: 16 })
    const [m] = order('climber_boulder', 'edge', [unit('edge', 10)], young)
    expect(m!.mean).toBe(0)
    expect(lost(m!)).toContain('under 18: stopped')
    expect(nearestSentence([m!], 'in the hall')).toContain('a caution holds all of it')
  })
  it('a measured wrap goes before the estimate', () => {
    const sleeve = unit('sleeve', 67)
    const plain = order(
      'carry_strength',
      'thick',
      [sleeve],
      athlete({ handLengthMm: { left: 165, right: 165 } }),
    )
    const measured = order(
      'carry_strength',
      'thick',
      [sleeve],
      athlete({ handLengthMm: { left: 165, right: 165 }, wrapOf: () => measuredWrap(2) }),
    )
    expect(measured[0]!.mean).toBeGreaterThan(plain[0]!.mean)
    expect(measured[0]!.byHand.left[0]!.says).toBe('thumb and finger meet')
  })
  it('says the ideal with its size', () => {
    expect(idealWords(rowOf('grip_contest', 'pinch_wide'), 'elite')).toBe('the 76 mm block')
    expect(idealWords(rowOf('climber_boulder', 'edge'), 'elite')).toBe(
      'edges of 6 to 30 mm, 6 to 10\u00A0mm',
    )
  })
})

describe('substitutes', () => {
  const all = kitsOf(IMPLEMENTS.map((k) => ({ kind: k.id, place: 'hall' as const })))
  it.each(['hall', 'home', 'bag'] as const)(
    'every exercise has one %s, or a stated none',
    (place) => {
      for (const e of EXERCISES) {
        const s = substituteAt(e, place, all)
        if (s.kind === 'other') {
          expect(s.exercise.primary, e.id).toBe(e.primary)
          expect(s.exercise.id).not.toBe(e.id)
        }
        if (s.kind === 'none') expect(s.says, e.id).toMatch(/none/)
        else expect(s.items.length, e.id).toBeGreaterThan(0)
      }
    },
  )
  it('an empty hall still says what to do instead', () => {
    const empty = kitsOf([])
    const s = substituteAt(
      EXERCISES.find((e) => e.id === 'bar_hold')!,
      'hall',
      empty,
    )
    expect(s.kind === 'other' && s.says).toMatch(/^In the hall: /)
    expect(
      substituteAt(
        EXERCISES.find((e) => e.id === 'pinch_hold')!,
        'hall',
        empty,
      ),
    ).toEqual({ kind: 'same', items: ['books'] })
  })
  it('a bag with recorded units uses those and what any bag can take', () => {
    const bag = kitsOf([{ kind: 'band', place: 'bag' }])
    const hang = substituteAt(
      EXERCISES.find((e) => e.id === 'hang_one')!,
      'bag',
      bag,
    )
    expect(hang.kind).toBe('other')
  })
})

describe('what to buy', () => {
  const squad = [
    { name: 'Jacket', rows: demandProfile('grappler_jacket')!.rows, athlete: athlete() },
    {
      name: 'Climber',
      rows: demandProfile('climber_boulder')!.rows,
      athlete: athlete({ level: 'advanced' }),
    },
  ]
  it('adds most first, each on top of those before, with whom it serves', () => {
    const list = whatToBuy(squad.map((a) => usesFor(a, [unit('bar', 30)])))
    expect(list.length).toBeGreaterThan(2)
    for (let i = 1; i < list.length; i++)
      expect(list[i]!.adds).toBeLessThanOrEqual(list[i - 1]!.adds + 1e-9)
    expect(list.flatMap((p) => p.serves)).toContain('Jacket')
    expect(list.map((p) => p.kind)).toContain('jacket')
    expect(list.find((p) => p.kind === 'jacket')!.free!.name).toContain('Towel')
  })
  it('offers nothing that is there already, and nothing for nobody', () => {
    const kept = whatToBuy(squad.map((a) => usesFor(a, [unit('jacket', 35), unit('towel', 35)])))
    expect(kept.map((p) => p.kind)).not.toContain('jacket')
    expect(whatToBuy([])).toEqual([])
  })
})

describe('springs and wear', () => {
  it('a spring without a rating is for training only', () => {
    expect(testRefusal({ kind: 'spring', ratingKg: null })).toContain('no measured rating')
    expect(testRefusal({ kind: 'spring', ratingKg: 42 })).toBeNull()
    expect(testRefusal({ kind: 'bar', ratingKg: null })).toBeNull()
  })
  it('a worn unit can be tested with and says so; one to be replaced is offered last', () => {
    expect([testRemark({}), testRemark({ wear: 'good' }), testRemark({ wear: null })]).toEqual([
      null,
      null,
      null,
    ])
    expect(testRemark({ wear: 'worn' })).toContain('friction has changed')
    expect(testRemark({ wear: 'replace' })).toContain('look at it before it is loaded')
    const kit = [{ wear: 'replace' }, { wear: 'good' }, {}, { wear: 'worn' }] as const
    expect([...kit].sort(byWear)).toEqual([{ wear: 'good' }, {}, { wear: 'worn' }, kit[0]])
  })
  const use = (exerciseId: string, k: number, on = '2026-10-01') =>
    Array.from({ length: k }, () => ({ exerciseId, on }))
  it('counts sets from the log, shared by units of a kind', () => {
    expect(
      setsSince('band_finger', 'hall', '2026-09-01', [
        ...use('ext_band', 5),
        ...use('ext_band', 3, '2026-08-01'),
        ...use('pinch_hold', 4),
      ]),
    ).toBe(5)
    const unit = { kind: 'band_finger', since: '2026-09-01', ratedOn: null, ratingKg: null }
    expect(upkeepOf(unit, 'hall', 1, use('ext_band', 400), '2026-10-08')).toEqual({
      due: true,
      says: '400 of about 400 sets: check it, replace when in doubt',
    })
    expect(upkeepOf(unit, 'hall', 2, use('ext_band', 400), '2026-10-08')!.due).toBe(false)
    expect(upkeepOf({ ...unit, kind: 'bar' }, 'hall', 1, [], '2026-10-08')).toBeNull()
  })
  it('asks for a rating, and for a new one after a year or 500 sets', () => {
    const spring = (ratedOn: string | null) => ({
      kind: 'spring',
      since: '2025-01-01',
      ratedOn,
      ratingKg: ratedOn ? 40 : null,
    })
    expect(upkeepOf(spring(null), 'hall', 1, [], '2026-10-08')!.due).toBe(true)
    expect(upkeepOf(spring('2025-10-09'), 'hall', 1, [], '2026-10-08')!.due).toBe(false)
    expect(upkeepOf(spring('2025-10-08'), 'hall', 1, [], '2026-10-08')!.due).toBe(true)
    expect(
      upkeepOf(spring('2026-09-01'), 'hall', 1, use('spring_low', 500), '2026-10-08')!.due,
    ).toBe(true)
  })
})

describe('words', () => {
  it('a word that means several is asked', () => {
    for (const [word, ids] of Object.entries(QUALITY_ALIASES)) {
      const m = meaningOf(` ${word.toUpperCase()} `)
      expect(m.kind === 'several' && m.qualities.map((q) => q.id)).toEqual(ids)
    }
    const crush = meaningOf('crush')
    expect(crush.kind === 'several' && askWhich(crush)).toBe(
      '"crush" may mean closing force, closed-fist hold, cloth and rope, open-hand hold: which?',
    )
  })
  it('a name or id means one; anything else none', () => {
    expect(meaningOf('Wide pinch')).toEqual({ kind: 'one', quality: qualityById('pinch_wide') })
    expect(meaningOf('wrist ext')).toEqual({ kind: 'one', quality: qualityById('wrist_ext') })
    expect(meaningOf('banana')).toEqual({ kind: 'none' })
  })
})
