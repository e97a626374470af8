import { must } from '@mano/core/units/must'

/** Wrong tries that cost nothing: fingers slip. */
const FREE = 5
const FIRST_S = 5
const MOST_S = 60
/** Names and addresses remembered at the most, and for how long, ms. */
const REMEMBERED = 5000
const FORGOTTEN_MS = 15 * 60_000

/**
 * Who tries a password again and again waits longer each time. By name and address, so that wrong
 * tries from elsewhere never keep the right person out.
 */
export class Patience {
  readonly #tries = new Map<string, { wrong: number; at: number }>()

  /** Seconds until the next try is looked at; 0: now. */
  waitS(who: string, now = Date.now()): number {
    const t = this.#tries.get(who)
    if (!t || t.wrong < FREE || now - t.at > FORGOTTEN_MS) return 0
    const pauseS = Math.min(MOST_S, FIRST_S * 2 ** (t.wrong - FREE))
    return Math.max(0, Math.ceil(pauseS - (now - t.at) / 1000))
  }

  wrong(who: string, now = Date.now()): void {
    const before = this.#tries.get(who)
    this.#tries.delete(who)
    if (this.#tries.size >= REMEMBERED) this.#tries.delete(must(this.#tries.keys().next().value))
    const fresh = !before || now - before.at > FORGOTTEN_MS
    this.#tries.set(who, { wrong: fresh ? 1 : before.wrong + 1, at: now })
  }

  right(who: string): void {
    this.#tries.delete(who)
  }
}
