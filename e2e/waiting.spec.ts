import type { Page } from '@playwright/test'
import { accessible, expect, startTest, test, typeTrials, visit } from './rig'

const NAME = 'Mirela Stroud'
const trials = (page: Page) => page.request.get.bind(page.request)
const stored = async (page: Page, url: string): Promise<number[]> => {
  const names = (await (await trials(page)(`${url}/api/athletes/names`)).json()) as {
    id: string
    name: string
  }[]
  const tests = (await (
    await trials(page)(`${url}/api/athletes/${names.find((n) => n.name === NAME)!.id}/tests`)
  ).json()) as { performedOn: string; trials: { enteredValue: number }[] }[]
  return tests
    .at(-1)!
    .trials.map((t) => t.enteredValue)
    .sort()
}

test(
  'what could not be sent is seen from every page, through a reload, and sent when the ' +
    'server is back',
  async ({ page, own }) => {
    await visit(page, own.url, NAME, 'Tests')
    await startTest(page)
    // The server is back with the click and not before: else the page may send by itself meanwhile.
    let away = true
    await page.exposeFunction('serverIsBack', () => (away = false))
    await page.route('**/api/tests/*/trials', async (r) => {
      for (let i = 0; away && i < 10; i++) await new Promise((go) => setTimeout(go, 50))
      if (!away) return r.continue()
      await r.fulfill({
        status: 503,
        contentType: 'application/problem+json',
        body: JSON.stringify({
          type: '/problems/away',
          title: 'The database is away.',
          status: 503,
        }),
      })
    })
    await typeTrials(page, ['41.5', '48'])
    await page.getByRole('link', { name: 'Mano' }).click()
    await expect(page.getByRole('link', { name: '2 wait' })).toBeVisible()
    await page.reload()
    await page.getByRole('link', { name: '2 wait' }).click()
    await expect(page.getByRole('heading', { name: '2 wait' })).toBeVisible()
    await expect(page.getByText(/No answer from the server since/)).toBeVisible()
    await expect(page.getByText('41.5 kg')).toBeVisible()
    await accessible(page)
    await page.evaluate(() =>
      document.addEventListener(
        'click',
        () => void (window as unknown as { serverIsBack: () => void }).serverIsBack(),
        true,
      ),
    )
    await page.getByRole('button', { name: 'Send what waits' }).click()
    await expect(page.getByRole('heading', { name: 'Everything is sent' })).toBeVisible()
    await expect(page.getByRole('link', { name: /wait/ })).toHaveCount(0)
    expect(await stored(page, own.url)).toEqual([41.5, 48])
  },
)

test('a number typed and the page gone before the disk has it is not lost', async ({
  page,
  own,
}) => {
  await visit(page, own.url, NAME, 'Tests')
  await startTest(page)
  await page.route('**/api/tests/*/trials', (r) => r.abort())
  // Every write to the store of this page is cut off, as it is when a page goes in the middle of
  // it.
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('cut off', 'AbortError')
    }
  })
  await typeTrials(page, ['41.5', '48'])
  await page.unroute('**/api/tests/*/trials')
  await page.goto(`${own.url}/waiting`)
  await expect(page.getByRole('heading', { name: 'Everything is sent' })).toBeVisible()
  await expect.poll(() => stored(page, own.url)).toEqual([41.5, 48])
})

test(
  'a fault at one item holds up no other test; what is refused stays with its reason, is ' +
    'mended and sent, or let go with a reason',
  async ({ page, own }) => {
    await visit(page, own.url, NAME, 'Tests')
    await startTest(page)
    let times = 0
    await page.route('**/api/tests/*/trials', async (r) => {
      times++
      const { enteredValue } = r.request().postDataJSON() as { enteredValue: number }
      if (enteredValue === 77)
        return r.fulfill({
          status: 400,
          contentType: 'application/problem+json',
          body: JSON.stringify({
            type: '/problems/bad-input',
            title: 'Nothing was saved.',
            status: 400,
            errors: [
              { field: 'enteredValue', message: '77 kg is far from the others. Look again.' },
            ],
          }),
        })
      return times < 3
        ? r.fulfill({
            status: 500,
            contentType: 'application/problem+json',
            body: JSON.stringify({
              type: '/problems/fault',
              title: 'Something failed here.',
              status: 500,
            }),
          })
        : r.continue()
    })
    await typeTrials(page, ['40', '77'])
    // Another page, another lane: pain noted at intake goes through meanwhile.
    await page.goto(`${own.url}/waiting`)
    await expect(page.getByRole('heading', { name: '1 refused' })).toBeVisible({ timeout: 20_000 })
    await expect(page.getByText('77 kg is far from the others. Look again.')).toBeVisible()
    expect(await stored(page, own.url)).toEqual([40])
    await accessible(page)
    await page.getByLabel('The number, if it was mistyped, kg').fill('49')
    await page.getByRole('button', { name: 'Send the mended one' }).click()
    await expect(page.getByRole('heading', { name: 'Everything is sent' })).toBeVisible()
    expect(await stored(page, own.url)).toEqual([40, 49])
  },
)

test(
  '@long what one tab left is sent by another; what is let go asks for a reason and can be read ' +
    'afterwards',
  async ({ page, own, context }) => {
    await visit(page, own.url, NAME, 'Tests')
    await startTest(page)
    const refuse = {
      status: 400,
      contentType: 'application/problem+json',
      body: JSON.stringify({
        type: '/problems/bad-input',
        title: 'Nothing was saved.',
        status: 400,
        detail: 'It was done twice.',
      }),
    }
    await page.route('**/api/tests/*/trials', (r) => r.abort())
    await typeTrials(page, ['42', '50'])
    await expect(page.getByText(/2 not yet sent/)).toBeVisible()
    const other = await context.newPage()
    await other.route('**/api/tests/*/trials', (r) =>
      (r.request().postDataJSON() as { enteredValue: number }).enteredValue === 50
        ? r.fulfill(refuse)
        : r.continue(),
    )
    await other.goto(own.url)
    await expect(other.getByRole('link', { name: '1 refused' })).toBeVisible({ timeout: 20_000 })
    expect(await stored(page, own.url)).toEqual([42])
    await other.getByRole('link', { name: '1 refused' }).click()
    await other.getByRole('button', { name: 'Discard', exact: true }).click()
    await expect(other.getByRole('button', { name: 'Discard for good' })).toBeDisabled()
    await other.getByLabel('Why it is not needed').fill('Typed on two tablets')
    await other.getByRole('button', { name: 'Discard for good' }).click()
    await expect(other.getByRole('heading', { name: 'Everything is sent' })).toBeVisible()
    await other.getByText('Discarded on this device, 1').click()
    await expect(other.getByText(/Typed on two tablets/)).toBeVisible()
  },
)

test(
  'two pages change one athlete: other fields are ' + 'merged, the same field shows both sides',
  async ({ page, own, context }) => {
    await visit(page, own.url, NAME, 'Intake')
    const other = await context.newPage()
    await other.goto(page.url())
    await expect(other.getByLabel('Note')).toBeVisible()
    await page.getByLabel('Note').first().fill('Left thumb taped')
    await page.getByRole('button', { name: 'Save athlete' }).click()
    await expect(page.getByText('Saved.')).toBeVisible()
    await other
      .locator('section[aria-labelledby=who]')
      .getByRole('textbox', { name: 'Name' })
      .first()
      .fill('Mirela Stroud-Hale')
    await other.getByRole('button', { name: 'Save athlete' }).click()
    await expect(other.getByText('Saved.')).toBeVisible()
    await expect(other.getByLabel('Note').first()).toHaveValue('Left thumb taped')
    await page.getByLabel('Note').first().fill('Right thumb taped')
    await other.getByLabel('Note').first().fill('No tape')
    await other.getByRole('button', { name: 'Save athlete' }).click()
    await expect(other.getByRole('button', { name: 'Save athlete' })).toBeDisabled()
    await page.getByRole('button', { name: 'Save athlete' }).click()
    const dialog = page.getByRole('dialog', { name: 'Somebody changed the same meanwhile' })
    await expect(dialog.getByRole('cell', { name: 'No tape' })).toBeVisible()
    await expect(dialog.getByRole('cell', { name: 'Right thumb taped' })).toBeVisible()
    await dialog.getByRole('button', { name: 'Save mine over it' }).click()
    await expect(dialog).toBeHidden()
    await page.reload()
    await expect(page.getByLabel('Note').first()).toHaveValue('Right thumb taped')
    await expect(
      page.locator('section[aria-labelledby=who]').getByRole('textbox', { name: 'Name' }).first(),
    ).toHaveValue('Mirela Stroud-Hale')
  },
)
