import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import type { AnyObjectSchema } from 'yup'
import { setupBody } from '../src/accounts'
import { athleteBody, injuryBody, measureProblem, measurementBody } from '../src/athletes'
import {
  alarmAnswerBody,
  clearanceBody,
  experienceBody,
  flagsBody,
  healthBody,
  reasonBody,
} from '../src/safety'
import { EMPTY_WEEK } from '@mano/core/intake/week'
import { copyAsSource, demandProfile } from '@mano/core/demand/profile'
import { demandBody, ownSportBody } from '../src/demands'
import { eventBody, outcomeBody, weekBody, wrapBody } from '../src/intake'
import { checkBody, placeBody, unitBody } from '../src/kit'
import { hallBody } from '../src/accounts'
import { gapChoiceBody, logBody, planBody, standardBody } from '../src/plan'
import {
  correctionBody,
  markBody,
  observationBody,
  sessionBody,
  trialBody,
  trialProblem,
} from '../src/tests'

const TODAY = '2026-10-08'
const wrong = async (schema: unknown, body: object): Promise<string[]> => {
  try {
    await (schema as AnyObjectSchema).validate(body, {
      abortEarly: false,
      context: { today: TODAY },
    })
    return []
  } catch (e) {
    const error = e as { inner: { path?: string }[]; path?: string }
    return [
      ...new Set((error.inner.length > 0 ? error.inner : [error]).map((x) => x.path ?? '')),
    ].sort()
  }
}

const athlete = {
  id: v7(),
  sportEntryId: v7(),
  sportId: 'boxer',
  name: 'Rui Castellane',
  birthDate: '2000-01-01',
  sexForNorms: null,
  dominantHand: 'left',
  level: 'trained',
  guardian: { by: 'Ada Castellane', relation: 'mother', on: '2026-01-01' },
  skin: 'normal',
  note: '',
}
const unit = {
  id: v7(),
  measurementId: v7(),
  kind: 'spring',
  label: 'Spring 2',
  placeId: v7(),
  orientation: null,
  surface: null,
  size: 70,
  sizeUnit: 'mm',
  depthMm: null,
  handleMm: 19.5,
  massKg: null,
  plates: [],
  ratingKg: 42,
  ratedBy: 'Ruth',
  ratedOn: TODAY,
}
const activity = {
  what: 'Mat',
  at: '18:00',
  minutes: 90,
  handLoad: 2,
  heavyPulls: false,
  straps: false,
}
const session = {
  id: v7(),
  protocolId: 'hang_time',
  unitId: v7(),
  measurementId: v7(),
  variant: { shoulders: 'active', palms: 'away', addedKg: '0' },
  conditions: { warm: true, rested: true, skinGood: true, well: true, familiar: false },
  overrideReason: '',
  note: '',
  deviceAt: null,
}
const trial = {
  id: v7(),
  hand: 'left',
  ordinal: 1,
  enteredValue: 40,
  enteredUnit: 'kg',
  pain: null,
  deviceAt: null,
}
const log = {
  id: v7(),
  planVersionId: v7(),
  blockId: v7(),
  exerciseId: 'pinch_hold',
  hand: 'left',
  set: 1,
  load: null,
  loadUnit: 'kg',
  seconds: 20,
  reps: null,
  ended: 'done',
  effort: null,
  pain: 0,
  deviceAt: null,
  supersedesId: null,
}
const day = { minutes: 40, place: 'hall', sportLoad: 0, heavyPull: 'none', competition: false }
const block = {
  id: v7(),
  day: 0,
  exerciseId: 'pinch_hold',
  sets: 3,
  dose: 20,
  hands: ['left', 'right'],
  reason: '',
}
const plan = {
  id: v7(),
  weekStart: '2026-10-05',
  frame: Array.from({ length: 7 }, () => day),
  blocks: [block],
  reason: '',
}
const measure = {
  id: v7(),
  measure: 'hand_length',
  hand: 'left',
  enteredValue: 190,
  enteredUnit: 'mm',
  measuredOn: TODAY,
  supersedesId: null,
}
const standard = {
  id: v7(),
  protocolId: 'dyno_seated',
  sportId: null,
  level: null,
  enteredValue: 45,
  enteredUnit: 'kg',
  perBodyMass: false,
}

describe('good bodies pass, and each wrong field is named', () => {
  const cases: [string, unknown, object, [string, unknown][]][] = [
    [
      'setup',
      setupBody,
      {
        hallId: v7(),
        accountId: v7(),
        hallName: 'Lower Quay',
        timeZone: 'Europe/London',
        name: 'Cass',
        login: 'cass',
        password: 'long enough to pass',
      },
      [
        ['hallName', ''],
        ['timeZone', 'Moon/Base'],
        ['login', 'ab'],
        ['login', 'Cass'],
        ['password', 'short'],
        ['hallId', 'no id'],
      ],
    ],
    [
      'athlete',
      athleteBody,
      athlete,
      [
        ['name', ' x'],
        ['name', 'x'.repeat(81)],
        ['birthDate', '2026-10-09'],
        ['birthDate', '1900-01-01'],
        ['birthDate', 'soon'],
        ['skin', 'scaly'],
        ['dominantHand', 'both'],
        ['level', 'star'],
        ['guardian', { by: '', relation: 'mother', on: '2026-01-01' }],
        ['guardian', { by: 'Ada', relation: 'mother', on: '2026-12-01' }],
      ],
    ],
    [
      'measure',
      measurementBody,
      measure,
      [
        ['enteredValue', 19],
        ['enteredValue', Number.NaN],
        ['measuredOn', '2026-10-09'],
        ['hand', 'up'],
        ['enteredUnit', 'furlong'],
      ],
    ],
    [
      'injury',
      injuryBody,
      {
        id: v7(),
        site: 'wrist',
        side: 'left',
        status: 'active',
        since: null,
        note: '',
        advisedBy: '',
        supersedesId: null,
      },
      [
        ['site', 'toe'],
        ['status', 'gone'],
        ['since', '2026-10-09'],
        ['side', 'up'],
      ],
    ],
    [
      'clearance',
      clearanceBody,
      {
        id: v7(),
        observationId: null,
        injuryId: v7(),
        healthId: null,
        pain: null,
        clearedBy: 'Orla Finch',
        profession: 'physician',
        clearedOn: TODAY,
        allows: 'light',
        until: null,
        received: 'letter',
        note: '',
      },
      [
        ['clearedBy', ''],
        ['profession', ''],
        ['allows', 'some'],
        ['until', '2026-01-01'],
        ['received', ''],
        ['clearedOn', '2026-10-09'],
        ['healthId', 'flu'],
      ],
    ],
    [
      'health answers',
      healthBody,
      { id: v7(), yes: ['heart'] },
      [
        ['yes', ['flu']],
        ['yes', null],
      ],
    ],
    [
      'experience',
      experienceBody,
      {
        id: v7(),
        entries: [{ id: v7(), quality: 'edge', family: null, weeks: 12 }],
        origin: 'diary',
      },
      [
        ['entries', []],
        ['entries', [{ id: v7(), quality: 'toes', family: null, weeks: 12 }]],
        ['entries', [{ id: v7(), quality: 'edge', family: 'feet', weeks: 12 }]],
        ['entries', [{ id: v7(), quality: 'edge', family: null, weeks: -1 }]],
        ['origin', ''],
      ],
    ],
    [
      'reason',
      reasonBody,
      {
        id: v7(),
        kind: 'exercise',
        of: 'pinch_hold',
        implementKind: null,
        addedKg: null,
        hand: 'left',
        reason: 'as agreed',
      },
      [
        ['kind', 'wish'],
        ['of', 'juggling'],
        ['hand', 'up'],
        ['reason', ''],
      ],
    ],
    ['day flags', flagsBody, { id: v7(), flags: ['fever'] }, [['flags', ['flu']]]],
    [
      'answer to an alarm',
      alarmAnswerBody,
      { id: v7(), done: 'sent home', told: 'mother' },
      [['done', '']],
    ],
    [
      'unit',
      unitBody,
      unit,
      [
        ['kind', 'spoon'],
        ['label', ''],
        ['size', 0],
        ['size', -3],
        ['sizeUnit', 'ft'],
        ['surface', 'gold'],
        ['plates', [{ kg: 0, count: 1 }]],
        ['plates', [{ kg: 5, count: 0.5 }]],
        ['ratingKg', -1],
        ['ratedOn', null],
        ['massKg', -1],
      ],
    ],
    [
      'check',
      checkBody,
      { id: v7(), spin: 'free', wear: 'worn', note: '', checkedOn: TODAY },
      [
        ['spin', 'fast'],
        ['wear', 'fine'],
        ['checkedOn', 'soon'],
      ],
    ],
    [
      'place',
      placeBody,
      { id: v7(), name: 'Garage', kind: 'home', athleteId: null },
      [
        ['kind', 'moon'],
        ['name', ''],
      ],
    ],
    [
      'demands',
      demandBody,
      {
        id: v7(),
        sources: [{ id: 'boxer', weight: 2 }],
        edits: [
          {
            quality: 'closed',
            importance: 5,
            emphasis: { max: 0.5, sustained: 0.5 },
            object: { sizeMm: [20, 30] },
          },
        ],
        reason: '',
      },
      [
        ['sources', []],
        ['sources', [{ id: 'boxer', weight: 0 }]],
        [
          'sources',
          [
            { id: 'boxer', weight: 1 },
            { id: 'boxer', weight: 1 },
          ],
        ],
        ['edits', [{ quality: 'toes' }]],
        ['edits', [{ quality: 'closed', importance: 6 }]],
        ['edits', [{ quality: 'closed', emphasis: { max: 0.5 } }]],
        ['edits', [{ quality: 'closed', object: { sizeMm: [30, 20] } }]],
        ['edits', [{ quality: 'closed', object: { colour: 'red' } }]],
      ],
    ],
    [
      'own sport',
      ownSportBody,
      copyAsSource(demandProfile('boxer')!, { id: v7(), name: 'Harbour bout', kind: 'event' }),
      [
        ['name', ''],
        ['kind', 'party'],
        ['rows', []],
        ['rows', [{ quality: 'closed', importance: 3, emphasis: { max: 1 } }]],
      ],
    ],
    [
      'event',
      eventBody,
      {
        id: v7(),
        name: 'Harbour Cup',
        on: '2026-12-01',
        items: ['rope'],
        note: '',
        supersedesId: null,
        removed: false,
      },
      [
        ['name', ''],
        ['on', 'soon'],
        ['items', ['']],
        ['removed', 'yes'],
      ],
    ],
    [
      'week',
      weekBody,
      {
        id: v7(),
        ...EMPTY_WEEK,
        days: EMPTY_WEEK.days.map((d) => ({ ...d, activities: [activity] })),
      },
      [
        ['days', []],
        ['handWork', 4],
        ['days', EMPTY_WEEK.days.map((d) => ({ ...d, gripAt: '25:00' }))],
        [
          'days',
          EMPTY_WEEK.days.map((d) => ({ ...d, activities: [{ ...activity, handLoad: 9 }] })),
        ],
      ],
    ],
    [
      'outcome',
      outcomeBody,
      {
        id: v7(),
        name: 'Shot',
        unit: 'm',
        better: 'higher',
        value: 15.2,
        on: TODAY,
        supersedesId: null,
        removed: false,
      },
      [
        ['name', ''],
        ['better', 'longer'],
        ['value', Number.NaN],
        ['on', 'x'],
      ],
    ],
    [
      'wrap',
      wrapBody,
      { id: v7(), unitId: v7(), hand: 'left', enteredUnit: 'mm', enteredValue: -12 },
      [
        ['hand', 'both'],
        ['enteredValue', 151],
        ['enteredValue', -81],
        ['enteredUnit', 'kg'],
      ],
    ],
    [
      'session',
      sessionBody,
      session,
      [
        ['protocolId', 'girth'],
        ['expectedKg', 0.5],
        ['variant', { shoulders: 'active', palms: 'up', addedKg: '0' }],
        ['variant', { shoulders: 'active', palms: 'away', addedKg: 'x' }],
        ['variant', { shoulders: 'active', palms: 'away', addedKg: '0', colour: 'red' }],
        ['deviceAt', 'noon'],
      ],
    ],
    [
      'trial',
      trialBody,
      trial,
      [
        ['hand', 'up'],
        ['ordinal', 0],
        ['ordinal', 1.5],
        ['enteredValue', '40'],
        ['enteredUnit', 'stone'],
        ['pain', 11],
      ],
    ],
    [
      'correction',
      correctionBody,
      { id: v7(), enteredValue: 40, enteredUnit: 'kg', reason: 'typed wrongly' },
      [
        ['reason', ''],
        ['enteredValue', Number.POSITIVE_INFINITY],
      ],
    ],
    [
      'log',
      logBody,
      log,
      [
        ['set', 0],
        ['load', -1],
        ['seconds', -1],
        ['reps', 1.5],
        ['ended', 'bored'],
        ['effort', 11],
        ['exerciseId', 'juggling'],
      ],
    ],
    [
      'plan',
      planBody,
      plan,
      [
        ['weekStart', '2026-10-06'],
        ['frame', []],
        ['blocks', [{ ...block, sets: 0 }]],
        ['blocks', [block, block]],
        ['blocks', [{ ...block, hands: [] }]],
      ],
    ],
    [
      'standard',
      standardBody,
      standard,
      [
        ['protocolId', 'chess'],
        ['enteredValue', 900],
        ['enteredValue', -1],
        ['level', 'star'],
      ],
    ],
    [
      'standard in newton metres',
      standardBody,
      { ...standard, protocolId: 'wrist_max', enteredValue: 18, enteredUnit: 'N m' },
      [
        ['enteredUnit', 'mm'],
        ['enteredValue', 900],
      ],
    ],
    [
      'standard by count',
      standardBody,
      { ...standard, protocolId: 'repeat_73', enteredValue: 30, enteredUnit: 'count' },
      [['enteredValue', -1]],
    ],
    [
      'standard by body mass',
      standardBody,
      { ...standard, enteredValue: 0.7, perBodyMass: true },
      [
        ['enteredValue', 45],
        ['enteredValue', 0],
      ],
    ],
    [
      'word on a gap',
      gapChoiceBody,
      { id: v7(), rowKey: 'crush.max', kind: 'priority', value: 'raise', reason: 'meet in spring' },
      [
        ['kind', 'wish'],
        ['value', 'burn'],
        ['reason', ' '],
        ['rowKey', ''],
      ],
    ],
    [
      'limit of a lean',
      gapChoiceBody,
      { id: v7(), rowKey: '*', kind: 'lean_limit', value: '12.5', reason: '' },
      [
        ['value', '0'],
        ['value', '120'],
        ['value', 'x'],
      ],
    ],
    [
      'hall',
      hallBody,
      { name: 'Quayside Hall', timeZone: 'Europe/London', staleDays: 42, version: 1 },
      [
        ['name', ''],
        ['timeZone', 'Port/Sennet'],
        ['staleDays', 6],
        ['staleDays', 400],
        ['staleDays', 41.5],
      ],
    ],
  ]
  for (const [name, schema, good, bad] of cases) {
    it(`${name} passes`, async () => expect(await wrong(schema, good)).toEqual([]))
    it.each(bad)(`${name}: %s`, async (field, value) => {
      const fields = await wrong(schema, { ...good, [field]: value })
      expect(fields.some((f) => f.startsWith(field))).toBe(true)
    })
    it(`${name} takes no field it does not know`, async () =>
      expect(await wrong(schema, { ...good, surprise: 1 })).not.toEqual([]))
    it(`${name} misses every field it needs`, async () => {
      const optional = new Set([
        'ratedBy',
        'handWorkNote',
        'objects',
        'guardian',
        'told',
        'implementKind',
        'addedKg',
        'note',
        'reason',
        'advisedBy',
        'overrideReason',
        ...(name === 'outcome' ? ['unit'] : name === 'word on a gap' ? [] : []),
      ])
      for (const field of Object.keys(good).filter(
        (f) => !optional.has(f) || name === 'correction',
      )) {
        const rest = Object.fromEntries(Object.entries(good).filter(([k]) => k !== field))
        expect(await wrong(schema, rest), field).not.toEqual([])
      }
    })
  }
})

describe('rules over two fields', () => {
  it('a strike needs its reason, a restored trial none', async () => {
    expect(await wrong(markBody, { id: v7(), struck: true, reason: ' ' })).not.toEqual([])
    expect(await wrong(markBody, { id: v7(), struck: false, reason: '' })).toEqual([])
  })
  it('an observation says something', async () => {
    expect(
      await wrong(observationBody, { id: v7(), hand: 'left', pain: null, symptom: null, note: '' }),
    ).not.toEqual([])
    expect(
      await wrong(observationBody, {
        id: v7(),
        hand: 'left',
        pain: null,
        symptom: 'pop',
        note: '',
      }),
    ).toEqual([])
    expect(
      await wrong(observationBody, {
        id: v7(),
        hand: 'left',
        pain: null,
        symptom: 'itch',
        note: '',
      }),
    ).not.toEqual([])
  })
  it('body measures know their unit, side and limits', () => {
    expect(measureProblem('hand_length', 'left', 7.5, 'in')).toBeNull()
    expect(measureProblem('hand_length', 'left', 7.5, 'mm')).toContain('outside 100 to 260 mm')
    expect(measureProblem('hand_length', 'both', 190, 'mm')).toContain('a hand')
    expect(measureProblem('body_mass', 'left', 70, 'kg')).toContain('no side')
    expect(measureProblem('body_mass', 'both', 70, 'mm')).toContain('not measured in mm')
    expect(measureProblem('body_mass', 'both', 154, 'lb')).toBeNull()
  })
  it('a trial is checked by its protocol', () => {
    expect(trialProblem({ protocolId: 'dyno_seated', variant: {} }, 40, 'kg')).toBeNull()
    expect(trialProblem({ protocolId: 'dyno_seated', variant: {} }, 900, 'kg')).toContain(
      'over 150 kg',
    )
    expect(trialProblem({ protocolId: 'hang_time', variant: {} }, 40, 'kg')).toContain('not kg')
    expect(trialProblem({ protocolId: 'nothing', variant: {} }, 40, 'kg')).toContain('not known')
  })
})
