import { accessible, enter, expect, open, test, pick } from './rig'

const HEAD = 'athlete;date;protocol;trial;left;right;unit'
const line = (n: number, left: string) => `Abel Quist;2026-10-01;dyno_seated;${n};${left};44,5;kg`
const file = (lines: readonly string[]) => ({
  name: 'trials.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from([HEAD, ...lines].join('\n')),
})

test(
  'a bad line 7 is named and nothing saved; the mended ' + 'file is saved whole and undone whole',
  async ({ page, own }) => {
    await enter(page, own.url)
    await page.goto(`${own.url}/hall`)
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
  },
)

test("@long a club's notebook of sets: exercises named, tried, saved, taken back", async ({
  page,
  own,
}) => {
  const sheet = {
    name: 'notebook.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      [
        'Who;Day;Exercise;Sets;Hold s;Weight;Side',
        'Quist, Abel;1/10/2026;easy hanging;3;40;;',
        'Abel Quist;2/10/2026;Rolling handle, single lifts;5;3;30 kg;both',
      ].join('\n'),
    ),
  }
  await enter(page, own.url)
  await page.goto(`${own.url}/hall`)
  await page.getByRole('link', { name: 'Import', exact: true }).click()
  await page.getByLabel('CSV file of trials').setInputFiles(sheet)
  await expect(page.getByRole('combobox', { name: 'The sheet holds' })).toHaveValue('sets done')
  await pick(page, 'Dates are', 'dmy')
  await page.getByRole('combobox', { name: 'easy hanging is' }).click()
  await page.getByRole('combobox', { name: 'easy hanging is' }).fill('relaxed')
  await page.getByRole('option', { name: 'Straight-arm hang, relaxed' }).click()
  await accessible(page)
  await page.getByRole('button', { name: 'Try it, save nothing' }).click()
  await expect(page.getByText('13 sets, every line right')).toBeVisible()
  await page.getByRole('button', { name: 'Save all 13 sets' }).click()
  await expect(page.getByText('Saved. It can be taken back below as one.')).toBeVisible()
  const csv = await page.request.get(`${own.url}/api/export/table?name=sets`)
  expect((await csv.text()).match(/^"?Abel Quist.*Rolling handle/gm)).toHaveLength(10)
  // The same file again: nothing is doubled.
  await page.getByLabel('CSV file of trials').setInputFiles(sheet)
  await page.getByRole('button', { name: 'Try it, save nothing' }).click()
  await expect(page.getByText('13 sets are on record already and left out.')).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo the import' }).click()
  await expect(page.getByText('Undone')).toBeVisible()
})
