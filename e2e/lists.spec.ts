import { accessible, expect, test, visit } from './rig'

test(
  'a list of choices opens where there is room, goes along when the page is scrolled, is chosen ' +
    'from by keys and by a letter, and has no finding while it is open',
  async ({ page, own }) => {
    await visit(page, own.url, 'Mirela Stroud', 'Intake')
    const level = page.getByRole('combobox', { name: 'Level' })
    const list = page.getByRole('listbox', { name: 'Level' })
    const apart = async () => {
      const [field, open] = [await level.boundingBox(), await list.boundingBox()]
      return field && open
        ? { under: open.y - field.y - field.height, over: field.y - open.y - open.height }
        : null
    }
    await level.click()
    await expect(list).toBeVisible()
    const below = await apart()
    expect(below?.under).toBeGreaterThan(0)
    expect(below?.under).toBeLessThan(20)
    expect(await accessible(page, 'any')).toEqual([])

    await page.mouse.wheel(0, 120)
    await expect.poll(async () => (await level.boundingBox())?.y).toBeLessThan(300)
    await expect
      .poll(async () => Math.round((await apart())?.under ?? 0))
      .toBe(Math.round(below?.under ?? 0))
    await page.keyboard.press('Escape')
    await expect(list).toBeHidden()

    // Low on the screen it opens upwards.
    await page.setViewportSize({ width: 1280, height: 420 })
    await level.evaluate((el) => el.scrollIntoView({ block: 'end' }))
    await level.click()
    await expect.poll(async () => (await apart())?.over).toBeGreaterThan(0)
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await expect(list).toBeHidden()
    await expect(level).not.toHaveValue('Trained')

    await page.setViewportSize({ width: 1280, height: 800 })
    await page.goto(`${own.url}/squad`)
    const sex = page.getByRole('combobox', { name: 'Sex' })
    await sex.focus()
    await page.keyboard.press('m')
    await expect(sex).toHaveValue('Men')
    // To either end, and the page stays where it is.
    const away = () => page.evaluate(() => scrollY)
    await page.setViewportSize({ width: 1280, height: 300 })
    await sex.scrollIntoViewIfNeeded()
    const before = await away()
    await page.keyboard.press('Home')
    await expect(sex).toHaveValue('Women and men')
    await sex.click()
    await page.keyboard.press('End')
    await expect(sex).toHaveValue('Men')
    expect(await away()).toBe(before)
    // After a pause a letter begins anew.
    await page.waitForTimeout(1000)
    await page.keyboard.press('w')
    await expect(sex).toHaveValue('Women and men')
  },
)

for (const width of [1280, 390])
  test(`at ${width} wide a long list keeps its choices in place while it is scrolled`, async ({
    page,
    own,
  }) => {
    await page.setViewportSize({ width, height: 800 })
    await visit(page, own.url, 'Mirela Stroud', 'Tests')
    await page.getByRole('combobox', { name: 'More protocols' }).click()
    const list = page.getByRole('listbox', { name: 'More protocols' })
    const choice = list.getByRole('option', { name: 'Hand length and span' })
    await expect(list).toBeVisible()
    // Its place from the top of the list: under the pointer it may not move.
    const place = () =>
      choice.evaluate((el) => {
        const top = (e: Element) => e.getBoundingClientRect().top
        return Math.round(top(el) - top(el.closest('.mantine-Select-options')!))
      })
    const before = await place()
    expect(before).toBeGreaterThan(400)
    await list.hover({ position: { x: 40, y: 100 } })
    await expect(async () => {
      await page.mouse.wheel(0, 100)
      expect(await place()).toBe(before)
      await expect(choice).toBeInViewport({ timeout: 100 })
    }).toPass({ intervals: [50] })
  })
