import { accessible, choose, expect, startTest, test, visit, pick } from './rig'
import type { Page } from '@playwright/test'

const DYNO = 'Dynamometer A, simulated'
const who = (page: Page, says: string) => page.locator('.who2 b', { hasText: says })
async function instrument(page: Page, label = DYNO): Promise<void> {
  await pick(page, 'Instrument', label)
  await page.getByText(/^Simulated (left|right|hands)/).click()
  await expect(page.locator('.say-word')).toHaveText(
    /Squeeze|Start when ready|Feet off|Clench and let go/,
  )
}
const go = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click()
const csv = (rows: string[]) => ({
  name: 'other device.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from(rows.join('\n')),
})
const hump = (unit: number) =>
  Array.from({ length: 800 }, (_, i) => {
    const s = i / 100 - 1.5
    return s < 0 || s > 5.2 ? 0 : 350 * (1 - Math.exp(-((s / 0.15) ** 1.4))) * unit
  })

test(
  '@long a live trial: starts and ends by itself, the line cut in the middle loses and doubles ' +
    'nothing, a lost instrument keeps its part',
  async ({ page, alone }) => {
    await visit(page, alone.url, 'Mirela Stroud', 'Tests')
    await startTest(page)
    await instrument(page)
    await accessible(page)
    await go(page, 'Squeeze')
    await expect(page.locator('.say-word')).toHaveText('Keep squeezing')
    const id = (
      (await (await page.request.get(`${alone.url}/api/instruments`)).json()) as { id: string }[]
    )[0]!.id
    const cut = page.request.post(`${alone.url}/api/instruments/${id}/drive`, {
      data: { does: 'cut', forceN: 0, seconds: 1, fault: 'clean' },
    })
    await cut
    await expect(who(page, 'Right hand, trial 1')).toBeVisible({ timeout: 15_000 })
    await expect(page.getByText('Left hand, trial 1: Counts.')).toBeVisible()

    // Lost at about two seconds: the part is kept, struck, and said; the hand goes again when the
    // instrument is back.
    await expect(page.locator('.say-word')).toHaveText('Squeeze')
    await go(page, 'Squeeze')
    await expect
      .poll(async () =>
        Number(await page.locator('.live-nums p').nth(2).locator('b').textContent()),
      )
      .toBeGreaterThan(1.8)
    await go(page, 'Unplug for 6 s')
    await expect(
      page.getByText(/Dynamometer A lost at [1-4]\.\d s\. Trial 1 is saved\./),
    ).toBeVisible()
    await expect(who(page, 'Right hand, trial 2')).toBeVisible()
    await expect(page.locator('.live-read, .live-act')).toContainText([/lost at [1-4]\.\d/])
    await expect(page.locator('.say-word')).toHaveText(/Squeeze|Rest/, { timeout: 15_000 })
    await go(page, 'Squeeze')
    await expect(who(page, 'Left hand, trial 2')).toBeVisible({ timeout: 20_000 })

    const athlete = page.url().match(/athletes\/([0-9a-f-]+)/)![1]!
    const read = async () =>
      (
        (await (await page.request.get(`${alone.url}/api/athletes/${athlete}/tests`)).json()) as {
          id: string
          trials: { id: string; hand: string; ordinal: number; struck: { reason: string } | null }[]
          traces: { trialId: string }[]
        }[]
      ).find((s) => page.url().includes(s.id))!
    // The last try may still be on its way.
    await expect.poll(async () => (await read()).trials.length).toBe(3)
    const session = await read()
    expect(
      session.trials.map((t) => [
        t.hand,
        t.ordinal,
        t.struck?.reason.replace(/[\d.]+\s/, 'x ') ?? null,
      ]),
    ).toEqual([
      ['left', 1, null],
      ['right', 1, 'Dynamometer A lost at x s'],
      ['right', 2, null],
    ])
    const kept = (await (
      await page.request.get(`${alone.url}/api/traces/${session.trials[0]!.id}`)
    ).json()) as { gaps: unknown[]; rateHz: number }
    expect([kept.gaps, kept.rateHz]).toEqual([[], 100])

    await page.getByRole('link', { name: 'Open and compare' }).click()
    await expect(page.getByRole('heading', { name: 'Force records' })).toBeVisible()
    await expect(page.getByRole('checkbox', { checked: true })).toHaveCount(2)
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Save as CSV' }).first().click()
    const text = await (await (await download).createReadStream()).toArray()
    expect(Buffer.concat(text as Buffer[]).toString('utf8')).toMatch(
      /^time_s,force_N\n0\.000,-?\d+\.\d\n/,
    )
    await accessible(page)
  },
)

test(
  '@long 24 all-out holds in accelerated time give critical force; five clenches give rise ' +
    'and release; a hang counts from feet off',
  async ({ page, fast }) => {
    await visit(page, fast.url, 'Mirela Stroud', 'Tests')
    await pick(page, 'More protocols', 'all_out')
    // The card before has this implement too.
    await expect(page.getByRole('combobox', { name: 'Implement' })).toHaveValue(/Edge board/)
    await pick(page, 'Implement', 'Dynamometer, bench 1')
    await page.getByLabel('Knows this test from before', { exact: false }).check()
    await startTest(page)
    await expect(
      page.getByText('This test is taken by a force instrument.', { exact: false }),
    ).toBeVisible()
    await instrument(page)
    await page.getByLabel(/^Strength/).fill('40')
    await page.getByRole('button', { name: /^Start/ }).click()
    await go(page, 'All-out bouts')
    await expect(page.locator('.say-word')).toHaveText(/^Hold \d+$/)
    await expect(who(page, 'Right hand, trial 1')).toBeVisible({ timeout: 40_000 })
    await expect(
      page.getByRole('img', { name: 'Mean force of 24 all-out holds, left hand' }),
    ).toBeVisible()
    // By the three-compartment model the last three holds are at 49.6 % of 40 kg: 19.8 kg.
    const shown = Number(
      (await page.locator('.bouts .demand-says').textContent())!.match(/([\d.]+).kg/)![1],
    )
    expect(Math.abs(shown - 19.8)).toBeLessThan(0.8)

    await page
      .getByRole('navigation', { name: 'Stages' })
      .getByRole('link', { name: /^Tests/ })
      .click()
    await pick(page, 'More protocols', 'rise_release')
    await startTest(page)
    await page.getByText(/^Simulated left hand/).click()
    await expect(page.locator('.say-word')).toHaveText('Clench and let go')
    await go(page, 'Five clenches')
    await expect(page.getByText('5 clenches:', { exact: false })).toBeVisible({ timeout: 20_000 })
    await expect(who(page, 'Right hand, trial 1')).toBeVisible()
    await expect(page.getByRole('button', { name: /left hand, trial 5/ })).toBeVisible()

    await page
      .getByRole('navigation', { name: 'Stages' })
      .getByRole('link', { name: /^Tests/ })
      .click()
    await choose(page.getByRole('button', { name: 'Timed hang, both hands' }))
    await page.getByRole('button', { name: 'All four met, start' }).click()
    await instrument(page, 'Load cell, bar, simulated')
    await go(page, 'Hang')
    await expect(
      page.getByText(
        /12\.\d s at 71\.\d kg on the load cell\. \d\.\d.kg added to 63\.5.kg of body mass/,
      ),
    ).toBeVisible({ timeout: 20_000 })
  },
)

test(
  '@long a record from a file: text in line 40 is named, a wrong unit is asked about, then it is ' +
    'a trial like any other',
  async ({ page, own }) => {
    await visit(page, own.url, 'Mirela Stroud', 'Tests')
    await startTest(page)
    const file = page.getByLabel('From a file')
    await file.setInputFiles(
      csv([
        'time_s,force_N',
        ...hump(1).map((f, i) => (i === 38 ? '0.38,slipped' : `${i / 100},${f.toFixed(1)}`)),
      ]),
    )
    await expect(page.getByText('Line 40: "slipped" is no force. Nothing was taken.')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Take as this trial' })).toBeDisabled()
    await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click()

    await file.setInputFiles(
      csv(['Time ms;Load', ...hump(1 / 9.80665).map((f, i) => `${i * 10};${f.toFixed(2)}`)]),
    )
    await pick(page, /^Unit/, 'kN')
    await expect(
      page.getByText(/A peak of \d+ N is no hand's\. Is the unit N or kg or lb\?/),
    ).toBeVisible()
    await expect(page.getByRole('button', { name: 'Take as this trial' })).toBeDisabled()
    await pick(page, /^Unit/, 'kg')
    await expect(page.getByText(/Peak 35\.\d.kg in 8\.0.s at 100 samples a second\./)).toBeVisible()
    await page.getByRole('button', { name: 'Take as this trial' }).click()
    await expect(who(page, 'Right hand, trial 1')).toBeVisible()
    await expect(page.getByRole('button', { name: /left hand, trial 1: 35/ })).toBeVisible()
    await expect(page.getByRole('row', { name: /^left hand, trial 1 Counts/ })).toBeVisible()
  },
)
