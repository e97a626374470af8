import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { addAthlete, rosterOf, trial } from './hall'
import {
  YOUNG,
  alarms,
  anyPlan,
  at,
  athleteId,
  block,
  injury,
  lift,
  log,
  own,
  plan,
  post,
  session,
  use,
  view,
  gatesHall,
} from './gatesRig'

gatesHall()

describe('side doors that stood open', () => {
  it(
    'a 15-year-old does no edge ramp to 55 kg, no edge pull and no edge hang with 25 kg, ' +
      'and a caution of the day before opens nothing',
    async () => {
      use(await addAthlete(own.agent, { name: `Young ${v7().slice(-6)}`, ...YOUNG }))
      expect(
        (await post(at('/tests'), lift('edge', { expectedKg: 55, overrideReason: 'please' })))
          .status,
      ).toBe(422)
      expect(
        (await post(at('/tests'), session('pull_max', 'edge', { overrideReason: 'please' })))
          .status,
      ).toBe(422)
      expect(
        (
          await post(
            at('/tests'),
            session('hang_time', 'edge', { variant: { addedKg: '25' }, overrideReason: 'please' }),
          )
        ).status,
      ).toBe(422)
      expect(
        (
          await post(
            at('/tests'),
            session('hang_time', 'edge', {
              variant: { addedKg: '0' },
              overrideReason: 'as agreed with her mother',
            }),
          )
        ).status,
      ).toBe(201)
      const planId = await anyPlan()
      await post(
        at('/logs'),
        log(planId, 'hang_dead', { hand: 'both', pain: 6, deviceAt: '2026-11-24T17:00:00.000Z' }),
      )
      expect(
        (await post(at('/plans'), plan([block('edge_hang', ['both'], 4)], 'as agreed'))).status,
      ).toBe(422)
    },
  )
  it(
    'a held thumb or pulley stops maximal squeezes, loaded hangs, towel pull-ups and the ' +
      'warm-up too',
    async () => {
      await own.agent.post(at('/injuries')).send(injury('finger_pulley')).expect(201)
      for (const e of ['dyno_max', 'hang_load', 'towel_pull'])
        expect(
          (
            await post(
              at('/plans'),
              plan([block(e, e === 'dyno_max' ? ['left'] : ['both'])], 'as agreed'),
            )
          ).status,
          e,
        ).toBe(422)
      await own.agent.post(at('/injuries')).send(injury('thumb')).expect(201)
      const planId = await anyPlan()
      await post(at('/logs'), log(planId, 'prep_thumb'))
      expect((await view()).alarms[0]!.says).toContain('Light thumb closing')
    },
  )
  it('restriction work is off with an active nerve injury, whoever supervises', async () => {
    await own.agent
      .post(at('/flags'))
      .send({ id: v7(), flags: ['restriction_supervised'] })
      .expect(201)
    const planId = await anyPlan()
    await post(at('/logs'), log(planId, 'bfr_light', { hand: 'right' }))
    expect(await alarms()).toEqual(['ask'])
    await own.agent.post(at('/injuries')).send(injury('nerve')).expect(201)
    await post(at('/logs'), log(planId, 'bfr_light', { hand: 'right', set: 2 }))
    expect(await alarms()).toEqual(['stop', 'ask'])
  })
  it('clotting, vessels and pregnancy can be entered, and decide', async () => {
    await own.agent
      .post(at('/health'))
      .send({ id: v7(), yes: ['clotting', 'vascular', 'pregnancy'] })
      .expect(201)
    expect((await view()).health).toMatchObject({
      due: false,
      yes: [{ id: 'clotting' }, { id: 'vascular' }, { id: 'pregnancy' }],
    })
    expect((await post(at('/tests'), lift('block', { overrideReason: 'please' }))).status).toBe(422)
  })
  it(
    'pain of 7 in one test stops the next test of that hand, and the next exercise of its ' +
      'tissue',
    async () => {
      const s = lift('block')
      await own.agent.post(at('/tests')).send(s).expect(201)
      await own.agent
        .post(`/api/tests/${s.id}/trials`)
        .send(trial('left', 1, 30, { pain: 7 }))
        .expect(201)
      const next = session('dyno_seated', 'dyno', { variant: { position: '2' } })
      await own.agent.post(at('/tests')).send(next).expect(201)
      expect((await post(`/api/tests/${next.id}/trials`, trial('left', 1, 40))).status).toBe(422)
      expect((await post(`/api/tests/${next.id}/trials`, trial('right', 1, 40))).status).toBe(201)
      const planId = await anyPlan()
      await post(at('/logs'), log(planId, 'thumb_side'))
      expect(await alarms()).toEqual(['stop'])
    },
  )
  it('pain of a two-handed set counts for the hand and the place that were named', async () => {
    const planId = await anyPlan()
    await post(
      at('/logs'),
      log(planId, 'towel_hang', {
        hand: 'both',
        pain: 4,
        painWhere: { hand: 'right', at: ['finger_flexors'] },
      }),
    )
    await post(at('/logs'), log(planId, 'bar_hold_long', { hand: 'both', set: 2 }))
    expect((await view()).alarms).toMatchObject([
      { class: 'stop', hand: 'both', says: expect.stringContaining('right hand: finger flexors') },
    ])
    expect((await view()).safety.pains).toMatchObject([
      { hand: 'right', tissues: ['finger_flexors'], pain: 4 },
    ])
  })
  it('the level stands in for nothing: forced negatives stop with nothing on record', async () => {
    use(await addAthlete(own.agent, { name: `Trained ${v7().slice(-6)}`, level: 'elite' }, true))
    expect((await post(at('/plans'), plan([block('spring_over')], 'as agreed'))).status).toBe(422)
  })
  it(
    'an unknown birth date is treated as under 18, and consent is a name, a relation and a ' +
      'day',
    async () => {
      use(await addAthlete(own.agent, { name: `Unknown ${v7().slice(-6)}`, birthDate: null }))
      expect((await post(at('/tests'), lift('edge', { overrideReason: 'please' }))).status).toBe(
        422,
      )
      use(
        await addAthlete(own.agent, {
          name: `Young ${v7().slice(-6)}`,
          birthDate: '2011-05-01',
        }),
      )
      const row = (await rosterOf(own.agent)).find((a) => a.id === athleteId)!
      expect(JSON.stringify(row)).not.toMatch(/consent noted/i)
      expect((await post(at('/tests'), lift('block', { overrideReason: 'please' }))).status).toBe(
        422,
      )
    },
  )
})
