import { TISSUES, type TissueId } from '../catalogue/tissues'
import { candidatesOf, hardBeforeDays, type Candidate } from './candidates'
import {
  countsForQuality,
  effectiveSets,
  keepDose,
  serves,
  SLOPES,
  targetOf,
  trains,
} from './coverage'
import {
  extensionDays,
  hardDayLimit,
  loadCap,
  restsBefore,
  sportStress,
  taperHardOn,
  tooNear,
} from './limits'
import {
  CLOSE_MIN,
  EARLY_A_DAY,
  FINISHERS_A_DAY,
  POINTS,
  QUALITIES_A_DAY,
  SAME_BLOCK_A_WEEK,
  SPORT_HARD_DAYS,
  TAPER_HARD,
  TISSUE_BUDGET,
  WARM_UP_MIN,
} from './practice'
import { contextOf, type WeekProblem } from './problem'
import { taperHardBefore } from './rules'
import { leanOf, outOfPhase, sessionPoints, shares, topQualities } from './score'
import { DAY_NAMES, type Block } from './types'

/**
 * A row of the model with the coach-level rule it stands for; `key` is the one thing that can be
 * let go of (a day's minutes, a pin).
 */
export interface Row {
  rule: string
  key: string
  says: string
  low: number
  high: number
  at: number[]
  by: number[]
}

/** A mixed-integer programme, to be maximised. Columns 0 to n-1 are the candidates. */
export interface Model {
  candidates: readonly Candidate[]
  cost: number[]
  low: number[]
  high: number[]
  whole: boolean[]
  rows: Row[]
  offset: number
  /** Column of the test day of each day; -1: none. */
  testDay: readonly number[]
}

const DAYS = [0, 1, 2, 3, 4, 5, 6] as const
const by = <K>(items: readonly number[], of: (i: number) => K): Map<K, number[]> => {
  const out = new Map<K, number[]>()
  for (const i of items) {
    const k = of(i)
    const own = out.get(k)
    if (own) own.push(i)
    else out.set(k, [i])
  }
  return out
}

/**
 * The week as a programme: rows say what the rules say, costs what the score says; both are tested
 * against validator and score.
 */
export function buildModel(p: WeekProblem, extra: readonly Block[] = []): Model {
  const c = contextOf(p)
  const terms = c.terms!
  const cs = candidatesOf(p, extra)
  const m: Model = {
    candidates: cs,
    cost: [],
    low: [],
    high: [],
    whole: [],
    rows: [],
    offset: 0,
    testDay: [],
  }
  const col = (cost: number, high = 1, whole = false): number => {
    m.cost.push(cost)
    m.low.push(0)
    m.high.push(high)
    m.whole.push(whole)
    return m.cost.length - 1
  }
  const row = (
    rule: string,
    key: string,
    says: string,
    low: number,
    high: number,
    at: number[],
    values: number[] | number = 1,
  ): void => {
    if (at.length > 0 || low > 0)
      m.rows.push({
        rule,
        key,
        says,
        low,
        high,
        at,
        by: typeof values === 'number' ? at.map(() => values) : values,
      })
  }
  const all = cs.map((_, i) => i)
  for (const x of cs) {
    const eve = x.e.level === 'hard' && (p.frame[x.block.day + 1]?.heavyPull ?? 'none') !== 'none'
    col(
      x.block.sets * leanOf(x.e, p.wants, terms.settings) +
        (eve ? POINTS.hardBeforePull : 0) +
        (x.block.extra && trains(x.e, x.e.primary) ? POINTS.weakerExtra : 0) +
        (outOfPhase(x.e.id, terms.crush) ? POINTS.crushOutOfPhase * x.block.sets : 0),
      1,
      true,
    )
  }
  cs.forEach((x, i) =>
    x.forbidden.forEach((f) =>
      row(f.rule, `${f.rule} ${x.e.id} ${x.block.day}`, f.says, -Infinity, 0, [i]),
    ),
  )
  const session = DAYS.map(() => col(sessionPoints(terms.settings)))
  const any = col(0)
  const tests = terms.tests
  const testDay = DAYS.map((d) => (tests && !p.frame[d]!.competition ? col(0, 1, true) : -1))
  m.testDay = testDay
  const test = (d: number): number[] => (testDay[d]! >= 0 ? [testDay[d]!] : [])
  const onDay = by(all, (i) => cs[i]!.block.day)
  const day = (d: number): number[] => onDay.get(d) ?? []
  const groups = DAYS.map((d) => [...by(day(d), (i) => cs[i]!.e.primary).values()])

  for (const d of DAYS) {
    const name = DAY_NAMES[d]
    for (const g of groups[d]!) {
      row(
        'one_per_quality',
        'one_per_quality',
        `${name}: one block of a quality.`,
        -Infinity,
        0,
        [...g, session[d]!],
        [...g.map(() => 1), -1],
      )
      row(
        'extension',
        'extension',
        'Any work brings the extensors.',
        -Infinity,
        0,
        [...g, any],
        [...g.map(() => 1), -1],
      )
    }
    test(d).forEach((t) => {
      row('tests', 'session', '', -Infinity, 0, [t, session[d]!], [1, -1])
      row('extension', 'extension', '', -Infinity, 0, [t, any], [1, -1])
    })
    row(
      'qualities_day',
      'qualities_day',
      `${name}: three qualities at the most.`,
      -Infinity,
      QUALITIES_A_DAY,
      day(d).filter((i) => cs[i]!.e.primary !== 'finger_ext'),
    )
    row(
      'early_day',
      'early_day',
      `${name}: two blocks for fresh hands at the most.`,
      -Infinity,
      EARLY_A_DAY,
      day(d).filter((i) => cs[i]!.e.position === 'early'),
    )
    row(
      'finisher_day',
      'finisher_day',
      `${name}: one finisher at the most.`,
      -Infinity,
      FINISHERS_A_DAY,
      day(d).filter((i) => cs[i]!.e.position === 'finisher'),
    )
    const takes = [...day(d), session[d]!, ...test(d)]
    if (takes.length > 1)
      row(
        'minutes',
        `minutes ${d}`,
        `${name}: ${p.frame[d]!.minutes} min.`,
        -Infinity,
        p.frame[d]!.minutes,
        takes,
        [
          ...day(d).map((i) => cs[i]!.minutes),
          WARM_UP_MIN + CLOSE_MIN,
          ...test(d).map(() => tests!.minutes),
        ],
      )
  }

  for (const { id } of TISSUES) {
    const own = all.filter((i) => cs[i]!.stress[id])
    const sport = DAYS.map((d) => sportStress(p.frame, d, id, terms.settings))
    for (const d of DAYS) {
      const at = own.filter((i) => cs[i]!.block.day === d)
      row(
        'tissue_day',
        'tissue_day',
        `${DAY_NAMES[d]}: the budget of a tissue.`,
        -Infinity,
        Math.max(0, TISSUE_BUDGET[id].day - sport[d]!),
        at,
        at.map((i) => cs[i]!.stress[id]!),
      )
    }
    row(
      'tissue_week',
      'tissue_week',
      'The budget of a tissue for the week.',
      -Infinity,
      Math.max(0, TISSUE_BUDGET[id].week - sport.reduce((a, b) => a + b, 0)),
      own,
      own.map((i) => cs[i]!.stress[id]!),
    )
    hardDays(id)
  }

  function hardDays(id: TissueId): void {
    const sport = id === 'finger_flexors' ? DAYS.filter((d) => p.frame[d]!.sportLoad === 3) : []
    if (sport.length >= SPORT_HARD_DAYS) return
    const before = hardBeforeDays(p, id)
    const on = DAYS.map((d) => {
      const own = groups[d]!.map((g) => g.filter((i) => cs[i]!.hard.includes(id))).filter(
        (g) => g.length > 0,
      )
      if (id === 'finger_flexors' && test(d).length > 0) own.push(test(d))
      if (own.length === 0) return -1
      const h = col(0)
      for (const g of own) row('hard', 'hard', '', -Infinity, 0, [...g, h], [...g.map(() => 1), -1])
      const near = [...sport.filter((x) => x !== d), ...before].some((x) => tooNear(p.frame, x, d))
      if (near)
        row(
          'gap_48h',
          'gap_48h',
          `${DAY_NAMES[d]}: within 48 h of another hard day.`,
          -Infinity,
          0,
          [h],
        )
      return h
    })
    for (const d of DAYS)
      for (let x = d + 1; x < 7; x++)
        if (on[d]! >= 0 && on[x]! >= 0 && tooNear(p.frame, d, x))
          row('gap_48h', 'gap_48h', '48 hours between hard days of a tissue.', -Infinity, 1, [
            on[d]!,
            on[x]!,
          ])
    row(
      'two_hard_days',
      'two_hard_days',
      'Hard days of a tissue a week.',
      -Infinity,
      hardDayLimit(terms.settings),
      on.filter((h) => h >= 0),
    )
  }

  // A day can rest the hands where nothing but light work stands on it.
  const loading = (d: number): number[][] => [
    ...groups[d]!.map((g) => g.filter((i) => !cs[i]!.restful)).filter((g) => g.length > 0),
    ...(test(d).length > 0 ? [test(d)] : []),
  ]
  const canRest = DAYS.filter((d) => p.frame[d]!.sportLoad <= 1)
  if (canRest.length > 0) {
    const rests = canRest.map((d) => {
      const r = col(0)
      for (const g of loading(d)) row('rest_day', 'rest', '', -Infinity, 1, [...g, r])
      return r
    })
    row('rest_day', 'rest_day', 'One hand-rest day.', 1, Infinity, rests)
  }

  if (tests) {
    row(
      'tests',
      'tests',
      `Tests of ${tests.minutes} min.`,
      1,
      1,
      testDay.filter((t) => t >= 0),
    )
    for (const d of DAYS)
      for (const t of test(d)) {
        if (d === 0 ? !terms.restedBefore : !restsBefore(p.frame[d - 1]!))
          row(
            'test_rest',
            'test_rest',
            `${DAY_NAMES[d]}: tests after a day that loads the hands.`,
            -Infinity,
            0,
            [t],
          )
        else if (d > 0)
          for (const g of groups[d - 1]!.map((x) => x.filter((i) => !cs[i]!.restful)).filter(
            (x) => x.length > 0,
          ))
            row('test_rest', 'test_rest', 'Tests only after a hand-rest day.', -Infinity, 1, [
              ...g,
              t,
            ])
      }
  }

  for (const q of ['wrist_ext', 'finger_ext'] as const) {
    const need = extensionDays(q, p.frame, c)
    if (need > 0)
      row(
        `${q}_twice`,
        `${q}_twice`,
        `${q === 'wrist_ext' ? 'Wrist' : 'Finger'} extension on ${need} days.`,
        0,
        Infinity,
        [...all.filter((i) => cs[i]!.e.primary === q), any],
        [...all.filter((i) => cs[i]!.e.primary === q).map(() => 1), -need],
      )
  }
  for (const own of by(
    all.filter((i) => cs[i]!.e.aim !== 'balance'),
    (i) => cs[i]!.e.id,
  ).values())
    row(
      'same_block',
      'same_block',
      `${cs[own[0]!]!.e.name}: twice a week at the most.`,
      -Infinity,
      SAME_BLOCK_A_WEEK,
      own,
    )
  const cap = loadCap(p.weekStart, c)
  if (cap)
    row(
      'growth',
      'growth',
      `Hand load at most ${cap.most.toFixed(1)}: ${cap.says}.`,
      -Infinity,
      cap.most + 1e-9,
      all.filter((i) => cs[i]!.load > 0),
      all.filter((i) => cs[i]!.load > 0).map((i) => cs[i]!.load),
    )
  const keeps = DAYS.filter((d) => taperHardOn(p.weekStart, d, terms)).flatMap((d) => {
    const own = groups[d]!.map((g) => g.filter((i) => cs[i]!.e.level === 'hard')).filter(
      (g) => g.length > 0,
    )
    if (own.length === 0) return []
    const h = col(0)
    for (const g of own)
      row('taper_hard', 'taper', '', -Infinity, 0, [...g, h], [...g.map(() => 1), -1])
    return [h]
  })
  row(
    'taper_hard',
    'taper_hard',
    'One hard day before an event.',
    -Infinity,
    Math.max(0, TAPER_HARD.days - taperHardBefore(p.weekStart, c)),
    keeps,
  )
  for (const pin of terms.pins) {
    const own = day(pin.day).filter(
      (i) =>
        cs[i]!.e.id === pin.exerciseId && (pin.sets === null || cs[i]!.block.sets === pin.sets),
    )
    row(
      'pin',
      `pin ${pin.exerciseId} ${pin.day}`,
      `${DAY_NAMES[pin.day]}: ${own.length > 0 ? cs[own[0]!]!.e.name : pin.exerciseId} pinned.`,
      1,
      Infinity,
      own,
    )
  }
  points()
  return m

  function points(): void {
    const share = shares(p.wants)
    p.wants.forEach((w, k) => {
      const own = all.filter((i) => cs[i]!.gives[k]! > 0)
      if (share[k]! <= 0 || own.length === 0) return
      const half = targetOf(w) / 2
      const pieces = SLOPES.map((s) => col((POINTS.coverage * share[k]! * s) / targetOf(w), half))
      row(
        'points',
        'points',
        '',
        -Infinity,
        0,
        [...pieces, ...own],
        [...pieces.map(() => 1), ...own.map((i) => -cs[i]!.gives[k]!)],
      )
    })
    for (const q of topQualities(p.wants)) {
      const own = all.filter((i) => trains(cs[i]!.e, q))
      if (own.length > 0)
        row(
          'points',
          'points',
          '',
          -Infinity,
          0,
          [col(POINTS.frequency, POINTS.frequencyDays), ...own],
          [1, ...own.map(() => -1)],
        )
    }
    for (const q of topQualities(p.wants)) {
      const own = all.filter((i) => countsForQuality(cs[i]!.e, q) > 0)
      const need = keepDose(p.wants, q)
      row(
        'points',
        'points',
        '',
        need,
        Infinity,
        [col(POINTS.underKeep, need), ...own],
        [1, ...own.map((i) => effectiveSets(cs[i]!.block) * countsForQuality(cs[i]!.e, q))],
      )
    }
    const kinds = [
      ...by(
        all.filter((i) => serves(cs[i]!.e, p.wants, terms.settings)),
        (i) => cs[i]!.e.id,
      ).values(),
    ].map((own) => {
      const v = col(POINTS.variety)
      row('points', 'points', '', -Infinity, 0, [v, ...own], [1, ...own.map(() => -1)])
      return v
    })
    row('points', 'points', '', -Infinity, POINTS.varietyMost, kinds)
    if (p.near) nearTo(p.near.blocks, p.near.weight)
  }

  function nearTo(blocks: readonly Block[], weight: number): void {
    const was = new Map(blocks.map((b) => [`${b.day} ${b.exerciseId}`, b.sets]))
    m.offset += weight * POINTS.changedBlock * was.size
    for (const i of all) {
      const sets = was.get(`${cs[i]!.block.day} ${cs[i]!.e.id}`)
      m.cost[i]! +=
        weight *
        (sets === undefined
          ? POINTS.changedBlock
          : -POINTS.changedBlock + POINTS.changedSet * Math.abs(cs[i]!.block.sets - sets))
    }
  }
}
