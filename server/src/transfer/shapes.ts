import * as yup from 'yup'
import { setupBody } from '@mano/contract/accounts'
import { profileBody } from '@mano/contract/athletes'
import { demandBody, ownSportBody } from '@mano/contract/demands'
import { eventBody, weekBody } from '@mano/contract/intake'
import { remeasureBody } from '@mano/contract/kit'
import { frameRow, logBody, planBody, templateBody } from '@mano/contract/plan'
import { conclusionBody } from '@mano/contract/review'
import { flagsBody, healthBody } from '@mano/contract/safety'
import { testDayBody } from '@mano/contract/testday'
import { batteryBody, observationBody, trialBody } from '@mano/contract/tests'
import { mustBePlain } from '../api/body'
import { HttpProblem } from '../faults/problem'

const of = (body: yup.AnyObjectSchema, path: string) => yup.reach(body, path) as yup.Schema
const record = (what: string, fits: (v: unknown) => boolean) =>
  yup
    .mixed()
    .test(
      'record',
      what,
      (v) =>
        typeof v === 'object' && v !== null && !Array.isArray(v) && Object.values(v).every(fits),
    )
const words = () => yup.array().of(yup.string().strict().required()).max(200)
const isNamed = (v: unknown): boolean => typeof v === 'object' && v !== null && !Array.isArray(v)
const named = yup.mixed().test('named', 'is not a set of named values', isNamed)

/**
 * What is inside the columns that are more than one value, as the forms that write them say it; and
 * the zone of the hall.
 */
const SHAPES: Readonly<Record<string, yup.Schema>> = {
  'hall.timeZone': of(setupBody, 'timeZone'),
  'athlete.guardian': of(profileBody, 'guardian'),
  'athlete_change.before': named,
  'hall_sport.rows': of(ownSportBody, 'rows'),
  'implement_measurement.plates': of(remeasureBody, 'plates'),
  'demand_version.sources': of(demandBody, 'sources'),
  'demand_version.edits': of(demandBody, 'edits'),
  'athlete_event.items': of(eventBody, 'items'),
  'training_week.days': of(weekBody, 'days'),
  'battery.items': of(batteryBody, 'items'),
  'import_mapping.mapping': named,
  'test_session.protocolParams': record('is not named numbers and words', (v) =>
    ['number', 'string'].includes(typeof v),
  ),
  'test_session.variant': record('is not named choices', (v) => typeof v === 'string'),
  'test_session.conditions': record('is not named answers', (v) => typeof v === 'boolean'),
  'trial.details': of(trialBody, 'details'),
  'trial.painWhere': of(trialBody, 'painWhere'),
  'trial_trace.gaps': of(trialBody, 'trace.gaps'),
  'observation.places': of(observationBody, 'places'),
  'health_answer.yes': of(healthBody, 'yes'),
  'gate_reason.keys': words(),
  'day_flag.flags': of(flagsBody, 'flags'),
  'alarm.keys': words(),
  'week_frame.days': of(frameRow, 'days'),
  'plan_template.weeks': of(templateBody, 'weeks'),
  'plan_version.frame': of(planBody, 'frame'),
  'plan_version.blocks': of(planBody, 'blocks'),
  'plan_version.terms': of(planBody, 'terms'),
  'plan_version.asked': yup.array().of(
    yup
      .object({
        exerciseId: yup.string().strict().required(),
        hand: yup.string().strict().required(),
        keys: words().required(),
      })
      .exact('a field is not known'),
  ),
  'set_log.details': of(logBody, 'details'),
  'set_log.painWhere': of(logBody, 'painWhere'),
  'conclusion.lines': of(conclusionBody, 'lines'),
  'test_day.setup': of(testDayBody, 'setup'),
  'test_day_event.body': named,
}

/** What is wrong inside a value of a column; null where nothing is. */
export function shapeProblem(table: string, column: string, v: unknown): string | null {
  const shape = SHAPES[`${table}.${column}`]
  if (!shape) return null
  try {
    mustBePlain(v)
    shape.validateSync(v, { strict: true })
    return null
  } catch (error) {
    if (error instanceof yup.ValidationError) return error.message
    if (error instanceof HttpProblem) return error.problem.errors?.[0]?.message ?? error.message
    throw error
  }
}
