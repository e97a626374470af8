import { expect, open, signIn, test } from './rig'

const HEAD = 'athlete;date;protocol;trial;left;right;unit'
const line = (n: number, left: string) => `Abel Quist;2026-10-01;dyno_seated;${n};${left};44,5;kg`
const file = (lines: readonly string[]) => ({
  name: 'trials.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from([HEAD, ...lines].join('\n')),
})

test('a bad line 7 is named and nothing saved; the mended file is saved whole and undone whole', async ({
  page,
  own,
}) => {
  await signIn(page, own.url)
  await page.getByRole('link', { name: 'Hall', exact: true }).click()
  await page.getByRole('link', { name: 'Import', exact: true }).click()
  await page
    .getByLabel('CSV file of trials')
    .setInputFiles(file([1, 2, 3, 4, 5].map((n) => line(n, '41,2')).concat(line(6, '-4'))))
  await expect(page.getByText('Line 7: A result cannot be negative.')).toBeVisible()
  await expect(page.getByText('trials.csv was not imported')).toBeVisible()
  await page.getByLabel('CSV file of trials').setInputFiles(file([line(1, 'R 41,2')]))
  await expect(page.getByText('Line 2: a right-hand trial in the left column.')).toBeVisible()
  await page.getByRole('link', { name: 'Roster' }).click()
  await open(page, 'Abel Quist', 'Tests')
  await expect(page.getByText('None yet.', { exact: false })).toBeVisible()

  await page.getByRole('link', { name: 'Hall', exact: true }).click()
  await page.getByRole('link', { name: 'Import', exact: true }).click()
  await page
    .getByLabel('CSV file of trials')
    .setInputFiles(file([1, 2, 3].map((n) => line(n, `41,${n}`))))
  await expect(page.getByText('6 trials in 1 test, every line right')).toBeVisible()
  await page.getByRole('button', { name: 'Save all 6 trials' }).click()
  await page.getByRole('link', { name: 'Roster' }).click()
  await open(page, 'Abel Quist', 'Tests')
  await expect(page.getByRole('cell', { name: '44.5 kg' })).toBeVisible()

  await page.getByRole('link', { name: 'Hall', exact: true }).click()
  await page.getByRole('link', { name: 'Import', exact: true }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo the import' }).click()
  await expect(page.getByText('Undone')).toBeVisible()
  await page.getByRole('link', { name: 'Roster' }).click()
  await open(page, 'Abel Quist', 'Tests')
  await expect(page.getByText('None yet.', { exact: false })).toBeVisible()
})
