import * as yup from 'yup'
import { SYMPTOMS } from '@mano/core/catalogue/cautions'
import {
  PROTOCOLS,
  TEST_PROTOCOLS,
  type TryDetails,
  protocolById,
  protocolOf,
} from '@mano/core/catalogue/protocols'
import type { EntryUnit } from '@mano/core/units/units'
import type { Repeated, ImportProblem } from '@mano/core/testing/sheet'
import type { ResultColumn, SheetMapping } from '@mano/core/testing/mapping'
import { checkTrialValue } from '@mano/core/testing/value'
import { BATTERY_MOST, type BatteryItem } from '@mano/core/testing/battery'
import { type PackedTrace, unpackTrace } from '@mano/core/force/codec'
import { TRACE_LIMITS } from '@mano/core/force/trace'
import type { TestSession, Trial } from '@mano/core/testing/session'
import type { PainWhere } from '@mano/core/catalogue/person'
import type { TissueId } from '@mano/core/catalogue/tissues'
import { painWhere, places } from './safety'
import { isRecordDate } from '@mano/core/units/dates'
import {
  HANDS,
  flag,
  id,
  line,
  maybeInstant,
  maybeId,
  number,
  oneOf,
  optionalLine,
  pain,
  beside,
} from './common'
import type { Mm } from '@mano/core/units/quantity'
import { DATE_ORDERS } from '@mano/core/testing/mapping'

/** Units a test is entered in, of whichever protocol. */
export const ENTRY_UNIT_IDS: readonly EntryUnit[] = [
  ...new Set(TEST_PROTOCOLS.flatMap((p) => p.entryUnits)),
]

export const sessionBody = yup
  .object({
    id: id(),
    protocolId: oneOf(
      TEST_PROTOCOLS.map((p) => p.id),
      'the protocol',
    ),
    /** Another day than today, where results are entered afterwards. */
    on: yup
      .string()
      .strict()
      .optional()
      .test(
        'day',
        'the day is a date such as 2026-10-08',
        (v) => v === undefined || isRecordDate(v),
      ),
    unitId: id(),
    measurementId: id(),
    variant: yup
      .object()
      .required('the set-up is missing')
      .test('variant', 'the set-up is not one of the choices', (v, c) => {
        const protocol = protocolById(beside<{ protocolId: string }>(c).protocolId)
        const given = v as Record<string, unknown>
        if (!protocol) return true
        const names = [...protocol.variants, ...protocol.numbers].map((x) => x.id)
        return (
          Object.keys(given).every((k) => names.includes(k)) &&
          protocol.variants.every(
            (x) => given[x.id] === undefined || x.options.some((o) => o.id === given[x.id]),
          ) &&
          protocol.numbers.every((n) => {
            const t = given[n.id]
            const asked = !n.when || given[n.when.variant] === n.when.option
            return asked
              ? typeof t === 'string' &&
                  /^-?\d+(\.\d+)?$/.test(t) &&
                  Number(t) >= n.limits[0] &&
                  Number(t) <= n.limits[1]
              : t === undefined
          })
        )
      }),
    conditions: yup
      .object({ warm: flag(), rested: flag(), skinGood: flag(), well: flag(), familiar: flag() })
      .exact('a condition is not known'),
    overrideReason: optionalLine(400),
    note: optionalLine(1000),
    /** What the coach expects of the better hand: where a ramp starts from. */
    expectedKg: yup
      .number()
      .strict()
      .typeError('the expected best is not a number')
      .min(1, 'the expected best is 1 to 300 kg')
      .max(300, 'the expected best is 1 to 300 kg')
      .nullable()
      .default(null),
    deviceAt: maybeInstant('the device time'),
  })
  .exact('a field is not known')
export type SessionBody = Omit<yup.InferType<typeof sessionBody>, 'variant'> & {
  variant: Record<string, string>
}

/** A force record kept with a try: packed, with the instrument it came from. */
const traceBody = yup.object({
  instrument: line(80, 'the instrument'),
  rateHz: number('the rate').min(10).max(5000),
  startS: number('the start of the record'),
  gaps: yup
    .array()
    .of(
      yup
        .mixed<readonly [number, number]>()
        .test(
          'gap',
          'a gap is from and to',
          (v) => Array.isArray(v) && v.length === 2 && v.every((x) => Number.isFinite(x)),
        )
        .required(),
    )
    .max(500)
    .required('the gaps are missing'),
  data: yup
    .string()
    .strict()
    .required('the record is empty')
    .max(1_500_000, 'the record is too long')
    .test('packed', 'the record cannot be read', (v, c) => {
      const t = v === undefined ? null : unpackTrace({ ...beside<PackedTrace>(c), data: v })
      return t !== null && t.forceN.length <= TRACE_LIMITS.longestS * t.rateHz
    }),
})
export interface TraceBody extends PackedTrace {
  instrument: string
}
export interface TraceView extends TraceBody {
  trialId: string
}

export const trialBody = yup
  .object({
    id: id(),
    hand: oneOf(HANDS, 'the hand'),
    ordinal: number('the number of the trial')
      .integer('the number of the trial is whole')
      .min(1)
      .max(50, 'a hand has fifty trials in one test at the most: start another test'),
    enteredValue: number('the result'),
    enteredUnit: oneOf(ENTRY_UNIT_IDS, 'the unit'),
    pain: pain(),
    painWhere: painWhere(),
    /** A lift that was not clean. */
    missed: yup.boolean().strict().default(false),
    details: yup
      .mixed<TryDetails>()
      .test(
        'details',
        'the details are not named numbers, words or lists',
        (v) =>
          v === undefined ||
          (typeof v === 'object' && v !== null && !Array.isArray(v) && Object.keys(v).length <= 8),
      )
      .default({}),
    trace: traceBody.nullable().default(null),
    /** Kept and struck at once, with the reason: what the instrument saw is not lost. */
    struck: yup.string().strict().nullable().max(400).default(null),
    deviceAt: maybeInstant('the device time'),
  })
  .exact('a field is not known')
export type TrialBody = Omit<yup.InferType<typeof trialBody>, 'trace' | 'painWhere'> & {
  trace: TraceBody | null
  painWhere?: PainWhere | null
}

/** Conditions, practice, or the whole test struck or brought back, afterwards and with a reason. */
export const sessionChangeBody = yup
  .object({
    id: id(),
    conditions: yup
      .object({ warm: flag(), rested: flag(), skinGood: flag(), well: flag(), familiar: flag() })
      .exact('a field is not known')
      .default(undefined)
      .optional(),
    practice: yup.boolean().strict().optional(),
    struck: yup.boolean().strict().optional(),
    reason: line(400, 'the reason'),
  })
  .exact('a field is not known')
/** `hand`: the other hand it was, where the wrong one was up. */
export const correctionBody = yup
  .object({
    id: id(),
    hand: yup
      .string<(typeof HANDS)[number]>()
      .strict()
      .oneOf(HANDS, `the hand is one of ${HANDS.join(', ')}`)
      .optional(),
    enteredValue: number('the result'),
    enteredUnit: oneOf(ENTRY_UNIT_IDS, 'the unit'),
    reason: line(400, 'the reason'),
  })
  .exact('a field is not known')
export const markBody = yup
  .object({ id: id(), struck: flag(), reason: optionalLine(400) })
  .test('reason', 'a strike needs a reason', (v) => !v.struck || v.reason.trim() !== '')
  .exact('a field is not known')
export const observationBody = yup
  .object({
    id: id(),
    hand: oneOf(HANDS, 'the hand'),
    pain: pain(),
    symptom: yup
      .string()
      .strict()
      .nullable()
      .oneOf([...SYMPTOMS.map((s) => s.id), null], 'the symptom is not known')
      .defined(),
    places: places(),
    note: optionalLine(400),
  })
  .test('something', 'say the pain or the symptom', (v) => v.pain !== null || v.symptom !== null)
  .exact('a field is not known')
export type ObservationBody = Omit<yup.InferType<typeof observationBody>, 'places'> & {
  places?: TissueId[] | null
}

const isLink = (v: string) => {
  try {
    return ['http:', 'https:'].includes(new URL(v).protocol)
  } catch {
    return false
  }
}
export const attachmentBody = yup
  .object({
    id: id(),
    kind: oneOf(['note', 'link'] as const, 'the kind'),
    text: line(2000, 'the text'),
  })
  .test(
    'link',
    'a link begins with https:// or http://',
    (v) => v.kind !== 'link' || isLink(v.text),
  )
  .exact('a field is not known')

export const batteryBody = yup
  .object({
    id: id(),
    name: line(60, 'the name'),
    sportId: yup.string().strict().nullable().defined(),
    items: yup
      .array()
      .of(
        yup
          .object({
            protocolId: oneOf(
              PROTOCOLS.map((p) => p.id),
              'the test',
            ),
            variant: yup
              .object()
              .required('the set-up is missing')
              .test('variant', 'the set-up is not one of the choices', (v, c) => {
                const p = protocolById(beside<{ protocolId: string }>(c).protocolId)
                return (
                  !p ||
                  Object.entries(v as Record<string, unknown>).every(([k, x]) =>
                    p.variants.some((w) => w.id === k && w.options.some((o) => o.id === x)),
                  )
                )
              }),
          })
          .exact('a field is not known'),
      )
      .min(1, 'a battery has at least one test')
      .max(BATTERY_MOST, `at most ${BATTERY_MOST} tests of one battery`)
      .required('the tests are missing'),
    supersedesId: maybeId('what it takes the place of'),
    removed: flag(),
  })
  .exact('a field is not known')
export interface BatteryBody {
  id: string
  name: string
  sportId: string | null
  items: BatteryItem[]
  supersedesId: string | null
  removed: boolean
}
export interface BatteryView {
  id: string
  name: string
  sportId: string | null
  items: BatteryItem[]
}

const IMPORT_MOST_CHARACTERS = 10_000_000

const sheetMapping = yup
  .object({
    columns: yup.mixed<Record<string, string>>().required(),
    fixed: yup.mixed<Record<string, string>>().required(),
    names: yup.mixed<Record<string, string>>().required(),
    results: yup.mixed<ResultColumn[]>().required(),
    dateOrder: oneOf(DATE_ORDERS, 'the order of dates'),
    /** Absent: trials, as sheets were before sets could be read. */
    of: yup
      .string<'trials' | 'sets'>()
      .strict()
      .oneOf(['trials', 'sets'], 'what the sheet holds is not known')
      .optional(),
    exercises: yup.mixed<Record<string, string>>().optional(),
  })
  .test(
    'shape',
    'the mapping is not one',
    (
      m: {
        columns: object
        fixed: object
        names: object
        exercises?: object | undefined
        results: unknown
      } | null,
    ) =>
      m === null ||
      ([m.columns, m.fixed, m.names, m.exercises ?? {}].every(
        (r) => typeof r === 'object' && Object.values(r).every((v) => typeof v === 'string'),
      ) &&
        Array.isArray(m.results) &&
        (m.results as { column?: unknown }[]).every((r) => typeof r?.column === 'string')),
  )

const lineNumbers = () =>
  yup
    .array()
    .of(number('the line').integer('a line is a whole number').min(1, 'lines begin with 1'))
    .max(5000, 'over 5,000 lines are dealt with one by one')
    .default([])
/**
 * Single lines: left out, with the date written the other way, and wanted although they repeat
 * something.
 */
const linesBody = yup
  .object({ without: lineNumbers(), turned: lineNumbers(), wanted: lineNumbers() })
  .exact('a field is not known')
export interface ImportLines {
  without: number[]
  turned: number[]
  wanted: number[]
}

/** A file of trials, or a coach's own sheet with how it is read. */
export const importBody = yup
  .object({
    id: id(),
    fileName: line(120, 'the file name'),
    text: yup
      .string()
      .strict()
      .required('the file is empty')
      .max(IMPORT_MOST_CHARACTERS, 'the file is over 10 MB'),
    dryRun: flag(),
    mapping: sheetMapping.nullable().default(null),
    lines: linesBody.default({ without: [], turned: [], wanted: [] }),
  })
  .exact('a field is not known')

/** Value checked against the test as it was set up, as on the screen. */
export const trialProblem = (
  setup: { protocolId: string; variant: Readonly<Record<string, string>> },
  entered: number,
  unit: EntryUnit,
): string | null => {
  const protocol = protocolOf(setup)
  if (!protocol) return 'the protocol is not known'
  const v = checkTrialValue(entered, unit, protocol, setup.variant)
  return v.ok ? null : v.message
}

export interface SessionView extends TestSession {
  trials: Trial[]
  observations: {
    id: string
    hand: (typeof HANDS)[number]
    pain: number | null
    symptom: string | null
    places?: TissueId[] | null
  }[]
  /** What was changed of it afterwards. */
  changes: { id: string; reason: string; recordedAt: string }[]
  /** Tries that have a force record. */
  traces: { trialId: string; hand: (typeof HANDS)[number]; ordinal: number; instrument: string }[]
  /** Notes, pictures and links kept with the test. */
  attachments: { id: string; kind: 'note' | 'photo' | 'link'; text: string }[]
  /** Empty where they are not on record (imports). */
  conditions: {
    warm?: boolean
    rested?: boolean
    skinGood?: boolean
    well?: boolean
    familiar?: boolean
  }
  overrideReason: string
  note: string
  source: 'typed' | 'import' | 'demo'
  /** What is odd about when it came, in words. */
  clock: string | null
  testedBy: string
  unitLabel: string
  sizeMm: Mm | null
  unitKind: string
}

export interface ImportReply {
  ok: boolean
  /** What the file holds, and how many of them. */ of: 'trials' | 'sets'
  problems: ImportProblem[]
  lines: number
  trials: number
  /** Trials left out because they are on record. */
  already: number
  /**
   * Lines left out because they repeat something, the first of them; and those the coach left out.
   */
  repeated: Repeated[]
  without: number
  /** The first of them: a test, or an athlete's sets of an exercise on a day. */
  sessions: { athlete: string; on: string; what: string; trials: number }[]
  tests: number
  importId: string | null
}
export interface MappingView {
  headerKey: string
  mapping: SheetMapping
}
export interface ImportView {
  id: string
  fileName: string
  of: 'trials' | 'sets'
  trials: number
  recordedAt: string
  by: string
  undone: boolean
}
