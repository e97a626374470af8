import type { InferType, ObjectSchema } from 'yup'
import {
  type Role,
  entryBody,
  entryLinkBody,
  hallBody,
  leftBody,
  ownPasswordBody,
  passwordBody,
  personBody,
  setupBody,
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
import { periodQuery, rosterQuery, squadQuery, tableQuery, weekQuery } from '@mano/contract/queries'
import { PICTURE_MOST_BYTES } from '@mano/core/formats/image'

const STAFF: readonly Role[] = ['coach', 'assistant']
const COACH: readonly Role[] = ['coach']
const MB = 1024 * 1024

/** Bytes of a body, where its route says nothing else. */
export const BODY_MOST = 256 * 1024

/**
 * One route: who may call it, and what it reads. `body`, `query`: their schemas. `most`: bytes of
 * its body. `raw`: the body is no JSON:
 * a picture, or a stream that the handler reads.
 */
export interface Route {
  roles: 'anyone' | readonly Role[]
  body?: ObjectSchema<object>
  query?: ObjectSchema<object>
  most?: number
  raw?: 'picture' | 'stream'
}

/**
 * Every route. One that is not here cannot be mounted, and a test fails for a row without a route.
 * Assistants test and look; changing who is on the roster, injuries, imports and people is the
 * coach's.
 */
export const ROUTES = {
  'GET /api/installation': { roles: 'anyone' },
  'POST /api/installation': { roles: 'anyone', body: setupBody },
  'POST /api/installation/file': { roles: 'anyone', raw: 'stream' },
  'POST /api/session': { roles: 'anyone', body: signInBody },
  'DELETE /api/session': { roles: STAFF },
  'GET /api/me': { roles: STAFF },
  'PUT /api/me/password': { roles: STAFF, body: ownPasswordBody },
  'GET /api/me/sessions': { roles: STAFF },
  'DELETE /api/me/sessions': { roles: STAFF },
  'GET /api/people': { roles: COACH },
  'POST /api/people': { roles: COACH, body: personBody },
  'POST /api/people/:personId/password': { roles: COACH, body: passwordBody },
  'PUT /api/people/:personId/left': { roles: COACH, body: leftBody },
  'GET /api/entry': { roles: 'anyone' },
  'POST /api/entry': { roles: 'anyone', body: entryBody },
  'GET /api/entry-links': { roles: COACH },
  'POST /api/entry-links': { roles: COACH, body: entryLinkBody },
  'POST /api/entry-links/:linkId/revoke': { roles: COACH },
  'GET /api/athletes': { roles: STAFF, query: rosterQuery },
  'GET /api/athletes/names': { roles: STAFF },
  'POST /api/athletes': { roles: COACH, body: athleteBody },
  'GET /api/athletes/:athleteId': { roles: STAFF },
  'PUT /api/athletes/:athleteId': { roles: COACH, body: profileBody },
  'GET /api/archive': { roles: COACH },
  'PUT /api/athletes/:athleteId/archive': { roles: COACH, body: archiveBody },
  'DELETE /api/athletes/:athleteId': { roles: COACH },
  'POST /api/athletes/:athleteId/erase': { roles: COACH, body: eraseBody },
  'GET /api/athletes/:athleteId/record': { roles: COACH },
  'GET /api/athletes/:athleteId/seen': { roles: COACH },
  'POST /api/measurements/:measurementId/strike': { roles: STAFF, body: strikeBody },
  'POST /api/injuries/:injuryId/strike': { roles: COACH, body: strikeBody },
  'POST /api/athletes/:athleteId/demands': { roles: COACH, body: demandBody },
  'POST /api/athletes/:athleteId/events': { roles: COACH, body: eventBody },
  'POST /api/athletes/:athleteId/weeks': { roles: COACH, body: weekBody },
  'POST /api/athletes/:athleteId/outcomes': { roles: STAFF, body: outcomeBody },
  'POST /api/athletes/:athleteId/wraps': { roles: STAFF, body: wrapBody },
  'GET /api/sports': { roles: STAFF },
  'POST /api/sports': { roles: COACH, body: ownSportBody },
  'POST /api/athletes/:athleteId/measurements': { roles: STAFF, body: measurementBody },
  'POST /api/athletes/:athleteId/injuries': { roles: COACH, body: injuryBody },
  'POST /api/athletes/:athleteId/clearances': { roles: COACH, body: clearanceBody },
  'POST /api/athletes/:athleteId/health': { roles: COACH, body: healthBody },
  'POST /api/athletes/:athleteId/health-later': { roles: STAFF, body: laterBody },
  'POST /api/athletes/:athleteId/experience': { roles: COACH, body: experienceBody },
  'POST /api/athletes/:athleteId/reasons': { roles: COACH, body: reasonBody },
  'POST /api/athletes/:athleteId/ends': { roles: STAFF, body: endBody },
  'POST /api/athletes/:athleteId/flags': { roles: STAFF, body: flagsBody },
  'POST /api/athletes/:athleteId/alarms/:alarmId/answer': { roles: COACH, body: alarmAnswerBody },
  'GET /api/athletes/:athleteId/tests': { roles: STAFF },
  'POST /api/athletes/:athleteId/tests': { roles: STAFF, body: sessionBody },
  'GET /api/athletes/:athleteId/trials.csv': { roles: STAFF },
  'POST /api/tests/:sessionId/trials': { roles: STAFF, body: trialBody, most: 2 * MB },
  'POST /api/tests/:sessionId/observations': { roles: STAFF, body: observationBody },
  'POST /api/tests/:sessionId/attachments': { roles: STAFF, body: attachmentBody },
  'PUT /api/tests/:sessionId/pictures/:attachmentId': {
    roles: STAFF,
    raw: 'picture',
    most: PICTURE_MOST_BYTES,
  },
  'GET /api/attachments/:attachmentId': { roles: STAFF },
  'DELETE /api/attachments/:attachmentId': { roles: STAFF },
  'GET /api/traces/:trialId': { roles: STAFF },
  'GET /api/instruments': { roles: STAFF },
  'GET /api/instruments/:instrumentId/lines': { roles: STAFF },
  'POST /api/instruments/:instrumentId/tare': { roles: STAFF },
  'POST /api/instruments/:instrumentId/drive': { roles: STAFF, body: driveBody },
  'GET /api/live': { roles: STAFF },
  'GET /api/batteries': { roles: STAFF },
  'POST /api/batteries': { roles: COACH, body: batteryBody },
  'POST /api/tests/:sessionId/changes': { roles: STAFF, body: sessionChangeBody },
  'POST /api/trials/:trialId/corrections': { roles: STAFF, body: correctionBody },
  'POST /api/trials/:trialId/marks': { roles: STAFF, body: markBody },
  'GET /api/athletes/:athleteId/gaps': { roles: STAFF },
  'POST /api/athletes/:athleteId/gap-choices': { roles: COACH, body: gapChoiceBody },
  'PUT /api/hall': { roles: COACH, body: hallBody },
  'GET /api/exercise-tiers': { roles: STAFF },
  'POST /api/exercise-tiers': { roles: COACH, body: tierBody },
  'POST /api/exercise-wishes': { roles: COACH, body: wishBody },
  'GET /api/standards': { roles: STAFF },
  'POST /api/standards': { roles: COACH, body: standardBody },
  'GET /api/athletes/:athleteId/plan': { roles: STAFF },
  'GET /api/athletes/:athleteId/plans': { roles: STAFF, query: weekQuery },
  'GET /api/athletes/:athleteId/calendar': { roles: STAFF },
  'GET /api/athletes/:athleteId/links': { roles: COACH },
  'POST /api/athletes/:athleteId/links': { roles: COACH, body: linkBody },
  'POST /api/athletes/:athleteId/links/:linkId/revoke': { roles: COACH },
  // These three go by the athlete's own link, and each looks at it.
  'GET /api/link': { roles: 'anyone' },
  'POST /api/link/logs': { roles: 'anyone', body: logBody },
  'POST /api/link/observations': { roles: 'anyone', body: observationBody },
  'GET /api/test-days': { roles: STAFF },
  'POST /api/test-days': { roles: COACH, body: testDayBody },
  'GET /api/test-days/:dayId': { roles: STAFF },
  'POST /api/test-days/:dayId/events': { roles: STAFF, body: dayEventBody },
  'POST /api/test-days/gates': { roles: STAFF, body: dayGatesBody },
  'POST /api/test-days/:dayId/reasons': { roles: COACH, body: dayReasonBody },
  'GET /api/templates': { roles: STAFF },
  'POST /api/templates': { roles: COACH, body: templateBody },
  'POST /api/athletes/:athleteId/draft': { roles: COACH, body: draftBody },
  'GET /api/athletes/:athleteId/problem': { roles: COACH, query: weekQuery },
  'POST /api/athletes/:athleteId/plans': { roles: COACH, body: planBody },
  'POST /api/athletes/:athleteId/logs': { roles: STAFF, body: logBody },
  'POST /api/athletes/:athleteId/observations': { roles: STAFF, body: observationBody },
  'GET /api/kit': { roles: STAFF },
  'POST /api/kit': { roles: COACH, body: unitBody },
  'PUT /api/kit/:unitId': { roles: COACH, body: unitChangeBody },
  'POST /api/kit/:unitId/measurements': { roles: COACH, body: remeasureBody },
  'POST /api/kit/:unitId/checks': { roles: STAFF, body: checkBody },
  'GET /api/places': { roles: STAFF },
  'POST /api/places': { roles: COACH, body: placeBody },
  'GET /api/places/:placeId/advice': { roles: STAFF },
  'PUT /api/places/:placeId/closed': { roles: COACH, body: closeBody },
  'POST /api/prices': { roles: COACH, body: priceBody },
  'GET /api/reference': { roles: STAFF },
  'POST /api/reference': { roles: COACH, body: referenceBody },
  'GET /api/athletes/:athleteId/review': { roles: STAFF, query: periodQuery },
  'GET /api/athletes/:athleteId/year': { roles: STAFF },
  'GET /api/athletes/:athleteId/conclusion': { roles: STAFF },
  'POST /api/athletes/:athleteId/conclusions': { roles: COACH, body: conclusionBody },
  'POST /api/athletes/:athleteId/goals': { roles: COACH, body: goalBody },
  'POST /api/athletes/:athleteId/reports': { roles: STAFF, body: reportBody },
  'GET /api/squad': { roles: STAFF, query: squadQuery },
  'GET /api/export/hall': { roles: COACH },
  'GET /api/export/workbook': { roles: COACH },
  'GET /api/export/table': { roles: COACH, query: tableQuery },
  'GET /api/jobs/:jobId': { roles: STAFF },
  'POST /api/jobs/:jobId/stop': { roles: STAFF },
  'GET /api/jobs/:jobId/file': { roles: STAFF },
  'GET /api/imports/mappings': { roles: STAFF },
  'GET /api/imports': { roles: STAFF },
  'POST /api/imports': { roles: COACH, body: importBody, most: 12 * MB },
  'POST /api/imports/:importId/undo': { roles: COACH },
  'POST /api/taken-back': { roles: COACH, body: takenBackBody },
} as const satisfies Record<string, Route>

export type RouteName = keyof typeof ROUTES
type Of<N extends RouteName, K extends 'body' | 'query'> =
  (typeof ROUTES)[N] extends Record<K, infer S extends ObjectSchema<object>>
    ? InferType<S>
    : undefined
export type BodyOf<N extends RouteName> = Of<N, 'body'>
export type QueryOf<N extends RouteName> = Of<N, 'query'>
export const routeOf = (name: string): Route | undefined =>
  Object.entries(ROUTES).find(([n]) => n === name)?.[1]
