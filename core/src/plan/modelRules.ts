import { TISSUES, type TissueId } from '../catalogue/tissues'
import { DAY_NAMES } from '../intake/week'
import { groupBy } from '../units/group'
import { must } from '../units/must'
import { hardBeforeDays } from './candidates'
import { extensionDays, hardDayLimit, loadCap, restsBefore, sportStress, tooNear } from './limits'
import { taperHardOn } from './taper'
import { SAME_BLOCK_A_WEEK, SPORT_HARD_DAYS, TAPER_HARD, TISSUE_BUDGET } from './practice'
import { DAYS, type Programme } from './programme'
import { taperHardBefore } from './rulesOfWeek'

// The rules of a week as rows, each group under the name of its rules in `rules.ts`.

/** What a caution, the kit or a ban leaves out. */
export function forbidden(m: Programme): void {
  for (const i of m.all)
    for (const f of m.of(i).forbidden) {
      const { e, block } = m.of(i)
      m.row({
        rule: f.rule,
        key: `${f.rule} ${e.id} ${block.day}`,
        says: f.says,
        low: -Infinity,
        high: 0,
        at: [i],
      })
    }
}

/** What a tissue takes in a day and a week, and its hard days. */
export function tissueRows(m: Programme, id: TissueId): void {
  const own = m.all.filter((i) => m.of(i).stress[id])
  const sport = DAYS.map((d) => sportStress(m.p.frame, d, id, m.terms.settings))
  const stress = (at: readonly number[]) => at.map((i) => must(m.of(i).stress[id]))
  for (const d of DAYS) {
    const at = own.filter((i) => m.of(i).block.day === d)
    const left = Math.max(0, TISSUE_BUDGET[id].day - must(sport[d]))
    m.atMost('tissue_day', `${DAY_NAMES[d]}: the budget of a tissue.`, left, at, stress(at))
  }
  const left = Math.max(0, TISSUE_BUDGET[id].week - sport.reduce((a, b) => a + b, 0))
  m.atMost('tissue_week', 'The budget of a tissue for the week.', left, own, stress(own))
  hardDays(m, id)
}
export const tissues = (m: Programme): void => TISSUES.forEach(({ id }) => tissueRows(m, id))

function hardDays(m: Programme, id: TissueId): void {
  const { frame } = m.p
  const fingers = id === 'finger_flexors'
  const sport = fingers ? DAYS.filter((d) => must(frame[d]).sportLoad === 3) : []
  if (sport.length >= SPORT_HARD_DAYS) return
  const before = hardBeforeDays(m.p, id)
  const on = DAYS.map((d) => {
    const own = m.groupsOf(d, (i) => m.of(i).hard.includes(id))
    if (fingers && m.test(d).length > 0) own.push(m.test(d))
    if (own.length === 0) return -1
    const h = m.col(0)
    for (const g of own) m.brings('hard', 'hard', g, h)
    if ([...sport.filter((x) => x !== d), ...before].some((x) => tooNear(frame, x, d)))
      m.atMost('gap_48h', `${DAY_NAMES[d]}: within 48 h of another hard day.`, 0, [h])
    return h
  })
  for (const d of DAYS)
    for (let x = d + 1; x < 7; x++) {
      const both = [must(on[d]), must(on[x])]
      if (both.every((h) => h >= 0) && tooNear(frame, d, x))
        m.atMost('gap_48h', '48 hours between hard days of a tissue.', 1, both)
    }
  const most = hardDayLimit(m.terms.settings)
  m.atMost(
    'two_hard_days',
    'Hard days of a tissue a week.',
    most,
    on.filter((h) => h >= 0),
  )
}

/** A day can rest the hands where nothing but light work stands on it. */
export function restRows(m: Programme): void {
  const can = DAYS.filter((d) => must(m.p.frame[d]).sportLoad <= 1)
  if (can.length === 0) return
  const rests = can.map((d) => {
    const r = m.col(0)
    const test = m.test(d)
    for (const g of [...loading(m, d), ...(test.length > 0 ? [test] : [])])
      m.row({ rule: 'rest_day', key: 'rest', says: '', low: -Infinity, high: 1, at: [...g, r] })
    return r
  })
  m.row({
    rule: 'rest_day',
    key: 'rest_day',
    says: 'One hand-rest day.',
    low: 1,
    high: Infinity,
    at: rests,
  })
}
const loading = (m: Programme, d: number): number[][] => m.groupsOf(d, (i) => !m.of(i).restful)

/** Tests have one day, and it comes after a day of rest. */
export function testRows(m: Programme): void {
  const { tests, restedBefore } = m.terms
  if (!tests) return
  m.row({
    rule: 'tests',
    key: 'tests',
    says: `Tests of ${tests.minutes} min.`,
    low: 1,
    high: 1,
    at: m.model.testDay.filter((t) => t >= 0),
  })
  for (const d of DAYS)
    for (const t of m.test(d))
      if (d === 0 ? !restedBefore : !restsBefore(must(m.p.frame[d - 1])))
        m.atMost('test_rest', `${DAY_NAMES[d]}: tests after a day that loads the hands.`, 0, [t])
      else if (d > 0)
        for (const g of loading(m, d - 1))
          m.atMost('test_rest', 'Tests only after a hand-rest day.', 1, [...g, t])
}

/** What the week as a whole holds. */
export function weekRows(m: Programme): void {
  for (const q of ['wrist_ext', 'finger_ext'] as const) {
    const need = extensionDays(q, m.p.frame, m.c)
    const own = m.all.filter((i) => m.of(i).e.primary === q)
    if (need > 0)
      m.row({
        rule: `${q}_twice`,
        key: `${q}_twice`,
        says: `${q === 'wrist_ext' ? 'Wrist' : 'Finger'} extension on ${need} days.`,
        low: 0,
        high: Infinity,
        at: [...own, m.any],
        by: [...own.map(() => 1), -need],
      })
  }
  const worked = m.all.filter((i) => m.of(i).e.aim !== 'balance')
  for (const own of groupBy(worked, (i) => m.of(i).e.id).values()) {
    const says = `${m.of(must(own[0])).e.name}: twice a week at the most.`
    m.atMost('same_block', says, SAME_BLOCK_A_WEEK, own)
  }
  growth(m)
  taper(m)
  pins(m)
}

function growth(m: Programme): void {
  const cap = loadCap(m.p.weekStart, m.c)
  const own = m.all.filter((i) => m.of(i).load > 0)
  if (cap)
    m.atMost(
      'growth',
      `Hand load at most ${cap.most.toFixed(1)}: ${cap.says}.`,
      cap.most + 1e-9,
      own,
      own.map((i) => m.of(i).load),
    )
}

function taper(m: Programme): void {
  const keeps = DAYS.filter((d) => taperHardOn(m.p.weekStart, d, m.terms)).flatMap((d) => {
    const own = m.groupsOf(d, (i) => m.of(i).e.level === 'hard')
    if (own.length === 0) return []
    const h = m.col(0)
    for (const g of own) m.brings('taper_hard', 'taper', g, h)
    return [h]
  })
  const left = Math.max(0, TAPER_HARD.days - taperHardBefore(m.p.weekStart, m.c))
  m.atMost('taper_hard', 'One hard day before an event.', left, keeps)
}

function pins(m: Programme): void {
  for (const pin of m.terms.pins) {
    const own = m
      .day(pin.day)
      .filter(
        (i) =>
          m.of(i).e.id === pin.exerciseId && (pin.sets === null || m.of(i).block.sets === pin.sets),
      )
    const name = own.length > 0 ? m.of(must(own[0])).e.name : pin.exerciseId
    m.row({
      rule: 'pin',
      key: `pin ${pin.exerciseId} ${pin.day}`,
      says: `${DAY_NAMES[pin.day]}: ${name} pinned.`,
      low: 1,
      high: Infinity,
      at: own,
    })
  }
}
