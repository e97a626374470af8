import { v7 } from 'uuid'
import type { PlaceView } from '@mano/contract/kit'
import { accessible, enter, expect, signIn, test, pick } from './rig'

const SECOND = {
  kind: 'dyno',
  label: 'Dynamometer, bench 2',
  orientation: null,
  surface: null,
  size: null,
  sizeUnit: 'mm',
  depthMm: null,
  handleMm: null,
  massKg: null,
  plates: [],
  ratingKg: null,
  ratedBy: '',
  ratedOn: null,
}

test(
  '@long a group test day: set up, two stations on two tablets, six athletes, one station lost ' +
    "in the middle; the results are on each athlete's page",
  async ({ page, own, browser }) => {
    test.slow()
    await signIn(page, own.url)
    // An implement stands at one station: the hall gets a second one.
    const [place] = (await (await page.request.get(`${own.url}/api/places`)).json()) as PlaceView[]
    const added = await page.request.post(`${own.url}/api/kit`, {
      data: { id: v7(), measurementId: v7(), placeId: place!.id, ...SECOND },
    })
    expect(added.status()).toBe(201)
    await page.getByRole('link', { name: 'Test days' }).click()
    await page.getByRole('button', { name: 'Set up a day' }).click()
    await page.getByLabel('Name of the day').fill('Autumn tests')
    const names = [
      'Mirela Stroud',
      'Bram Achterley',
      'Ines Varrow',
      'Jonah Pell',
      'Dov Hartigan',
      'Tamsin Corrie',
    ]
    for (const n of names)
      await page
        .getByRole('list', { name: 'Athletes' })
        .getByLabel(new RegExp(`^${n}`))
        .check()
    for (let n = 0; n < 2; n++) await page.getByRole('button', { name: 'Add a station' }).click()
    await pick(page, 'Protocol of Station 2', 'Dynamometer, standing')
    await page.getByLabel('Trials a hand').fill('1')
    // Time runs fast: a try a second, rests of three.
    for (const [label, s] of [
      ['A trial, s', '1'],
      ['Rest between hands, s', '2'],
      ['Rest of a hand, s', '3'],
      ['Next one steps up, s', '1'],
      ['To the next station, s', '1'],
    ] as const)
      await page.getByLabel(label).fill(s)
    await expect(page.getByText(/24 trials, about/)).toBeVisible()
    await expect(page.getByText(/No order ends before .* a bound, not a plan/)).toBeVisible()
    await accessible(page)
    await page.getByRole('button', { name: 'Save day' }).click()
    await page.getByRole('button', { name: 'Start the day' }).click()
    const status = page.getByRole('status').first()
    await expect(status).toContainText('0 of 24 trials done')
    await accessible(page)

    const tablet = async (station: string) => {
      const p = await (
        await browser.newContext({ viewport: { width: 1180, height: 820 }, hasTouch: true })
      ).newPage()
      await enter(p, own.url)
      await p.goto(page.url())
      await p.getByRole('link', { name: station }).click()
      return p
    }
    const [one, two] = [await tablet('Station 1'), await tablet('Station 2')]
    let value = 30
    /**
     * One try as the tester does it: conditions of a new athlete, the number, keep. False when the
     * station has nothing more.
     */
    const tryAt = async (p: typeof one): Promise<boolean> => {
      const met = p.getByRole('button', { name: 'All four met' })
      const result = p.getByLabel(/^Result/)
      await expect(
        met
          .or(result)
          .or(p.getByRole('heading', { name: /This station is done|Out of use/ }))
          .first(),
      ).toBeVisible({ timeout: 20_000 })
      if (await p.getByRole('heading', { name: /This station is done|Out of use/ }).isVisible())
        return false
      if (await met.isVisible()) await met.tap()
      const who = await p.locator('.f-word').textContent()
      await result.fill(String(value++))
      await p.getByRole('button', { name: 'Save' }).tap()
      await expect
        .poll(
          async () =>
            (await p.locator('.f-word').count()) === 0 ||
            (await p.locator('.f-word').textContent()) !== who,
        )
        .toBe(true)
      return true
    }
    for (let n = 0; n < 4; n++) {
      await tryAt(one)
      await tryAt(two)
    }
    await accessible(one)
    // A try that went wrong is granted again.
    await one.getByRole('button', { name: /^One more for / }).tap()
    await expect(status).toContainText('8 of 25 trials done', { timeout: 10_000 })
    await page
      .getByRole('region', { name: 'Station 2' })
      .getByRole('button', { name: 'Out of use' })
      .click()
    await expect(two.getByRole('heading', { name: 'Out of use' })).toBeVisible({ timeout: 10_000 })
    for (let n = 0; n < 20 && (await tryAt(one)); n++) {
      /* on */
    }
    await page
      .getByRole('region', { name: 'Station 2' })
      .getByRole('button', { name: 'It works again' })
      .click()
    await expect(two.getByRole('heading', { name: 'Out of use' })).toBeHidden({ timeout: 10_000 })
    for (let n = 0; n < 20 && (await tryAt(two)); n++) {
      /* on */
    }
    await expect(status).toContainText('All 25 trials are done', { timeout: 15_000 })
    const results = page.getByRole('region', { name: 'Results' })
    await expect(results.getByRole('row')).toHaveCount(14)
    await accessible(page)
    // They count for the athlete at once.
    const roster = (await (await page.request.get(`${own.url}/api/athletes/names`)).json()) as {
      id: string
      name: string
    }[]
    let tries = 0
    for (const name of names) {
      const id = roster.find((a) => a.name === name)!.id
      const tests = (await (
        await page.request.get(`${own.url}/api/athletes/${id}/tests`)
      ).json()) as { note: string; protocolId: string; trials: { hand: string }[] }[]
      // Each hand at each station; whoever was granted one more has it.
      const today = tests.filter((t) => t.note === 'Autumn tests')
      expect(
        today
          .map((t) => `${t.protocolId} ${[...new Set(t.trials.map((x) => x.hand))].sort().join()}`)
          .sort(),
        name,
      ).toEqual(['dyno_seated left,right', 'dyno_standing left,right'])
      tries += today.reduce((a, t) => a + t.trials.length, 0)
    }
    expect(tries).toBe(25)
    await one.context().close()
    await two.context().close()
  },
)
