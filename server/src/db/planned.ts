import { createHash } from 'node:crypto'
import type { Socket } from 'node:net'
import { Client } from 'pg'

/** Statements shorter than this are planned in no time. */
const LONG = 240
/** Texts a connection keeps planned, at the most: what is written once has a text of its own. */
const MOST = 120

/** What the driver does not say of its connection: the socket it writes to. */
interface Wire {
  connection: { stream: Socket }
}
type Query = (text: unknown, values?: unknown, done?: unknown) => unknown

/**
 * A connection that has its long statements planned once: the plan of the safety of an athlete
 * takes the database five times as long as reading it.
 */
export class Planned extends Client {
  readonly #names = new Map<string, string>()
  readonly #kept = new Set<string>()
  #held = false

  #nameOf(text: string): string | null {
    const known = this.#names.get(text)
    if (known !== undefined || this.#names.size >= MOST) return known ?? null
    const name = `m${createHash('sha1').update(text).digest('base64url')}`
    this.#names.set(text, name)
    return name
  }

  /** The name by which a statement can be asked in one message with others: `EXECUTE name(…)`. */
  async nameFor(text: string): Promise<string> {
    const name = `e${createHash('sha1').update(text).digest('hex')}`
    if (!this.#kept.has(name)) {
      await this.query(`PREPARE ${name} AS ${text}`)
      this.#kept.add(name)
    }
    return name
  }

  /** What is asked in one turn of the loop goes out in one piece. */
  #together(): void {
    if (this.#held) return
    const { stream } = (this as unknown as Wire).connection
    this.#held = true
    stream.cork()
    process.nextTick(() => {
      this.#held = false
      stream.uncork()
    })
  }

  override query = ((text: unknown, values?: unknown, done?: unknown): unknown => {
    this.#together()
    const plain = Client.prototype.query.bind(this) as Query
    const name =
      typeof text === 'string' && text.length >= LONG && Array.isArray(values)
        ? this.#nameOf(text)
        : null
    return name === null ? plain(text, values, done) : plain({ name, text, values }, done)
  }) as Client['query']
}
