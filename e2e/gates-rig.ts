import type { Page } from '@playwright/test'
import { expect } from './rig'

let n = 0
/** A client-made id of version 7. */
export const uuid = () => `0199cccc-0000-7000-8000-${String(++n).padStart(12, '0')}`
export const QUALITIES = [
  'hang',
  'carry',
  'thick',
  'crush',
  'closed',
  'pinch_wide',
  'pinch_narrow',
  'key',
  'claw',
  'edge',
  'cloth',
  'catch',
  'wrist_flex',
  'wrist_ext',
  'wrist_dev',
  'rotation',
  'finger_ext',
]
export const WEEK = '2026-10-05'
export const FRAME = Array.from({ length: 7 }, () => ({
  minutes: 90,
  place: 'hall',
  sportLoad: 0,
  heavyPull: 'none',
  competition: false,
}))

/**
 * One athlete of each tier; the injury comes after the week was saved, as it does in life. Edges
 * are stopped, ask or are free.
 */
export const TIERS = {
  absolute: {
    class: 'stop',
    profile: {
      birthDate: '2011-05-01',
      guardian: { by: 'Ada Castellane', relation: 'mother', on: '2026-01-01' },
    },
    injury: null,
  },
  clearance: { class: 'stop', profile: {}, injury: 'finger_pulley' },
  acknowledge: { class: 'ask', profile: {}, injury: 'skin' },
  free: { class: 'free', profile: {}, injury: null },
} as const
export type Tier = keyof typeof TIERS

export interface Scene {
  page: Page
  url: string
  id: string
  name: string
  tier: Tier
  post: (path: string, body: object) => Promise<number>
}

export async function make(page: Page, url: string, tier: Tier): Promise<Scene> {
  const post = async (path: string, body: object) =>
    (await page.request.post(`${url}${path}`, { data: body, maxRetries: 3 })).status()
  const [id, name] = [uuid(), `Rui ${tier}`]
  expect(
    await post('/api/athletes', {
      id,
      sportEntryId: uuid(),
      sportId: 'climber_boulder',
      name,
      birthDate: '1998-05-01',
      sexForNorms: null,
      dominantHand: 'right',
      level: 'trained',
      guardian: null,
      skin: 'normal',
      note: '',
      ...TIERS[tier].profile,
    }),
  ).toBe(201)
  expect(await post(`/api/athletes/${id}/health`, { id: uuid(), yes: [] })).toBe(201)
  expect(
    await post(`/api/athletes/${id}/experience`, {
      id: uuid(),
      origin: 'training diary',
      entries: QUALITIES.map((quality) => ({ id: uuid(), quality, family: null, weeks: 60 })),
    }),
  ).toBe(201)
  // A young athlete's week was saved before the birth date was known to matter: light edges; the
  // others pull on edges today.
  const exercise = tier === 'absolute' ? 'edge_light' : 'edge_repeat'
  const blocks = [exercise, 'ext_band'].map((exerciseId) => ({
    id: uuid(),
    day: 3,
    exerciseId,
    sets: 2,
    dose: 10,
    hands: ['left', 'right'],
    reason: '',
  }))
  expect(
    await post(`/api/athletes/${id}/plans`, {
      id: uuid(),
      weekStart: WEEK,
      frame: FRAME,
      blocks,
      terms: { settings: {}, bans: [] },
      reason: 'as agreed',
    }),
  ).toBe(201)
  const { injury } = TIERS[tier]
  if (injury)
    for (const side of ['left', 'right'])
      expect(
        await post(`/api/athletes/${id}/injuries`, {
          id: uuid(),
          site: injury,
          side,
          status: 'active',
          since: null,
          note: '',
          advisedBy: '',
          supersedesId: null,
        }),
      ).toBe(201)
  return { page, url, id, name, tier, post }
}

/** What a screen shows in words: a stop, a reason that is needed, or neither. */
export async function shown(
  page: Page,
  ready: () => Promise<void>,
): Promise<'stop' | 'ask' | 'free'> {
  await ready()
  if (
    await page
      .getByText(/\. Stopped (until|for today)/)
      .first()
      .isVisible()
  )
    return 'stop'
  return (await page
    .getByText(/Needs your reason/)
    .first()
    .isVisible())
    ? 'ask'
    : 'free'
}
export const planId = async ({ page, url, id }: Scene) =>
  (
    (await (await page.request.get(`${url}/api/athletes/${id}/plan`)).json()) as {
      versions: { id: string }[]
    }
  ).versions[0]!.id
export const setOf = async (s: Scene, exerciseId: string) => ({
  id: uuid(),
  planVersionId: await planId(s),
  blockId: null,
  exerciseId,
  hand: 'left',
  set: 1,
  load: null,
  loadUnit: 'kg',
  seconds: 7,
  reps: null,
  ended: 'done',
  effort: null,
  pain: null,
  deviceAt: null,
  supersedesId: null,
})
/** What a young athlete meets at the floor is light; its own edges are of the tests. */
export const onFloor = (tier: Tier) => (tier === 'absolute' ? 'free' : TIERS[tier].class)
export const alarmed = async ({ page, url, id }: Scene): Promise<string> => {
  await page.goto(`${url}/athletes/${id}/intake`)
  await expect(page.getByRole('heading', { name: /^Rui/ })).toBeVisible()
  const alarms = page.getByRole('region', { name: 'Alarms' })
  await expect(page.getByRole('heading', { name: 'Health questions' })).toBeVisible()
  return !(await alarms.isVisible())
    ? 'free'
    : (await alarms.getByText('though it was stopped').first().isVisible())
      ? 'stop'
      : 'ask'
}
