import { accessible, expect, startTest, test, typeTrials } from './rig'

test(
  'an empty installation: hall, athlete, six trials, verdict, and found again after a ' + 'reload',
  async ({ page, empty }) => {
    await page.goto(empty.url)
    await expect(page.getByRole('heading', { name: 'Set up your hall' })).toBeVisible()
    await accessible(page)
    await page.getByLabel('Name of the hall').fill('Lower Quay')
    await page.getByLabel('Your name').fill('Cass Arden')
    await page.getByLabel('Sign-in name').fill('cass')
    await page.getByRole('textbox', { name: 'Password' }).fill('short')
    await page.getByRole('button', { name: 'Make the hall' }).click()
    await expect(
      page
        .getByText('The password needs 10 characters', { exact: false })
        .or(page.getByText('the password needs 10 characters')),
    ).toBeVisible()
    await page.getByRole('textbox', { name: 'Password' }).fill('long enough to pass')
    await page.getByRole('button', { name: 'Make the hall' }).click()

    await expect(page.getByRole('heading', { name: 'Add the kit' })).toBeVisible()
    await accessible(page)
    await page.getByRole('link', { name: 'Add your first athlete' }).click()
    await page.getByRole('combobox', { name: 'Sport or goal' }).click()
    await page.getByRole('option', { name: 'Boxer' }).click()
    await page.getByLabel('Name', { exact: true }).fill('Rui Castellane')
    await page.getByLabel('Birth date').fill('2027-01-01')
    await page.getByRole('button', { name: 'Add and go on to intake' }).click()
    await expect(page.getByText('The birth date is in the future.')).toBeVisible()
    await page.getByLabel('Birth date').fill('1999-03-02')
    await page.getByText('Right', { exact: true }).click()
    await page.getByRole('button', { name: 'Add and go on to intake' }).click()
    await expect(page.getByRole('heading', { name: 'Rui Castellane' })).toBeVisible()

    await page.getByRole('link', { name: /^Tests/ }).click()
    await startTest(page)
    // What moves up or down while typing, by the browser's own account of layout shifts.
    await page.evaluate(() => {
      const w = window as unknown as { jumped: string[] }
      w.jumped = []
      interface Shift {
        sources: { node: Node | null; previousRect: DOMRect; currentRect: DOMRect }[]
      }
      new PerformanceObserver((list) => {
        for (const e of list.getEntries() as unknown as Shift[])
          for (const s of e.sources)
            if (s.node?.textContent?.trim() && s.previousRect.y !== s.currentRect.y)
              w.jumped.push(
                `${s.node?.textContent?.slice(0, 40)}: ${s.previousRect.y} to ${s.currentRect.y}`,
              )
      }).observe({ type: 'layout-shift' })
    })
    const table = page.getByRole('table', { name: 'Trials' })
    const before = await table.boundingBox()
    await typeTrials(page, ['40', '48.1', '40.6', '48', '41.2', '48.9'])
    await expect(page.getByText('Test complete')).toBeVisible()
    await expect(page.getByText('16\u00A0% behind', { exact: false }).first()).toBeVisible()
    await expect(page.getByText('Large', { exact: true })).toBeVisible()
    await expect(page.getByText('Seen on one day', { exact: false })).toBeVisible()
    await expect(page.getByRole('cell', { name: 'Counts' })).toHaveCount(6)
    expect(await table.boundingBox()).toEqual(before)
    expect(await page.evaluate(() => (window as unknown as { jumped: string[] }).jumped)).toEqual(
      [],
    )

    await page.reload()
    await expect(page.getByText('Large', { exact: true })).toBeVisible()
    await expect(
      page.getByRole('button', { name: 'right hand, trial 3: 48.9. Change' }),
    ).toBeVisible()
    await page.getByRole('link', { name: 'Roster' }).click()
    await page.keyboard.press('/')
    await page.keyboard.type('rui')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('heading', { name: 'Rui Castellane' })).toBeVisible()
    await page.getByRole('link', { name: /^Review/ }).click()
    await expect(page.getByText('The two hands over days')).toBeVisible()
  },
)
