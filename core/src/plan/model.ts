import { TISSUES, type TissueId } from '../catalogue/tissues'
import { candidatesOf, hardBeforeDays, type Candidate } from './candidates'
import { briefOf, dayPoints } from './brief'
import {
  BLOCKS_A_DAY,
  DAYS_OFF,
  EXTENSORS_A_SESSION,
  LIKES,
  POINTS,
  SERVED,
  sessionBlocks,
  countsAs,
  SLOPES,
} from './compose'
import { effectiveSets } from './coverage'
import {
  canExtend,
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
  QUALITIES_A_DAY,
  SAME_BLOCK_A_WEEK,
  SPORT_HARD_DAYS,
  TAPER_HARD,
  TISSUE_BUDGET,
  WARM_UP_MIN,
} from './practice'
import { contextOf, type WeekProblem } from './problem'
import { standTogether, taperHardBefore } from './rules'
import { outOfPhase, sessionPoints } from './score'
import { type Block } from './types'
import { DAY_NAMES } from '../intake/week'
import { must } from '../units/must'

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
  /** Columns that are 1 where so many of others are, in the order they follow from each other. */
  helpers: { col: number; at: readonly number[]; need: number }[]
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
  const terms = must(c.terms)
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
    helpers: [],
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
  const brief = briefOf(p)
  const rated = cs.map((x) => brief.of(x.e))
  cs.forEach((x, i) =>
    col(
      must(rated[i]).block +
        dayPoints(x.e, brief, x.block.day) +
        (x.block.extra && !must(rated[i]).close ? POINTS.weaker : 0) +
        (outOfPhase(x.e, terms.crush) ? POINTS.crushOutOfPhase * x.block.sets : 0),
      1,
      true,
    ),
  )
  cs.forEach((x, i) =>
    x.forbidden.forEach((f) =>
      row(f.rule, `${f.rule} ${x.e.id} ${x.block.day}`, f.says, -Infinity, 0, [i]),
    ),
  )
  const session = DAYS.map(() => col(sessionPoints(p.terms.settings)))
  const any = col(0)
  const tests = terms.tests
  const testDay = DAYS.map((d) => (tests && !must(p.frame[d]).competition ? col(0, 1, true) : -1))
  m.testDay = testDay
  const test = (d: number): number[] => (must(testDay[d]) >= 0 ? [must(testDay[d])] : [])
  const onDay = by(all, (i) => must(cs[i]).block.day)
  const day = (d: number): number[] => onDay.get(d) ?? []
  // The set counts of one exercise on a day: one of them at the most.
  const groups = DAYS.map((d) => [...by(day(d), (i) => must(cs[i]).e.id).values()])

  for (const d of DAYS) {
    const name = DAY_NAMES[d]
    for (const g of must(groups[d])) {
      row(
        'one_per_quality',
        'session',
        '',
        -Infinity,
        0,
        [...g, must(session[d])],
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
    onePerQuality(d)
    if (canExtend(null, p.frame, d, c)) {
      const closing = day(d).filter((i) => must(rated[i]).extensor)
      for (const g of must(groups[d]))
        if (!must(rated[must(g[0])]).extensor)
          row(
            'closes',
            'closes',
            `${name}: the session ends with the extensors.`,
            -Infinity,
            0,
            [...g, ...closing],
            [...g.map(() => 1), ...closing.map(() => -1)],
          )
    }
    row(
      'blocks_day',
      'blocks_day',
      `${name}: ${BLOCKS_A_DAY} exercises at the most.`,
      -Infinity,
      BLOCKS_A_DAY,
      day(d),
    )
    test(d).forEach((t) => {
      row('tests', 'session', '', -Infinity, 0, [t, must(session[d])], [1, -1])
      row('extension', 'extension', '', -Infinity, 0, [t, any], [1, -1])
    })
    qualitiesOf(d)
    row(
      'early_day',
      'early_day',
      `${name}: two exercises for fresh hands at the most.`,
      -Infinity,
      EARLY_A_DAY,
      day(d).filter((i) => must(cs[i]).e.position === 'early'),
    )
    row(
      'finisher_day',
      'finisher_day',
      `${name}: one finisher at the most.`,
      -Infinity,
      FINISHERS_A_DAY,
      day(d).filter((i) => must(cs[i]).e.position === 'finisher'),
    )
    const takes = [...day(d), must(session[d]), ...test(d)]
    if (takes.length > 1)
      row(
        'minutes',
        `minutes ${d}`,
        `${name}: ${must(p.frame[d]).minutes} min.`,
        -Infinity,
        must(p.frame[d]).minutes,
        takes,
        [
          ...day(d).map((i) => must(cs[i]).minutes),
          WARM_UP_MIN + CLOSE_MIN,
          ...test(d).map(() => must(tests).minutes),
        ],
      )
  }

  for (const { id } of TISSUES) {
    const own = all.filter((i) => must(cs[i]).stress[id])
    const sport = DAYS.map((d) => sportStress(p.frame, d, id, terms.settings))
    for (const d of DAYS) {
      const at = own.filter((i) => must(cs[i]).block.day === d)
      row(
        'tissue_day',
        'tissue_day',
        `${DAY_NAMES[d]}: the budget of a tissue.`,
        -Infinity,
        Math.max(0, TISSUE_BUDGET[id].day - must(sport[d])),
        at,
        at.map((i) => must(must(cs[i]).stress[id])),
      )
    }
    row(
      'tissue_week',
      'tissue_week',
      'The budget of a tissue for the week.',
      -Infinity,
      Math.max(0, TISSUE_BUDGET[id].week - sport.reduce((a, b) => a + b, 0)),
      own,
      own.map((i) => must(must(cs[i]).stress[id])),
    )
    hardDays(id)
  }

  function qualitiesOf(d: number): void {
    const used = [...by(day(d), (i) => must(cs[i]).e.primary).values()].flatMap((own) => {
      if (must(rated[must(own[0])]).extensor) return []
      const v = col(0)
      for (const g of by(own, (i) => must(cs[i]).e.id).values())
        row('qualities_day', 'session', '', -Infinity, 0, [v, ...g], [-1, ...g.map(() => 1)])
      return [v]
    })
    row(
      'qualities_day',
      'qualities_day',
      `${DAY_NAMES[d]}: three qualities at the most.`,
      -Infinity,
      QUALITIES_A_DAY,
      used,
    )
  }

  function onePerQuality(d: number): void {
    for (const own of by(day(d), (i) => must(cs[i]).e.primary).values()) {
      const kinds = [...by(own, (i) => must(cs[i]).e.id).values()]
      const says = `${DAY_NAMES[d]}: one exercise of a quality.`
      const apart = (a: readonly number[], b: readonly number[]) =>
        !standTogether(must(cs[must(a[0])]).e, must(cs[must(b[0])]).e)
      if (kinds.every((a, n) => kinds.every((b, k) => k <= n || apart(a, b)))) {
        row('one_per_quality', 'one_per_quality', says, -Infinity, 1, own)
        continue
      }
      kinds.forEach((a, n) =>
        kinds.forEach((b, k) => {
          if (k > n && apart(a, b))
            row('one_per_quality', 'one_per_quality', says, -Infinity, 1, [...a, ...b])
        }),
      )
    }
  }

  function hardDays(id: TissueId): void {
    const sport =
      id === 'finger_flexors' ? DAYS.filter((d) => must(p.frame[d]).sportLoad === 3) : []
    if (sport.length >= SPORT_HARD_DAYS) return
    const before = hardBeforeDays(p, id)
    const on = DAYS.map((d) => {
      const own = must(groups[d])
        .map((g) => g.filter((i) => must(cs[i]).hard.includes(id)))
        .filter((g) => g.length > 0)
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
        if (must(on[d]) >= 0 && must(on[x]) >= 0 && tooNear(p.frame, d, x))
          row('gap_48h', 'gap_48h', '48 hours between hard days of a tissue.', -Infinity, 1, [
            must(on[d]),
            must(on[x]),
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
    ...must(groups[d])
      .map((g) => g.filter((i) => !must(cs[i]).restful))
      .filter((g) => g.length > 0),
    ...(test(d).length > 0 ? [test(d)] : []),
  ]
  const canRest = DAYS.filter((d) => must(p.frame[d]).sportLoad <= 1)
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
        if (d === 0 ? !terms.restedBefore : !restsBefore(must(p.frame[d - 1])))
          row(
            'test_rest',
            'test_rest',
            `${DAY_NAMES[d]}: tests after a day that loads the hands.`,
            -Infinity,
            0,
            [t],
          )
        else if (d > 0)
          for (const g of must(groups[d - 1])
            .map((x) => x.filter((i) => !must(cs[i]).restful))
            .filter((x) => x.length > 0))
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
        [...all.filter((i) => must(cs[i]).e.primary === q), any],
        [...all.filter((i) => must(cs[i]).e.primary === q).map(() => 1), -need],
      )
  }
  for (const own of by(
    all.filter((i) => must(cs[i]).e.aim !== 'balance'),
    (i) => must(cs[i]).e.id,
  ).values())
    row(
      'same_block',
      'same_block',
      `${must(cs[must(own[0])]).e.name}: twice a week at the most.`,
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
      all.filter((i) => must(cs[i]).load > 0),
      all.filter((i) => must(cs[i]).load > 0).map((i) => must(cs[i]).load),
    )
  const keeps = DAYS.filter((d) => taperHardOn(p.weekStart, d, terms)).flatMap((d) => {
    const own = must(groups[d])
      .map((g) => g.filter((i) => must(cs[i]).e.level === 'hard'))
      .filter((g) => g.length > 0)
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
        must(cs[i]).e.id === pin.exerciseId &&
        (pin.sets === null || must(cs[i]).block.sets === pin.sets),
    )
    row(
      'pin',
      `pin ${pin.exerciseId} ${pin.day}`,
      `${DAY_NAMES[pin.day]}: ${own.length > 0 ? must(cs[must(own[0])]).e.name : pin.exerciseId} pinned.`,
      1,
      Infinity,
      own,
    )
  }
  points()
  return m

  /** Something over a limit costs: a column for what is over. */
  function over(cost: number, most: number, at: number[], values?: number[]): void {
    if (at.length <= most && !values) return
    row(
      'points',
      'points',
      '',
      -Infinity,
      most,
      [col(cost, Infinity), ...at],
      [-1, ...(values ?? at.map(() => 1))],
    )
  }

  /** A column that is 1 only if one of these is there. */
  function there(own: readonly number[], cost = 0): number {
    const v = col(cost)
    m.helpers.push({ col: v, at: own, need: 1 })
    row('points', 'points', '', -Infinity, 0, [v, ...own], [1, ...own.map(() => -1)])
    return v
  }

  /** A whole column that is 1 only where at least two of these are. */
  function two(own: readonly number[], cost = 0): number {
    const v = col(cost, 1, true)
    m.helpers.push({ col: v, at: own, need: 2 })
    row('points', 'points', '', -Infinity, 0, [v, ...own], [2, ...own.map(() => -1)])
    return v
  }

  function points(): void {
    m.offset += POINTS.start
    // All that is served, in pieces worth less and less.
    const serve: { at: number[]; by: number[] } = { at: [], by: [] }
    brief.rows.forEach((r, k) => {
      const own = all.filter((i) => must(must(rated[i]).shares[k]) > 0)
      if (r.worth <= 0 || r.aim === 0 || own.length === 0) return
      const pieces = SLOPES.map(() => col(0, r.aim / 2))
      SLOPES.forEach((s, n) => {
        serve.at.push(must(pieces[n]))
        serve.by.push(-(r.worth * s) / r.aim)
      })
      row(
        'points',
        'points',
        '',
        -Infinity,
        0,
        [...pieces, ...own],
        [
          ...pieces.map(() => 1),
          ...own.map((i) => -effectiveSets(must(cs[i]).block) * must(must(rated[i]).shares[k])),
        ],
      )
    })
    const served = SERVED.map((piece, i) =>
      col(piece.slope, piece.upTo - (i === 0 ? 0 : must(SERVED[i - 1]).upTo)),
    )
    row(
      'points',
      'points',
      '',
      -Infinity,
      0,
      [...served, ...serve.at],
      [...served.map(() => 1), ...serve.by],
    )
    top()
    kinds()
    over(POINTS.sessionOver, brief.sessionsMost, session)
    for (const d of DAYS) sessionsOf(d)
    likes()
    rest()
    if (p.near) nearTo(p.near.blocks, p.near.weight)
  }

  function top(): void {
    const good = brief.top.map((k) => all.filter((i) => must(rated[i]).good[k]))
    const looked = good.map((own, n) => {
      const halves = [col(0, 0.5), col(0, 0.5)]
      row(
        'points',
        'points',
        '',
        -Infinity,
        0,
        [...halves, ...own],
        [
          brief.topSets,
          brief.topSets,
          ...own.map(
            (i) =>
              -must(must(rated[i]).looks[must(brief.top[n])]) * effectiveSets(must(cs[i]).block),
          ),
        ],
      )
      const v = col(POINTS.topMore)
      const first = POINTS.topFirstHalf
      row('points', 'points', '', -Infinity, 0, [v, ...halves], [1, -2 * first, -2 * (1 - first)])
      return v
    })
    // The first two count for more: a column for what is up to two.
    row(
      'points',
      'points',
      '',
      -Infinity,
      0,
      [col(POINTS.top - POINTS.topMore, 2), ...looked],
      [1, ...looked.map(() => -1)],
    )
    if (brief.twoDays) {
      const twice = good.flatMap((own) => {
        const onDays = [...by(own, (i) => must(cs[i]).block.day).values()]
        return onDays.length < 2 ? [] : [two(onDays.map((g) => there(g)))]
      })
      if (twice.length > 0) there(twice, POINTS.topTwoDays)
    }
    const again = (brief.mainTwice ? good : []).flatMap((own) => {
      const mains = [...by(own, (i) => must(cs[i]).e.id).values()].flatMap((g) =>
        new Set(g.map((i) => must(cs[i]).block.day)).size < 2 ? [] : [two(g)],
      )
      return mains.length === 0 ? [] : [there(mains)]
    })
    if (again.length > 0)
      row(
        'points',
        'points',
        '',
        -Infinity,
        0,
        [col(POINTS.twice), col(POINTS.twiceMore), ...again],
        [1, 1, ...again.map(() => -1)],
      )
  }

  function kinds(): void {
    const open = all.filter((i) => !must(rated[i]).close)
    const used = [...by(open, (i) => countsAs(must(cs[i]).e.id)).values()].map((own) => {
      const v = col(POINTS.exercise)
      for (const at of by(own, (i) => `${must(cs[i]).e.id} ${must(cs[i]).block.day}`).values())
        row('points', 'points', '', -Infinity, 0, [v, ...at], [-1, ...at.map(() => 1)])
      return v
    })
    over(POINTS.exerciseOver, brief.exercisesMost, used)
  }

  function sessionsOf(d: number): void {
    // Both ways of a joint are one block.
    const blocks = [...by(day(d), (i) => countsAs(must(cs[i]).e.id)).values()].flatMap((own) => {
      const each = [...by(own, (i) => must(cs[i]).e.id).values()]
      if (each.length < 2) return own
      const v = col(0)
      for (const at of each)
        row('points', 'points', '', -Infinity, 0, [v, ...at], [-1, ...at.map(() => 1)])
      return [v]
    })
    over(POINTS.blockOver, sessionBlocks(must(p.frame[d]).minutes), blocks)
    over(
      POINTS.extensorOver,
      EXTENSORS_A_SESSION,
      day(d).filter((i) => must(rated[i]).extensor),
    )
    for (const t of ['finger_flexors', 'thumb'] as const)
      over(
        POINTS.maximalOver,
        brief.maximalMost,
        day(d).filter((i) => must(rated[i]).maximal.includes(t)),
      )
    if (brief.kind !== 'contest')
      over(
        POINTS.closingOver,
        2,
        day(d).filter((i) => must(rated[i]).closing),
      )
  }

  function likes(): void {
    for (const l of LIKES) {
      const used = l.ids.flatMap((id) => {
        const own = all.filter((i) => must(cs[i]).e.id === id)
        if (own.length === 0) return []
        const v = col(0)
        for (const g of by(own, (i) => must(cs[i]).block.day).values())
          row('points', 'points', '', -Infinity, 0, [v, ...g], [-1, ...g.map(() => 1)])
        return [v]
      })
      over(POINTS.duplicate, l.most, used)
    }
    const drills = all.filter((i) => must(rated[i]).thumbDrill)
    if (drills.length > 0)
      over(
        POINTS.thumbSet,
        brief.thumbMost,
        drills,
        drills.map((i) => must(cs[i]).block.sets),
      )
  }

  function rest(): void {
    const off = DAYS.filter(
      (d) => must(p.frame[d]).sportLoad <= 1 && !must(p.frame[d]).competition,
    ).map((d) => {
      const v = col(0)
      for (const g of must(groups[d]))
        if (!must(rated[must(g[0])]).close) row('points', 'points', '', -Infinity, 1, [v, ...g])
      return v
    })
    if (off.length > 0)
      row(
        'points',
        'points',
        '',
        -Infinity,
        0,
        [col(POINTS.dayOff, DAYS_OFF), ...off],
        [1, ...off.map(() => -1)],
      )
    const fingers = DAYS.map((d) => {
      const own = must(groups[d]).filter((g) => must(rated[must(g[0])]).fingers)
      if (own.length === 0) return -1
      const v = col(0)
      for (const g of own)
        row('points', 'points', '', -Infinity, 0, [v, ...g], [-1, ...g.map(() => 1)])
      return v
    })
    for (const d of DAYS.slice(1))
      if (must(fingers[d]) >= 0 && must(fingers[d - 1]) >= 0)
        over(POINTS.fingerEve, 1, [must(fingers[d]), must(fingers[d - 1])])
  }

  function nearTo(blocks: readonly Block[], weight: number): void {
    const was = new Map(blocks.map((b) => [`${b.day} ${b.exerciseId}`, b.sets]))
    m.offset += weight * POINTS.changedBlock * was.size
    for (const i of all) {
      const sets = was.get(`${must(cs[i]).block.day} ${must(cs[i]).e.id}`)
      m.cost[i] =
        must(m.cost[i]) +
        weight *
          (sets === undefined
            ? POINTS.changedBlock
            : -POINTS.changedBlock + POINTS.changedSet * Math.abs(must(cs[i]).block.sets - sets))
    }
  }
}
