import type { Page } from '@playwright/test'
import { DOORS, type DoorId } from '@mano/core/catalogue/doors'
import { accessible, expect, NOW, signIn, test } from './rig'

let n = 0
/** A client-made id of version 7. */
const uuid = () => `0199cccc-0000-7000-8000-${String(++n).padStart(12, '0')}`
const QUALITIES = ['hang', 'carry', 'thick', 'crush', 'closed', 'pinch_wide', 'pinch_narrow', 'key', 'claw', 'edge', 'cloth', 'catch', 'wrist_flex', 'wrist_ext', 'wrist_dev', 'rotation', 'finger_ext']
const WEEK = '2026-10-05'
const FRAME = Array.from({ length: 7 }, () => ({ minutes: 90, place: 'hall', sportLoad: 0, heavyPull: 'none', competition: false }))

/** One athlete of each tier; the injury comes after the week was saved, as it does in life. Edges are stopped, ask or are free. */
const TIERS = {
  absolute: { class: 'stop', profile: { birthDate: '2011-05-01', guardian: { by: 'Ada Castellane', relation: 'mother', on: '2026-01-01' } }, injury: null },
  clearance: { class: 'stop', profile: {}, injury: 'finger_pulley' },
  acknowledge: { class: 'ask', profile: {}, injury: 'skin' },
  free: { class: 'free', profile: {}, injury: null },
} as const
type Tier = keyof typeof TIERS

interface Scene { page: Page; url: string; id: string; name: string; tier: Tier; post: (path: string, body: object) => Promise<number> }

async function make(page: Page, url: string, tier: Tier): Promise<Scene> {
  const post = async (path: string, body: object) => (await page.request.post(`${url}${path}`, { data: body })).status()
  const [id, name] = [uuid(), `Rui ${tier}`]
  expect(await post('/api/athletes', { id, sportEntryId: uuid(), sportId: 'climber_boulder', name, birthDate: '1998-05-01', sexForNorms: null, dominantHand: 'right', level: 'trained', guardian: null, skin: 'normal', note: '', ...TIERS[tier].profile })).toBe(201)
  expect(await post(`/api/athletes/${id}/health`, { id: uuid(), yes: [] })).toBe(201)
  expect(await post(`/api/athletes/${id}/experience`, { id: uuid(), origin: 'training diary', entries: QUALITIES.map((quality) => ({ id: uuid(), quality, family: null, weeks: 60 })) })).toBe(201)
  // A young athlete's week was saved before the birth date was known to matter: light edges; the others pull on edges today.
  const exercise = tier === 'absolute' ? 'edge_light' : 'edge_repeat'
  const blocks = [exercise, 'ext_band'].map((exerciseId) => ({ id: uuid(), day: 3, exerciseId, sets: 2, dose: 10, hands: ['left', 'right'], reason: '' }))
  expect(await post(`/api/athletes/${id}/plans`, { id: uuid(), weekStart: WEEK, frame: FRAME, blocks, terms: { settings: {}, bans: [] }, reason: 'as agreed' })).toBe(201)
  const { injury } = TIERS[tier]
  if (injury) for (const side of ['left', 'right']) expect(await post(`/api/athletes/${id}/injuries`, { id: uuid(), site: injury, side, status: 'active', since: null, note: '', advisedBy: '', supersedesId: null })).toBe(201)
  return { page, url, id, name, tier, post }
}

/** What a screen shows in words: a stop, a reason that is needed, or neither. */
async function shown(page: Page, ready: () => Promise<void>): Promise<'stop' | 'ask' | 'free'> {
  await ready()
  if (await page.getByText(/\. Stopped (until|for today)/).first().isVisible()) return 'stop'
  return (await page.getByText(/Needs your reason/).first().isVisible()) ? 'ask' : 'free'
}
const planId = async ({ page, url, id }: Scene) => ((await (await page.request.get(`${url}/api/athletes/${id}/plan`)).json()) as { versions: { id: string }[] }).versions[0]!.id
const setOf = async (s: Scene, exerciseId: string) => ({ id: uuid(), planVersionId: await planId(s), blockId: null, exerciseId, hand: 'left', set: 1, load: null, loadUnit: 'kg', seconds: 7, reps: null, ended: 'done', effort: null, pain: null, deviceAt: null, supersedesId: null })
/** What a young athlete meets at the floor is light; its own edges are of the tests. */
const onFloor = (tier: Tier) => (tier === 'absolute' ? 'free' : TIERS[tier].class)
const alarmed = async ({ page, url, id }: Scene): Promise<string> => {
  await page.goto(`${url}/athletes/${id}/intake`)
  await expect(page.getByRole('heading', { name: /^Rui/ })).toBeVisible()
  const alarms = page.getByRole('region', { name: 'Alarms' })
  await expect(page.getByRole('heading', { name: 'Health questions' })).toBeVisible()
  return !(await alarms.isVisible()) ? 'free' : (await alarms.getByText('though it was stopped').first().isVisible()) ? 'stop' : 'ask'
}

const TRY: Readonly<Record<DoorId, (s: Scene) => Promise<void>>> = {
  async test_start({ page, url, id, tier }) {
    await page.goto(`${url}/athletes/${id}/tests?protocol=lift_max`)
    const start = page.getByRole('button', { name: 'All four met, start' })
    expect(await shown(page, () => expect(page.getByLabel('Implement').locator('option:checked')).toContainText(/edge/i))).toBe(TIERS[tier].class)
    await page.getByLabel('Expected best of the better hand, kg').fill('40')
    await expect(start).toBeEnabled({ enabled: TIERS[tier].class === 'free' })
    if (TIERS[tier].class !== 'ask') return
    await page.getByLabel('Your reason, kept with the test').fill('taped')
    await expect(start).toBeEnabled()
  },
  async trial({ page, url, id, tier }) {
    // A squeeze is free to all but the held hand; pain noted in it closes the hand before the next effort.
    await page.goto(`${url}/athletes/${id}/tests?protocol=dyno_seated`)
    const start = page.getByRole('button', { name: 'All four met, start' })
    if (TIERS[tier].injury === 'finger_pulley') { expect(await shown(page, () => expect(start).toBeVisible())).toBe('stop'); return }
    await start.click()
    await expect(page.getByText('Left hand, trial 1')).toBeVisible()
    const pain = { stop: '5', ask: '3', free: '1' }[TIERS[tier].class]
    await page.getByRole('group', { name: 'Pain, left hand' }).getByRole('button', { name: pain, exact: true }).click()
    if (pain !== '1') await page.getByRole('dialog').getByRole('button', { name: /^(Stop this hand|Note pain 3)$/ }).click()
    await expect(page.getByText(pain === '1' ? 'Left hand, trial 1' : 'Right hand, trial 1')).toBeVisible()
    if (pain !== '3') return
    await page.getByLabel('Your reason, kept with the test').fill('as agreed')
    await page.getByRole('button', { name: 'Go on with this hand' }).click()
    await expect(page.getByText('Left hand, trial 1')).toBeVisible()
  },
  async day_setup({ page, url, name, tier }) {
    await page.goto(`${url}/testday`)
    await page.getByRole('button', { name: 'Set up a day' }).click()
    await page.getByRole('list', { name: 'Athletes' }).getByLabel(new RegExp(`^${name}`)).check()
    await page.getByRole('button', { name: 'Add a station' }).click()
    await page.getByLabel('Protocol of Station 1').selectOption({ label: 'Pick-up ramp' })
    await page.getByLabel('Implement of Station 1').selectOption({ label: 'Edge board, 20 mm' })
    await expect(page.getByText(TIERS[tier].class === 'stop' ? 'Choose who comes and what they do.' : /6 tries, about|0 tries/)).toBeVisible().catch(() => undefined)
    const found = page.getByRole('region', { name: 'Cautions' })
    if (TIERS[tier].class === 'free') { await expect(page.getByText(/6 tries, about/)).toBeVisible(); await expect(found).toBeHidden(); return }
    await expect(found).toContainText(TIERS[tier].class === 'stop' ? /Stopped until/ : /Needs your reason/)
    await expect(page.getByText(TIERS[tier].class === 'stop' ? /^0 tries/ : /6 tries, about/)).toBeVisible()
  },
  async day_station({ page, url, id, name, tier, post }) {
    const kit = (await (await page.request.get(`${url}/api/kit`)).json()) as { id: string; measurementId: string; label: string }[]
    const edge = kit.find((u) => u.label === 'Edge board, 20 mm')!
    const [day, station] = [uuid(), uuid()]
    expect(await post('/api/test-days', { id: day, name: 'Edges', heldOn: NOW.slice(0, 10), setup: { params: { att: 1, gapHands: 1, gapSame: 2, swap: 1, plate0: 0, perStep: 0, step: 2.5, walk: 0 }, perHand: 1, stepKg: 2.5, firstKg: {}, athletes: [{ id, name }], stations: [{ id: station, name: 'Station 1', protocolId: 'pull_max', unitId: edge.id, measurementId: edge.measurementId, variant: {}, by: '', plates: false }] } })).toBe(201)
    expect(await post(`/api/test-days/${day}/events`, { id: uuid(), kind: 'start', at: 0, body: { startedAt: new Date().toISOString() } })).toBe(201)
    await page.goto(`${url}/testday/${day}/${station}`)
    const met = page.getByRole('button', { name: 'All four met' })
    const leave = page.getByRole('button', { name: 'Leave this try out' })
    expect(await shown(page, () => expect(met.or(leave)).toBeVisible())).toBe(TIERS[tier].class)
    // Nothing to type a result into before the caution is dealt with.
    await expect(page.getByLabel(/^Result/)).toBeHidden()
    if (TIERS[tier].class !== 'ask') return
    await page.getByLabel('Your reason').fill('taped')
    await page.getByRole('button', { name: 'Go on' }).click()
    await expect(met).toBeVisible()
  },
  async plan_draft({ page, url, id, tier }) {
    await page.goto(`${url}/athletes/${id}/plan`)
    await page.getByRole('button', { name: 'Week after' }).click()
    await page.getByRole('button', { name: 'Draft the week' }).click()
    await expect(page.locator('.card').first()).toBeVisible({ timeout: 20_000 })
    const stop = page.getByRole('region', { name: 'Search for a better week' }).getByRole('button', { name: 'Stop' })
    if (await stop.isVisible()) await stop.click()
    if (TIERS[tier].class !== 'free') await expect(page.locator('.card', { hasText: /^Edge (hang|pick-up, heavy)/ })).toHaveCount(0)
    await expect(page.locator('.card .breach, .card .alarm-line')).toHaveCount(0)
  },
  async plan_save({ page, url, id, tier }) {
    await page.goto(`${url}/athletes/${id}/plan`)
    const stale = page.getByRole('region', { name: 'Out of date' })
    if (onFloor(tier) === 'free') { await expect(page.locator('.card').first()).toBeVisible(); await expect(stale.getByText('Stopped or asking now')).toBeHidden(); return }
    await expect(stale).toContainText('Stopped or asking now')
  },
  async floor({ page, url, id, tier }) {
    await page.goto(`${url}/floor/${id}`)
    await page.getByRole('button', { name: 'Warm-up done' }).click()
    await expect(page.locator('.f-count')).toContainText('Set 1 of 2')
    const is = onFloor(tier)
    if (is === 'ask') {
      await expect(page.getByText(/Needs your reason: Skin split/).first()).toBeVisible()
      await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeHidden()
      await accessible(page)
      await page.getByRole('button', { name: 'As agreed with the athlete' }).click()
      await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeVisible()
    } else if (is === 'stop') {
      // What is stopped is not offered: the session begins with what is left.
      await expect(page.locator('.f-top')).toContainText('Finger opening')
      await expect(page.getByText(/Finger pulley waits for a clinician/).first()).toBeVisible()
    } else await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeVisible()
  },
  async link({ page, url, id, tier, post }) {
    const token = uuid().replace(/-/g, '').padStart(43, 'x')
    expect(await post(`/api/athletes/${id}/links`, { id: uuid(), days: 7, token })).toBe(201)
    await page.goto(`${url}/my#${token}`)
    await page.reload()
    await expect(page.getByRole('button', { name: /Begin today/ })).toBeVisible()
    await expect(page.getByText('off: ask your coach')).toHaveCount(onFloor(tier) === 'free' ? 0 : 1)
  },
  async card({ page, url, id, tier }) {
    await page.goto(`${url}/card/${id}?day=${NOW.slice(0, 10)}`)
    await expect(page.getByRole('rowheader', { name: /^Finger opening|^Band opening|opening/i }).first()).toBeVisible()
    await expect(page.getByRole('cell', { name: 'off', exact: true })).toHaveCount(onFloor(tier) === 'free' ? 0 : 3)
  },
  async free_set(s) {
    expect(await s.post(`/api/athletes/${s.id}/logs`, await setOf(s, 'edge_hang'))).toBe(201)
    expect(await alarmed(s)).toBe(TIERS[s.tier].class)
  },
  async import({ page, url, name, id, tier, post }) {
    await page.goto(`${url}/import`)
    await page.getByLabel('CSV file of trials').setInputFiles({ name: 'edge.csv', mimeType: 'text/csv', buffer: Buffer.from(`athlete,date,protocol,implement,left\n${name},2026-10-07,lift_max,"Edge board, 20 mm",40`) })
    await page.getByRole('button', { name: 'Save all 1 trials' }).or(page.getByRole('button', { name: /^Save (all )?1 trial/ })).first().click()
    await expect(page.getByText('Saved', { exact: false }).first()).toBeVisible()
    expect(await alarmed({ page, url, id, name, tier, post })).toBe(TIERS[tier].class)
  },
}

test('every door of the screens is tried here', () => expect(Object.keys(TRY).sort()).toEqual(DOORS.map((d) => d.id).sort()))

for (const tier of Object.keys(TIERS) as Tier[]) test(`one athlete of the tier ${tier} at every door of the screens`, async ({ page, own }) => {
  test.slow()
  await signIn(page, own.url)
  const scene = await make(page, own.url, tier)
  // What leaves something behind comes last: a reason given at the floor opens the link and the card too.
  for (const door of ['test_start', 'day_setup', 'day_station', 'plan_draft', 'plan_save', 'link', 'card', 'floor', 'trial', 'import', 'free_set'] as const) await test.step(door, () => TRY[door](scene))
  // Nobody trains past an alarm unseen: the roster names it until a coach answers.
  await page.goto(own.url)
  const row = page.getByRole('row', { name: new RegExp(scene.name) })
  if (TIERS[tier].class === 'free') { await expect(row).not.toContainText('Alarm'); return }
  await expect(row).toContainText('Alarm')
  await page.goto(`${own.url}/athletes/${scene.id}/intake`)
  const alarms = page.getByRole('region', { name: 'Alarms' })
  await accessible(page)
  for (let left = await alarms.getByRole('button', { name: 'Answer' }).count(); left > 0; left--) {
    await alarms.getByRole('button', { name: 'Answer' }).first().click()
    await page.getByLabel(/^(What was done|Your reason)$/).fill('talked it over')
    if (await page.getByLabel('Who was told').isVisible()) await page.getByLabel('Who was told').fill('the athlete')
    await page.getByRole('button', { name: 'Close the alarm' }).click()
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  await expect(alarms).toBeHidden()
})

test('health questions: asked once, the first time something needs them, and they can wait a day; a squeeze meets nothing', async ({ page, own }) => {
  await signIn(page, own.url)
  const post = async (path: string, body: object) => (await page.request.post(`${own.url}${path}`, { data: body })).status()
  const id = uuid()
  expect(await post('/api/athletes', { id, sportEntryId: uuid(), sportId: 'boxer', name: 'Rui Castellane', birthDate: null, sexForNorms: null, dominantHand: null, level: 'trained', guardian: null, skin: 'normal', note: '' })).toBe(201)
  await page.goto(`${own.url}/athletes/${id}/tests?protocol=dyno_seated`)
  await page.getByRole('button', { name: 'All four met, start' }).click()
  await expect(page.getByText('Left hand, trial 1')).toBeVisible()
  // No birth date: edges are stopped, with the way to enter it.
  await page.goto(`${own.url}/athletes/${id}/tests?protocol=lift_max`)
  await expect(page.getByText('Birth date unknown. Stopped until a birth date is entered.', { exact: false })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Enter the birth date' })).toBeVisible()
  const toBlock = async () => { await page.getByLabel('Implement').selectOption({ label: 'Pinch block, 76.2 mm' }).catch(async () => { const labels = await page.getByLabel('Implement').locator('option').allTextContents(); await page.getByLabel('Implement').selectOption({ label: labels.find((l) => /block/i.test(l))! }) }); await page.getByLabel('Expected best of the better hand, kg').fill('20') }
  await toBlock()
  await page.getByRole('button', { name: 'All four met, start' }).click()
  const dialog = page.getByRole('dialog', { name: 'Health questions' })
  await expect(dialog).toBeVisible()
  await accessible(page)
  await dialog.getByRole('button', { name: 'Ask later today' }).click()
  await expect(page.getByText('Left hand, trial 1')).toBeVisible()
  await page.goto(`${own.url}/athletes/${id}/tests?protocol=lift_max`)
  await toBlock()
  await page.getByRole('button', { name: 'All four met, start' }).click()
  await expect(page.getByText('Left hand, trial 1')).toBeVisible()
  // A yes decides from then on.
  await page.goto(`${own.url}/athletes/${id}/intake`)
  await page.getByRole('button', { name: 'Ask the health questions' }).click()
  await page.getByLabel('Heart trouble, chest pain or fainting in effort').check()
  await page.getByRole('button', { name: 'Save 1 yes' }).click()
  await expect(page.getByText('Not cleared')).toBeVisible()
  await page.goto(`${own.url}/athletes/${id}/tests?protocol=dyno_seated`)
  await expect(page.getByText(/Heart trouble or recent surgery\. Stopped until/)).toBeVisible()
})

test('pain in a two-handed set is asked for the hand and the place, and acts at once on the next exercise', async ({ page, own }) => {
  await signIn(page, own.url)
  const scene = await make(page, own.url, 'free')
  const blocks = [{ id: uuid(), day: 3, exerciseId: 'carry_long', sets: 2, dose: 10, hands: ['both'], reason: '' }, { id: uuid(), day: 3, exerciseId: 'finger_roll', sets: 1, dose: 10, hands: ['left', 'right'], reason: '' }]
  expect(await scene.post(`/api/athletes/${scene.id}/plans`, { id: uuid(), weekStart: WEEK, frame: FRAME, blocks, terms: { settings: {}, bans: [] }, reason: 'as agreed' })).toBe(201)
  await page.goto(`${own.url}/floor/${scene.id}`)
  await page.getByRole('button', { name: 'Warm-up done' }).click()
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await page.getByRole('button', { name: 'Pain or stop' }).click()
  const keep = page.getByRole('button', { name: 'Note it and stop' })
  await page.getByRole('group', { name: 'Pain of 10' }).getByRole('button', { name: '5', exact: true }).click()
  await expect(keep).toBeDisabled()
  await page.getByRole('group', { name: 'Which hand' }).getByRole('button', { name: 'Right' }).click()
  await page.getByRole('group', { name: 'Where' }).getByRole('button', { name: 'Finger flexors' }).click()
  await keep.click()
  // The same tissue of that hand is off for today: only the left is offered.
  await expect(page.locator('.f-top')).toContainText('Dumbbell rolled')
  await expect(page.locator('.f-word')).toContainText(/^Left/)
  await expect(page.getByText(/Pain 4 to 6 today \(right hand: finger flexors\)\. Stopped for today/).first()).toBeVisible()
})
