import { expect, startTest, test, typeTrials, visit } from './rig'

test.beforeEach(async ({ page, own }) => {
  await visit(page, own.url, 'Mirela Stroud', 'Tests')
  await startTest(page)
})

const field = 'left hand, result in kg'

test('wrong input says what is wrong at the field and saves nothing', async ({ page }) => {
  for (const [text, says] of [
    ['-4', 'A result cannot be negative.'],
    ['abc', '"abc" is not a number.'],
    ['900', '900 kg is over 150 kg, more than this test takes.'],
    ['', 'Type a number.'],
  ] as const) {
    await page.getByLabel(field).fill(text)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('alert').filter({ hasText: says })).toBeVisible()
    await expect(page.getByText('Left hand, trial 1')).toBeVisible()
  }
  await page.reload()
  await expect(page.getByRole('cell', { name: 'Counts' })).toHaveCount(0)
})

test(
  'a wide hand is asked for one more; a strike with a ' + 'reason leaves the sums and comes back',
  async ({ page }) => {
    await typeTrials(page, ['40', '41', '30', '41.5', '41', '41.2'])
    await expect(page.getByText('Left hand, trial 4')).toBeVisible()
    await expect(page.getByText('Wide: one more')).toBeVisible()
    await page.getByRole('button', { name: /left hand, trial 2: 30.0/ }).click()
    await page.getByRole('menuitem', { name: 'Strike it out' }).click()
    await page.getByRole('button', { name: 'Slipped' }).click()
    await expect(page.getByRole('cell', { name: 'Slipped' })).toBeVisible()
    await expect(page.getByText('CV of 2 valid')).toBeVisible()
    await page.getByRole('button', { name: /left hand, trial 2: 30.0, struck/ }).click()
    await page.getByRole('menuitem', { name: 'Count it again' }).click()
    await expect(page.getByText('CV of 3 valid').first()).toBeVisible()
  },
)

test('a number is corrected by a new row', async ({ page }) => {
  await typeTrials(page, ['40'])
  await page.getByRole('button', { name: /left hand, trial 1: 40.0/ }).click()
  await page.getByRole('menuitem', { name: 'Correct the number' }).click()
  await page.getByLabel('Correct number, kg').fill('44,5')
  await page.getByRole('button', { name: 'Correct', exact: true }).click()
  await expect(page.getByRole('button', { name: /left hand, trial 1: 44.5/ })).toBeVisible()
  await expect(page.getByRole('cell', { name: 'Corrected' })).toBeVisible()
})

test(
  'pain over 3 asks once, ends that hand and leaves the other; a symptom shows the stop ' + 'card',
  async ({ page }) => {
    await page
      .getByRole('group', { name: 'Pain, left hand' })
      .getByRole('button', { name: '4', exact: true })
      .click()
    await page.getByRole('button', { name: 'Mis-tapped' }).click()
    await expect(page.getByText('Left hand, trial 1')).toBeVisible()
    await page
      .getByRole('group', { name: 'Pain, left hand' })
      .getByRole('button', { name: '4', exact: true })
      .click()
    await page.getByRole('button', { name: 'Stop this hand' }).click()
    await expect(page.getByText('Right hand, trial 1')).toBeVisible()
    await expect(
      page.getByText('Pain 4 to 6 today (left hand', { exact: false }).first(),
    ).toBeVisible()
    await page.getByRole('button', { name: 'Pop, numb or tingling, right' }).click()
    await page.getByRole('button', { name: 'Tingling', exact: true }).click()
    await expect(
      page.getByText('Stop this hand (right hand). Stopped until a licensed clinician clears it.', {
        exact: false,
      }),
    ).toBeVisible()
    await expect(page.getByText('Test complete')).toBeVisible()
    await page.getByRole('link', { name: 'Roster' }).click()
    await expect(
      page.getByRole('article').filter({ hasText: /Stop this hand \(right hand\)/ }),
    ).toBeVisible()
  },
)

test('without the network trials are kept on this device and sent when it is back', async ({
  page,
  context,
}) => {
  await typeTrials(page, ['40'])
  await expect(page.getByRole('cell', { name: 'Counts' })).toHaveCount(1)
  await context.setOffline(true)
  await typeTrials(page, ['41', '40.2'])
  await expect(page.getByText('Saved on this device: 2 not yet sent.')).toBeVisible()
  await expect(page.getByText('Right hand, trial 2')).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByRole('cell', { name: 'Counts' })).toHaveCount(3)
  await page.reload()
  await expect(page.getByRole('cell', { name: 'Counts' })).toHaveCount(3)
})

test('pounds are typed, kept as pounds and shown in kilograms again', async ({ page }) => {
  await page.getByRole('button', { name: /Ruth Amsel/ }).click()
  await page.getByRole('menuitem', { name: /Mass and force/ }).click()
  await page.keyboard.press('Escape')
  await page.getByLabel('left hand, result in lb').fill('88.2')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /left hand, trial 1: 88.2/ })).toBeVisible()
  await page.getByRole('button', { name: /Ruth Amsel/ }).click()
  await page.getByRole('menuitem', { name: /Mass and force/ }).click()
  await expect(page.getByRole('button', { name: /left hand, trial 1: 40.0/ })).toBeVisible()
})
