import type { Page } from '@playwright/test'
import { processorTime, TAKEN_MOST, takenShare } from '../server/src/prove/load/machine'
import { keep } from './measured'
import { expect, test, visit } from './rig'
import { slowed } from './slowed'

/** The ten screens a coach is at most; @ stands for an athlete's address. */
const SCREENS = [
  '/',
  '@/intake',
  '@/demands',
  '@/tests',
  '@/gaps',
  '@/plan',
  '@/floor',
  '@/review',
  '/kit',
  '/testday',
] as const
/** What leaves the page, asks the system for something, or ends something, is not pressed here. */
const LEFT_OUT =
  /delete|remove|sign out|discard|import|export|download|print|pdf|erase|put away|make a link/i
const ALL =
  'main :is(button, input:not([type=file]), summary, textarea, [role=radio]):not(:disabled)'
const MOST = 24
/** Asked of every one; held here for the middle one of each screen. */
const ASKED_MS = 50
/** Presses of what was late once. */
const TIMES = 3
/** Presses of it at the most, with those while others had a part of the machine. */
const TRIES = 9
/** Waited for the others at the most, s. */
const PATIENCE_S = 30
/** The browser counts in steps of 8 ms. */
const STEP_MS = 8
const SLOWEST_MS = 1500
/** Between coming to a thing and pressing it. */
const SETTLED_MS = 250

interface Answer {
  ms: number
  what: string
  /** The event that took longest: what it waited, what its handlers took. */
  of: string
}

interface Thing {
  name: string
  field: boolean
}

/** What may be pressed as the page stands. */
const things = (page: Page): Promise<Thing[]> =>
  page.locator(`${ALL}:visible`).evaluateAll((all: HTMLInputElement[]) =>
    all.map((el) => ({
      field: el.matches('input:not([type=checkbox], [type=radio]), textarea'),
      name: (el.ariaLabel ?? el.labels?.[0]?.textContent ?? el.textContent ?? '').trim(),
    })),
  )

/** Waits until others leave the machine alone. */
async function calm(page: Page, since: ReturnType<typeof processorTime>): Promise<void> {
  let from = since
  for (let s = 0; s < PATIENCE_S && takenShare(from) > TAKEN_MOST; s++) {
    from = processorTime()
    await page.waitForTimeout(1000)
  }
}

/** Presses or types into one thing, and says how long the next picture took, to 8 ms. */
async function answer(page: Page, i: number): Promise<Answer | null> {
  const at = page.locator(`${ALL}:visible`).nth(i)
  const about = (await things(page))[i]
  if (!about || LEFT_OUT.test(about.name)) return null
  await at.scrollIntoViewIfNeeded({ timeout: 2000 }).catch(() => undefined)
  const box = await at.boundingBox({ timeout: 2000 }).catch(() => null)
  if (!box || box.width === 0) return null
  await page.evaluate(() => {
    Object.assign(window, { slowest: 0, of: '' })
  })
  await page.mouse.move(box.x + box.width / 2, box.y + Math.min(box.height / 2, 20))
  // What the page does of the scrolling to it is over.
  await page.waitForTimeout(SETTLED_MS)
  await page.mouse.down()
  await page.waitForTimeout(80)
  await page.mouse.up()
  if (about.field) await page.keyboard.press('4', { delay: 60 })
  await page.waitForTimeout(300)
  const seen = await page.evaluate(() => {
    const { slowest, of } = window as unknown as { slowest: number; of: string }
    return { ms: slowest, of }
  })
  return { ...seen, what: about.name }
}

test(
  '@alone at a quarter of the speed presses and keys are answered in 50 ms at the median on ' +
    'each of the ten busiest screens, none in over 1.5 s',
  async ({ page, own }) => {
    test.setTimeout(2_400_000)
    await page.addInitScript(() => {
      const w = window as unknown as { slowest: number; of: string }
      w.slowest = 0
      new PerformanceObserver((list) => {
        for (const e of list.getEntries() as unknown as (PerformanceEventTiming & {
          interactionId: number
        })[])
          if (e.interactionId > 0 && e.duration > w.slowest) {
            w.slowest = e.duration
            const [waited, own] = [
              e.processingStart - e.startTime,
              e.processingEnd - e.processingStart,
            ]
            w.of = `${e.name}, waited ${Math.round(waited)}, handled in ${Math.round(own)}`
          }
      }).observe({ type: 'event', durationThreshold: 16 } as PerformanceObserverInit)
    })
    await visit(page, own.url, 'Mirela Stroud', 'Intake')
    const athlete = new URL(page.url()).pathname.split('/').slice(0, 3).join('/')
    const cdp = await page.context().newCDPSession(page)
    const seen: {
      screen: string
      rate: number
      all: number
      median: number
      slowest: Answer
      over: number
      disturbed: number
    }[] = []
    for (const screen of process.env['MANO_SCREENS']?.split(',') ?? SCREENS) {
      const url = own.url + screen.replace('@', athlete)
      const load = async () => {
        await page.goto(url)
        await page.waitForLoadState('networkidle')
        await expect(page.locator('[aria-busy=true]')).toHaveCount(0)
        // A test day is looked at as it is set up.
        const begin = page.getByRole('button', { name: 'Set up a day' })
        if (await begin.isVisible()) await begin.click()
        await page.waitForTimeout(500)
      }
      await load()
      const rates: number[] = []
      let [before, disturbed] = [processorTime(), 0]
      const press = async (i: number) => {
        rates.push(await slowed(page, cdp))
        return answer(page, i)
      }
      const all: Answer[] = []
      for (let i = 0; i < MOST && i < (await page.locator(`${ALL}:visible`).count()); i++) {
        const pressed = async (n: number, again = false) => {
          if (again) await calm(page, before)
          before = processorTime()
          const one = await press(n)
          const own = takenShare(before) <= TAKEN_MOST
          await page.keyboard.press('Escape')
          if (page.url() !== url || (await page.getByRole('dialog').count()) > 0) await load()
          return one && { ...one, own }
        }
        const one = await pressed(i)
        if (!one) continue
        // The machine halts at times: what was late is pressed twice more while others leave it
        // alone, on the page loaded anew where it is gone.
        const where = async () => {
          const now = await things(page)
          return now[i]?.name === one.what ? i : now.findIndex((t) => t.name === one.what)
        }
        const tries = [one]
        const counted = () => tries.filter((t) => t.own)
        while (one.ms > ASKED_MS && counted().length < TIMES && tries.length < TRIES) {
          if ((await where()) < 0) await load()
          const n = await where()
          const again = n < 0 ? null : await pressed(n, true)
          if (!again) break
          tries.push(again)
        }
        disturbed += tries.filter((t) => !t.own && t.ms > ASKED_MS).length
        const ms = (counted().length > 0 ? counted() : tries).map((t) => t.ms).sort((a, b) => a - b)
        all.push({ of: one.of, what: one.what.slice(0, 50), ms: ms[ms.length >> 1]! })
      }
      const ms = all.map((a) => a.ms).sort((a, b) => a - b)
      seen.push({
        screen,
        rate: rates.sort((a, b) => a - b)[rates.length >> 1]!,
        all: all.length,
        median: ms[ms.length >> 1]!,
        slowest: all.reduce((x, y) => (y.ms > x.ms ? y : x)),
        over: all.filter((a) => a.ms > ASKED_MS).length,
        disturbed,
      })
      console.log(JSON.stringify(seen.at(-1)))
      console.log(
        all
          .filter((x) => x.ms > ASKED_MS)
          .map((x) => `${x.what} ${x.ms} (${x.of})`)
          .join('; '),
      )
    }
    keep('answers', seen)
    expect(seen.filter((s) => s.median > ASKED_MS + STEP_MS || s.slowest.ms > SLOWEST_MS)).toEqual(
      [],
    )
  },
)
