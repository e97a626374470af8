import { vi } from 'vitest'

/** One table of the device's store, as the pages use it. */
class Table {
  readonly rows = new Map<string, unknown>()
}

/** An open store of the device, in memory: it answers after a turn, as the real one does. */
class Store {
  readonly tables = new Map<string, Table>()
  readonly objectStoreNames = { contains: (name: string) => this.tables.has(name) }
  /** Writes fail while this is set: no room, or a private window. */
  full = false

  createObjectStore(name: string): void {
    this.tables.set(name, new Table())
  }

  transaction(name: string, mode: string): object {
    const table = this.tables.get(name)!
    const t: Record<string, unknown> = { error: null }
    const answer = (act: () => unknown): object => {
      const request: Record<string, unknown> = {}
      const bad = this.full && mode === 'readwrite'
      setTimeout(() => {
        if (bad) {
          t['error'] = new Error('no room')
          return (t['onabort'] as () => void)()
        }
        request['result'] = act()
        ;(t['oncomplete'] as () => void)()
      })
      return request
    }
    t['objectStore'] = () => ({
      // What is stored is a copy, as on a disk.
      put: (value: unknown, key: string) =>
        answer(() => table.rows.set(key, structuredClone(value))),
      get: (key: string) => answer(() => structuredClone(table.rows.get(key))),
      getAll: () =>
        answer(() =>
          [...table.rows].sort(([a], [b]) => a.localeCompare(b)).map(([, v]) => structuredClone(v)),
        ),
      delete: (key: string) => answer(() => table.rows.delete(key)),
      clear: () => answer(() => table.rows.clear()),
    })
    return t
  }
}

/** A device of its own: a store on disk, the browser's small store, and a server that is told how
 * to answer. */
export class Device {
  readonly store = new Store()
  /** What the browser's small store holds. */
  readonly small = new Map<string, string>()
  /** What was sent, in its order. */
  readonly sent: { url: string; id: string; by: string | null }[] = []
  /** How the server answers a request: a status, or 'away' where nothing comes back. */
  answers: (url: string, id: string) => number | 'away' = () => 201

  /** The page is opened (again) on this device: its modules are read anew. */
  async open() {
    vi.resetModules()
    vi.stubGlobal('indexedDB', {
      open: () => {
        const request: Record<string, unknown> = { result: this.store }
        setTimeout(() => {
          ;(request['onupgradeneeded'] as () => void)()
          ;(request['onsuccess'] as () => void)()
        })
        return request
      },
    })
    vi.stubGlobal('localStorage', this.smallStore())
    vi.stubGlobal('BroadcastChannel', undefined)
    vi.stubGlobal('fetch', (url: string, init: { body: string; headers: Record<string, string> }) =>
      this.answer(url, init),
    )
    const box = await import('../src/base/outbox')
    await box.outboxReady()
    return box
  }

  rows(table: string): unknown[] {
    return [...(this.store.tables.get(table)?.rows.values() ?? [])]
  }

  private answer(url: string, init: { body: string; headers: Record<string, string> }) {
    const { id } = JSON.parse(init.body) as { id: string }
    const status = this.answers(url, id)
    if (status === 'away') return Promise.reject(new TypeError('failed to fetch'))
    this.sent.push({ url, id, by: init.headers['X-Mano-By'] ?? null })
    const body = status < 300 ? { id } : { type: '', title: `answered ${status}`, status }
    return Promise.resolve({
      ok: status < 300,
      status,
      headers: new Headers({ 'content-type': 'application/json' }),
      json: () => Promise.resolve(body),
    })
  }

  private smallStore(): object {
    const { small } = this
    return new Proxy(
      {
        getItem: (key: string) => small.get(key) ?? null,
        setItem: (key: string, value: string) => void small.set(key, value),
        removeItem: (key: string) => void small.delete(key),
      },
      {
        ownKeys: () => [...small.keys()],
        getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
      },
    )
  }
}
