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
