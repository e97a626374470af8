import { accessible, expect, pastWarmUp, signIn, startTest, test, typeTrials, pick } from './rig'

test(
  'the whole order of work on one athlete: intake, demands, tests, gaps, plan, floor, ' + 'review',
  async ({ page, own }) => {
    test.slow()
    await signIn(page, own.url)
    const stage = (name: string) =>
      page
        .getByRole('navigation', { name: 'Stages' })
        .getByRole('link', { name: new RegExp(`^${name}`) })
        .click()

    await page.getByRole('link', { name: 'Add athlete' }).click()
    await page.getByRole('combobox', { name: 'Sport or goal' }).click()
    await page.getByRole('option', { name: 'Boxer' }).click()
    await page.getByLabel('Name', { exact: true }).fill('Rui Castellane')
    await page.getByLabel('Birth date').fill('1999-03-02')
    await page.getByText('Right', { exact: true }).click()
    await page.getByRole('button', { name: 'Add and go on to intake' }).click()
    for (const [label, value] of [
      ['Hand length, left', '190'],
      ['Hand length, right', '191'],
      ['Hand span, left', '215'],
      ['Hand span, right', '217'],
      ['Body mass', '71'],
    ] as const)
      await page.getByLabel(label, { exact: true }).fill(value)
    await page.getByRole('button', { name: 'Record measures' }).click()
    await expect(page.getByText('5 measures recorded')).toBeVisible()

    await stage('Demands')
    await expect(page.getByRole('rowheader', { name: /^Catch/ })).toBeVisible()

    await stage('Tests')
    await startTest(page)
    await typeTrials(page, ['38', '45.1', '38.6', '45', '38.2', '45.9'])
    await expect(page.getByText('Test complete')).toBeVisible()

    await stage('Gaps')
    await page
      .locator('.spine')
      .getByRole('button', { name: /^Closing force, max/ })
      .click()
    await page.getByRole('button', { name: 'Set a standard' }).click()
    await page.getByLabel('Standard, kg').fill('46')
    await page.getByRole('button', { name: 'Set standard' }).click()
    await expect(
      page.getByText(/Left: 38\.3\skg, error ±[\d.]+\skg\. Reference 40\.5\skg/),
    ).toBeVisible()
    await page
      .getByRole('complementary')
      .getByRole('button', { name: 'Close', exact: true })
      .click()
    await expect(page.getByText('Test next')).toBeVisible()
    await accessible(page)

    await stage('Plan')
    await page.getByRole('button', { name: 'Days of this week' }).click()
    await page.getByLabel('Minutes on Thu').fill('45')
    await page.getByRole('button', { name: 'Use for this week' }).click()
    await page.getByRole('button', { name: 'Draft the week' }).click()
    await expect(page.getByText(/All \d+ rules hold/)).toBeVisible()
    const thursday = page.getByRole('region', { name: 'Thu' })
    const planned = await thursday.locator('.card').count()
    expect(planned).toBeGreaterThan(1)
    // The validator speaks when a rule is broken, and undo takes it back.
    await thursday.locator('.card').first().click()
    await pick(page, 'Day', 'Sun')
    await expect(
      page.getByRole('region', { name: 'Sun' }).getByText(/min planned, 0 there/),
    ).toBeVisible()
    await page.locator('#main').getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(thursday.locator('.card')).toHaveCount(planned)
    await page.getByRole('button', { name: 'Save version' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Save version' }).click()
    await expect(page.getByText('Version 1, saved 8 Oct')).toBeVisible()
    await accessible(page)

    await stage('Floor')
    await accessible(page)
    await page.getByRole('link', { name: 'Run the session' }).click()
    await pastWarmUp(page)
    await accessible(page)
    await page.getByRole('button', { name: 'Start' }).click()
    await page.getByRole('button', { name: /^(Edit|Let go early)$/ }).click()
    await page.getByRole('button', { name: '7', exact: true }).click()
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('status').filter({ hasText: /^Rest/ })).toBeVisible()

    await page.goto(`${own.url}/`)
    await page.getByRole('link', { name: 'Rui Castellane' }).first().click()
    await stage('Review')
    await expect(page.getByText('This week, planned and done')).toBeVisible()
    await expect(page.getByRole('cell', { name: /^1 of \d+$/ })).toHaveCount(1)
    await expect(page.getByText('Work, pain and readiness by week')).toBeVisible()
    await accessible(page)
  },
)
