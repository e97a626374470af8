import { accessible, expect, open, signIn, startTest, test, typeTrials, pick } from './rig'

test.beforeEach(async ({ page, own }) => signIn(page, own.url))

test('@long the hand map is walked by keys, read as pairs, and opened to its arithmetic', async ({
  page,
}) => {
  await open(page, 'Dov Hartigan', 'Gaps')
  const rows = page.locator('.spine').getByRole('button')
  await expect(rows.first()).toHaveAccessibleName(
    new RegExp(
      '^Closing force, max: left [\\d.]+.kg, [\\d.]+.kg short; right [\\d.]+.kg; ' +
        'reference 56.0.kg; left \\d+ percent weaker; importance 3 of 5$',
    ),
  )
  await expect(rows.filter({ hasText: 'Catch, reactive' })).toHaveAccessibleName(
    'Catch, reactive: not tested; importance 3 of 5',
  )
  await rows.first().focus()
  await page.keyboard.press('ArrowDown')
  await expect(rows.nth(1)).toBeFocused()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Enter')
  const panel = page.getByRole('complementary')
  await expect(panel).toContainText(
    /Left: [\d.]+.kg, error ±[\d.]+.kg\. Reference 49\.3.kg: shortfall at least [\d.]+.kg\./,
  )
  await expect(panel).toContainText(/published mean, males 25-29 \(Mathiowetz 1985, from memory\)/)
  await expect(panel).toContainText(/Among the first three in \d+ of 100 of what could be true\./)
  await panel
    .getByRole('listitem')
    .filter({ hasText: 'published mean' })
    .getByRole('button', { name: 'Use this' })
    .click()
  await expect(panel).toContainText(/Reference 50\.1.kg/)
  await accessible(page)
})

test('the coach pins, gives the reason, and takes it back; the draft of the plan says so', async ({
  page,
}) => {
  await open(page, 'Dov Hartigan', 'Gaps')
  await page
    .locator('.spine')
    .getByRole('button', { name: /^Wrist extension, sustained/ })
    .click()
  const panel = page.getByRole('complementary')
  await panel.getByRole('button', { name: 'Pin to the top' }).click()
  await expect(panel.getByRole('button', { name: 'Save' })).toBeDisabled()
  await panel.getByLabel('Reason').fill('sore after the last camp')
  await panel.getByRole('button', { name: 'Save' }).click()
  await expect(panel).toContainText('pinned by the coach: sore after the last camp')
  await panel.getByRole('button', { name: 'Close' }).click()
  await expect(
    page
      .locator('.block')
      .filter({ hasText: 'What the plan should answer' })
      .getByRole('listitem')
      .first(),
  ).toContainText('Wrist extension')
  await page.getByRole('button', { name: 'Wrist extension, sustained', exact: true }).click()
  await panel.getByRole('button', { name: 'Take it back' }).click()
  await expect(panel).not.toContainText('pinned by the coach')
})

test(
  '@long asymmetry: sentences with their interval, an own limit; balance and critical load with ' +
    'error, refusals in words',
  async ({ page }) => {
    await open(page, 'Dov Hartigan', 'Gaps')
    await page.getByRole('tab', { name: 'Asymmetry' }).click()
    await expect(page.getByText(/The left hand is behind in \d of \d+ tests\./)).toBeVisible()
    await expect(
      page.getByText(/More than expected for a right-handed grappler\..*Acted on/).first(),
    ).toBeVisible()
    await accessible(page)
    await page.getByLabel('Own limit, %').fill('5')
    await page.getByRole('button', { name: 'Set', exact: true }).click()
    await expect(page.getByText(/over your limit of 5.%/).first()).toBeVisible()
    await page.reload()
    await expect(page.getByLabel('Own limit, %')).toHaveValue('5')

    await page.getByRole('tab', { name: 'Balance' }).click()
    await expect(
      page.getByRole('img', { name: /^left 0\.\d\d, 4 values over time/ }).first(),
    ).toBeVisible()
    await expect(
      page.getByText('Every plan trains wrist extension on two days a week', { exact: false }),
    ).toBeVisible()
    await accessible(page)

    await page.getByRole('tab', { name: 'Critical force and curves' }).click()
    await page.getByLabel('Load', { exact: true }).fill('15')
    await expect(page.getByText(/left: \d+:\d\d \(\d+:\d\d to/)).toBeVisible()
    await page.getByLabel('Load', { exact: true }).fill('5')
    await expect(page.getByText('no end by this model').first()).toBeVisible()
    await accessible(page)

    await page.getByRole('link', { name: 'Roster' }).click()
    await open(page, 'Bram Achterley', 'Gaps')
    await page.getByRole('tab', { name: 'Critical force and curves' }).click()
    await expect(page.getByText('No holds to failure yet.', { exact: false })).toBeVisible()
    await page.getByRole('tab', { name: 'Balance' }).click()
    await expect(page.getByText('Extension and Flexion not tested.')).toBeVisible()
    await expect(page.getByText(/NaN|Infinity|undefined/)).toHaveCount(0)
  },
)

test(
  '@long holds to failure typed in: refused in words until ' +
    'three loads stand apart, then a fit',
  async ({ page }) => {
    await open(page, 'Mirela Stroud', 'Tests')
    const hold = async (kg: string, left: string, right: string) => {
      await pick(page, 'More protocols', 'endurance_set')
      await pick(page, 'Implement', 'Pinch block, 76 mm')
      await expect(page.getByRole('button', { name: 'All four met, start' })).toBeDisabled()
      await page.getByLabel('Load held, kg').fill(kg)
      await page.getByLabel('Knows this test from before', { exact: false }).check()
      await startTest(page)
      await expect(page.getByText(`Load held: ${kg}.0 kg`)).toBeVisible()
      await typeTrials(page, [left, right])
      await page
        .getByRole('navigation', { name: 'Stages' })
        .getByRole('link', { name: /^Tests/ })
        .click()
    }
    const gaps = async () => {
      await page
        .getByRole('navigation', { name: 'Stages' })
        .getByRole('link', { name: /^Gaps/ })
        .click()
      await page.getByRole('tab', { name: 'Critical force and curves' }).click()
    }
    await hold('20', '60', '66')
    await hold('14', '150', '170')
    await gaps()
    await expect(
      page
        .getByText(
          'Fewer than three holds. Hold two or three loads more to failure, on other days.',
        )
        .first(),
    ).toBeVisible()
    await page
      .getByRole('navigation', { name: 'Stages' })
      .getByRole('link', { name: /^Tests/ })
      .click()
    await hold('11', '400', '470')
    await gaps()
    await expect(
      page.getByText('Provisional: three holds.', { exact: false }).first(),
    ).toBeVisible()
  },
)

test('@long wrist braces typed in reach the balance at once, in their own unit', async ({
  page,
}) => {
  await open(page, 'Bram Achterley', 'Tests')
  for (const direction of ['extension', 'flexion']) {
    await pick(page, 'More protocols', 'wrist_max')
    await pick(page, /^Direction/, direction)
    await page.getByLabel('Strap from the wrist, mm').fill('90')
    await startTest(page)
    await pick(page, 'Read in', 'N m')
    await typeTrials(
      page,
      direction === 'extension'
        ? ['9.1', '9.6', '9.3', '9.4', '9.2', '9.7']
        : ['18.2', '19', '18.6', '19.3', '18.4', '19.1'],
    )
    await page
      .getByRole('navigation', { name: 'Stages' })
      .getByRole('link', { name: /^Tests/ })
      .click()
  }
  await expect(page.getByRole('row', { name: /Wrist braces, flexion/ })).toContainText('N·m')
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: /^Gaps/ })
    .click()
  await page.getByRole('tab', { name: 'Balance' }).click()
  await expect(page.getByRole('img', { name: /^left 0\.50/ })).toBeVisible()
})
