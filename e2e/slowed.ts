import type { CDPSession, Page } from '@playwright/test'

/**
 * What the page is slowed to: a machine on which the loop below takes so many ms, whatever the
 * hour. About four times what the machine of docs/performance.md takes when it is quiet: 4 ms,
 * reckoned from 8 in an hour in which it counted half as fast.
 */
const LOOP_MS = 16
const RUNS = 12

/** Slows a page down to that machine, and says by how much it did; measured each time. */
export async function slowed(page: Page, cdp: CDPSession): Promise<number> {
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 })
  const ms = await page.evaluate((runs) => {
    let least = Infinity
    for (let k = 0; k < runs; k++) {
      const from = performance.now()
      const words = new Map<number, string>()
      let sum = 0
      for (let i = 0; i < 60_000; i++) {
        words.set(i % 997, `x${i}`)
        sum += words.get(i % 991)?.length ?? 0
      }
      if (sum > 0) least = Math.min(least, performance.now() - from)
    }
    return least
  }, RUNS)
  const rate = Math.max(1, LOOP_MS / ms)
  await cdp.send('Emulation.setCPUThrottlingRate', { rate })
  return rate
}
