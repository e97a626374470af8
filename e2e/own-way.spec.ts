import { enter, expect, open, test } from './rig'

test(
  'the coach’s own way: a rating of the hall’s own with Mano’s beside it, a favourite, and ' +
    'what is done again and again is offered',
  async ({ page, hall }) => {
    await enter(page, hall.url)
    await page.goto(`${hall.url}/hall`)
    const tiers = page.getByRole('region', { name: 'Exercises of a sport' })
    await tiers.getByText('Exercises of a sport').click()
    await tiers.getByRole('combobox', { name: 'Sport' }).click()
    await page.getByRole('option', { name: 'Boxer' }).click()
    await tiers.getByRole('combobox', { name: 'Quality' }).click()
    await page.getByRole('option', { name: /^Wrist extension/ }).click()
    const row = tiers.getByRole('listitem').filter({ hasText: 'Reverse wrist curl, neutral' })
    const rating = row.getByRole('radiogroup')
    await expect(rating.getByRole('radio', { name: 'Staple' })).toBeChecked()
    await rating.getByText('Rare').click()
    await expect(row.getByText(/Mano: staple\. Ruth Amsel/)).toBeVisible()
    await page.getByRole('alert').getByRole('button', { name: 'Undo' }).click()
    await expect(row.getByText(/Mano: staple/)).toBeHidden()
    await expect(rating.getByRole('radio', { name: 'Staple' })).toBeChecked()

    const wishes = page.getByRole('region', { name: 'Favourites of the hall' })
    await wishes.getByText('Favourites of the hall').click()
    await wishes.getByRole('button', { name: 'Avoid it' }).click()
    await expect(wishes.getByText('Choose an exercise first.')).toBeVisible()
    await wishes.getByRole('combobox', { name: 'Exercise' }).fill('let it roll')
    await page.getByRole('option', { name: /^Wrist curl, let it roll/ }).click()
    await wishes.getByRole('button', { name: 'Make it a favourite' }).click()
    const ours = wishes.getByRole('radiogroup', { name: /^Wrist curl, let it roll.* in the hall$/ })
    await expect(ours.getByRole('radio', { name: 'Favourite' })).toBeChecked()

    await page.goto(hall.url)
    await open(page, 'Mirela Stroud', 'Plan')
    const card = page.getByRole('button', { name: /Wrist curl, let it roll/ }).last()
    await card.click()
    const wish = page.getByRole('radiogroup', { name: /In later weeks of Mirela/ })
    await expect(
      page.getByText('In later weeks of Mirela Stroud, as for all of the hall'),
    ).toBeVisible()
    await expect(wish.getByRole('radio', { name: 'Favourite' })).toBeChecked()
    await wish.getByText('Avoid').click()
    await expect(page.getByText(/Wrist curl.* for Mirela Stroud: avoided\./)).toBeVisible()
    await page.reload()
    await page
      .getByRole('button', { name: /Wrist curl, let it roll/ })
      .last()
      .click()
    await expect(wish.getByRole('radio', { name: 'Avoid' })).toBeChecked()
  },
)
