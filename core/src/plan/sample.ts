import { EXERCISES } from '../catalogue/exercises'
import { IMPLEMENTS } from '../catalogue/implements'
import { EMPHASES, QUALITY_IDS } from '../catalogue/qualities'
import { SPORTS } from '../catalogue/sports'
import { demandProfile } from '../demand/profile'
import type { SafetyFacts } from '../safety/triggers'
import { addDays } from '../units/dates'
import { seeded } from '../units/seeded'
import { awayFrame, type BlockProblem } from './block'
import type { Want } from '../demand/want'
import type { WeekProblem } from './problem'
import { NOBODY } from './situation'
import { PLAIN_TERMS, type Pin } from './types'
import { EMPTY_DAY, type DayFrame } from '../intake/week'
import { type Place } from '../catalogue/places'
import { must } from '../units/must'
import { isAmong } from '../units/among'

/** Problems drawn by a seed, to check the planner with. */

export const WELL: SafetyFacts = {
  today: '2026-10-05',
  ageYears: 28,
  guardianConsent: false,
  health: [],
  injuries: [],
  pains: [],
  symptoms: [],
  flags: [],
  earlier: [],
  experience: QUALITY_IDS.map((quality) => ({ quality, family: null, weeks: 60 })),
}
const START = '2026-10-05'
// None is one of the choices of some lists, so what is drawn may be nothing.
const one = <T>(r: () => number, of: readonly T[]): T => of[Math.floor(r() * of.length)] as T

/** Everything an installation may hold, in the hall, and in the home and the bag a part of it. */
const UNITS = (r: () => number): WeekProblem['units'] =>
  IMPLEMENTS.flatMap((k) => {
    const places: Place[] = [
      'hall',
      ...(r() < 0.4 ? (['home'] as const) : []),
      ...(r() < 0.25 ? (['bag'] as const) : []),
    ]
    return places.map((place) => ({ kind: k.id, place }))
  })

/** Wants of a sport, its rows as they are, some raised, now and then a hand to favour. */
export function wantsOfSport(sportId: string, r: () => number): Want[] {
  return must(demandProfile(sportId)).rows.flatMap((row) =>
    row.emphasis
      .filter((e) => e.share >= 0.25)
      .map((e): Want => ({
        quality: row.quality.id,
        emphasis: e.id,
        importance: Math.max(1, Math.round(row.importance)),
        priority: (row.importance / 5) * e.share * (1 + 2 * r() ** 3),
        why: `weight ${row.importance} of 5`,
        weaker: r() < 0.06 ? (r() < 0.5 ? 'left' : 'right') : null,
      })),
  )
}

/** A trained athlete of a sport. */
const ofSport = (sportId: string, r: () => number) => ({
  wants: wantsOfSport(sportId, r),
  who: { ...NOBODY, sports: [sportId], level: 'trained' as const },
})

function days(r: () => number): DayFrame[] {
  const open = 2 + Math.floor(r() * 4)
  const order = [0, 1, 2, 3, 4, 5, 6].sort(() => r() - 0.5).slice(0, open)
  return [0, 1, 2, 3, 4, 5, 6].map((d): DayFrame => ({
    ...EMPTY_DAY,
    minutes: order.includes(d) ? one(r, [15, 25, 30, 40, 45, 60]) : 0,
    place: r() < 0.8 ? 'hall' : r() < 0.5 ? 'home' : 'bag',
    sportLoad: one(r, [0, 0, 0, 1, 1, 2, 3] as const),
    heavyPull: r() < 0.12 ? 'before' : r() < 0.08 ? 'after' : 'none',
    competition: r() < 0.03,
  }))
}

/**
 * A week of any sport with what weeks bring: cautions, pins, bans, tests, events, a load to grow
 * from. Some have no plan.
 */
export function sampleWeek(seed: number): WeekProblem {
  const r = seeded(seed * 7919 + 13)
  const frame = days(r)
  const open = frame.flatMap((d, i) => (d.minutes > 0 ? [i] : []))
  const works = EXERCISES.filter(
    (e) => e.mode !== 'prep' && e.primary !== null && e.primary !== 'day',
  )
  const pins: Pin[] =
    r() < 0.2 ? [{ exerciseId: one(r, works).id, day: one(r, open), sets: null }] : []
  return {
    weekStart: START,
    frame,
    ...ofSport(one(r, SPORTS).id, r),
    units: UNITS(r),
    facts: {
      ...WELL,
      injuries:
        r() < 0.2
          ? [
              {
                site: one(r, [
                  'thumb',
                  'finger_pulley',
                  'elbow_outer_tendon',
                  'shoulder',
                  'skin',
                ] as const),
                side: one(r, ['left', 'right'] as const),
                status: one(r, ['active', 'settling'] as const),
                cleared: null,
                daysAgo: 20,
              },
            ]
          : [],
      ...(r() < 0.1 ? { ageYears: 16, guardianConsent: true } : {}),
    },
    hardBefore:
      r() < 0.4 ? [{ tissue: 'finger_flexors', on: addDays(START, r() < 0.5 ? -1 : -2) }] : [],
    lastLoad: r() < 0.6 ? 8 + 25 * r() : null,
    terms: {
      ...PLAIN_TERMS,
      kind: r() < 0.15 ? 'deload' : 'ordinary',
      crush: one(r, ['hold', 'rep', null] as const),
      events: r() < 0.15 ? [addDays(START, 5 + Math.floor(r() * 7))] : [],
      tests: r() < 0.15 ? { minutes: 20 } : null,
      restedBefore: r() < 0.6,
      pins,
      bans: r() < 0.2 ? [{ exerciseId: one(r, works).id, day: null }] : [],
    },
    near: null,
  }
}

/**
 * A week small enough to look at every plan of it: three days, six exercises, in one or two set
 * counts.
 */
export function smallWeek(seed: number): WeekProblem {
  const r = seeded(seed * 104729 + 7)
  const from = must([0, 1, 2, 3][Math.floor(r() * 4)])
  const on = r() < 0.5 ? [from, from + 1, from + 3] : [from, from + 2, Math.min(6, from + 3)]
  const works = EXERCISES.filter(
    (e) =>
      e.mode !== 'prep' &&
      e.primary !== null &&
      e.primary !== 'day' &&
      e.tags.every((t) => t !== 'valgus' && t !== 'negative' && t !== 'restriction'),
  )
  const library = [...works]
    .sort(() => r() - 0.5)
    .slice(0, 3)
    .map((e) => e.id)
    .concat(r() < 0.7 ? ['ext_band', 'wrist_iso'] : [one(r, works).id, 'ext_band'])
  const wants = [
    ...new Set(library.map((id) => must(works.find((e) => e.id === id)).primary)),
  ].flatMap((q): Want[] =>
    q === null || q === 'day'
      ? []
      : [
          {
            quality: q,
            emphasis: one(r, EMPHASES),
            importance: 1 + Math.floor(r() * 5),
            priority: 0.2 + r(),
            why: 'asked for',
            weaker: r() < 0.15 ? 'left' : null,
          },
        ],
  )
  return {
    weekStart: START,
    wants,
    units: IMPLEMENTS.map((k) => ({ kind: k.id, place: 'hall' as const })),
    frame: [0, 1, 2, 3, 4, 5, 6].map((d): DayFrame => ({
      ...EMPTY_DAY,
      minutes: on.includes(d) ? one(r, [16, 19, 22]) : 0,
      sportLoad: one(r, [0, 0, 1, 3] as const),
      heavyPull: r() < 0.1 ? 'after' : r() < 0.1 ? 'before' : 'none',
      competition: r() < 0.04,
    })),
    facts: {
      ...WELL,
      injuries:
        r() < 0.25
          ? [
              {
                site: one(r, ['thumb', 'skin', 'shoulder'] as const),
                side: 'left',
                status: 'active',
                cleared: null,
                daysAgo: 20,
              },
            ]
          : [],
    },
    hardBefore: r() < 0.3 ? [{ tissue: 'finger_flexors', on: addDays(START, -1) }] : [],
    lastLoad: r() < 0.5 ? 2 + 12 * r() : null,
    terms: {
      ...PLAIN_TERMS,
      kind: r() < 0.2 ? 'deload' : 'ordinary',
      library,
      crush: one(r, ['hold', 'rep', null] as const),
      restedBefore: r() < 0.5,
      tests: r() < 0.2 ? { minutes: 5 } : null,
      pins: r() < 0.4 ? [{ exerciseId: one(r, library), day: one(r, on), sets: null }] : [],
      bans: r() < 0.2 ? [{ exerciseId: one(r, library), day: one(r, [...on, null]) }] : [],
      events: r() < 0.15 ? [addDays(START, 4 + Math.floor(r() * 6))] : [],
      settings: { isolate_combine: one(r, ['a', 'b', 'mixed'] as const) },
    },
    near:
      r() < 0.3
        ? {
            weight: 1,
            blocks: [
              {
                id: 'n',
                day: must(on[0]),
                exerciseId: must(library[0]),
                sets: 3,
                dose: 10,
                hands: ['both'],
                reason: '',
              },
            ],
          }
        : null,
  }
}

/** A sport of each family a block is checked with. */
export const FAMILIES = [
  'grappler_jacket',
  'climber_boulder',
  'thrower_ball',
  'boxer',
  'obstacle_racer',
] as const

/** Twelve weeks of a sport: four sessions or so, an event late, a week away. */
export function sampleBlock(sportId: string, seed: number): BlockProblem {
  const r = seeded(seed * 31337 + sportId.length)
  const plan = one(r, [
    [0, 2, 4, 5],
    [1, 3, 5],
    [0, 1, 3, 5],
    [0, 3, 5],
  ] as const)
  const frame = [0, 1, 2, 3, 4, 5, 6].map((d): DayFrame => ({
    ...EMPTY_DAY,
    minutes: isAmong(plan, d) ? one(r, [40, 45, 60]) : 0,
    sportLoad: one(r, [0, 0, 1, 1, 2] as const),
  }))
  const away = addDays(START, 7 * (4 + Math.floor(r() * 2)))
  return {
    start: START,
    weeks: 12,
    frame,
    ...ofSport(sportId, r),
    facts: WELL,
    units: IMPLEMENTS.flatMap((k) => [{ kind: k.id, place: 'hall' as const }]),
    settings: {},
    events: [{ on: addDays(START, 7 * (9 + Math.floor(r() * 2)) + 5), name: 'Event' }],
    travel: [{ weekStart: away, frame: awayFrame(frame) }],
    deloadEach: 4,
    tests: { minutes: 20, weeks: [0, 11] },
    pins: [],
    bans: [],
    crushFirst: r() < 0.5 ? 'hold' : 'rep',
    before: { hardBefore: [], lastLoad: null, blocks: null, restedSunday: true },
  }
}

/**
 * A week in which a school can be seen: what it is about matters in the sport, with a pull on some
 * day, and everything to train with.
 */
export function schoolWeek(
  schoolId: string,
  seed: number,
  settings: WeekProblem['terms']['settings'],
): WeekProblem {
  const r = seeded(seed * 50021 + schoolId.length * 17)
  const about: Partial<Record<string, Want['quality']>> = {
    support_max: 'carry',
    where_grip: 'cloth',
    springs: 'crush',
    spring_reps: 'closed',
    direct_forearm: 'rotation',
    thumb: 'pinch_narrow',
    reverse_curl: 'wrist_ext',
    wrist_roller: 'wrist_ext',
    size: 'wrist_flex',
    ext_isometrics: 'wrist_ext',
    hang_shoulders: 'hang',
  }
  const quality = about[schoolId]
  // A sport in which both ways are open: where thick handles or combined work are the sport itself
  // there is nothing to choose.
  const sportId = one(
    r,
    schoolId === 'thick' || schoolId === 'isolate_combine'
      ? (['grappler_jacket', 'obstacle_racer'] as const)
      : (['grappler_jacket', 'obstacle_racer', 'carry_strength', 'thrower_hammer'] as const),
  )
  const base = wantsOfSport(sportId, r).filter((w) => schoolId !== 'thick' || w.quality !== 'thick')
  const wants = quality
    ? [
        ...base.filter((w) => w.quality !== quality),
        ...(['max', 'sustained'] as const).map((emphasis): Want => ({
          quality,
          emphasis,
          importance: 5,
          priority: 0.8,
          why: 'weight 5 of 5',
        })),
      ]
    : base
  const open = must(
    [
      [0, 2, 4],
      [0, 2, 5],
      [1, 3, 5],
    ][Math.floor(r() * 3)],
  )
  const spare =
    schoolId === 'frequency' || schoolId === 'ext_isometrics'
      ? [0, 1, 2, 3, 4, 5, 6].filter((d) => !open.includes(d)).slice(0, 2)
      : []
  const frame = [0, 1, 2, 3, 4, 5, 6].map((d): DayFrame => ({
    ...EMPTY_DAY,
    minutes: open.includes(d) ? one(r, [45, 60]) : spare.includes(d) ? 20 : 0,
    heavyPull: d === open[1] ? 'after' : 'none',
    sportLoad: one(r, [0, 0, 1] as const),
  }))
  // How springs are trained is asked by a coach who trains with them.
  // Where the question is how to do one thing, the coach has taken out what else serves as well.
  const out: readonly string[] =
    schoolId === 'spring_reps'
      ? [
          'cloth_crush',
          'jacket_hang',
          'rise_release',
          'towel_hang',
          'towel_pull',
          'bell_up_hold',
          'bell_up_squat',
          'crawl_db',
        ]
      : schoolId === 'hang_shoulders'
        ? [
            'hang_grip_change',
            'hang_load',
            'hang_offset',
            'hang_one',
            'monkey',
            'hang_thick',
            'towel_hang',
            'towel_pull',
            'rope_pull',
          ]
        : schoolId === 'reverse_curl'
          ? [
              'roller_trip',
              'roller_front',
              'curl_rev',
              'bell_up_hold',
              'bell_up_squat',
              'brace_max',
              'brace_catch',
              'crawl_db',
              'wrist_iso_often',
            ]
          : schoolId === 'wrist_roller'
            ? ['bell_up_hold', 'bell_up_squat', 'brace_max']
            : []
  return {
    weekStart: START,
    frame,
    wants,
    who: { ...NOBODY, sports: [sportId], level: 'trained' },
    facts: WELL,
    units: IMPLEMENTS.map((k) => ({ kind: k.id, place: 'hall' as const })),
    hardBefore: [],
    lastLoad: null,
    terms: {
      ...PLAIN_TERMS,
      settings: schoolId === 'spring_reps' ? { springs: 'a', ...settings } : settings,
      bans: out.map((exerciseId) => ({ exerciseId, day: null })),
    },
    near: null,
  }
}
