import type { Sex, Side } from '../catalogue/person'
import { isReadFor } from '../catalogue/protocols'
import {
  doddsCentile,
  mathiowetzBand,
  mathiowetzPercentile,
  type DoddsResult,
  type MathiowetzResult,
} from '../measure/norms'
import { mean } from '../measure/trials'
import { validValues, type TestSession } from '../testing/session'
import { nToKgf } from '../units/convert'
import { ageOn, type LocalDate } from '../units/dates'
import type { Kgf } from '../units/quantity'

export type NormsRefusal =
  | 'other-protocol'
  | 'other-position'
  | 'practice'
  | 'no-sex'
  | 'no-birth-date'
  | 'under-20'
  | 'too-few-trials'

export type SessionNorms =
  | { ok: false; reason: NormsRefusal }
  | {
      ok: true
      ageYears: number
      mathiowetz: Partial<Record<Side, MathiowetzResult & { meanKgf: Kgf }>>
      dodds: DoddsResult & { bestKgf: Kgf }
    }

/**
 * Published norms for one session, only where they fit: seated dynamometer at position 2, adults
 * from 20, sex given,
 * not practice. Mathiowetz 1985 takes the mean of the first three valid trials of a hand, Dodds
 * 2014 the best of
 * either hand; the two are never mixed.
 */
export function sessionNorms(
  session: TestSession,
  athlete: { sex: Sex | null; birthDate: LocalDate | null },
): SessionNorms {
  if (!isReadFor(session.protocolId, 'norms')) return { ok: false, reason: 'other-protocol' }
  if (session.variant['position'] !== '2') return { ok: false, reason: 'other-position' }
  if (session.practice) return { ok: false, reason: 'practice' }
  if (!athlete.sex) return { ok: false, reason: 'no-sex' }
  if (!athlete.birthDate) return { ok: false, reason: 'no-birth-date' }
  const ageYears = ageOn(athlete.birthDate, session.performedOn)
  const band = mathiowetzBand(ageYears)
  if (!band) return { ok: false, reason: 'under-20' }
  const sex = athlete.sex
  const left = validValues(session.trials, 'left').map(nToKgf)
  const right = validValues(session.trials, 'right').map(nToKgf)
  if (left.length + right.length === 0) return { ok: false, reason: 'too-few-trials' }
  const mathiowetz: Partial<Record<Side, MathiowetzResult & { meanKgf: Kgf }>> = {}
  for (const [hand, values] of [
    ['left', left],
    ['right', right],
  ] as const) {
    if (values.length < 3) continue
    const meanKgf = mean(values.slice(0, 3))
    mathiowetz[hand] = { ...mathiowetzPercentile(sex, hand, band, meanKgf), meanKgf }
  }
  const bestKgf = Math.max(...left, ...right)
  return {
    ok: true,
    ageYears,
    mathiowetz,
    dodds: { ...doddsCentile(sex, ageYears, bestKgf), bestKgf },
  }
}
