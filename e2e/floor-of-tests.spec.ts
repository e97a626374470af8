import { accessible, expect, test, visit, pick } from './rig'

const stages = (page: import('@playwright/test').Page, name: RegExp) =>
  page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name }).click()

test(
  'a visit: batteries by sport, in the order that tires least, left and gone on with; ' +
    'results reach the map at once',
  async ({ page, own }) => {
    await visit(page, own.url, 'Bram Achterley', 'Tests')
    await page.getByRole('link', { name: 'Several tests' }).click()
    await expect(
      page.getByRole('heading', { name: 'Suggested for Thrower, shot or discus' }),
    ).toBeVisible()
    await accessible(page)
    await pick(page, /^Add a test/, 'hang_time')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await page.getByLabel('Name', { exact: true }).fill('Throwers, winter')
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(page.getByRole('heading', { name: 'Throwers, winter' })).toBeVisible()
    const steps = page.locator('.visit li')
    await expect(steps).toHaveCount(7)
    await page.getByRole('button', { name: 'Take out Pick-up ramp' }).click()
    await expect(steps).toHaveCount(6)
    await expect(steps.first()).toContainText('Dynamometer, seated')
    await steps.first().getByRole('link', { name: 'Start' }).click()
    await page.getByRole('button', { name: 'All four met, start' }).click()
    await expect(page.getByText('Throwers, winter: 0 of 6 done')).toBeVisible()
    await expect(page.getByText('Left hand, trial 1')).toBeVisible()
    await page.keyboard.type('60\n66\n60.5\n66.5\n')
    await expect(page.getByText('Left hand, trial 3')).toBeVisible()

    // Left in the middle, and gone on with from the visit.
    await page.getByRole('link', { name: 'Whole battery' }).click()
    await expect(steps.first()).toContainText('Under way')
    await page.reload()
    await steps.first().getByRole('link', { name: 'Go on' }).click()
    await expect(page.getByText('Left hand, trial 3')).toBeVisible()
    await page.keyboard.type('61\n67\n')
    await expect(page.getByText('Throwers, winter: 1 of 6 done')).toBeVisible()
    await page.locator('.in-battery').getByRole('link').first().click()
    // What was asked before the first test still holds.
    await expect(page.getByLabel('Warmed up')).toBeChecked()
    await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeEnabled()
    await stages(page, /^Gaps/)
    await expect(
      page.locator('.spine').getByRole('button', { name: /^Closing force, max: left 60\.5.kg/ }),
    ).toBeVisible()
  },
)

test(
  '@long springs: block before each close, three trials a ' +
    'level, a bracket and training springs',
  async ({ page, own }) => {
    await visit(page, own.url, 'Bram Achterley', 'Tests')
    await pick(page, 'More protocols', 'spring_bracket')
    await page.getByLabel('Expected best of the better hand, kg').fill('60')
    await page.getByLabel('Knows this test from before', { exact: false }).check()
    await page.getByRole('button', { name: 'All four met, start' }).click()
    await expect(page.getByText('Left hand, trial 1')).toBeVisible()
    await expect(
      page.getByText('starts at about 23 % of its closing force', { exact: false }),
    ).toBeVisible()
    await accessible(page)
    const best = { Left: 60, Right: 50 }
    for (let i = 0; i < 20; i++) {
      const said = await page.locator('.who2 b').innerText()
      if (said === 'Test complete') break
      const hand = said.startsWith('Left') ? 'Left' : 'Right'
      await expect(page.getByRole('button', { name: 'Closed', exact: true })).toBeDisabled()
      const anyway = page.getByRole('button', { name: 'Close all the same' })
      if (i >= 2) await anyway.click()
      await page.getByLabel('block or card shown before the close', { exact: false }).check()
      const kg = parseFloat((await page.locator('.spring-now b').innerText()).split(', ').at(-1)!)
      await page
        .getByRole('button', { name: kg <= best[hand] ? 'Closed' : 'Not closed', exact: true })
        .click()
      await expect(page.getByText(said, { exact: true })).toBeHidden()
      if (i === 3) await page.reload()
    }
    await expect(page.getByText('Test complete')).toBeVisible()
    await expect(
      page.getByText('between 54.5 kg and 63.0 kg, for this set width only', { exact: false }),
    ).toBeVisible()
    await expect(
      page.getByText('between 45.5 kg and 54.5 kg, for this set width only', { exact: false }),
    ).toBeVisible()
    await expect(page.getByText('hard 54.5 kg, next aim 63.0 kg', { exact: false })).toBeVisible()
  },
)

test('@long a contest minute, repeated holds across a reload, what is kept beside a test', async ({
  page,
  own,
}) => {
  await visit(page, own.url, 'Bram Achterley', 'Tests')
  await pick(page, 'More protocols', 'single_max')
  await pick(page, /^Time limit/, '60')
  await page.getByRole('button', { name: 'All four met, start' }).click()
  const log = page.getByRole('button', { name: /^Not clean, \d not met|^Clean$/ })
  await page.getByLabel('left hand, load in kg').fill('70')
  await expect(log).toBeDisabled()
  await page.getByRole('button', { name: 'Start the minute' }).click()
  await page.getByLabel('Lifted with control').check()
  await log.click()
  await expect(page.getByRole('cell', { name: /Not clean.*1 lines met/ })).toBeVisible()
  await page.getByLabel('Lifted with control').check()
  await page.getByLabel('left hand, load in kg').fill('67')
  await page.reload()
  // The minute goes on by the wall clock; what was typed and ticked is still there.
  await expect(page.getByRole('button', { name: 'End the minute' })).toBeVisible()
  await expect(page.getByLabel('left hand, load in kg')).toHaveValue('67')
  await expect(page.getByLabel('Lifted with control')).toBeChecked()
  await page.getByRole('button', { name: 'All met' }).click()
  await page.getByLabel('left hand, load in kg').fill('67.5')
  await page.getByRole('button', { name: 'Clean', exact: true }).click()
  await expect(page.getByRole('button', { name: /left hand, trial 2: 67\.5/ })).toBeVisible()
  await page.getByRole('button', { name: 'Right', exact: true }).click()
  await expect(page.getByText('Right hand, trial 1')).toBeVisible()

  // Beside the test: a note, a link, a picture without its metadata; what is no picture is refused.
  await page.getByLabel('Note or link to a clip').fill('Thumb taped')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Thumb taped')).toBeVisible()
  await page.getByLabel('Note or link to a clip').fill('https://clips.example/42')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('link', { name: 'clips.example/42' })).toBeVisible()
  const file = page.getByLabel('Picture of the hand')
  await file.setInputFiles({
    name: 'notes.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from('%PDF'),
  })
  await expect(page.getByText('notes.pdf is not a JPEG, PNG or WebP picture.')).toBeVisible()
  await file.setInputFiles({
    name: 'big.png',
    mimeType: 'image/png',
    buffer: Buffer.alloc(11 * 1024 * 1024),
  })
  await expect(page.getByText('big.png is 11.0 MB; at most 10 MB.')).toBeVisible()
  await file.setInputFiles({
    name: 'hand.png',
    mimeType: 'image/png',
    buffer: await page.screenshot({ clip: { x: 0, y: 0, width: 200, height: 150 } }),
  })
  await expect(page.getByRole('img', { name: 'Picture 3 of this test' })).toBeVisible()
  await page.getByRole('button', { name: 'Remove photo 3' }).click()
  await page.getByRole('button', { name: 'Delete for good' }).click()
  await expect(page.getByRole('img', { name: 'Picture 3 of this test' })).toBeHidden()

  await stages(page, /^Tests/)
  await pick(page, 'More protocols', 'repeat_73')
  await page.getByRole('button', { name: 'All four met, start' }).click()
  // The wall clock stands until it is set on: how long a reload takes counts for nothing.
  const began = Date.now()
  await page.clock.setFixedTime(began)
  await page.getByRole('button', { name: /^Start/ }).click()
  await page.clock.setFixedTime(began + 17_000)
  await expect(page.getByText('Hold 2', { exact: true })).toBeVisible()
  await page.reload()
  await expect(page.getByText('Hold 2', { exact: true })).toBeVisible()
  await page.clock.setFixedTime(began + 27_000)
  await expect(page.getByText('Hold 3', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: /^Let go/ }).click()
  await expect(page.getByLabel('left hand, holds kept')).toHaveValue('2')
  await expect(page.getByText(/The last hold lasted \d s of 7\./)).toBeVisible()
  await page.getByRole('button', { name: 'Enter', exact: true }).click()
  await expect(page.getByRole('button', { name: /left hand, trial 1: 2/ })).toBeVisible()
})
