import type { Locator } from '@playwright/test'
import { expect, open, signIn, test } from './rig'

const texts = (column: Locator) => column.allInnerTexts().then((all) => all.map((t) => t.trim()))

test('tables sort by a press on a head and back, in the same way: implements, tests, people', async ({
  page,
  hall,
}) => {
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
})

test("the hall's name and time zone are changed, and taken back", async ({ page, own }) => {
  await signIn(page, own.url)
  await page.goto(`${own.url}/hall`)
  await page.getByLabel('Name of the hall').fill('Quayside Hall East')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Quayside Hall East' })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { name: 'Quayside Hall', exact: true })).toBeVisible()
})

test('the year is one strip: load, tests and what is ahead', async ({ page, hall }) => {
  await signIn(page, hall.url)
  await open(page, 'Mirela Stroud', 'Review')
  await expect(
    page.getByRole('img', { name: /A year by weeks: work done in \d+, \d+ test days/ }),
  ).toBeVisible()
})
