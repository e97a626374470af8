import { type DoorId } from '@mano/core/catalogue/doors'
import { accessible, expect, NOW, pick } from './rig'
import { type Scene, shown, TIERS, onFloor, setOf, alarmed, uuid } from './gates-rig'

export const TRY: Readonly<Record<DoorId, (s: Scene) => Promise<void>>> = {
  async test_start({ page, url, id, tier }) {
    await page.goto(`${url}/athletes/${id}/tests?protocol=lift_max`)
    const start = page.getByRole('button', { name: 'All four met, start' })
    expect(
      await shown(page, () =>
        expect(page.getByRole('combobox', { name: 'Implement' })).toHaveValue(/edge/i),
      ),
    ).toBe(TIERS[tier].class)
    await page.getByLabel('Expected best of the better hand, kg').fill('40')
    await expect(start).toBeEnabled({ enabled: TIERS[tier].class === 'free' })
    if (TIERS[tier].class !== 'ask') return
    await page.getByLabel('Your reason, kept with the test').fill('taped')
    await expect(start).toBeEnabled()
  },
  async trial({ page, url, id, tier }) {
    // A squeeze is free to all but the held hand; pain noted in it closes the hand before the next
    // effort.
    await page.goto(`${url}/athletes/${id}/tests?protocol=dyno_seated`)
    const start = page.getByRole('button', { name: 'All four met, start' })
    if (TIERS[tier].injury === 'finger_pulley') {
      expect(await shown(page, () => expect(start).toBeVisible())).toBe('stop')
      return
    }
    await start.click()
    await expect(page.getByText('Left hand, trial 1')).toBeVisible()
    const pain = { stop: '5', ask: '3', free: '1' }[TIERS[tier].class]
    await page
      .getByRole('group', { name: 'Pain, left hand' })
      .getByRole('button', { name: pain, exact: true })
      .click()
    if (pain !== '1')
      await page
        .getByRole('dialog')
        .getByRole('button', { name: /^(Stop this hand|Note pain 3)$/ })
        .click()
    await expect(
      page.getByText(pain === '1' ? 'Left hand, trial 1' : 'Right hand, trial 1'),
    ).toBeVisible()
    if (pain !== '3') return
    await page.getByLabel('Your reason, kept with the test').fill('as agreed')
    await page.getByRole('button', { name: 'Go on with this hand' }).click()
    await expect(page.getByText('Left hand, trial 1')).toBeVisible()
  },
  async day_setup({ page, url, name, tier }) {
    await page.goto(`${url}/testday`)
    await page.getByRole('button', { name: 'Set up a day' }).click()
    await page
      .getByRole('list', { name: 'Athletes' })
      .getByLabel(new RegExp(`^${name}`))
      .check()
    await page.getByRole('button', { name: 'Add a station' }).click()
    await pick(page, 'Protocol of Station 1', 'Pick-up ramp')
    await pick(page, 'Implement of Station 1', 'Edge board, 20 mm')
    const found = page.getByRole('region', { name: 'Cautions' })
    if (TIERS[tier].class === 'free') {
      await expect(page.getByText(/6 trials, about/)).toBeVisible()
      await expect(found).toBeHidden()
      return
    }
    await expect(found).toContainText(
      TIERS[tier].class === 'stop' ? /Stopped until/ : /Needs your reason/,
    )
    await expect(
      page.getByText(TIERS[tier].class === 'stop' ? /^0 trials/ : /6 trials, about/),
    ).toBeVisible()
  },
  async day_station({ page, url, id, name, tier, post }) {
    const kit = (await (await page.request.get(`${url}/api/kit`)).json()) as {
      id: string
      measurementId: string
      label: string
    }[]
    const edge = kit.find((u) => u.label === 'Edge board, 20 mm')!
    const [day, station] = [uuid(), uuid()]
    expect(
      await post('/api/test-days', {
        id: day,
        name: 'Edges',
        heldOn: NOW.slice(0, 10),
        setup: {
          params: {
            att: 1,
            gapHands: 1,
            gapSame: 2,
            swap: 1,
            plate0: 0,
            perStep: 0,
            step: 2.5,
            walk: 0,
          },
          perHand: 1,
          stepKg: 2.5,
          firstKg: {},
          athletes: [{ id, name }],
          stations: [
            {
              id: station,
              name: 'Station 1',
              protocolId: 'pull_max',
              unitId: edge.id,
              measurementId: edge.measurementId,
              variant: {},
              by: '',
              plates: false,
            },
          ],
        },
      }),
    ).toBe(201)
    expect(
      await post(`/api/test-days/${day}/events`, {
        id: uuid(),
        kind: 'start',
        at: 0,
        body: { startedAt: new Date().toISOString() },
      }),
    ).toBe(201)
    await page.goto(`${url}/testday/${day}/${station}`)
    const met = page.getByRole('button', { name: 'All four met' })
    const leave = page.getByRole('button', { name: 'Leave out …' })
    expect(await shown(page, () => expect(met.or(leave).first()).toBeVisible())).toBe(
      TIERS[tier].class,
    )
    // Nothing to type a result into before the caution is dealt with.
    if (TIERS[tier].class !== 'free') await expect(page.getByLabel(/^Result/)).toBeHidden()
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
    const stop = page
      .getByRole('region', { name: 'Search for a better week' })
      .getByRole('button', { name: 'Stop' })
    if (await stop.isVisible()) await stop.click()
    if (TIERS[tier].class !== 'free')
      await expect(page.locator('.card', { hasText: /^Edge (hang|pick-up, heavy)/ })).toHaveCount(0)
    await expect(page.locator('.card .breach, .card .alarm-line')).toHaveCount(0)
  },
  async plan_save({ page, url, id, tier }) {
    await page.goto(`${url}/athletes/${id}/plan`)
    const stale = page.getByRole('region', { name: 'Out of date' })
    if (onFloor(tier) === 'free') {
      await expect(page.locator('.card').first()).toBeVisible()
      await expect(stale.getByText('Stopped or asking now')).toBeHidden()
      return
    }
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
    await expect(page.getByRole('button', { name: /Start today/ })).toBeVisible()
    await expect(page.getByText('off: ask your coach')).toHaveCount(
      onFloor(tier) === 'free' ? 0 : 1,
    )
  },
  async card({ page, url, id, tier }) {
    await page.goto(`${url}/card/${id}?day=${NOW.slice(0, 10)}`)
    await expect(
      page.getByRole('rowheader', { name: /^Finger opening|^Band opening|opening/i }).first(),
    ).toBeVisible()
    await expect(page.getByRole('cell', { name: 'off', exact: true })).toHaveCount(
      onFloor(tier) === 'free' ? 0 : 3,
    )
  },
  async free_set(s) {
    expect(await s.post(`/api/athletes/${s.id}/logs`, await setOf(s, 'edge_hang'))).toBe(201)
    expect(await alarmed(s)).toBe(TIERS[s.tier].class)
  },
  async import({ page, url, name, id, tier, post }) {
    await page.goto(`${url}/import`)
    await page.getByLabel('CSV file of trials').setInputFiles({
      name: 'edge.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(
        `athlete,date,protocol,implement,left\n${name},2026-10-07,lift_max,"Edge board, 20 mm",40`,
      ),
    })
    await page
      .getByRole('button', { name: 'Save all 1 trials' })
      .or(page.getByRole('button', { name: /^Save (all )?1 trial/ }))
      .first()
      .click()
    await expect(page.getByText(/trials? imported/).first()).toBeVisible()
    expect(await alarmed({ page, url, id, name, tier, post })).toBe(TIERS[tier].class)
  },
}
