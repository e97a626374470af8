import { DOORS } from '@mano/core/catalogue/doors'
import { accessible, expect, signIn, test } from './rig'
import { TRY } from './gates-doors'
import { TIERS, type Tier, make, WEEK, FRAME, uuid } from './gates-rig'

test('every door of the screens is tried here', () =>
  expect(Object.keys(TRY).sort()).toEqual(DOORS.map((d) => d.id).sort()))

for (const tier of Object.keys(TIERS) as Tier[])
  // The strictest here; the others with the long checks.
  test(
    `one athlete of the tier ${tier} at every door of the ` +
      `screens${tier === 'absolute' ? '' : ' @long'}`,
    async ({ page, own }) => {
      test.slow()
      await signIn(page, own.url)
      const scene = await make(page, own.url, tier)
      // What leaves something behind comes last: a reason given at the floor opens the link and the
      // card too.
      for (const door of [
        'test_start',
        'day_setup',
        'day_station',
        'plan_draft',
        'plan_save',
        'link',
        'card',
        'floor',
        'trial',
        'import',
        'free_set',
      ] as const)
        await test.step(door, () => TRY[door](scene))
      // Nobody trains past an alarm unseen: the roster names it until a coach answers.
      await page.goto(own.url)
      const row = page.getByRole('row', { name: new RegExp(scene.name) })
      if (TIERS[tier].class === 'free') {
        await expect(row).not.toContainText('Alarm')
        return
      }
      await expect(row).toContainText('Alarm')
      await page.goto(`${own.url}/athletes/${scene.id}/intake`)
      const alarms = page.getByRole('region', { name: 'Alarms' })
      await accessible(page)
      await expect(alarms).toBeVisible()
      const answer = alarms.getByRole('button', { name: 'Answer' })
      // Read anew after each: what shows now may not be all of them yet.
      await expect(async () => {
        while (await answer.first().isVisible()) {
          await answer.first().click()
          await page.getByLabel(/^(What was done|Your reason)$/).fill('talked it over')
          if (await page.getByLabel('Who was told').isVisible())
            await page.getByLabel('Who was told').fill('the athlete')
          await page.getByRole('button', { name: 'Close the alarm' }).click()
          await expect(page.getByRole('dialog')).toBeHidden()
        }
        await expect(alarms).toBeHidden({ timeout: 1000 })
      }).toPass()
    },
  )

test(
  'health questions: asked once, the first time something needs them, and they can wait a ' +
    'day; a squeeze meets nothing',
  async ({ page, own }) => {
    await signIn(page, own.url)
    const post = async (path: string, body: object) =>
      (await page.request.post(`${own.url}${path}`, { data: body })).status()
    const id = uuid()
    expect(
      await post('/api/athletes', {
        id,
        sportEntryId: uuid(),
        sportId: 'boxer',
        name: 'Rui Castellane',
        birthDate: null,
        sexForNorms: null,
        dominantHand: null,
        level: 'trained',
        guardian: null,
        skin: 'normal',
        note: '',
      }),
    ).toBe(201)
    await page.goto(`${own.url}/athletes/${id}/tests?protocol=dyno_seated`)
    await page.getByRole('button', { name: 'All four met, start' }).click()
    await expect(page.getByText('Left hand, trial 1')).toBeVisible()
    // No birth date: edges are stopped, with the way to enter it.
    await page.goto(`${own.url}/athletes/${id}/tests?protocol=lift_max`)
    await expect(
      page.getByText('Birth date unknown. Stopped until a birth date is entered.', {
        exact: false,
      }),
    ).toBeVisible()
    await expect(page.getByRole('link', { name: 'Enter the birth date' })).toBeVisible()
    const toBlock = async () => {
      await page.getByRole('combobox', { name: 'Implement' }).click()
      await page.getByRole('option', { name: /block/i }).first().click()
      await page.getByLabel('Expected best of the better hand, kg').fill('20')
    }
    await toBlock()
    await page.getByRole('button', { name: 'All four met, start' }).click()
    const dialog = page.getByRole('dialog', { name: 'Health questions' })
    await expect(dialog).toBeVisible()
    await accessible(page)
    await dialog.getByRole('button', { name: 'Ask later today' }).click()
    await expect(page.getByText('Left hand, trial 1')).toBeVisible()
    await page.goto(`${own.url}/athletes/${id}/tests?protocol=lift_max`)
    await toBlock()
    await page.getByRole('button', { name: 'All four met, start' }).click()
    await expect(page.getByText('Left hand, trial 1')).toBeVisible()
    // A yes decides from then on.
    await page.goto(`${own.url}/athletes/${id}/intake`)
    await page.getByRole('button', { name: 'Ask the health questions' }).click()
    await page.getByLabel('Heart trouble, chest pain or fainting in effort').check()
    await page.getByRole('button', { name: 'Save 1 yes' }).click()
    await expect(page.getByText('Not cleared')).toBeVisible()
    await page.goto(`${own.url}/athletes/${id}/tests?protocol=dyno_seated`)
    await expect(page.getByText(/Heart trouble or recent surgery\. Stopped until/)).toBeVisible()
  },
)

test(
  'pain in a two-handed set is asked for the hand and the place, and acts at once on the ' +
    'next exercise',
  async ({ page, own }) => {
    await signIn(page, own.url)
    const scene = await make(page, own.url, 'free')
    const blocks = [
      {
        id: uuid(),
        day: 3,
        exerciseId: 'carry_long',
        sets: 2,
        dose: 10,
        hands: ['both'],
        reason: '',
      },
      {
        id: uuid(),
        day: 3,
        exerciseId: 'finger_roll',
        sets: 1,
        dose: 10,
        hands: ['left', 'right'],
        reason: '',
      },
    ]
    expect(
      await scene.post(`/api/athletes/${scene.id}/plans`, {
        id: uuid(),
        weekStart: WEEK,
        frame: FRAME,
        blocks,
        terms: { settings: {}, bans: [] },
        reason: 'as agreed',
      }),
    ).toBe(201)
    await page.goto(`${own.url}/floor/${scene.id}`)
    await page.getByRole('button', { name: 'Warm-up done' }).click()
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await page.getByRole('button', { name: 'Pain or stop' }).click()
    const keep = page.getByRole('button', { name: 'Note it and stop' })
    await page
      .getByRole('group', { name: 'Pain of 10' })
      .getByRole('button', { name: '5', exact: true })
      .click()
    await expect(keep).toBeDisabled()
    await page
      .getByRole('group', { name: 'Which hand' })
      .getByRole('button', { name: 'Right' })
      .click()
    await page
      .getByRole('group', { name: 'Where' })
      .getByRole('button', { name: 'Finger flexors' })
      .click()
    await keep.click()
    // The same tissue of that hand is off for today: only the left is offered.
    await expect(page.locator('.f-top')).toContainText('Dumbbell rolled')
    await expect(page.locator('.f-word')).toContainText(/^Left/)
    await expect(
      page
        .getByText(/Pain 4 to 6 today \(right hand: finger flexors\)\. Stopped for today/)
        .first(),
    ).toBeVisible()
  },
)
