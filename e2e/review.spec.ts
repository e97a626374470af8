import { readFileSync } from 'node:fs'
import { accessible, enter, expect, signIn, test, visit, pick } from './rig'

test(
  'a block is looked back on, a goal set, the decision taken and found on the plan; the ' +
    'report comes as a PDF',
  async ({ page, own }) => {
    await visit(page, own.url, 'Dov Hartigan', 'Review')
    const table = page.getByRole('table', { name: 'Changes' })
    await expect(table.getByRole('button', { name: /Dynamometer, seated/ })).toHaveAttribute(
      'aria-expanded',
      'true',
    )
    await expect(table.getByText(/(Almost surely|Very likely) down/).first()).toBeVisible()
    await accessible(page)
    // The period is in the address and survives a reload; a row opens and closes its chart.
    await page.getByRole('button', { name: '26 weeks' }).click()
    await expect(page).toHaveURL(/span=26/)
    await page.reload()
    await expect(page.getByRole('button', { name: '26 weeks' })).toHaveAttribute(
      'aria-pressed',
      'true',
    )
    const row = table.getByRole('button', { name: /Wrist braces/ }).first()
    await expect(row).toHaveAttribute('aria-expanded', 'false')
    await row.click()
    await expect(page.getByRole('region', { name: /Wrist braces/ }).first()).toBeVisible()
    // A goal with an answer, or with why there is none.
    const dyno = page.getByRole('region', { name: /Dynamometer, seated/ })
    await dyno.getByRole('button', { name: 'Set a goal' }).click()
    await page.getByLabel('Goal, kg').fill('70')
    await page.keyboard.press('Enter')
    await expect(
      dyno
        .getByText('The tests do not move towards this goal.')
        .or(dyno.getByText('no direction is clear enough', { exact: false }))
        .first(),
    ).toBeVisible()
    await expect(dyno.getByRole('button', { name: 'Change the goal' })).toBeVisible()
    // The decision: one line rewritten, one left, kept.
    const call = page.locator('.decision')
    await call
      .getByRole('button', { name: /^Edit: / })
      .first()
      .click()
    await call.getByLabel('Finding').fill('Left needs a clinic first.')
    await call.getByRole('button', { name: 'Done' }).click()
    await expect(call.getByRole('checkbox').first()).toBeChecked()
    await call.getByLabel('In your words').fill('Talked it over on the mat.')
    await call.getByRole('button', { name: /into the next block|as the conclusion/ }).click()
    await expect(call.getByText(/Last concluded 8 Oct by Ruth Amsel/)).toBeVisible()
    await call.getByRole('link', { name: 'To the plan' }).click()
    await expect(page.getByText('From the review, 8 Oct')).toBeVisible()
    await expect(page.getByText('Left needs a clinic first.')).toBeVisible()
    await expect(page.getByText('Talked it over on the mat.')).toBeVisible()

    await page
      .getByRole('navigation', { name: 'Stages' })
      .getByRole('link', { name: /^Review/ })
      .click()
    const got = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Print for athlete' }).click()
    const file = await got
    expect(file.suggestedFilename()).toMatch(/^Dov Hartigan your hands .*\.pdf$/)
    expect(
      readFileSync(await file.path())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-')
  },
)

test('@long the squad on one test: choices in the address, shared places, who is due', async ({
  page,
  hall,
}) => {
  await signIn(page, hall.url)
  await page.getByRole('link', { name: 'Squad' }).click()
  const rows = page.locator('.sq-table tbody tr')
  await expect(rows.first()).toBeVisible()
  const all = await rows.count()
  expect(all).toBeGreaterThan(4)
  await expect(
    page
      .locator('.sq-table td')
      .filter({ hasText: /^\d+ to \d+$/ })
      .first(),
  ).toBeVisible()
  await expect(page.locator('.sq-due')).toContainText('never')
  await accessible(page)
  await pick(page, 'Sex', 'female')
  await expect.poll(() => rows.count()).toBeLessThan(all)
  await pick(page, 'Order by', 'mass')
  await expect(page.getByRole('columnheader', { name: 'kg per kg' })).toBeVisible()
  // A press on a head sorts by it, a second one the other way, as in every table.
  const day = page.getByRole('columnheader', { name: 'Day' })
  await day.getByRole('button').click()
  await expect(day).toHaveAttribute('aria-sort', 'ascending')
  await day.getByRole('button').click()
  await expect(day).toHaveAttribute('aria-sort', 'descending')
  await page.reload()
  await expect(page.getByRole('combobox', { name: 'Sex' })).toHaveValue('Women')
  await page.getByLabel('Find in the squad').fill('Ines')
  await expect(rows).toHaveCount(1)
  await rows.getByRole('link').click()
  await expect(page.getByRole('heading', { name: 'Ines Varrow' })).toBeVisible()
})

test("@long a coach's own sheet: columns mapped, tried, saved, remembered, taken back", async ({
  page,
  own,
}) => {
  const sheet = (...lines: string[]) => ({
    name: 'club grip.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['Lifter;Tested;Mass;Grip L;Grip R', ...lines].join('\n')),
  })
  await enter(page, own.url)
  await page.goto(`${own.url}/hall`)
  await page.getByRole('link', { name: 'Import', exact: true }).click()
  await page
    .getByLabel('CSV file of trials')
    .setInputFiles(sheet('Quist, Abel;3/9/2026;81;41,2;44,5', 'Abel Quist;3/9/2026;81;41,6;44'))
  await expect(page.getByRole('heading', { name: 'What the columns mean' })).toBeVisible()
  await expect(page.getByRole('combobox', { name: 'grip_l means' })).toHaveValue('Result')
  await expect(page.getByRole('combobox', { name: 'mass means' })).toHaveValue('left out')
  // Nothing in this file says whether day or month comes first: it is asked, and nothing is tried
  // before.
  await expect(page.getByText('3/9/2026 can be Thu 3 Sep 2026 or Mon 9 Mar 2026')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Try it, save nothing' })).toBeDisabled()
  await pick(page, 'Dates are', 'dmy')
  await expect(page.getByText('3/9/2026 is Thu 3 Sep 2026')).toBeVisible()
  await expect(page.getByText('"Quist, Abel" is taken for Abel Quist.')).toBeVisible()
  await accessible(page)
  await pick(page, 'Hand of grip_r', '')
  await expect(page.getByText('Which hand is "grip_r"?')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Try it, save nothing' })).toBeDisabled()
  await pick(page, 'Hand of grip_r', 'right')
  await page.getByRole('button', { name: 'Try it, save nothing' }).click()
  await expect(page.getByText('4 trials in 1 test, every line right')).toBeVisible()
  await page.getByRole('button', { name: 'Save all 4 trials' }).click()
  await expect(page.getByText('Saved. It can be taken back below as one.')).toBeVisible()
  // The same sheet a month later, one line longer: nothing is doubled and nothing asked again.
  await page
    .getByLabel('CSV file of trials')
    .setInputFiles(
      sheet(
        'Quist, Abel;3/9/2026;81;41,2;44,5',
        'Abel Quist;3/9/2026;81;41,6;44',
        'Abel Quist;1/10/2026;81;42;45',
      ),
    )
  await expect(page.getByText('Read as this sheet was read before.')).toBeVisible()
  await page.getByRole('button', { name: 'Try it, save nothing' }).click()
  await expect(page.getByText('2 trials in 1 test, every line right')).toBeVisible()
  await expect(page.getByText('4 trials are on record already and left out.')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Lines that repeat something' })).toContainText(
    'Line 2, on record: Abel Quist, left, 41.2 kg',
  )
  await page.getByRole('button', { name: 'Cancel' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo the import' }).click()
  await expect(page.getByText('Undone')).toBeVisible()
})

test('@long everything out of one hall, into an empty installation, and signed in there', async ({
  page,
  hall,
  empty,
}) => {
  await enter(page, hall.url)
  await page.goto(`${hall.url}/hall`)
  const got = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Everything, JSON' }).click()
  const path = await (await got).path()
  await page.goto(empty.url)
  await page.getByRole('button', { name: "Start from a hall's file instead" }).click()
  const choose = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: "Hall's file" }).click()
  await (
    await choose
  ).setFiles({ name: 'hall.json', mimeType: 'application/json', buffer: readFileSync(path) })
  await page.getByLabel('Sign-in name of a coach in it').fill('nobody')
  await page.getByRole('textbox', { name: 'New password' }).fill('a new long one')
  await page.getByRole('button', { name: 'Bring the hall in' }).click()
  await expect(page.getByText('No coach of this file signs in as "nobody".')).toBeVisible()
  await page.getByLabel('Sign-in name of a coach in it').fill('ruth')
  await page.getByRole('button', { name: 'Bring the hall in' }).click()
  await expect(page.getByRole('heading', { name: 'Thursday 8 October' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Ines Varrow', exact: true }).first()).toBeVisible()
})
