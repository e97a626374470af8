import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import {
  expect,
  NOW,
  open,
  pastWarmUp,
  planToday,
  signIn,
  startTest,
  test,
  typeTrials,
  pick,
} from './rig'

const dir = new URL('../docs/screenshots/', import.meta.url).pathname

/** What was just done is said over the page: it is put away before a picture. */
async function noNotice(page: Page): Promise<void> {
  for (const close of await page.locator('.mantine-Notification-closeButton').all())
    await close.click({ timeout: 1000 }).catch(() => undefined)
  await expect(page.locator('.mantine-Notification-root')).toHaveCount(0)
}

/** One current picture of each main view, from the demo data. */
test('pictures of the main views', async ({ page, own }) => {
  test.setTimeout(240_000)
  const shot = async (name: string, shows: string, fullPage = false) => {
    await expect(page.getByText(shows, { exact: false }).first()).toBeVisible()
    await expect(page.locator('[aria-busy=true]')).toHaveCount(0)
    await noNotice(page)
    await page.mouse.move(0, 799)
    await page.evaluate(() => document.fonts.ready)
    await page.screenshot({ path: `${dir}${name}.png`, animations: 'disabled', fullPage })
  }
  await page.clock.install({ time: NOW })
  const stage = (name: string) =>
    page
      .getByRole('navigation', { name: 'Stages' })
      .getByRole('link', { name: new RegExp(`^${name}`) })
      .click()
  await signIn(page, own.url)
  await shot('roster', 'Train today')
  await open(page, 'Dov Hartigan', 'Intake')
  await shot('intake', 'Injuries, past and present')
  await stage('Demands')
  await shot('demands', 'Trains something else')
  await stage('Gaps')
  await page
    .locator('.spine')
    .getByRole('button', { name: /^Closing force/ })
    .click()
  await shot('gaps', 'Measured against')
  await page.getByRole('tab', { name: 'Asymmetry' }).click()
  await shot('asymmetry', 'own lean over days')
  await stage('Plan')
  await page.locator('.card').first().click()
  await shot('plan', 'In its place', true)
  await page.getByRole('button', { name: 'Block', exact: true }).click()
  await pick(page.locator('.block-view'), 'Weeks', '8')
  await page.getByRole('button', { name: 'Plan the block' }).click()
  await expect(page.getByText('8 weeks planned,')).toBeVisible({ timeout: 90_000 })
  await page.evaluate(() => scrollTo(0, 0))
  await shot('block', '8 weeks planned')
  await stage('Floor')
  await stage('Review')
  await page
    .getByRole('region', { name: /Dynamometer, seated/ })
    .getByRole('button', { name: 'Set a goal' })
    .click()
  await page.getByLabel('Goal, kg').fill('60')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Change the goal' })).toBeVisible()
  await page.evaluate(() => scrollTo(0, 0))
  await shot('review', 'Your call')
  const job = (await (
    await page.request.post(`${own.url}/api/athletes/${page.url().split('/')[4]}/reports`, {
      data: {
        kind: 'athlete',
        from: '2026-07-16',
        to: '2026-10-08',
        units: { mass: 'kg', length: 'mm' },
      },
    })
  ).json()) as { id: string }
  await expect
    .poll(
      async () =>
        (
          (await (await page.request.get(`${own.url}/api/jobs/${job.id}`)).json()) as {
            state: string
          }
        ).state,
      { timeout: 20_000 },
    )
    .toBe('done')
  const pdf = new URL('../docs/examples/report-athlete.pdf', import.meta.url).pathname
  writeFileSync(pdf, await (await page.request.get(`${own.url}/api/jobs/${job.id}/file`)).body())
  // Its first page as a picture, where the machine has Debian's poppler-utils.
  try {
    execFileSync('pdftoppm', ['-r', '90', '-png', '-singlefile', pdf, `${dir}report`])
  } catch {
    console.warn('no pdftoppm: report.png is as it was')
  }
  await stage('Tests')
  await startTest(page)
  await typeTrials(page, ['45.2', '57.9', '44.6', '58.4', '46.1'])
  await expect(page.getByText('Right hand, trial 3')).toBeVisible()
  await shot('test', 'Set-up of this series')
  await page.getByRole('link', { name: 'Kit room' }).click()
  await shot('kit', 'Free instead')
  await page.goto(`${own.url}/reference/exercise/edge_hang?q=${encodeURIComponent('small holds')}`)
  await shot('reference', 'What one set trains')
  await page.goto(`${own.url}/bench/simulator?a=turn-72-60-25-1-3-6-60&b=turn-72-60-12-1-3-12-60`)
  await page.clock.runFor(500)
  await expect(page.getByText(/^1,000 draws/)).toHaveCount(2, { timeout: 30_000 })
  await shot('simulator', 'Script B', true)
  await page.goto(own.url)
  await page.getByRole('link', { name: 'Squad' }).click()
  await shot('squad', 'Places that the error does not tell apart')
  const id = await planToday(page, own.url, 'Mirela Stroud', [
    { exerciseId: 'pinch_hold', sets: 4, dose: 20 },
    { exerciseId: 'wrist_curl', sets: 3, dose: 15 },
    { exerciseId: 'ext_band', sets: 3, dose: 20 },
  ])
  await page.goto(`${own.url}/floor/${id}`)
  await pastWarmUp(page)
  await page.getByRole('button', { name: 'Start' }).click()
  await page.clock.runFor(10_300)
  await shot('floor', 'Let go early')
  await page.getByRole('link').count()
  await page.goto(`${own.url}/athletes/${id}/floor`)
  await page
    .getByRole('group', { name: 'At this station too' })
    .getByRole('checkbox')
    .first()
    .check()
  await page.getByRole('link', { name: 'Run for 2' }).click()
  await page.clock.fastForward(30_000)
  await page.getByRole('button', { name: 'As planned' }).click()
  await page.clock.runFor(1000)
  await shot('floor-several', 'Warm-up')
  await page.goto(`${own.url}/floor/${id}`)
  await page.setViewportSize({ width: 390, height: 844 })
  await page.getByRole('button', { name: 'Pain or stop' }).click()
  await page.getByRole('button', { name: '3', exact: true }).click()
  await shot('floor-phone', 'Timer stopped')
})

/** The instruments, on the real clock: what they show comes in its own time. */
test('pictures of the instruments', async ({ page, own }) => {
  const shot = async (name: string) => {
    await noNotice(page)
    await page.evaluate(() => window.scrollTo(0, 0))
    await page.mouse.move(0, 799)
    await page.evaluate(() => document.fonts.ready)
    await page.screenshot({ path: `${dir}${name}.png` })
  }
  const done = (says: string) =>
    expect(page.locator('.who2 b', { hasText: says })).toBeVisible({ timeout: 20_000 })
  await signIn(page, own.url)
  await open(page, 'Mirela Stroud', 'Tests')
  await startTest(page)
  await pick(page, 'Instrument', 'Dynamometer A, simulated')
  const ids = (await (await page.request.get(`${own.url}/api/instruments`)).json()) as {
    id: string
  }[]
  const drive = async (does: string, forceN: number, fault = 'clean') => {
    await expect(page.locator('.say-word')).toHaveText(/Squeeze|Rest|Clench and let go/)
    await page.request.post(`${own.url}/api/instruments/${ids[0]!.id}/drive`, {
      data: { does, forceN, seconds: 5.2, fault },
    })
  }
  await drive('squeeze', 372)
  await done('Right hand, trial 1')
  await drive('squeeze', 401)
  await done('Left hand, trial 2')
  await drive('squeeze', 380, 'slow-start')
  await done('Right hand, trial 2')
  await drive('squeeze', 396, 'slip')
  await done('Right hand, trial 3')
  await drive('squeeze', 404)
  await done('Left hand, trial 3')
  await drive('squeeze', 385)
  await expect(page.locator('.say-word')).toHaveText('Keep squeezing')
  await page.waitForTimeout(3000)
  await shot('live')
  await done('Right hand, trial 4')
})

/** A group test day in its middle, on the real clock. */
test('pictures of a test day', async ({ page, own }) => {
  await signIn(page, own.url)
  const get = async <T>(path: string) =>
    (await (await page.request.get(own.url + path)).json()) as T
  const athletes = (await get<{ id: string; name: string }[]>('/api/athletes/names'))
    .filter((a) => a.name !== 'Abel Quist')
    .slice(0, 7)
  const kit =
    await get<{ id: string; kind: string; label: string; measurementId: string }[]>('/api/kit')
  const uuid = (n: number) => `0199cccc-0000-7000-8000-${String(n).padStart(12, '0')}`
  const station = (n: number, name: string, protocolId: string, kind: string, plates: boolean) => {
    const u = kit.find((k) => k.kind === kind)!
    return {
      id: uuid(n),
      name,
      protocolId,
      unitId: u.id,
      measurementId: u.measurementId,
      variant: {},
      by: '',
      plates,
    }
  }
  const stations = [
    station(11, 'Grip, window', 'dyno_seated', 'dyno', false),
    station(12, 'Thick handle', 'lift_max', 'rolling', true),
    station(13, 'Key pinch', 'key_pinch', 'pinch_gauge', false),
  ].filter((s) => kit.some((k) => k.id === s.unitId))
  const setup = {
    params: {
      att: 20,
      gapHands: 60,
      gapSame: 150,
      swap: 15,
      plate0: 10,
      perStep: 4,
      step: 2.5,
      walk: 30,
    },
    stations,
    athletes: athletes.map((a) => ({ id: a.id, name: a.name })),
    perHand: 3,
    firstKg: Object.fromEntries(athletes.map((a, i) => [`${a.id} ${uuid(12)}`, 30 + 5 * i])),
    stepKg: 2.5,
  }
  const day = await page.request.post(`${own.url}/api/test-days`, {
    data: { id: uuid(1), name: 'Autumn tests', heldOn: '2026-10-08', setup },
  })
  expect(day.status(), await day.text()).toBe(201)
  const event = (n: number, at: number, kind: string, body: object) =>
    page.request.post(`${own.url}/api/test-days/${uuid(1)}/events`, {
      data: { id: uuid(100 + n), at, kind, body },
    })
  await event(0, 0, 'start', { startedAt: new Date(Date.now() - 700_000).toISOString() })
  for (let n = 0; n < 18; n++)
    await event(1 + n, 30 + 35 * n, 'done', {
      athlete: athletes[n % 3]!.id,
      station: uuid(11),
      hand: Math.floor(n / 3) % 2 === 0 ? 'left' : 'right',
      loadKg: 0,
      outcome: 'clean',
      value: 380 + 40 * (n % 3) + ((n * 13) % 22),
    })
  await page.goto(`${own.url}/testday/${uuid(1)}`)
  await expect(page.getByText('Results so far')).toBeVisible({ timeout: 20_000 })
  await page.waitForTimeout(800)
  await page.screenshot({ path: `${dir}testday.png`, fullPage: true })
})

const FIVE = ['Ines Varrow', 'Dov Hartigan', 'Mirela Stroud', 'Bram Achterley', 'Jonah Pell']

/** Eight weeks of five athletes of the demo hall as text: what rises, exercise by exercise. */
test('blocks of five athletes', async ({ page, own }) => {
  test.setTimeout(400_000)
  await page.clock.install({ time: NOW })
  await signIn(page, own.url)
  const parts: string[] = []
  for (const name of FIVE) {
    await page.goto(own.url)
    await open(page, name, 'Plan')
    await page.getByRole('button', { name: 'Block', exact: true }).click()
    await pick(page.locator('.block-view'), 'Weeks', '8')
    await page.getByRole('button', { name: 'Plan the block' }).click()
    await expect(page.getByText('8 weeks planned,')).toBeVisible({ timeout: 90_000 })
    const board = page.getByRole('table', { name: /what rises in each/ })
    parts.push(
      [
        `## ${name}`,
        '',
        await page.locator('h1').locator('xpath=following-sibling::*[1]').innerText(),
        '',
      ]
        .concat(await board.evaluate(asRows))
        .join('\n'),
    )
    const pictures = process.env['MANO_BLOCK_PICTURES']
    if (pictures)
      await page.screenshot({ path: `${pictures}/${name.split(' ')[0]}.png`, fullPage: true })
  }
  writeFileSync(
    new URL('../docs/examples/blocks.md', import.meta.url).pathname,
    `# Eight weeks of five athletes of the demo hall\n\nWritten by \`e2e/shots.ts\` from ` +
      'the block board. Amounts rise as they would if each session goes as ' +
      `proposed.\n\n${parts.join('\n\n')}\n`,
  )
})

/** A table of the page as lines of Markdown; a cell over several columns is said in each. */
function asRows(table: Element): string[] {
  const text = (c: Element) => {
    const seen = c.cloneNode(true) as Element
    seen.querySelectorAll('[aria-hidden], [role=listbox]').forEach((x) => x.remove())
    seen.querySelectorAll('p, small, li, span, label, button').forEach((x) => {
      x.prepend(' ')
      x.append(' ')
    })
    const kind = c.querySelector<HTMLInputElement>('[role=combobox]')?.value ?? ''
    return `${seen.textContent ?? ''} ${kind}`.replace(/\s+/g, ' ').trim()
  }
  const rows = [...table.querySelectorAll('tr')]
    .filter((r) => !r.classList.contains('band'))
    .map((r) =>
      [...r.children].flatMap((c) =>
        Array.from({ length: (c as HTMLTableCellElement).colSpan }, () => text(c)),
      ),
    )
  const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`
  return [line(rows[0]!), line(rows[0]!.map(() => '---')), ...rows.slice(1).map(line)]
}
