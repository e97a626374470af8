import * as yup from 'yup'
import { SYMPTOMS } from '@mano/core/catalogue/cautions'
import { RUNNABLE_PROTOCOLS, protocolById, type EntryUnit } from '@mano/core/catalogue/protocols'
import type { ImportProblem } from '@mano/core/testing/import'
import { checkTrialValue } from '@mano/core/testing/value'
import type { TestSession, Trial } from '@mano/core/testing/session'
import { HANDS, flag, id, line, number, oneOf, optionalLine, pain } from './common'

const instant = () => yup.string().strict().nullable().defined().test('instant', 'the device time is not an instant', (v) => v === null || v === undefined || !Number.isNaN(Date.parse(v)))
const ENTRY_UNITS: readonly EntryUnit[] = ['kg', 'lb', 'N', 's', 'N m', 'count']

export const sessionBody = yup.object({
  id: id(),
  protocolId: oneOf(RUNNABLE_PROTOCOLS, 'the protocol'),
  unitId: id(),
  measurementId: id(),
  variant: yup.object().required('the set-up is missing').test('variant', 'the set-up is not one of the choices', (v, c) => {
    const protocol = protocolById((c.parent as { protocolId: string }).protocolId)
    const given = v as Record<string, unknown>
    if (!protocol) return true
    const names = [...protocol.variants, ...protocol.numbers].map((x) => x.id)
    return Object.keys(given).every((k) => names.includes(k))
      && protocol.variants.every((x) => x.options.some((o) => o.id === given[x.id]))
      && protocol.numbers.every((n) => { const t = given[n.id]; return typeof t === 'string' && /^-?\d+(\.\d+)?$/.test(t) && Number(t) >= n.limits[0] && Number(t) <= n.limits[1] })
  }),
  conditions: yup.object({ warm: flag(), rested: flag(), skinGood: flag(), well: flag(), familiar: flag() }).exact('a condition is not known'),
  overrideReason: optionalLine(400),
  note: optionalLine(1000),
  /** What the coach expects of the better hand: where a ramp starts from. */
  expectedKg: yup.number().strict().typeError('the expected best is not a number').min(1, 'the expected best is 1 to 300 kg').max(300, 'the expected best is 1 to 300 kg').nullable().default(null),
  deviceAt: instant(),
}).exact('a field is not known')
export type SessionBody = Omit<yup.InferType<typeof sessionBody>, 'variant'> & { variant: Record<string, string> }

export const trialBody = yup.object({
  id: id(),
  hand: oneOf(HANDS, 'the hand'),
  ordinal: number('the number of the trial').integer('the number of the trial is whole').min(1).max(50),
  enteredValue: number('the result'),
  enteredUnit: oneOf(ENTRY_UNITS, 'the unit'),
  pain: pain(),
  /** A lift that was not clean. */
  missed: yup.boolean().strict().default(false),
  deviceAt: instant(),
}).exact('a field is not known')
export type TrialBody = yup.InferType<typeof trialBody>

export const correctionBody = yup.object({ id: id(), enteredValue: number('the result'), enteredUnit: oneOf(ENTRY_UNITS, 'the unit'), reason: line(400, 'the reason') }).exact('a field is not known')
export const markBody = yup.object({ id: id(), struck: flag(), reason: optionalLine(400) }).test('reason', 'a strike needs a reason', (v) => !v.struck || v.reason.trim() !== '').exact('a field is not known')
export const observationBody = yup.object({
  id: id(),
  hand: oneOf(HANDS, 'the hand'),
  pain: pain(),
  symptom: yup.string().strict().nullable().oneOf([...SYMPTOMS.map((s) => s.id), null], 'the symptom is not known').defined(),
  note: optionalLine(400),
}).test('something', 'say the pain or the symptom', (v) => v.pain !== null || v.symptom !== null).exact('a field is not known')
export type ObservationBody = yup.InferType<typeof observationBody>

export const importBody = yup.object({ id: id(), fileName: line(120, 'the file name'), text: yup.string().strict().required('the file is empty').max(2_000_000, 'the file is over 2 MB'), dryRun: flag() }).exact('a field is not known')

/** Value checked against the protocol, as on the screen. */
export const trialProblem = (protocolId: string, entered: number, unit: EntryUnit): string | null => {
  const protocol = protocolById(protocolId)
  if (!protocol) return 'the protocol is not known'
  const v = checkTrialValue(entered, unit, protocol)
  return v.ok ? null : v.message
}

export interface SessionView extends TestSession {
  trials: Trial[]
  observations: { id: string; hand: (typeof HANDS)[number]; pain: number | null; symptom: string | null }[]
  /** Empty where they are not on record (imports). */
  conditions: { warm?: boolean; rested?: boolean; skinGood?: boolean; well?: boolean; familiar?: boolean }
  overrideReason: string
  note: string
  source: 'typed' | 'import' | 'demo'
  testedBy: string
  unitLabel: string
  sizeMm: number | null
  unitKind: string
}

export interface ImportReply {
  ok: boolean
  problems: ImportProblem[]
  lines: number
  trials: number
  sessions: { athlete: string; on: string; protocolId: string; trials: number }[]
  importId: string | null
}
export interface ImportView { id: string; fileName: string; trials: number; recordedAt: string; by: string; undone: boolean }
