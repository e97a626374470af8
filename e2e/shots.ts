import { expect, open, signIn, startTest, test, typeTrials } from './rig'

const dir = new URL('../docs/screenshots/', import.meta.url).pathname

/** One current picture of each main view, from the demo data. */
test('pictures of the main views', async ({ page, own }) => {
  const shot = async (name: string) => {
    await expect(page.locator('[aria-busy=true]')).toHaveCount(0)
    await page.mouse.move(0, 799)
    await page.evaluate(() => document.fonts.ready)
    await page.screenshot({ path: `${dir}${name}.png`, animations: 'disabled' })
  }
  await signIn(page, own.url)
  await shot('roster')
  await open(page, 'Dov Hartigan', 'Intake')
  await shot('intake')
  await page.getByRole('link', { name: /^Demands/ }).click()
  await shot('demands')
  await page.getByRole('link', { name: /^Review/ }).click()
  await shot('review')
  await page.getByRole('link', { name: /^Tests/ }).click()
  await startTest(page)
  await typeTrials(page, ['45.2', '57.9', '44.6', '58.4', '46.1'])
  await expect(page.getByText('Right hand, trial 3')).toBeVisible()
  await shot('test')
  await page.getByRole('link', { name: 'Import', exact: true }).click()
  await shot('import')
})
