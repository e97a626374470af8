import { v7 } from 'uuid'
import { QUALITY_IDS } from '@mano/core/catalogue/qualities'
import type { RouteName } from '../src/api/routes'
import { athlete } from './hall'

/** Rows a request may name; those of one hall. */
export interface Named {
  athleteId: string
  sessionId: string
  trialId: string
  injuryId: string
  importId: string
  unitId: string
  measurementId: string
  placeId: string
  attachmentId: string
  instrumentId: string
  linkId: string
  dayId: string
  jobId: string
  alarmId: string
  personId: string
  planId: string
  stationId: string
}

const ALL = { warm: true, rested: true, skinGood: true, well: true, familiar: false }
const FRAME = Array.from({ length: 7 }, () => ({
  minutes: 60,
  place: 'hall',
  sportLoad: 1,
  heavyPull: 'none',
  competition: false,
}))
const TERMS = { settings: {}, bans: [] }
const WEEK = '2026-11-30'
const DAY = { activities: [], gripMinutes: 30, gripAt: '18:00', place: 'hall' }
const PLACED = { orientation: null, surface: null }
const MEASURED = {
  size: 60,
  sizeUnit: 'mm',
  depthMm: null,
  handleMm: null,
  massKg: 2,
  plates: [{ kg: 5, count: 2 }],
  ratingKg: null,
  ratedBy: '',
  ratedOn: null,
}
const PARAMS = {
  att: 5,
  gapHands: 15,
  gapSame: 60,
  swap: 15,
  plate0: 20,
  perStep: 5,
  step: 2.5,
  walk: 15,
}
const LOG = (n: Named) => ({
  id: v7(),
  planVersionId: n.planId,
  blockId: null,
  exerciseId: 'wrist_curl',
  hand: 'left',
  set: 1,
  load: 10,
  loadUnit: 'kg',
  seconds: null,
  reps: 12,
  ended: 'done',
  effort: 6,
  pain: 0,
  painWhere: null,
  deviceAt: null,
  supersedesId: null,
  details: {},
  voided: false,
})
const OBSERVATION = () => ({
  id: v7(),
  hand: 'left',
  pain: 2,
  symptom: null,
  places: null,
  note: '',
})

/**
 * A body each route takes, made anew each time. A route with a body and none here fails the tests.
 */
export const SAMPLES: Partial<Record<RouteName, (n: Named) => object>> = {
  'POST /api/installation': () => ({
    hallId: v7(),
    accountId: v7(),
    hallName: 'Quayside Hall',
    timeZone: 'Europe/London',
    name: 'Ruth Amsel',
    login: 'ruthamsel',
    password: 'long enough to pass',
  }),
  'POST /api/session': () => ({ login: 'ruth', password: 'not the right one', code: '' }),
  'POST /api/people': () => ({
    id: v7(),
    name: 'Ola Reyes-Lund',
    login: `ola${v7().slice(-8)}`,
    password: 'long enough to pass',
  }),
  'POST /api/people/:personId/password': () => ({ password: 'long enough to pass' }),
  'PUT /api/people/:personId/left': () => ({ left: false }),
  'PUT /api/people/:personId/role': () => ({ role: 'owner' }),
  'PUT /api/me/units': () => ({ mass: 'lb', length: 'in' }),
  'PUT /api/me/pin': () => ({ password: 'not the right one', pin: '2749' }),
  'POST /api/me/codes': () => ({ password: 'not the right one' }),
  'PUT /api/me/codes': () => ({ code: '123456' }),
  'POST /api/me/codes/end': () => ({ password: 'not the right one' }),
  'POST /api/tablet': () => ({ password: 'not the right one' }),
  'POST /api/tablet/enter': (n) => ({ accountId: n.personId, pin: '2749' }),
  'PUT /api/retention': () => ({ version: 1, keepYears: 10 }),
  'POST /api/retention/erase': (n) => ({ athletes: [n.athleteId] }),
  'PUT /api/me/password': () => ({ old: 'long enough to pass', password: 'long enough to pass' }),
  'POST /api/athletes': () => athlete(),
  'PUT /api/athletes/:athleteId': () => {
    const { name, birthDate, sexForNorms, dominantHand, level, guardian, skin, note } = athlete()
    return { name, birthDate, sexForNorms, dominantHand, level, guardian, skin, note, version: 1 }
  },
  'POST /api/athletes/:athleteId/demands': () => ({
    id: v7(),
    sources: [{ id: 'boxer', weight: 1 }],
    edits: [{ quality: QUALITY_IDS[0], importance: 3 }],
    reason: '',
  }),
  'POST /api/athletes/:athleteId/events': () => ({
    id: v7(),
    name: 'Harbour cup',
    on: '2026-12-12',
    items: ['Carry'],
    note: '',
    supersedesId: null,
    removed: false,
  }),
  'POST /api/athletes/:athleteId/weeks': () => ({
    id: v7(),
    days: Array.from({ length: 7 }, () => DAY),
    handWork: 1,
    handWorkNote: '',
  }),
  'POST /api/athletes/:athleteId/outcomes': () => ({
    id: v7(),
    name: 'Throw',
    unit: 'm',
    better: 'higher',
    value: 12,
    on: '2026-11-01',
    supersedesId: null,
    removed: false,
  }),
  'POST /api/athletes/:athleteId/wraps': (n) => ({
    id: v7(),
    unitId: n.unitId,
    hand: 'left',
    enteredUnit: 'mm',
    enteredValue: 12,
  }),
  'POST /api/sports': () => ({
    id: v7(),
    name: `Own ${v7().slice(-8)}`,
    kind: 'sport',
    originId: 'boxer',
    objects: '',
    rows: [
      {
        quality: QUALITY_IDS[0],
        importance: 3,
        emphasis: { max: 1 },
        object: {
          words: 'bar',
          contact: 'bar',
          sizeMm: [28, 32],
          depthMm: null,
          orientation: null,
          surfaces: [],
          spin: null,
          hands: 'one',
          use: null,
          closing: 'still',
          holdS: null,
          arm: '',
          style: '',
        },
      },
    ],
  }),
  'POST /api/athletes/:athleteId/measurements': () => ({
    id: v7(),
    measure: 'body_mass',
    hand: 'both',
    enteredValue: 70,
    enteredUnit: 'kg',
    measuredOn: '2026-11-20',
    supersedesId: null,
  }),
  'POST /api/athletes/:athleteId/injuries': () => ({
    id: v7(),
    site: 'thumb',
    side: 'left',
    status: 'settled',
    since: '2026-01-01',
    note: '',
    advisedBy: '',
    supersedesId: null,
  }),
  'POST /api/athletes/:athleteId/clearances': () => ({
    id: v7(),
    observationId: null,
    injuryId: null,
    healthId: 'blood_pressure',
    pain: null,
    clearedBy: 'Clinic',
    profession: 'physician',
    clearedOn: '2026-11-20',
    allows: 'all',
    until: null,
    received: 'letter',
    note: '',
  }),
  'POST /api/athletes/:athleteId/health': () => ({ id: v7(), yes: [] }),
  'POST /api/athletes/:athleteId/health-later': () => ({ id: v7() }),
  'POST /api/athletes/:athleteId/experience': () => ({
    id: v7(),
    origin: 'diary',
    entries: [{ id: v7(), quality: QUALITY_IDS[0], family: null, weeks: 60 }],
  }),
  'POST /api/athletes/:athleteId/reasons': () => ({
    id: v7(),
    kind: 'test',
    of: 'dyno_seated',
    implementKind: null,
    addedKg: null,
    hand: 'left',
    reason: 'Agreed',
  }),
  'POST /api/athletes/:athleteId/flags': () => ({ id: v7(), flags: [] }),
  'POST /api/athletes/:athleteId/alarms/:alarmId/answer': () => ({
    id: v7(),
    done: 'Talked',
    told: 'Ruth',
  }),
  'POST /api/athletes/:athleteId/tests': (n) => ({
    id: v7(),
    protocolId: 'dyno_seated',
    unitId: n.unitId,
    measurementId: n.measurementId,
    variant: { position: '2' },
    conditions: ALL,
    overrideReason: '',
    note: '',
    expectedKg: null,
    deviceAt: null,
  }),
  'POST /api/tests/:sessionId/trials': () => ({
    id: v7(),
    hand: 'left',
    ordinal: 4,
    enteredValue: 40,
    enteredUnit: 'kg',
    pain: 0,
    painWhere: null,
    missed: false,
    details: {},
    trace: null,
    struck: null,
    deviceAt: null,
  }),
  'POST /api/tests/:sessionId/observations': OBSERVATION,
  'POST /api/tests/:sessionId/attachments': () => ({
    id: v7(),
    kind: 'note',
    text: 'Left thumb taped',
  }),
  'POST /api/instruments/:instrumentId/drive': () => ({
    does: 'squeeze',
    forceN: 300,
    seconds: 3,
    fault: 'clean',
  }),
  'POST /api/batteries': () => ({
    id: v7(),
    name: 'Usual',
    sportId: null,
    items: [{ protocolId: 'dyno_seated', variant: {} }],
    supersedesId: null,
    removed: false,
  }),
  'POST /api/athletes/:athleteId/ends': (n) => ({
    id: v7(),
    planVersionId: n.planId,
    deviceAt: null,
    reason: 'Has to leave',
    setsLeft: [{ blockId: v7(), sets: 2 }],
  }),
  'PUT /api/athletes/:athleteId/archive': () => ({ archived: false, reason: '' }),
  'PUT /api/places/:placeId/closed': () => ({ closed: false }),
  'POST /api/taken-back': (n) => ({
    id: v7(),
    kind: 'implement_measurement',
    rowId: n.measurementId,
  }),
  'POST /api/entry': () => ({ login: 'nobody', name: 'Nobody', password: 'a tide nine rope' }),
  'POST /api/entry-links': () => ({
    id: v7(),
    token: 'a'.repeat(43),
    role: 'assistant',
    name: '',
    accountId: null,
  }),
  'POST /api/athletes/:athleteId/erase': () => ({ name: 'Nobody by this name' }),
  'POST /api/measurements/:measurementId/strike': () => ({ id: v7(), reason: 'Typed twice' }),
  'POST /api/injuries/:injuryId/strike': () => ({ id: v7(), reason: 'Of another athlete' }),
  'POST /api/tests/:sessionId/changes': () => ({
    id: v7(),
    conditions: ALL,
    practice: true,
    struck: false,
    reason: 'Cold hands',
  }),
  'POST /api/trials/:trialId/corrections': () => ({
    id: v7(),
    enteredValue: 41,
    enteredUnit: 'kg',
    reason: 'Misread',
  }),
  'POST /api/trials/:trialId/marks': () => ({ id: v7(), struck: true, reason: 'Slipped' }),
  'POST /api/athletes/:athleteId/gap-choices': () => ({
    id: v7(),
    rowKey: 'close',
    kind: 'priority',
    value: 'raise',
    reason: 'Season',
  }),
  'PUT /api/hall': () => ({
    name: 'Quayside Hall',
    timeZone: 'Europe/London',
    staleDays: 42,
    monthFirst: true,
    weekStart: 0,
    version: 1,
  }),
  'POST /api/exercise-tiers': () => ({
    id: v7(),
    sportId: 'boxer',
    quality: 'wrist_ext',
    exerciseId: 'wrist_rev',
    tier: 'good',
  }),
  'POST /api/exercise-wishes': () => ({
    id: v7(),
    athleteId: null,
    exerciseId: 'wrist_rev',
    wish: 'favourite',
  }),
  'POST /api/standards': () => ({
    id: v7(),
    protocolId: 'dyno_seated',
    sportId: null,
    level: null,
    enteredValue: 50,
    enteredUnit: 'kg',
    perBodyMass: false,
  }),
  'POST /api/athletes/:athleteId/links': () => ({
    id: v7(),
    days: 7,
    token: Buffer.from(v7() + v7())
      .toString('base64url')
      .slice(0, 43),
  }),
  'POST /api/link/logs': LOG,
  'POST /api/link/observations': OBSERVATION,
  'POST /api/test-days': (n) => ({
    id: v7(),
    name: 'Autumn',
    heldOn: '2026-11-25',
    setup: {
      params: PARAMS,
      stations: [
        {
          id: n.stationId,
          name: 'One',
          protocolId: 'dyno_seated',
          unitId: n.unitId,
          measurementId: n.measurementId,
          variant: { position: '2' },
          by: '',
          plates: false,
        },
      ],
      athletes: [{ id: n.athleteId, name: 'Rui Castellane' }],
      perHand: 3,
      firstKg: {},
      stepKg: 0,
      closed: [],
    },
  }),
  'POST /api/test-days/:dayId/events': (n) => ({
    id: v7(),
    at: 10,
    kind: 'done',
    body: {
      athlete: n.athleteId,
      station: n.stationId,
      hand: 'left',
      n: 1,
      outcome: 'good',
      value: 300,
    },
  }),
  'POST /api/test-days/gates': (n) => ({
    heldOn: '2026-11-25',
    athletes: [n.athleteId],
    stations: [
      { id: n.stationId, protocolId: 'dyno_seated', unitId: n.unitId, variant: { position: '2' } },
    ],
  }),
  'POST /api/test-days/:dayId/reasons': (n) => ({
    id: v7(),
    athleteId: n.athleteId,
    stationId: n.stationId,
    reason: 'Agreed',
  }),
  'POST /api/templates': () => ({
    id: v7(),
    name: 'Own week',
    says: '',
    kind: 'ordinary',
    weeks: [
      [{ day: 0, minutes: 30, place: 'hall', blocks: [{ exerciseId: 'wrist_curl', sets: 3 }] }],
    ],
    removes: null,
  }),
  'POST /api/athletes/:athleteId/draft': () => ({ weekStart: WEEK, frame: FRAME, terms: TERMS }),
  'POST /api/athletes/:athleteId/plans': () => ({
    id: v7(),
    weekStart: WEEK,
    frame: FRAME,
    blocks: [
      {
        id: v7(),
        day: 0,
        exerciseId: 'wrist_curl',
        sets: 3,
        dose: 15,
        hands: ['left', 'right'],
        extra: null,
        reason: '',
        pinned: false,
      },
    ],
    terms: TERMS,
    reason: 'Agreed',
  }),
  'POST /api/athletes/:athleteId/logs': LOG,
  'POST /api/athletes/:athleteId/observations': OBSERVATION,
  'POST /api/kit': (n) => ({
    id: v7(),
    measurementId: v7(),
    kind: 'rolling',
    label: `Unit ${v7().slice(-8)}`,
    placeId: n.placeId,
    ...PLACED,
    ...MEASURED,
  }),
  'PUT /api/kit/:unitId': (n) => ({
    version: 1,
    label: 'Dynamometer 1',
    placeId: n.placeId,
    ...PLACED,
    retired: false,
  }),
  'POST /api/kit/:unitId/measurements': () => ({ id: v7(), ...MEASURED }),
  'POST /api/kit/:unitId/checks': () => ({
    id: v7(),
    spin: null,
    wear: 'good',
    note: '',
    checkedOn: '2026-11-20',
  }),
  'POST /api/places': (n) => ({
    id: v7(),
    name: `Place ${v7().slice(-8)}`,
    kind: 'home',
    athleteId: n.athleteId,
  }),
  'POST /api/reference': () => {
    const own = v7()
    return {
      id: own,
      lineage: own,
      origin: 'exercise:edge_hang',
      title: 'Edge hang, our rung',
      body: 'The second rung from the left.',
      struck: false,
    }
  },
  'POST /api/prices': () => ({ id: v7(), kind: 'rolling', sizeMm: 60, price: '40' }),
  'POST /api/athletes/:athleteId/conclusions': () => ({
    id: v7(),
    since: '2026-10-01',
    until: '2026-11-20',
    note: '',
    lines: [],
  }),
  'POST /api/athletes/:athleteId/goals': () => ({
    id: v7(),
    seriesKey: 'dyno',
    enteredValue: 50,
    enteredUnit: 'kg',
    protocolId: 'dyno_seated',
  }),
  'POST /api/athletes/:athleteId/reports': () => ({
    kind: 'athlete',
    from: '2026-10-01',
    to: '2026-11-25',
    units: { mass: 'kg', length: 'mm' },
  }),
  'POST /api/imports': () => ({
    id: v7(),
    fileName: 'a.csv',
    dryRun: true,
    text: 'athlete,date,protocol,left\nRui Castellane,2026-11-02,dyno_seated,40',
    mapping: null,
  }),
}

/** What a route asks in its address. */
export const QUERIES: Partial<Record<RouteName, Record<string, string>>> = {
  'GET /api/athletes/:athleteId/review': { from: '2026-10-01', to: '2026-11-25' },
  'GET /api/athletes/:athleteId/problem': { week: WEEK },
  'GET /api/athletes/:athleteId/plans': { week: WEEK },
  'GET /api/squad': { protocol: 'dyno_seated' },
  'GET /api/export/table': { name: 'trials' },
}

/** The address of a route for these rows. */
export function addressOf(name: RouteName, named: Named, query = QUERIES[name]): string {
  const path = name.split(' ')[1]!.replace(/:(\w+)/g, (_, key: string) => named[key as keyof Named])
  return query ? `${path}?${new URLSearchParams(query).toString()}` : path
}
