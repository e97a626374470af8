import { enter, expect, startTest, test, visit, pick } from './rig'

const ATHLETES = ['Mirela Stroud', 'Bram Achterley', 'Ines Varrow', 'Jonah Pell', 'Dov Hartigan']
/** Sixty results of one kind, none like another. */
const NUMBERS = Array.from({ length: 60 }, (_, i) => (30 + i * 0.1).toFixed(1))

interface Stored {
  note: string
  protocolId: string
  trials: { enteredValue: number }[]
}

test(
  '@long a group station takes sixty numbers as fast as they are typed, and loses none; leaving ' +
    'out is an act of its own, with Undo',
  async ({ page, own }) => {
    test.slow()
    await enter(page, own.url)
    await page.goto(`${own.url}/testday`)
    await page.getByRole('button', { name: 'Set up a day' }).click()
    await page.getByLabel('Name of the day').fill('Sixty')
    for (const n of ATHLETES)
      await page
        .getByRole('list', { name: 'Athletes' })
        .getByLabel(new RegExp(`^${n}`))
        .check()
    await page.getByRole('button', { name: 'Add a station' }).click()
    await page.getByLabel('Trials a hand').fill('6')
    for (const [label, s] of [
      ['A trial, s', '1'],
      ['Rest between hands, s', '0'],
      ['Rest of a hand, s', '0'],
      ['Next one steps up, s', '0'],
    ] as const)
      await page.getByLabel(label).fill(s)
    await expect(page.getByText(/60 trials, about/)).toBeVisible()
    await page.getByRole('button', { name: 'Save day' }).click()
    await page.getByRole('button', { name: 'Start the day' }).click()
    await page.getByRole('link', { name: 'Station 1' }).click()
    const box = page.getByLabel(/^Result/)
    const met = page.getByRole('button', { name: 'All four met' })
    // A number typed before the conditions are met waits in the box.
    await expect(met).toBeVisible()
    await page.keyboard.type(`${NUMBERS[0]}\n`)
    await expect(
      page
        .getByRole('alert')
        .filter({ hasText: 'First say that all four are met; the number waits here.' }),
    ).toBeVisible()
    await expect(box).toHaveValue(NUMBERS[0]!)
    await met.click()
    await page.keyboard.press('Enter')
    for (const n of NUMBERS.slice(1)) {
      if (await met.isVisible()) await met.click()
      await page.keyboard.type(`${n}\n`)
    }
    await expect(page.getByRole('heading', { name: 'This station is done' })).toBeVisible()
    await expect(page.getByText('60 trials recorded.')).toBeVisible()
    // One more is granted, left out with its reason, and the leaving out taken back.
    await page.getByRole('button', { name: /^One more for / }).click()
    await box.fill('41.5')
    await page.getByRole('button', { name: 'Leave out …' }).click()
    await page.getByRole('button', { name: 'Hand not ready' }).click()
    await expect(page.getByText(/60 trials recorded, 1 left out: /)).toBeVisible()
    await expect(
      page.getByText(
        /Nothing is recorded: .*: hand not ready\. The 41\.5 that was typed is not kept\./,
      ),
    ).toBeVisible()
    await page.getByRole('main').getByRole('button', { name: 'Undo' }).click()
    await expect(box).toBeFocused()
    await expect(box).toHaveValue('41.5')
    await page.keyboard.press('Enter')
    await expect(page.getByText('61 trials recorded.')).toBeVisible()
    const roster = (await (await page.request.get(`${own.url}/api/athletes/names`)).json()) as {
      id: string
      name: string
    }[]
    const values = async () => {
      const all: number[] = []
      for (const name of ATHLETES) {
        const tests = (await (
          await page.request.get(
            `${own.url}/api/athletes/${roster.find((a) => a.name === name)!.id}/tests`,
          )
        ).json()) as Stored[]
        all.push(
          ...tests
            .filter((t) => t.note === 'Sixty')
            .flatMap((t) => t.trials.map((x) => x.enteredValue)),
        )
      }
      return all.sort((a, b) => a - b)
    }
    await expect
      .poll(values, { timeout: 30_000 })
      .toEqual([...NUMBERS.map(Number), 41.5].sort((a, b) => a - b))
  },
)

test(
  '@long a hang and a ramp are stations too: both hands at once, a time, a load other than the ' +
    'one proposed',
  async ({ page, own }) => {
    await enter(page, own.url)
    await page.goto(`${own.url}/testday`)
    await page.getByRole('button', { name: 'Set up a day' }).click()
    await page
      .getByRole('list', { name: 'Athletes' })
      .getByLabel(/^Bram Achterley/)
      .check()
    for (let n = 0; n < 2; n++) await page.getByRole('button', { name: 'Add a station' }).click()
    await pick(page, 'Protocol of Station 1', 'Timed hang, both hands')
    await pick(page, 'Protocol of Station 2', 'Pick-up ramp')
    await expect(page.getByLabel('Trials at Station 1')).toHaveValue('1')
    await page.getByLabel('Trials a hand').fill('1')
    await page.getByLabel('Step, kg').fill('2.5')
    for (const [label, s] of [
      ['A trial, s', '1'],
      ['Rest between hands, s', '0'],
      ['Rest of a hand, s', '0'],
      ['To the next station, s', '0'],
    ] as const)
      await page.getByLabel(label).fill(s)
    await expect(page.getByText(/3 trials, about/)).toBeVisible()
    await page.getByRole('button', { name: 'Save day' }).click()
    await page.getByRole('button', { name: 'Start the day' }).click()
    const day = page.url()
    await page.getByRole('link', { name: 'Station 1' }).click()
    await page.getByRole('button', { name: 'All four met' }).click()
    await page.keyboard.type('1:05\n')
    await expect(page.getByText('1 trial recorded.')).toBeVisible()
    await page.goto(day)
    await page.getByRole('link', { name: 'Station 2' }).click()
    await page.getByRole('button', { name: 'All four met' }).click()
    await page.keyboard.type('17.5')
    await page.getByRole('button', { name: 'Clean' }).click()
    await expect(page.getByText(/Right, trial 1|Left, trial 1/)).toBeVisible()
    const roster = (await (await page.request.get(`${own.url}/api/athletes/names`)).json()) as {
      id: string
      name: string
    }[]
    const id = roster.find((a) => a.name === 'Bram Achterley')!.id
    await expect
      .poll(async () => {
        const tests = (await (
          await page.request.get(`${own.url}/api/athletes/${id}/tests`)
        ).json()) as Stored[]
        return tests
          .filter((t) => t.note === 'Test day')
          .map((t) => [t.protocolId, t.trials.map((x) => x.enteredValue)])
          .sort()
      })
      .toEqual([
        ['hang_time', [65]],
        ['lift_max', [17.5]],
      ])
  },
)

test(
  'a single test: after a correction, a strike and a move to the other hand the next ' +
    'number typed is the next trial',
  async ({ page, own }) => {
    await visit(page, own.url, 'Bram Achterley', 'Tests')
    await startTest(page)
    await page.keyboard.type('41.1\n42.2\n')
    const trial = (name: RegExp) => page.getByRole('button', { name })
    await trial(/^left hand, trial 1: 41\.1/).click()
    await page.getByRole('menuitem', { name: 'Correct the number' }).click()
    await page.getByLabel('Correct number, kg').fill('40.1')
    await page.getByRole('button', { name: 'Correct', exact: true }).click()
    await expect(trial(/^left hand, trial 1: 40\.1/)).toBeVisible()
    await page.keyboard.type('41.3\n')
    await expect(trial(/^left hand, trial 2: 41\.3/)).toBeVisible()
    await trial(/^right hand, trial 1: 42\.2/).click()
    await page.getByRole('menuitem', { name: 'Strike it out' }).click()
    await page.getByRole('button', { name: 'Slipped' }).click()
    await expect(trial(/^right hand, trial 1: 42\.2, struck/)).toBeVisible()
    await page.keyboard.type('43.4\n')
    await expect(trial(/^right hand, trial 2: 43\.4/)).toBeVisible()
    await trial(/^left hand, trial 2: 41\.3/).click()
    await page.getByRole('menuitem', { name: 'It was the right hand' }).click()
    await expect(trial(/^right hand, trial 3: 41\.3/)).toBeVisible()
    await page.keyboard.type('39.9\n')
    await expect(trial(/^left hand, trial 2: 39\.9/)).toBeVisible()
  },
)

test(
  '@long a single test takes sixty numbers as fast as they are typed, ten of them corrected on ' +
    'the way, and loses none',
  async ({ page, own }) => {
    test.slow()
    await visit(page, own.url, 'Bram Achterley', 'Tests')
    await startTest(page)
    const more = page.getByRole('button', { name: /^One more, / })
    const wanted = new Set(NUMBERS.map(Number))
    for (const [i, n] of NUMBERS.entries()) {
      if (await more.first().isVisible()) await more.nth(i < 30 ? 0 : 1).click()
      await page.keyboard.type(`${n}\n`)
      if (i % 6 !== 5) continue
      await page
        .getByRole('button', { name: new RegExp(`hand, trial \\d+: ${n.replace('.', '\\.')}`) })
        .click()
      await page.getByRole('menuitem', { name: 'Correct the number' }).click()
      await page.getByLabel('Correct number, kg').fill((Number(n) + 0.05).toFixed(2))
      await page.keyboard.press('Enter')
      wanted.delete(Number(n))
      wanted.add(Number((Number(n) + 0.05).toFixed(2)))
      await expect(page.getByRole('cell', { name: 'Corrected' })).toHaveCount((i + 1) / 6)
    }
    const names = (await (await page.request.get(`${own.url}/api/athletes/names`)).json()) as {
      id: string
      name: string
    }[]
    const { id } = names.find((n) => n.name === 'Bram Achterley')!
    const stored = async () => {
      const tests = (await (
        await page.request.get(`${own.url}/api/athletes/${id}/tests`)
      ).json()) as Stored[]
      return tests
        .at(-1)!
        .trials.map((t) => Number(t.enteredValue.toFixed(2)))
        .sort((a, b) => a - b)
    }
    await expect.poll(stored, { timeout: 30_000 }).toEqual([...wanted].sort((a, b) => a - b))
  },
)

test(
  '@long beside an instrument sixty numbers are typed as fast as they come, a live trial among ' +
    'them; one that is being measured takes no number',
  async ({ page, alone }) => {
    test.slow()
    await visit(page, alone.url, 'Bram Achterley', 'Tests')
    await startTest(page)
    await pick(page, 'Instrument', 'Dynamometer A, simulated')
    await page.getByText(/^Simulated (left|right)/).click()
    await expect(page.locator('.say-word')).toHaveText('Squeeze')
    const more = page.getByRole('button', { name: /^One more, / })
    const type = async (numbers: readonly string[]) => {
      for (const n of numbers) {
        if (await more.first().isVisible()) await more.nth(Number(n) < 33 ? 0 : 1).click()
        await page.keyboard.type(`${n}\n`)
      }
    }
    await type(NUMBERS.slice(0, 2))
    await page.getByRole('button', { name: 'Squeeze', exact: true }).click()
    await expect(page.locator('.say-word')).toHaveText('Keep squeezing')
    await page.keyboard.type('55.5\n')
    await expect(page.getByText('A trial is being measured.', { exact: false })).toBeVisible()
    const box = page.getByLabel(/result in kg$/)
    await expect(box).toHaveValue('55.5')
    await box.fill('')
    await expect(page.getByText(/: Counts\./)).toBeVisible({ timeout: 20_000 })
    await type(NUMBERS.slice(2))
    const stored = async () => {
      const names = (await (await page.request.get(`${alone.url}/api/athletes/names`)).json()) as {
        id: string
        name: string
      }[]
      const { id } = names.find((n) => n.name === 'Bram Achterley')!
      const tests = (await (
        await page.request.get(`${alone.url}/api/athletes/${id}/tests`)
      ).json()) as Stored[]
      // The one that was measured has more decimals.
      return tests
        .at(-1)!
        .trials.map((t) => t.enteredValue)
        .filter((v) => NUMBERS.includes(String(v.toFixed(1))) && v === Number(v.toFixed(1)))
        .sort((a, b) => a - b)
    }
    await expect.poll(stored, { timeout: 30_000 }).toEqual(NUMBERS.map(Number))
  },
)

test(
  '@long a number out of all proportion is asked about once, alone and at a station, and waits ' +
    'in the box',
  async ({ page, own }) => {
    await visit(page, own.url, 'Bram Achterley', 'Tests')
    await startTest(page)
    await page.keyboard.type('38.2\n40.1\n93.5\n')
    await expect(page.getByText(/93\.5.kg beside 38\.2.kg: is that right\?/)).toBeVisible()
    await expect(page.getByText('Left hand, trial 2')).toBeVisible()
    // Said again it counts; typed anew the slip never was.
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: /^left hand, trial 2: 93\.5/ })).toBeVisible()
    await page.keyboard.type('19\n')
    await expect(page.getByText(/19\.0.kg beside 40\.1.kg/)).toBeVisible()
  },
)

test('between two protocols the form that goes takes nothing, and the next one does', async ({
  page,
  own,
}) => {
  await visit(page, own.url, 'Mirela Stroud', 'Tests')
  await page.getByRole('checkbox', { name: 'Warmed up' }).check()
  const ramp = page.getByRole('button', { name: 'Pick-up ramp' })
  const between = await ramp.evaluate((button: HTMLElement) => {
    const old = document.querySelector('.start')
    const skin = [...document.querySelectorAll('label')].find((l) => l.textContent === 'Skin good')
    button.click()
    skin?.click()
    return { old: old?.isConnected, ticked: skin?.querySelector('input')?.checked }
  })
  expect(between).toEqual({ old: true, ticked: false })
  await expect(page.getByLabel(/^Expected best/)).toBeVisible()
  await page.getByRole('checkbox', { name: 'Skin good' }).check()
})
