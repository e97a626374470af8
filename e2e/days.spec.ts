import { accessible, expect, test, visit } from './rig'

test(
  '@long a day is typed as people write it, or picked by ' +
    'keys; what is no day stays and is said',
  async ({ page, hall }) => {
    await visit(page, hall.url, 'Mirela Stroud', 'Review')
    const from = page.getByRole('textbox', { name: 'From' })
    await expect(from).toHaveValue(/^\d{1,2} [A-Z][a-z]{2} 2026$/)
    await from.fill('3/8/2026')
    await from.press('Tab')
    await expect(from).toHaveValue('3 Aug 2026')
    await expect(page).toHaveURL(/from=2026-08-03/)
    for (const [typed, says] of [
      ['13/13/2026', 'Not a day: write 8 Oct 2026 or 8/10/2026'],
      ['3/8/2030', 'Not after 8 Oct 2026'],
    ] as const) {
      await from.fill(typed)
      await from.press('Tab')
      await expect(from).toHaveValue(typed)
      await expect(from).toHaveAccessibleDescription(says)
      await expect(page).toHaveURL(/from=2026-08-03/)
    }
    await from.fill('3.8.26')
    await from.press('Enter')
    await expect(from).toHaveValue('3 Aug 2026')
    // The calendar opens by its own button and closes with the day that is picked.
    const calendar = page.getByRole('button', { name: 'Calendar' }).first()
    await calendar.focus()
    await page.keyboard.press('Enter')
    const day = page.getByRole('button', { name: '10 August 2026' })
    await expect(day).toBeVisible()
    await accessible(page)
    await day.focus()
    await page.keyboard.press('Enter')
    await expect(from).toHaveValue('10 Aug 2026')
    await expect(day).toBeHidden()
    await expect(page).toHaveURL(/from=2026-08-10/)
  },
)
