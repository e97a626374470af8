import type { AnyObjectSchema } from 'yup'
import type { Right } from '@mano/contract/roles'
import {
  entryBody,
  entryLinkBody,
  hallBody,
  leftBody,
  roleBody,
  ownPasswordBody,
  passwordBody,
  personBody,
  setupBody,
  unitsBody,
  signInBody,
} from '@mano/contract/accounts'
import {
  archiveBody,
  eraseBody,
  athleteBody,
  injuryBody,
  measurementBody,
  profileBody,
  strikeBody,
} from '@mano/contract/athletes'
import { demandBody, ownSportBody } from '@mano/contract/demands'
import { codeBody, codesBody, pinBody, tabletBody, tabletEnterBody } from '@mano/contract/keys'
import { driveBody } from '@mano/contract/instruments'
import { eventBody, outcomeBody, weekBody, wrapBody } from '@mano/contract/intake'
import {
  checkBody,
  closeBody,
  placeBody,
  priceBody,
  remeasureBody,
  unitBody,
  unitChangeBody,
} from '@mano/contract/kit'
import {
  draftBody,
  endBody,
  gapChoiceBody,
  linkBody,
  logBody,
  planBody,
  standardBody,
  templateBody,
} from '@mano/contract/plan'
import { tierBody, wishBody } from '@mano/contract/exercises'
import { referenceBody } from '@mano/contract/reference'
import { conclusionBody, goalBody, reportBody } from '@mano/contract/review'
import {
  alarmAnswerBody,
  clearanceBody,
  experienceBody,
  flagsBody,
  healthBody,
  laterBody,
  reasonBody,
} from '@mano/contract/safety'
import { takenBackBody } from '@mano/contract/takenBack'
import { dayEventBody, dayGatesBody, dayReasonBody, testDayBody } from '@mano/contract/testday'
import {
  attachmentBody,
  batteryBody,
  correctionBody,
  importBody,
  markBody,
  observationBody,
  sessionBody,
  sessionChangeBody,
  trialBody,
} from '@mano/contract/tests'
import { keepBody, overBody } from '@mano/contract/retention'
import {
  keepQuery,
  periodQuery,
  rosterQuery,
  squadQuery,
  tableQuery,
  weekQuery,
} from '@mano/contract/queries'
import { PICTURE_MOST_BYTES } from '@mano/core/formats/image'

const MB = 1024 * 1024

/** Bytes of a body, where its route says nothing else. */
export const BODY_MOST = 256 * 1024

/**
 * A schema by what it gives alone: compared with the whole of yup's class, method by method, the
 * table of routes takes the compiler minutes.
 */
interface Gives {
  readonly __outputType: object
}

/**
 * One route: who may call it, and what it reads. `body`, `query`: their schemas. `most`: bytes of
 * its body. `raw`: the body is no JSON:
 * a picture, or a stream that the handler reads.
 */
interface Row {
  /** What its caller must have the right to. */
  right: 'anyone' | Right
  body?: Gives
  query?: Gives
  most?: number
  raw?: 'picture' | 'stream'
}

/**
 * Every route. One that is not here cannot be mounted, and a test fails for a row without a route.
 * Assistants test and look; changing who is on the roster, injuries, imports and people is the
 * coach's.
 */
export const ROUTES = {
  'GET /api/installation': { right: 'anyone' },
  'POST /api/installation': { right: 'anyone', body: setupBody },
  'POST /api/installation/file': { right: 'anyone', raw: 'stream' },
  'POST /api/session': { right: 'anyone', body: signInBody },
  'DELETE /api/session': { right: 'look' },
  'GET /api/me': { right: 'look' },
  'PUT /api/me/password': { right: 'look', body: ownPasswordBody },
  'PUT /api/me/units': { right: 'look', body: unitsBody },
  'GET /api/me/sessions': { right: 'look' },
  'DELETE /api/me/sessions': { right: 'look' },
  'GET /api/people': { right: 'coach' },
  'POST /api/people': { right: 'own', body: personBody },
  'POST /api/people/:personId/password': { right: 'own', body: passwordBody },
  'PUT /api/people/:personId/left': { right: 'own', body: leftBody },
  'PUT /api/people/:personId/role': { right: 'own', body: roleBody },
  'GET /api/me/keys': { right: 'look' },
  'PUT /api/me/pin': { right: 'test', body: pinBody },
  'POST /api/me/codes': { right: 'look', body: codesBody },
  'PUT /api/me/codes': { right: 'look', body: codeBody },
  'POST /api/me/codes/end': { right: 'look', body: codesBody },
  // A browser that is the hall's: these four go by its own session, whoever is at it.
  'POST /api/tablet': { right: 'coach', body: tabletBody },
  'GET /api/tablet': { right: 'anyone' },
  'POST /api/tablet/enter': { right: 'anyone', body: tabletEnterBody },
  'POST /api/tablet/lock': { right: 'anyone' },
  'POST /api/tablet/end': { right: 'anyone' },
  'GET /api/entry': { right: 'anyone' },
  'POST /api/entry': { right: 'anyone', body: entryBody },
  'GET /api/entry-links': { right: 'own' },
  'POST /api/entry-links': { right: 'own', body: entryLinkBody },
  'POST /api/entry-links/:linkId/revoke': { right: 'own' },
  'GET /api/athletes': { right: 'look', query: rosterQuery },
  'GET /api/athletes/names': { right: 'look' },
  'POST /api/athletes': { right: 'coach', body: athleteBody },
  'GET /api/athletes/:athleteId': { right: 'look' },
  'PUT /api/athletes/:athleteId': { right: 'coach', body: profileBody },
  'GET /api/archive': { right: 'coach' },
  'PUT /api/athletes/:athleteId/archive': { right: 'coach', body: archiveBody },
  'DELETE /api/athletes/:athleteId': { right: 'coach' },
  'POST /api/athletes/:athleteId/erase': { right: 'coach', body: eraseBody },
  'GET /api/athletes/:athleteId/record': { right: 'coach' },
  'GET /api/athletes/:athleteId/seen': { right: 'own' },
  'GET /api/health-trail': { right: 'own' },
  'GET /api/retention': { right: 'own', query: keepQuery },
  'PUT /api/retention': { right: 'own', body: keepBody },
  'POST /api/retention/erase': { right: 'own', body: overBody },
  'POST /api/measurements/:measurementId/strike': { right: 'test', body: strikeBody },
  'POST /api/injuries/:injuryId/strike': { right: 'coach', body: strikeBody },
  'POST /api/athletes/:athleteId/demands': { right: 'coach', body: demandBody },
  'POST /api/athletes/:athleteId/events': { right: 'coach', body: eventBody },
  'POST /api/athletes/:athleteId/weeks': { right: 'coach', body: weekBody },
  'POST /api/athletes/:athleteId/outcomes': { right: 'test', body: outcomeBody },
  'POST /api/athletes/:athleteId/wraps': { right: 'test', body: wrapBody },
  'GET /api/sports': { right: 'look' },
  'POST /api/sports': { right: 'coach', body: ownSportBody },
  'POST /api/athletes/:athleteId/measurements': { right: 'test', body: measurementBody },
  'POST /api/athletes/:athleteId/injuries': { right: 'coach', body: injuryBody },
  'POST /api/athletes/:athleteId/clearances': { right: 'coach', body: clearanceBody },
  'POST /api/athletes/:athleteId/health': { right: 'coach', body: healthBody },
  'POST /api/athletes/:athleteId/health-later': { right: 'test', body: laterBody },
  'POST /api/athletes/:athleteId/experience': { right: 'coach', body: experienceBody },
  'POST /api/athletes/:athleteId/reasons': { right: 'coach', body: reasonBody },
  'POST /api/athletes/:athleteId/ends': { right: 'test', body: endBody },
  'POST /api/athletes/:athleteId/flags': { right: 'test', body: flagsBody },
  'POST /api/athletes/:athleteId/alarms/:alarmId/answer': { right: 'coach', body: alarmAnswerBody },
  'GET /api/athletes/:athleteId/tests': { right: 'look' },
  'POST /api/athletes/:athleteId/tests': { right: 'test', body: sessionBody },
  'GET /api/athletes/:athleteId/trials.csv': { right: 'look' },
  'POST /api/tests/:sessionId/trials': { right: 'test', body: trialBody, most: 2 * MB },
  'POST /api/tests/:sessionId/observations': { right: 'test', body: observationBody },
  'POST /api/tests/:sessionId/attachments': { right: 'test', body: attachmentBody },
  'PUT /api/tests/:sessionId/pictures/:attachmentId': {
    right: 'test',
    raw: 'picture',
    most: PICTURE_MOST_BYTES,
  },
  'GET /api/attachments/:attachmentId': { right: 'look' },
  'DELETE /api/attachments/:attachmentId': { right: 'test' },
  'GET /api/traces/:trialId': { right: 'look' },
  'GET /api/instruments': { right: 'look' },
  'GET /api/instruments/:instrumentId/lines': { right: 'look' },
  'POST /api/instruments/:instrumentId/tare': { right: 'test' },
  'POST /api/instruments/:instrumentId/drive': { right: 'test', body: driveBody },
  'GET /api/live': { right: 'look' },
  'GET /api/batteries': { right: 'look' },
  'POST /api/batteries': { right: 'coach', body: batteryBody },
  'POST /api/tests/:sessionId/changes': { right: 'test', body: sessionChangeBody },
  'POST /api/trials/:trialId/corrections': { right: 'test', body: correctionBody },
  'POST /api/trials/:trialId/marks': { right: 'test', body: markBody },
  'GET /api/athletes/:athleteId/gaps': { right: 'look' },
  'POST /api/athletes/:athleteId/gap-choices': { right: 'coach', body: gapChoiceBody },
  'PUT /api/hall': { right: 'coach', body: hallBody },
  'GET /api/exercise-tiers': { right: 'look' },
  'POST /api/exercise-tiers': { right: 'coach', body: tierBody },
  'GET /api/exercise-wishes': { right: 'look' },
  'POST /api/exercise-wishes': { right: 'coach', body: wishBody },
  'GET /api/standards': { right: 'look' },
  'POST /api/standards': { right: 'coach', body: standardBody },
  'GET /api/athletes/:athleteId/plan': { right: 'look' },
  'GET /api/athletes/:athleteId/plans': { right: 'look', query: weekQuery },
  'GET /api/athletes/:athleteId/calendar': { right: 'look' },
  'GET /api/athletes/:athleteId/links': { right: 'coach' },
  'POST /api/athletes/:athleteId/links': { right: 'coach', body: linkBody },
  'POST /api/athletes/:athleteId/links/:linkId/revoke': { right: 'coach' },
  // These three go by the athlete's own link, and each looks at it.
  'GET /api/link': { right: 'anyone' },
  'POST /api/link/logs': { right: 'anyone', body: logBody },
  'POST /api/link/observations': { right: 'anyone', body: observationBody },
  'GET /api/test-days': { right: 'look' },
  'POST /api/test-days': { right: 'coach', body: testDayBody },
  'GET /api/test-days/:dayId': { right: 'look' },
  'POST /api/test-days/:dayId/events': { right: 'test', body: dayEventBody },
  'POST /api/test-days/gates': { right: 'test', body: dayGatesBody },
  'POST /api/test-days/:dayId/reasons': { right: 'coach', body: dayReasonBody },
  'GET /api/templates': { right: 'look' },
  'POST /api/templates': { right: 'coach', body: templateBody },
  'POST /api/athletes/:athleteId/draft': { right: 'coach', body: draftBody },
  'GET /api/athletes/:athleteId/problem': { right: 'coach', query: weekQuery },
  'POST /api/athletes/:athleteId/plans': { right: 'coach', body: planBody },
  'POST /api/athletes/:athleteId/logs': { right: 'test', body: logBody },
  'POST /api/athletes/:athleteId/observations': { right: 'test', body: observationBody },
  'GET /api/kit': { right: 'look' },
  'POST /api/kit': { right: 'coach', body: unitBody },
  'PUT /api/kit/:unitId': { right: 'coach', body: unitChangeBody },
  'POST /api/kit/:unitId/measurements': { right: 'coach', body: remeasureBody },
  'POST /api/kit/:unitId/checks': { right: 'test', body: checkBody },
  'GET /api/places': { right: 'look' },
  'POST /api/places': { right: 'coach', body: placeBody },
  'GET /api/places/:placeId/advice': { right: 'look' },
  'PUT /api/places/:placeId/closed': { right: 'coach', body: closeBody },
  'POST /api/prices': { right: 'coach', body: priceBody },
  'GET /api/reference': { right: 'look' },
  'POST /api/reference': { right: 'coach', body: referenceBody },
  'GET /api/athletes/:athleteId/review': { right: 'look', query: periodQuery },
  'GET /api/athletes/:athleteId/year': { right: 'look' },
  'GET /api/athletes/:athleteId/conclusion': { right: 'look' },
  'POST /api/athletes/:athleteId/conclusions': { right: 'coach', body: conclusionBody },
  'POST /api/athletes/:athleteId/goals': { right: 'coach', body: goalBody },
  'POST /api/athletes/:athleteId/reports': { right: 'look', body: reportBody },
  'GET /api/squad': { right: 'look', query: squadQuery },
  'GET /api/export/hall': { right: 'coach' },
  'GET /api/export/workbook': { right: 'coach' },
  'GET /api/export/table': { right: 'coach', query: tableQuery },
  'GET /api/jobs/:jobId': { right: 'look' },
  'POST /api/jobs/:jobId/stop': { right: 'look' },
  'GET /api/jobs/:jobId/file': { right: 'look' },
  'GET /api/imports/mappings': { right: 'look' },
  'GET /api/imports': { right: 'look' },
  'POST /api/imports': { right: 'coach', body: importBody, most: 12 * MB },
  'POST /api/imports/:importId/undo': { right: 'coach' },
  'POST /api/taken-back': { right: 'coach', body: takenBackBody },
} as const satisfies Record<string, Row>

export type RouteName = keyof typeof ROUTES
type Of<N extends RouteName, K extends 'body' | 'query'> =
  (typeof ROUTES)[N] extends Record<K, infer S extends Gives> ? S['__outputType'] : undefined
export type BodyOf<N extends RouteName> = Of<N, 'body'>
export type QueryOf<N extends RouteName> = Of<N, 'query'>

export interface Route extends Row {
  body?: AnyObjectSchema
  query?: AnyObjectSchema
}
const ROWS: ReadonlyMap<string, Row> = new Map(Object.entries(ROUTES))
/** A route as its reader needs it: what gives an object here is one of yup's schemas. */
export const routeOf = (name: string): Route | undefined => ROWS.get(name) as Route | undefined
