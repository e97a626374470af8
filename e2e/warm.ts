import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type BrowserContext, type CDPSession } from '@playwright/test'
import { ARGS, CHROMIUM, USED } from './playwright.config'

/** What a page keeps on the device; the cache of built files is not among it. */
const KEPT = 'cookies,local_storage,indexeddb,cache_storage,service_workers,file_systems'

/**
 * A browser whose cache outlives a test: built files are fetched and compiled once a worker, where
 * a
 * fresh context would do so for each test. Whatever a page kept goes after each.
 */
export class Warm {
  readonly #folder = mkdtempSync(join(tmpdir(), 'mano-e2e-'))
  #open: { context: BrowserContext; cdp: CDPSession } | null = null
  readonly #seen = new Set<string>()
  /** A clock or a script laid over its pages cannot be taken off again. */
  #spoilt = false

  async begin(): Promise<BrowserContext> {
    if (this.#spoilt) await this.#shut()
    this.#open ??= await this.#start()
    return this.#open.context
  }

  /** Empties what its pages kept. */
  async end(): Promise<void> {
    if (!this.#open) return
    const { context, cdp } = this.#open
    const [, ...pages] = context.pages()
    await Promise.all(pages.map((p) => p.close()))
    if (this.#spoilt) return this.#shut()
    await context.setOffline(false)
    await context.unrouteAll()
    await context.clearCookies()
    for (const origin of this.#seen)
      await cdp.send('Storage.clearDataForOrigin', { origin, storageTypes: KEPT })
    this.#seen.clear()
  }

  async close(): Promise<void> {
    await this.#shut()
    rmSync(this.#folder, { recursive: true, force: true })
  }

  async #start(): Promise<{ context: BrowserContext; cdp: CDPSession }> {
    const context = await chromium.launchPersistentContext(this.#folder, {
      executablePath: CHROMIUM,
      args: ARGS,
      ...USED,
    })
    context.setDefaultTimeout(USED.actionTimeout)
    this.#spoilt = false
    context.on('page', (page) =>
      page.on('framenavigated', (f) => {
        if (f.url().startsWith('http')) this.#seen.add(new URL(f.url()).origin)
      }),
    )
    const spoils = <T extends object>(on: T, names: readonly (keyof T)[]) => {
      for (const name of names) {
        const act = (on[name] as (...a: unknown[]) => unknown).bind(on)
        Object.assign(on, {
          [name]: (...a: unknown[]) => {
            this.#spoilt = true
            return act(...a)
          },
        })
      }
    }
    spoils(context, ['addInitScript', 'grantPermissions', 'exposeFunction', 'exposeBinding'])
    spoils(context.clock, ['install', 'setFixedTime', 'setSystemTime', 'pauseAt'])
    return { context, cdp: await context.newCDPSession(context.pages()[0]!) }
  }

  async #shut(): Promise<void> {
    const open = this.#open
    this.#open = null
    await open?.context.close()
  }
}
