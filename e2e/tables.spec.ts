import type { Locator } from '@playwright/test'
import { enter, expect, open, signIn, test, visit } from './rig'

const texts = (column: Locator) => column.allInnerTexts().then((all) => all.map((t) => t.trim()))

test(
  '@long tables sort by a press on a head and back, in the ' +
    'same way: implements, tests, people',
  async ({ page, hall }) => {
    await signIn(page, hall.url)
    await page.getByRole('link', { name: 'Kit room' }).click()
    const labels = page.locator('table.hall-kit tbody th')
    await expect(labels.first()).toBeVisible()
    const given = await texts(labels)
    const head = page.getByRole('columnheader', { name: 'Label' })
    await head.getByRole('button').click()
    await expect(head).toHaveAttribute('aria-sort', 'ascending')
    const up = await texts(labels)
    expect(up).toEqual([...given].sort((a, b) => a.localeCompare(b, 'en', { numeric: true })))
    await head.getByRole('button').click()
    await expect(head).toHaveAttribute('aria-sort', 'descending')
    await expect.poll(() => texts(labels)).toEqual([...up].reverse())
    await head.getByRole('button').click()
    await expect(head).toHaveAttribute('aria-sort', 'none')
    await expect.poll(() => texts(labels)).toEqual(given)

    await page.goto(hall.url)
    await open(page, 'Mirela Stroud', 'Tests')
    const protocol = page.getByRole('columnheader', { name: 'Protocol' })
    await protocol.getByRole('button').focus()
    await page.keyboard.press('Enter')
    await expect(protocol).toHaveAttribute('aria-sort', 'ascending')
    const names = page.locator('table.earlier tbody tr td:nth-child(2)')
    const sorted = await texts(names)
    expect(sorted[0]! <= sorted.at(-1)!).toBe(true)
    await page.getByRole('searchbox', { name: 'Find in tests' }).fill('timed hang')
    await expect
      .poll(async () => (await texts(names)).every((t) => t.startsWith('Timed hang')))
      .toBe(true)
    await page.getByRole('searchbox', { name: 'Find in tests' }).fill('no such test')
    await expect(page.getByText('Nothing here is called that.')).toBeVisible()

    await page.getByRole('link', { name: 'Hall', exact: true }).click()
    const who = page.getByRole('columnheader', { name: 'Name', exact: true })
    await who.getByRole('button').click()
    await expect(who).toHaveAttribute('aria-sort', 'ascending')
  },
)

test("@long the hall's name and time zone are changed, and taken back", async ({ page, own }) => {
  await enter(page, own.url)
  await page.goto(`${own.url}/hall`)
  await page.getByLabel('Name of the hall').fill('Quayside Hall East')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Quayside Hall East' })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { name: 'Quayside Hall', exact: true })).toBeVisible()
})

test('@long days and weeks are typed as the hall does, units follow the person', async ({
  page,
  own,
  browser,
}) => {
  await enter(page, own.url)
  await page.goto(`${own.url}/hall`)
  await page.getByRole('combobox', { name: 'A day typed as two numbers' }).click()
  await page.getByRole('option', { name: 'Month, day: 10/8/2026' }).click()
  await page.getByRole('combobox', { name: 'Calendars begin with' }).click()
  await page.getByRole('option', { name: 'Sunday' }).click()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('The hall is saved.')).toBeVisible()
  await page.getByRole('button', { name: /Quayside Hall · / }).click()
  await page.getByRole('menuitem', { name: 'Mass and force: kg' }).click()
  await expect(page.getByRole('menuitem', { name: 'Mass and force: lb' })).toBeVisible()

  // Another device of the same person.
  const other = await (await browser.newContext()).newPage()
  await visit(other, own.url, 'Mirela Stroud', 'Intake')
  const born = other.getByLabel('Birth date')
  await born.fill('2/17/1999')
  await born.press('Tab')
  await expect(born).toHaveValue('17 Feb 1999')
  await born.fill('17/2/1999')
  await born.press('Tab')
  await expect(other.getByText('Not a day: write 8 Oct 2026 or 10/8/2026')).toBeVisible()
  await other.getByRole('button', { name: 'Calendar' }).first().click()
  await expect(other.getByRole('dialog').getByRole('columnheader').first()).toHaveText('Su')
  await other.keyboard.press('Escape')
  await other.getByRole('button', { name: /Quayside Hall · / }).click()
  await expect(other.getByRole('menuitem', { name: 'Mass and force: lb' })).toBeVisible()
  await other.context().close()
})

test('@long the year is one strip: load, tests and what is ahead', async ({ page, hall }) => {
  await visit(page, hall.url, 'Mirela Stroud', 'Review')
  await expect(
    page.getByRole('img', { name: /A year by weeks: work done in \d+, \d+ test days/ }),
  ).toBeVisible()
})
