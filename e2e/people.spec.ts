import type { Page } from '@playwright/test'
import { Secret, TOTP } from 'otpauth'
import { accessible, expect, open, signIn, test } from './rig'

test.beforeEach(async ({ page, own }) => signIn(page, own.url))

const PASSWORD = 'quayside-hall'

async function signOut(page: Page): Promise<void> {
  await page.getByRole('button', { name: /Quayside Hall ·/ }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
}
async function signInAs(page: Page, login: string, password: string): Promise<void> {
  await page.getByLabel('Sign-in name').fill(login)
  await page.getByRole('textbox', { name: 'Password' }).fill(password)
  await page.getByRole('button', { name: 'Sign in' }).click()
}
async function addPerson(page: Page, role: string, name: string, login: string): Promise<void> {
  await page.getByRole('link', { name: 'Hall', exact: true }).click()
  await page.getByRole('radiogroup', { name: 'Role' }).getByText(role, { exact: true }).click()
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.getByLabel('Sign-in name').fill(login)
  await page.getByRole('textbox', { name: 'First password' }).fill('long enough to pass')
  await page.getByRole('button', { name: `Add ${role.toLowerCase()}` }).click()
  await expect(page.getByRole('row').filter({ hasText: name })).toContainText(login)
}
async function setPin(page: Page, password: string, pin: string): Promise<void> {
  await page.getByRole('button', { name: 'Set a PIN' }).click()
  const form = page.getByRole('dialog', { name: 'Your PIN' })
  await form.getByLabel('PIN', { exact: true }).fill('1234')
  await expect(form.getByText('the PIN is one that is tried first')).toBeVisible()
  await form.getByLabel('PIN', { exact: true }).fill(pin)
  await form.getByRole('textbox', { name: 'Password now' }).fill(password)
  await form.getByRole('button', { name: 'Set the PIN' }).click()
  await expect(page.getByRole('button', { name: 'Change the PIN' })).toBeVisible()
}
async function enter(page: Page, name: string, pin: string): Promise<void> {
  await page.getByRole('button', { name }).click()
  for (const digit of pin)
    await page
      .getByRole('group', { name: 'PIN' })
      .getByRole('button', { name: digit, exact: true })
      .click()
  await page.getByRole('button', { name: 'Enter' }).click()
}

test(
  '@long a shared tablet: names and PINs, testing and no more; what one noted without the ' +
    'network is sent under their name when the next enters',
  async ({ page, own }) => {
    await addPerson(page, 'Assistant', 'Ola Reyes-Lund', 'ola')
    await setPin(page, PASSWORD, '2749')
    await signOut(page)
    await signInAs(page, 'ola', 'long enough to pass')
    await page.getByRole('link', { name: 'Hall', exact: true }).click()
    await expect(page.getByRole('heading', { name: 'People' })).toBeHidden()
    await setPin(page, 'long enough to pass', '8316')
    await signOut(page)
    await signInAs(page, 'ruth', PASSWORD)
    await page.getByRole('link', { name: 'Hall', exact: true }).click()
    await page.getByRole('button', { name: "Make this browser the hall's tablet" }).click()
    const form = page.getByRole('dialog', { name: "The hall's tablet" })
    await form.getByRole('textbox', { name: 'Password now' }).fill(PASSWORD)
    await form.getByRole('button', { name: "Make it the hall's tablet" }).click()
    await expect(page.getByText('Who is at the tablet?')).toBeVisible()
    await accessible(page)
    await enter(page, 'Ola Reyes-Lund', '0000')
    await expect(page.getByText('That is not the PIN.')).toBeVisible()
    await accessible(page)
    // By keys as well.
    await page.keyboard.type('8316')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('link', { name: 'Add athlete' })).toBeHidden()
    await open(page, 'Dov Hartigan', 'Tests')
    await page.getByRole('button', { name: 'All four met, start' }).click()
    const box = page.getByLabel(/hand, in kg|^(left|right) hand/i).first()
    await expect(box).toBeVisible()
    await page.route('**/trials', (route) => route.abort())
    await box.fill('51.3')
    await page.keyboard.press('Enter')
    await expect(page.getByText('Saved on this device: 1 not yet sent.')).toBeVisible()
    await page.getByRole('button', { name: /Quayside Hall · Ola/ }).click()
    await page.getByRole('menuitem', { name: 'Lock the tablet' }).click()
    await expect(page.getByText(/One entry waits here/)).toBeVisible()
    await page.unroute('**/trials')
    await enter(page, 'Ruth Amsel', '2749')
    await expect(page.getByRole('heading', { name: 'Thursday 8 October' })).toBeVisible()
    // Ruth is the owner, but not at the tablet.
    await expect(page.getByRole('link', { name: 'Add athlete' })).toBeHidden()
    await open(page, 'Dov Hartigan', 'Tests')
    await expect(page.getByRole('link', { name: /wait/ })).toBeHidden()
    await page.getByRole('button', { name: /Quayside Hall · Ruth/ }).click()
    await page.getByRole('menuitem', { name: 'Lock the tablet' }).click()
    await page.getByRole('button', { name: /This is no shared tablet any more/ }).click()
    await signInAs(page, 'ruth', PASSWORD)
    await expect(page.getByRole('link', { name: 'Add athlete' })).toBeVisible()
    const get = async <T>(path: string) =>
      (await (await page.request.get(own.url + path)).json()) as T
    const dov = (await get<{ id: string; name: string }[]>('/api/athletes/names')).find(
      (a) => a.name === 'Dov Hartigan',
    )!
    const ola = (await get<{ id: string; login: string }[]>('/api/people')).find(
      (p) => p.login === 'ola',
    )!
    const { tables } = await get<{
      tables: { trial: { entered_value: number; actor_id: string }[] }
    }>(`/api/athletes/${dov.id}/record`)
    expect(tables.trial.filter((t) => t.entered_value === 51.3).map((t) => t.actor_id)).toEqual([
      ola.id,
    ])
  },
)

test('@long a viewer sees plan, tests and review and is offered no change of them', async ({
  page,
  own,
}) => {
  await addPerson(page, 'Viewer', 'Petra Lund', 'petra')
  await signOut(page)
  await signInAs(page, 'petra', 'long enough to pass')
  await expect(page.getByRole('heading', { name: 'Thursday 8 October' })).toBeVisible()
  await open(page, 'Dov Hartigan', 'Tests')
  await expect(page.getByText('You look only: tests are run by others.')).toBeVisible()
  await expect(page.getByRole('button', { name: /start$/ })).toHaveCount(0)
  const refused: string[] = []
  page.on('response', (r) => {
    if (r.status() === 403) refused.push(r.url())
  })
  for (const stage of ['Intake', 'Demands', 'Gaps', 'Plan', 'Floor', 'Review']) {
    await page
      .getByRole('navigation', { name: 'Stages' })
      .getByRole('link', { name: new RegExp(`^${stage}`) })
      .click()
    await page.waitForURL(new RegExp(`/${stage.toLowerCase()}(/|$|\\?)`))
    await page.waitForLoadState('networkidle')
    await expect(page.locator('[aria-busy=true]')).toHaveCount(0)
    const first =
      'Save|Add|Record|Change|Run|Start|New draft|Use this|Improve|Strike|Erase|Put away|Delete|' +
      'Decide'
    const acts = page
      .locator('main')
      .getByRole('button', {
        name: new RegExp(`^(${first})`),
      })
      .and(page.locator(':enabled'))
    expect(await acts.allInnerTexts(), stage).toEqual([])
  }
  for (const path of ['', 'squad', 'kit', 'testday', 'reference', 'hall']) {
    await page.goto(`${own.url}/${path}`)
    await page.waitForLoadState('networkidle')
    await expect(page.locator('main').first()).toBeVisible()
  }
  expect(refused).toEqual([])
})

test('@long codes: begun with the app, asked for at the next sign-in, ended again', async ({
  page,
  own,
}) => {
  await page.getByRole('link', { name: 'Hall', exact: true }).click()
  await page.getByRole('button', { name: 'Ask for a code too' }).click()
  const form = page.getByRole('dialog', { name: 'A code beside the password' })
  await form.getByRole('textbox', { name: 'Password now' }).fill(PASSWORD)
  await form.getByRole('button', { name: 'Begin' }).click()
  const secret = (await form.locator('.codes code').innerText()).replaceAll(' ', '')
  const totp = new TOTP({ secret: Secret.fromBase32(secret) })
  // The server's clock is its own in these tests.
  const me = (await (await page.request.get(`${own.url}/api/me`)).json()) as { now: string }
  const at = Date.parse(me.now)
  await accessible(page)
  await form.getByLabel('The code it shows now').fill(totp.generate({ timestamp: at }))
  await form.getByRole('button', { name: 'Ask for codes from now on' }).click()
  await expect(form.locator('.codes code')).toHaveCount(8)
  const spare = await form.locator('.codes code').allInnerTexts()
  await form.getByRole('button', { name: 'I have them' }).click()
  await expect(page.getByText(/8 recovery codes are left/)).toBeVisible()
  await signOut(page)
  await signInAs(page, 'ruth', PASSWORD)
  await page.getByLabel('Code').fill('111111')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByText('The code is wrong, or it was used already.')).toBeVisible()
  await page.getByLabel('Code').fill(spare[0]!)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByRole('link', { name: 'Hall', exact: true }).click()
  await expect(page.getByText(/7 recovery codes are left/)).toBeVisible()
  await page.getByRole('button', { name: 'End codes' }).click()
  const end = page.getByRole('dialog', { name: 'End codes?' })
  await end.getByRole('textbox', { name: 'Password now' }).fill(PASSWORD)
  await end.getByRole('button', { name: 'End codes' }).click()
  await expect(page.getByText('Signing in asks for your password alone.').first()).toBeVisible()
})

test(
  '@long how long records are kept is set, taken back, and looked at before anything goes; the ' +
    'trail is read',
  async ({ page }) => {
    await page.getByRole('link', { name: 'Hall', exact: true }).click()
    const years = page.getByLabel('Years after the last record')
    await years.fill('9')
    await expect(
      page.getByText('Of everybody something was recorded within 9 years.'),
    ).toBeVisible()
    const part = page.getByRole('region', { name: 'How long records are kept' })
    await part.getByRole('button', { name: 'Save years' }).click()
    const notice = page.getByRole('alert').filter({ hasText: 'Records are kept for 9 years.' })
    await notice.getByRole('button', { name: 'Undo' }).click()
    await expect(years).toHaveValue('')
    await open(page, 'Dov Hartigan', 'Intake').catch(async () => {
      await page.getByRole('link', { name: 'Roster' }).click()
      await open(page, 'Dov Hartigan', 'Intake')
    })
    await page.getByRole('link', { name: 'Hall', exact: true }).click()
    const trail = page.getByRole('region', { name: 'Who saw and changed health records' })
    await trail.getByRole('button', { name: 'Show' }).click()
    await expect(trail.getByRole('row').filter({ hasText: 'Dov Hartigan' }).first()).toContainText(
      'Ruth Amsel',
    )
    await accessible(page)
  },
)

test(
  '@long after the sign-out nothing of an athlete stays on the device but what was not sent, and ' +
    'that is said',
  async ({ page }) => {
    await open(page, 'Dov Hartigan', 'Floor')
    await page.getByRole('link', { name: 'Run the session' }).click()
    await expect(page.getByText(/Warm-up|warm-up/).first()).toBeVisible()
    await page.goBack()
    await open(page, 'Bram Achterley', 'Tests').catch(async () => {
      await page.getByRole('link', { name: 'Roster' }).click()
      await open(page, 'Bram Achterley', 'Tests')
    })
    await page.getByRole('button', { name: 'All four met, start' }).click()
    await page.route('**/trials', (route) => route.abort())
    await page
      .getByLabel(/hand, in kg|^(left|right) hand/i)
      .first()
      .fill('61.7')
    await page.keyboard.press('Enter')
    await expect(page.getByText('Saved on this device: 1 not yet sent.')).toBeVisible()
    await page.getByRole('button', { name: /Quayside Hall ·/ }).click()
    await page.getByRole('menuitem', { name: 'Sign out' }).click()
    const ask = page.getByRole('dialog', { name: 'Sign out?' })
    await expect(
      ask.getByText(/One entry was not sent yet\. It stays on this device/),
    ).toBeVisible()
    await accessible(page)
    await ask.getByRole('button', { name: 'Sign out' }).click()
    await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
    const left = await page.evaluate(async () => {
      const db = await new Promise<IDBDatabase>((resolve) => {
        const r = indexedDB.open('mano')
        r.onsuccess = () => resolve(r.result)
      })
      const rows: string[] = []
      for (const store of db.objectStoreNames)
        if (store !== 'outbox')
          rows.push(
            ...(await new Promise<string[]>((resolve) => {
              const r = db.transaction(store).objectStore(store).getAll()
              r.onsuccess = () => resolve(r.result.map((x) => JSON.stringify(x)))
            })),
          )
      const kept = await caches.keys()
      for (const name of kept)
        for (const q of await (await caches.open(name)).keys()) rows.push(q.url)
      return { rows, local: Object.keys(localStorage) }
    })
    expect(left.rows.filter((r) => /Hartigan|Achterley|api\//.test(r))).toEqual([])
    expect(left.local.filter((k) => !/^mano-(units|instrument|jot )/.test(k))).toEqual([])
    // What waited is sent at the next sign-in.
    await page.unroute('**/trials')
    await signInAs(page, 'ruth', PASSWORD)
    await expect(page.getByRole('heading', { name: 'Thursday 8 October' })).toBeVisible()
    await expect(page.getByRole('link', { name: /waits?$/ })).toBeHidden({ timeout: 30_000 })
  },
)
