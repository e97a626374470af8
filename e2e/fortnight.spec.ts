import { randomBytes } from 'node:crypto'
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { readSheet } from 'read-excel-file/node'
import { drop, start, type Installation } from './server'
import { expect, pastWarmUp, startTest, test, typeTrials, pick } from './rig'

/** Clicks, choices and typed entries of a job, as a coach makes them. */
const actions: Record<string, number> = {}
let counting = ''
const count = (n = 1) => {
  if (counting) actions[counting] = (actions[counting] ?? 0) + n
}
async function job<T>(name: string, work: () => Promise<T>): Promise<T> {
  counting = name
  try {
    return await work()
  } finally {
    counting = ''
  }
}
const press = async (page: Page, name: string | RegExp) => {
  count()
  await page
    .getByRole('button', { name, exact: typeof name === 'string' })
    .first()
    .click()
}
const fill = async (page: Page, label: string | RegExp, text: string) => {
  count()
  await page
    .getByLabel(label, { exact: typeof label === 'string' })
    .first()
    .fill(text)
}
const type = async (page: Page, values: readonly string[]) => {
  count(values.length)
  await typeTrials(page, values)
}
const stage = async (page: Page, name: string) => {
  count()
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .click()
}

test(
  '@long a fortnight of work on an empty hall by the screens alone, and the record it ' +
    'leaves read by another program',
  async ({ page }) => {
    test.setTimeout(600_000)
    const database = `e2e_${randomBytes(6).toString('hex')}`
    let hall: Installation | null = null
    /** The same hall on another day: it is stopped for the night and started in the morning. */
    const day = async (on: string) => {
      await hall?.stop(true)
      hall = await start(false, database, { MANO_NOW: `${on}T16:00:00Z` })
      await page.goto(hall.url)
    }
    const athlete = async (name: string, to: string) => {
      await page.getByRole('link', { name: 'Roster' }).click()
      await page.locator('td').getByRole('link', { name, exact: true }).click()
      await stage(page, to)
    }
    try {
      await test.step(
        'Monday: the hall, its kit, its ' + 'athletes, first tests, the week',
        async () => {
          await day('2026-10-05')
          await job('an empty hall to its first verdict', async () => {
            await fill(page, 'Name of the hall', 'Lower Quay')
            await fill(page, 'Your name', 'Cass Arden')
            await fill(page, 'Sign-in name', 'cass')
            count()
            await page.getByRole('textbox', { name: 'Password' }).fill('long enough to pass')
            await press(page, 'Make the hall')
            count()
            await page.getByRole('link', { name: 'Kit room' }).click()
            await press(page, 'Add several')
            for (const kind of [
              'Hand dynamometer',
              'Straight bar',
              'Finger extension band',
              'Towel',
            ]) {
              count()
              await page.getByLabel(kind, { exact: true }).check()
            }
            await fill(page, 'Or a list, one a line', '2 x Pinch block 76 mm\nLoading pin')
            await press(page, /^Add 7 to /)
            count(2)
            await page.goto(`${hall!.url}/athletes/new`)
            await page.getByText('Several at once').click()
            await fill(page, 'Names, one a line', 'Rui Castellane\nNoor Fairbrass')
            count(2)
            await page.getByRole('combobox', { name: 'Sport or goal of all of them' }).click()
            await page.getByRole('option', { name: 'Boxer' }).click()
            await press(page, 'Add 2 to the roster')
            await expect(page.getByText('2 athletes added to the roster')).toBeVisible()
            await athlete('Rui Castellane', 'Tests')
            count()
            await startTest(page)
            await type(page, ['40', '48.1', '40.6', '48', '41.2', '48.9'])
            await expect(page.getByText('Test complete')).toBeVisible()
          })
          await athlete('Noor Fairbrass', 'Tests')
          await startTest(page)
          await job('six trials', () => type(page, ['30', '33', '30.4', '33.2', '30.1', '33.5']))
          await job('a correction', async () => {
            await press(page, /^left hand, trial 1: 30/)
            count()
            await page.getByRole('menuitem', { name: 'Correct the number' }).click()
            await fill(page, 'Correct number, kg', '31')
            await press(page, 'Correct')
          })
          await expect(page.getByRole('button', { name: /^left hand, trial 1: 31/ })).toBeVisible()
          await job('a week planned and saved', async () => {
            await athlete('Rui Castellane', 'Plan')
            await press(page, 'Draft the week')
            await expect(page.getByText(/All \d+ rules hold/)).toBeVisible()
            await press(page, 'Save version')
            count()
            await page.getByRole('dialog').getByRole('button', { name: 'Save version' }).click()
          })
          await expect(page.getByText('Version 1, saved 5 Oct')).toBeVisible()
        },
      )
      await test.step('its first session, ended early', async () => {
        await stage(page, 'Floor')
        await page.getByRole('link', { name: 'Run the session' }).click()
        const later = page.getByRole('button', { name: 'Ask later' })
        await pastWarmUp(page).catch(async () => {
          await later.click()
          await pastWarmUp(page)
        })
        await page.getByRole('button', { name: 'Start' }).click()
        await page.getByRole('button', { name: /^(Edit|Let go early)$/ }).click()
        await page.getByRole('button', { name: 'Save' }).click()
        await expect(page.getByRole('status').filter({ hasText: /^Rest/ })).toBeVisible()
        await job('a session ended early', async () => {
          await press(page, 'More')
          await press(page, 'End early …')
          await press(page, 'Has to leave')
        })
      })
      await test.step('Thursday: the missed day is let go; a notebook comes in', async () => {
        await day('2026-10-08')
        await athlete('Rui Castellane', 'Floor')
        const missed = page.getByRole('region', { name: 'Sessions not done this week' })
        await missed.getByRole('button', { name: 'Skip it …' }).first().click()
        await missed.getByRole('button', { name: 'Ill' }).click()
        await expect(missed.getByText(/was skipped: ill/)).toBeVisible()
        await page.goto(`${hall!.url}/import`)
        await job('a messy sheet brought in', async () => {
          count()
          await page.getByLabel('CSV file of trials').setInputFiles({
            name: 'notebook.csv',
            mimeType: 'text/csv',
            buffer: Buffer.from(
              [
                'Who;Day;Exercise;Sets;Hold s;Side',
                'Fairbrass, Noor;6/10/2026;easy hanging;3;40;',
                'Noor Fairbrass;7/10/2026;Straight-arm hang, relaxed;2;45;',
                'Noor Fairbrass;7/10/2026;Straight-arm hang, relaxed;2;45;',
              ].join('\n'),
            ),
          })
          count()
          await pick(page, 'Dates are', 'dmy')
          count(2)
          await page.getByRole('combobox', { name: 'easy hanging is' }).fill('relaxed')
          await page.getByRole('option', { name: 'Straight-arm hang, relaxed' }).click()
          await press(page, 'Try it, save nothing')
          await press(page, 'Save all 5 sets')
        })
        await expect(page.getByText('Saved. It can be taken back below as one.')).toBeVisible()
      })
      await test.step('Monday after: tests again, the next week, what a review says', async () => {
        await day('2026-10-12')
        await athlete('Rui Castellane', 'Tests')
        await startTest(page)
        await type(page, ['40.4', '48.6', '41', '48.2', '40.9', '49'])
        await expect(page.getByText('Test complete')).toBeVisible()
        await athlete('Rui Castellane', 'Plan')
        await page.getByRole('button', { name: 'Draft the week' }).click()
        await expect(page.getByText(/All \d+ rules hold/)).toBeVisible()
        await page.getByRole('button', { name: 'Save version' }).click()
        await page.getByRole('dialog').getByRole('button', { name: 'Save version' }).click()
        await expect(page.getByText('Version 1, saved 12 Oct')).toBeVisible()
        await stage(page, 'Review')
        await expect(page.getByText('The two hands over days')).toBeVisible()
      })
      await test.step('the record, read by another program', async () => {
        await day('2026-10-18')
        const book = await page.request.get(`${hall!.url}/api/export/workbook`, { timeout: 60_000 })
        const file = Buffer.from(await book.body())
        const sheet = async (name: string) => {
          const [head = [], ...rows] = await readSheet(file, name)
          return rows.map(
            (r) =>
              Object.fromEntries(head.map((h, i) => [String(h), r[i]])) as Record<string, unknown>,
          )
        }
        const trials = await sheet('Trials')
        const of = (name: string) => trials.filter((t) => t['athlete'] === name)
        expect(of('Rui Castellane')).toHaveLength(12)
        expect(
          of('Noor Fairbrass')
            .filter((t) => t['hand'] === 'left')
            .map((t) => Number(t['value']))
            .sort(),
        ).toEqual([30.1, 30.4, 31])
        const sets = await sheet('Sets done')
        expect(sets.filter((s) => s['athlete'] === 'Noor Fairbrass')).toHaveLength(5)
        expect(sets.filter((s) => s['athlete'] === 'Rui Castellane').length).toBeGreaterThan(0)
        const plans = await sheet('Plans')
        const weeks = new Set(plans.map((p) => day10(p['week'])))
        expect([...weeks].sort()).toEqual(['2026-10-05', '2026-10-12'])
      })
    } finally {
      await (hall as Installation | null)?.stop(true)
      await drop(database)
    }
    const dir = process.env['MANO_MEASURED']
    if (dir) {
      mkdirSync(dir, { recursive: true })
      writeFileSync(join(dir, 'fortnight.json'), JSON.stringify(actions))
    }
  },
)

const day10 = (cell: unknown): string =>
  cell instanceof Date ? cell.toISOString().slice(0, 10) : String(cell)
