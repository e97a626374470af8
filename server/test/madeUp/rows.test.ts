import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { athleteOf, type AthleteWire } from '@mano/contract/wire'
import { EXPORT_TABLES } from '@mano/contract/exportTables'
import type { KitUnit } from '@mano/contract/kit'
import { PROTOCOLS, TEST_PROTOCOLS } from '@mano/core/catalogue/protocols'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { demandProfile } from '@mano/core/demand/profile'
import { exercisesCsv } from '@mano/core/formats/lists'
import { factsOf } from '@mano/core/reference/facts'
import { search } from '@mano/core/reference/search'
import { safetyPage } from '@mano/core/safety/page'
import { DEFAULT_FRAME } from '@mano/core/plan/types'
import {
  addAthlete,
  hall,
  importFile,
  rig,
  sessionFor,
  trial,
  unitBody,
  type Rig,
  type Staff,
} from '../hall'

// Read with one row more in each of six tables (`plugin.ts`), and nothing else changed.

let r: Rig
let own: Staff
let athleteId: string
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  for (const kind of ['ball', 'rope'])
    await own.agent
      .post('/api/kit')
      .send(await unitBody(own.agent, { kind }))
      .expect(201)
  athleteId = await addAthlete(own.agent, { sportId: 'made_hauler' })
})
afterAll(() => r.close())

/** A test by the made-up protocol, on the ball. */
const sessionOf = async () => {
  const all = (await own.agent.get('/api/kit').expect(200)).body as KitUnit[]
  const unit = all.find((u) => u.kind === 'ball')!
  return {
    ...(await sessionFor(own.agent)),
    protocolId: 'made_squeeze',
    unitId: unit.id,
    measurementId: unit.measurementId,
    variant: {},
  }
}
const view = async () =>
  athleteOf((await own.agent.get(`/api/athletes/${athleteId}`).expect(200)).body as AthleteWire)
const table = async (name: string) =>
  (await own.agent.get(`/api/export/table?name=${name}`).expect(200)).text
const file = (lines: string[]) => ({
  id: v7(),
  fileName: 'made-up.csv',
  dryRun: false,
  mapping: null,
  text: lines.join('\n'),
})
const found = (query: string) => search(query).map((f) => f.page.name)

describe('one row more', () => {
  it('of protocols: chosen, tested, in a file, in the export and on its page', async () => {
    expect([PROTOCOLS, TEST_PROTOCOLS].map((all) => all[0]!.id)).toEqual([
      'made_squeeze',
      'made_squeeze',
    ])
    const session = await sessionOf()
    await own.agent.post(`/api/athletes/${athleteId}/tests`).send(session).expect(201)
    await own.agent
      .post(`/api/tests/${session.id}/trials`)
      .send(trial('left', 1, 31))
      .expect(201)
    const { name } = await view()
    expect(
      await importFile(
        own.agent,
        file(['athlete,date,protocol,left,right', `${name},2026-11-20,made_squeeze,30,32`]),
      ),
    ).toMatchObject({ ok: true, of: 'trials', trials: 2 })
    expect((await table('trials')).match(/made_squeeze/g)).toHaveLength(3)
    expect(await table('records')).toContain('Squeeze of a rope ball')
    expect(found('squeeze of a rope ball')).toContain('Squeeze of a rope ball')
    expect(factsOf('protocol', 'made_squeeze')).not.toBeNull()
  })

  it('of sports: an athlete does it, its demands are read, its qualities name it', async () => {
    const { demand } = await view()
    expect(demand?.sources).toMatchObject([{ id: 'made_hauler' }])
    expect(demandProfile('made_hauler')?.rows.map((x) => x.quality.id)).toEqual(
      expect.arrayContaining(['cloth', 'crush']),
    )
    expect(await table('athletes')).toContain('Net hauler')
    expect(JSON.stringify(factsOf('quality', 'cloth'))).toContain('Net hauler')
  })

  it('of exercises: planned, in a file, in the export, in the list of the docs', async () => {
    const e = exerciseById('made_haul')!
    const block = {
      id: v7(),
      day: 2,
      exerciseId: e.id,
      sets: 3,
      dose: 20,
      hands: ['both'],
      reason: '',
    }
    const plan = {
      id: v7(),
      weekStart: '2026-11-23',
      frame: DEFAULT_FRAME.map((d) => ({ ...d, minutes: 60 })),
      blocks: [block],
      terms: { settings: {}, bans: [] },
      reason: 'for the test',
    }
    await own.agent.post(`/api/athletes/${athleteId}/plans`).send(plan).expect(201)
    const { name } = await view()
    expect(
      await importFile(
        own.agent,
        file([
          'athlete;date;exercise_id;hand;load;unit;seconds',
          `${name};2026-11-20;made_haul;both;;;25`,
        ]),
      ),
    ).toMatchObject({ ok: true, of: 'sets', trials: 1 })
    expect(await table('sets')).toContain('Rope hauled hand over hand')
    expect(await table('plans')).toContain('made_haul')
    expect(exercisesCsv()).toContain('made_haul')
    expect(found('rope hauled hand over hand')).toContain('Rope hauled hand over hand')
  })

  it('of cautions: stops a test, stands on the page of the docs', async () => {
    await own.agent
      .post(`/api/athletes/${athleteId}/flags`)
      .send({ id: v7(), flags: ['unwell'] })
      .expect(201)
    const refused = await own.agent.post(`/api/athletes/${athleteId}/tests`).send(await sessionOf())
    expect(refused.status).toBeGreaterThanOrEqual(400)
    expect(JSON.stringify(refused.body)).toContain('Hands still wet')
    expect(safetyPage()).toContain('Hands still wet')
  })

  it('of export tables: offered, given out alone and in the workbook', async () => {
    expect(EXPORT_TABLES.map((t) => t.name)).toContain('Names alone')
    const { name } = await view()
    expect((await table('made_names')).trim().split(/\r?\n/).slice(1)).toContain(name)
    const book = await own.agent.get('/api/export/workbook').buffer().expect(200)
    expect(book.headers['content-type']).toContain('spreadsheet')
  })
})
