import type { Role } from '@mano/contract/accounts'

const STAFF: readonly Role[] = ['coach', 'assistant']
const COACH: readonly Role[] = ['coach']

/**
 * Who may call what. A route that is not here cannot be mounted, and a test fails for a row without a route.
 * Assistants test and look; changing who is on the roster, injuries, imports and people is the coach's.
 */
export const ACCESS = {
  'GET /api/installation': 'anyone',
  'POST /api/installation': 'anyone',
  'POST /api/session': 'anyone',
  'DELETE /api/session': STAFF,
  'GET /api/me': STAFF,
  'GET /api/people': COACH,
  'POST /api/people': COACH,
  'GET /api/athletes': STAFF,
  'POST /api/athletes': COACH,
  'GET /api/athletes/:athleteId': STAFF,
  'PUT /api/athletes/:athleteId': COACH,
  'POST /api/athletes/:athleteId/demands': COACH,
  'POST /api/athletes/:athleteId/events': COACH,
  'POST /api/athletes/:athleteId/weeks': COACH,
  'POST /api/athletes/:athleteId/outcomes': STAFF,
  'POST /api/athletes/:athleteId/wraps': STAFF,
  'GET /api/sports': STAFF,
  'POST /api/sports': COACH,
  'POST /api/athletes/:athleteId/measurements': STAFF,
  'POST /api/athletes/:athleteId/injuries': COACH,
  'POST /api/athletes/:athleteId/clearances': COACH,
  'GET /api/athletes/:athleteId/tests': STAFF,
  'POST /api/athletes/:athleteId/tests': STAFF,
  'GET /api/athletes/:athleteId/trials.csv': STAFF,
  'POST /api/tests/:sessionId/trials': STAFF,
  'POST /api/tests/:sessionId/observations': STAFF,
  'POST /api/trials/:trialId/corrections': STAFF,
  'POST /api/trials/:trialId/marks': STAFF,
  'GET /api/athletes/:athleteId/gaps': STAFF,
  'POST /api/athletes/:athleteId/gap-choices': COACH,
  'PUT /api/hall': COACH,
  'GET /api/standards': STAFF,
  'POST /api/standards': COACH,
  'GET /api/athletes/:athleteId/plan': STAFF,
  'POST /api/athletes/:athleteId/frames': COACH,
  'POST /api/athletes/:athleteId/draft': COACH,
  'POST /api/athletes/:athleteId/plans': COACH,
  'POST /api/athletes/:athleteId/logs': STAFF,
  'POST /api/athletes/:athleteId/observations': STAFF,
  'GET /api/kit': STAFF,
  'POST /api/kit': COACH,
  'PUT /api/kit/:unitId': COACH,
  'POST /api/kit/:unitId/measurements': COACH,
  'POST /api/kit/:unitId/checks': STAFF,
  'GET /api/places': STAFF,
  'POST /api/places': COACH,
  'GET /api/places/:placeId/advice': STAFF,
  'POST /api/prices': COACH,
  'GET /api/imports': STAFF,
  'POST /api/imports': COACH,
  'POST /api/imports/:importId/undo': COACH,
} as const satisfies Record<string, 'anyone' | readonly Role[]>

export type RouteName = keyof typeof ACCESS
