import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { RosterRow } from '@mano/contract/athletes'
import type { ConclusionView, ReviewView, SquadView } from '@mano/contract/review'
import type { SessionView } from '@mano/contract/tests'
import { changesOf } from '@mano/core/review/changes'
import { knownBy } from '@mano/core/record/known'
import { buildSeries, seriesName } from '@mano/core/record/series'
import { seriesKey } from '@mano/core/testing/session'
import { formatWithUnit } from '@mano/core/units/format'
import { demoRig } from './demoHall'
import { jobDone, rosterOf, type Agent, type Rig } from './hall'

const PERIOD = { from: '2026-08-20', to: '2026-11-25' }
let r: Rig
let coach: Agent
let roster: RosterRow[]
const idOf = (name: string) => roster.find((a) => a.name === name)!.id
beforeAll(async () => {
  ;({ r, coach } = await demoRig())
  roster = await rosterOf(coach)
}, 60_000)
afterAll(() => r.close())
const reviewOf = async (id: string) =>
  (await coach.get(`/api/athletes/${id}/review?from=${PERIOD.from}&to=${PERIOD.to}`).expect(200))
    .body as ReviewView

/**
 * Lines of a PDF's text, page by page, as another library reads them: pieces of one height in their
 * order.
 */
async function linesOf(bytes: Buffer): Promise<{ pages: number; lines: string[] }> {
  const doc = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
  const lines: string[] = []
  for (let p = 1; p <= doc.numPages; p++) {
    const rows = new Map<number, { x: number; text: string }[]>()
    for (const i of (await (await doc.getPage(p)).getTextContent()).items)
      if ('str' in i) {
        const y = Math.round((i.transform as number[])[5]!)
        rows.set(y, [...(rows.get(y) ?? []), { x: (i.transform as number[])[4]!, text: i.str }])
      }
    lines.push(
      ...[...rows]
        .sort((a, b) => b[0] - a[0])
        .map(([, row]) =>
          row
            .sort((a, b) => a.x - b.x)
            .map((x) => x.text)
            .join('')
            .replaceAll('\u00A0', ' '),
        ),
    )
  }
  return { pages: doc.numPages, lines }
}

describe('the review', () => {
  it(
    'has the weeks of its period, errors of the squad where own repeats are few, and ' +
      'refuses nonsense',
    async () => {
      const view = await reviewOf(idOf('Ines Varrow'))
      expect(view.weeks.length).toBe(15)
      expect(view.weeks.some((w) => (w.load ?? 0) > 0)).toBe(true)
      for (const q of [
        '',
        '?from=2026-10-01',
        '?from=2026-11-01&to=2026-10-01',
        '?from=x&to=y',
        '?from=2000-01-01&to=2026-01-01',
      ])
        await coach.get(`/api/athletes/${idOf('Ines Varrow')}/review${q}`).expect(400)
    },
  )
  it('a decision is kept once, read back, and what is raised is raised in the gaps', async () => {
    const id = idOf('Ines Varrow')
    const body = {
      id: v7(),
      since: PERIOD.from,
      until: PERIOD.to,
      note: 'Travels in December',
      lines: [
        {
          id: 'x',
          kind: 'emphasis',
          title: 'Right fell.',
          says: 'More of it.',
          effect: { kind: 'raise', rowKey: 'crush.max' },
          taken: true,
        },
        {
          id: 'y',
          kind: 'deload',
          title: 'Lighter.',
          says: '',
          effect: { kind: 'deload' },
          taken: false,
        },
      ],
    }
    await coach.post(`/api/athletes/${id}/conclusions`).send(body).expect(201)
    await coach.post(`/api/athletes/${id}/conclusions`).send(body).expect(201)
    const kept = (await coach.get(`/api/athletes/${id}/conclusion`).expect(200))
      .body as ConclusionView
    expect(kept).toMatchObject({
      note: 'Travels in December',
      by: 'Ruth Amsel',
      lines: [{ taken: true }, { taken: false }],
    })
    const gaps = (await coach.get(`/api/athletes/${id}/gaps`).expect(200)).body as {
      choices: { rowKey: string; value: string; reason: string }[]
    }
    expect(gaps.choices.filter((c) => c.rowKey === 'crush.max')).toMatchObject([
      { value: 'raise', reason: expect.stringContaining('Right fell.') as string },
    ])
    expect(
      (
        await coach
          .post(`/api/athletes/${id}/conclusions`)
          .send({ ...body, id: v7(), until: '2026-01-01' })
      ).status,
    ).toBe(400)
    expect(
      (
        await coach
          .post(`/api/athletes/${id}/conclusions`)
          .send({ ...body, id: v7(), lines: [{ ...body.lines[0], effect: { kind: 'explode' } }] })
      ).status,
    ).toBe(400)
  })
  it('a goal is kept in its unit, replaced, and taken away', async () => {
    const id = idOf('Ines Varrow')
    const goal = (enteredValue: number | null, enteredUnit = 'kg') =>
      coach
        .post(`/api/athletes/${id}/goals`)
        .send({ id: v7(), seriesKey: 'k', enteredValue, enteredUnit, protocolId: 'dyno_seated' })
    await goal(40).expect(201)
    await goal(100, 'lb').expect(201)
    expect((await reviewOf(id)).goals).toMatchObject([
      { enteredValue: 100, enteredUnit: 'lb', value: 100 * 0.45359237 * 9.80665 },
    ])
    expect((await goal(40, 's')).status).toBe(400)
    await goal(null).expect(201)
    expect((await reviewOf(id)).goals).toEqual([])
  })
})

describe('the squad', () => {
  it(
    'has every athlete, set-ups with how many did them, and the newest counted test of ' +
      'each hand',
    async () => {
      const view = (await coach.get('/api/squad?protocol=dyno_seated').expect(200))
        .body as SquadView
      expect(view.athletes).toHaveLength(roster.length)
      const ines = view.athletes.find((a) => a.name === 'Ines Varrow')!
      const sessions = (await coach.get(`/api/athletes/${ines.id}/tests`).expect(200))
        .body as SessionView[]
      const last = sessions.filter((s) => s.protocolId === 'dyno_seated' && !s.practice).at(-1)!
      const left = last.trials.filter((t) => t.hand === 'left' && !t.struck).map((t) => t.value)
      const own = ines.tests.find(
        (t) => t.setup === seriesKey('', last, 'pair') && t.hand === 'left',
      )!
      expect(own.on).toBe(last.performedOn)
      expect(own.value).toBeCloseTo(left.reduce((a, b) => a + b, 0) / left.length, 6)
      expect(view.setups[0]!.athletes).toBeGreaterThan(1)
      await coach.get('/api/squad?protocol=juggling').expect(400)
    },
  )
})

describe('reports', () => {
  const make = async (id: string, kind: string, mass = 'kg') => {
    const job = (
      await coach
        .post(`/api/athletes/${id}/reports`)
        .send({ kind, ...PERIOD, units: { mass, length: 'mm' } })
        .expect(202)
    ).body as { id: string }
    const done = await jobDone(coach, job.id)
    expect(done).toMatchObject({ state: 'done', done: 3, of: 3 })
    const reply = await coach
      .get(done.file!)
      .buffer(true)
      .parse((res, cb) => {
        const parts: Buffer[] = []
        res.on('data', (c: Buffer) => parts.push(c))
        res.on('end', () => cb(null, Buffer.concat(parts)))
      })
      .expect(200)
    expect(reply.headers['content-type']).toBe('application/pdf')
    return linesOf(reply.body as Buffer)
  }
  it.each([
    ['athlete', 'kg'],
    ['file', 'lb'],
  ] as const)(
    'the %s report has every number of the review on a line with its label and unit',
    async (kind, mass) => {
      const id = idOf('Ines Varrow')
      const { pages, lines } = await make(id, kind, mass)
      const view = await reviewOf(id)
      const series = buildSeries(
        (await coach.get(`/api/athletes/${id}/tests`).expect(200)).body as SessionView[],
      )
      const changes = changesOf(series, PERIOD, knownBy(view.squad))
      const told = (c: (typeof changes)[number]) =>
        c.hands.some((h) => h.word === 'gain' || h.word === 'loss')
      const shown =
        kind === 'athlete'
          ? [...changes.filter(told), ...changes.filter((c) => !told(c))].slice(0, 4)
          : changes
      expect(shown.length).toBeGreaterThan(1)
      let numbers = 0
      for (const { series: s, hands } of shown)
        for (const h of hands) {
          if (!h.last) continue
          const label = `${seriesName(
            s,
            changes.map((c) => c.series),
          )}, ${h.hand === 'both' ? 'both hands' : h.hand}`
          const own = lines.filter((l) => l.startsWith(label))
          const show = (si: number) =>
            formatWithUnit(si, s.protocol.unit, { mass, length: 'mm' }).replaceAll('\u00A0', ' ')
          const wanted = h.move
            ? [show(h.move.from), show(h.move.to), show(Math.abs(h.move.change))]
            : [show(h.last.value)]
          for (const w of wanted) {
            numbers++
            expect(
              own.some((l) => l.includes(w)),
              `${label}: ${w} in ${JSON.stringify(own)}`,
            ).toBe(true)
          }
          if (kind === 'file' && h.move)
            expect(
              own.some((l) => l.includes('by error alone') && l.includes(show(h.detectable!))),
            ).toBe(true)
        }
      expect(numbers).toBeGreaterThan(8)
      expect(pages).toBe(kind === 'athlete' ? 2 : pages)
      expect(lines.join(' ')).toContain('not a diagnosis')
    },
    30_000,
  )
  it('without any test still says so', async () => {
    const { lines } = await make(idOf('Abel Quist'), 'athlete')
    expect(lines.join(' ')).toContain('No test in this time.')
  }, 30_000)
})
