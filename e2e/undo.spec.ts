import type { Page } from '@playwright/test'
import { expect, open, signIn, test } from './rig'

test.beforeEach(async ({ page, own }) => signIn(page, own.url))

/** The notice of what was just done, and its Undo. */
async function undo(page: Page, did: string | RegExp): Promise<void> {
  const notice = page.getByRole('alert').filter({ hasText: did })
  await notice.getByRole('button', { name: 'Undo' }).click()
  await expect(notice).toBeHidden()
}

test('@long intake: a profile, the usual week, an event and a result are put back', async ({
  page,
}) => {
  await open(page, 'Bram Achterley', 'Intake')
  await page.getByRole('radiogroup', { name: 'Skin' }).getByText('Sweaty').click()
  await page.getByRole('button', { name: 'Save athlete' }).click()
  await undo(page, 'Saved.')
  await expect(page.getByRole('radio', { name: 'Normal' })).toBeChecked()

  const tuesday = page.getByRole('button', { name: /^Tue/ })
  const before = await tuesday.innerText()
  await tuesday.click()
  await page.getByRole('button', { name: 'Add training' }).click()
  await page.getByLabel('Training', { exact: true }).last().fill('Rowing')
  await page.getByRole('button', { name: 'Save usual week' }).click()
  await expect(tuesday).toContainText('Rowing')
  await undo(page, 'Usual week saved')
  await expect.poll(() => tuesday.innerText()).toBe(before)

  const results = page.getByRole('img', { name: /results, newest/ })
  const newest = await results.getAttribute('aria-label')
  await page.getByRole('button', { name: 'Add a result of Shot, best of six' }).click()
  await page.getByLabel('Result, m').fill('51.72')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(results).toHaveAttribute('aria-label', /newest 51.72/)
  await undo(page, '51.72')
  await expect(results).toHaveAttribute('aria-label', newest!)

  await page.getByRole('button', { name: 'Add an event' }).click()
  const form = page.getByRole('dialog', { name: 'Add an event' })
  await form.getByLabel('Name', { exact: true }).fill('Harbour throws')
  await page.getByLabel('Date', { exact: true }).fill('2026-10-06')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText('Harbour throws').first()).toBeVisible()
  await undo(page, 'Harbour throws added')
  await expect(page.getByRole('button', { name: 'Harbour throws' })).toHaveCount(0)
})

test('@long the hall and the kit: a limit, a label, a check and a measure are put back', async ({
  page,
}) => {
  await page.getByRole('link', { name: 'Hall', exact: true }).click()
  const days = page.getByLabel('Tests are stale after, days')
  const was = await days.inputValue()
  await days.fill('90')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await undo(page, 'The hall is saved.')
  await expect(days).toHaveValue(was)

  await page.getByRole('link', { name: 'Kit room' }).click()
  const row = page.getByRole('row', { name: /^Rolling handle/ })
  await page.getByRole('button', { name: 'Rolling handle' }).click()
  const said = await row.innerText()
  await page.getByRole('button', { name: 'Check spin and wear' }).click()
  await page.getByRole('combobox', { name: 'Wear' }).click()
  await page.getByRole('option', { name: 'to be replaced' }).click()
  await page.getByRole('button', { name: 'Record check' }).click()
  await expect(row).toContainText('to be replaced')
  await undo(page, 'Check of Rolling handle recorded.')
  await expect.poll(() => row.innerText()).toBe(said)

  // A slip while measuring would cut the series for good.
  await page.getByRole('button', { name: 'Measure again' }).click()
  await page.getByLabel('Diameter, mm').fill('66')
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(row).toContainText('66 mm')
  const history = page.getByRole('listitem').filter({ hasText: '66 mm' })
  await history.getByRole('button', { name: 'Take back' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Take back' }).click()
  await expect.poll(() => row.innerText()).toBe(said)
})

test('a clearance recorded by mistake opens nothing any more', async ({ page }) => {
  await open(page, 'Kaya Osei-Lund', 'Intake')
  const clear = page.getByRole('button', { name: /^Record a clearance/ }).first()
  await expect(clear).toBeVisible()
  const count = await page.getByRole('button', { name: /^Record a clearance/ }).count()
  await clear.click()
  await page.getByLabel('Cleared by').fill('Dr Slip')
  await page.getByLabel('Profession').fill('Physician')
  await page.getByLabel('How it was received').fill('Letter')
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^(Record|Save)/ })
    .click()
  await expect(page.getByText(/Dr Slip/).first()).toBeVisible()
  await undo(page, 'Clearance by Dr Slip recorded.')
  await expect(page.getByRole('button', { name: /^Record a clearance/ })).toHaveCount(count)
  await expect(page.getByText(/Dr Slip/)).toHaveCount(0)
})
