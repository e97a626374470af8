import { DAY_NAMES } from '../intake/week'
import { groupBy } from '../units/group'
import { must } from '../units/must'
import { BLOCKS_A_DAY } from './compose'
import { canExtend } from './limits'
import { CLOSE_MIN, EARLY_A_DAY, FINISHERS_A_DAY, QUALITIES_A_DAY, WARM_UP_MIN } from './practice'
import { type Programme } from './programme'
import { standTogether } from './rulesOfSession'

/** What one session holds. */
export function sessionRows(m: Programme, d: number): void {
  const [name, session] = [DAY_NAMES[d], must(m.session[d])]
  for (const g of m.groups(d)) {
    m.brings('one_per_quality', 'session', g, session)
    m.brings('extension', 'extension', g, m.any, 'Any work brings the extensors.')
  }
  onePerQuality(m, d)
  closes(m, d)
  m.atMost('blocks_day', `${name}: ${BLOCKS_A_DAY} exercises at the most.`, BLOCKS_A_DAY, m.day(d))
  for (const t of m.test(d)) {
    m.brings('tests', 'session', [t], session)
    m.brings('extension', 'extension', [t], m.any)
  }
  qualities(m, d)
  const at = (position: 'early' | 'finisher') =>
    m.day(d).filter((i) => m.of(i).e.position === position)
  m.atMost(
    'early_day',
    `${name}: two exercises for fresh hands at the most.`,
    EARLY_A_DAY,
    at('early'),
  )
  m.atMost('finisher_day', `${name}: one finisher at the most.`, FINISHERS_A_DAY, at('finisher'))
  minutes(m, d)
}

function onePerQuality(m: Programme, d: number): void {
  const says = `${DAY_NAMES[d]}: one exercise of a quality.`
  const one = (at: readonly number[]) => m.atMost('one_per_quality', says, 1, at)
  for (const own of groupBy(m.day(d), (i) => m.of(i).e.primary).values()) {
    const kinds = [...groupBy(own, (i) => m.of(i).e.id).values()]
    const apart = (a: readonly number[], b: readonly number[]) =>
      !standTogether(m.of(must(a[0])).e, m.of(must(b[0])).e)
    if (kinds.every((a, n) => kinds.every((b, k) => k <= n || apart(a, b)))) {
      one(own)
      continue
    }
    kinds.forEach((a, n) =>
      kinds.forEach((b, k) => {
        if (k > n && apart(a, b)) one([...a, ...b])
      }),
    )
  }
}

function closes(m: Programme, d: number): void {
  if (!canExtend(null, m.p.frame, d, m.c)) return
  const closing = m.day(d).filter((i) => m.rated(i).extensor)
  for (const g of m.groups(d))
    if (!m.rated(must(g[0])).extensor)
      m.row({
        rule: 'closes',
        key: 'closes',
        says: `${DAY_NAMES[d]}: the session ends with the extensors.`,
        low: -Infinity,
        high: 0,
        at: [...g, ...closing],
        by: [...g.map(() => 1), ...closing.map(() => -1)],
      })
}

function qualities(m: Programme, d: number): void {
  const used = [...groupBy(m.day(d), (i) => m.of(i).e.primary).values()].flatMap((own) => {
    if (m.rated(must(own[0])).extensor) return []
    const v = m.col(0)
    for (const g of groupBy(own, (i) => m.of(i).e.id).values())
      m.row({
        rule: 'qualities_day',
        key: 'session',
        says: '',
        low: -Infinity,
        high: 0,
        at: [v, ...g],
        by: [-1, ...g.map(() => 1)],
      })
    return [v]
  })
  const says = `${DAY_NAMES[d]}: three qualities at the most.`
  m.atMost('qualities_day', says, QUALITIES_A_DAY, used)
}

function minutes(m: Programme, d: number): void {
  const [own, test, there] = [m.day(d), m.test(d), must(m.p.frame[d]).minutes]
  if (own.length + test.length > 0)
    m.row({
      rule: 'minutes',
      key: `minutes ${d}`,
      says: `${DAY_NAMES[d]}: ${there} min.`,
      low: -Infinity,
      high: there,
      at: [...own, must(m.session[d]), ...test],
      by: [
        ...own.map((i) => m.of(i).minutes),
        WARM_UP_MIN + CLOSE_MIN,
        ...test.map(() => must(m.terms.tests).minutes),
      ],
    })
}
