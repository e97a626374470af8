import type { PersistStorage, StorageValue } from 'zustand/middleware'

/**
 * What this device keeps through a reload, a crash or an empty battery: written to disk before a
 * write counts as done.
 */
const NAME = 'mano'
const STORES = ['state', 'outbox'] as const
type Store = (typeof STORES)[number]

let opened: Promise<IDBDatabase> | null = null
const open = (): Promise<IDBDatabase> =>
  (opened ??= new Promise((resolve, reject) => {
    const request = indexedDB.open(NAME, 1)
    request.onupgradeneeded = () => {
      for (const s of STORES)
        if (!request.result.objectStoreNames.contains(s)) request.result.createObjectStore(s)
    }
    request.onsuccess = () => resolve(request.result)
    request.onerror = () => reject(request.error ?? new Error('no store'))
  }))

async function run<T>(
  store: Store,
  mode: IDBTransactionMode,
  act: (s: IDBObjectStore) => IDBRequest<T>,
): Promise<T> {
  const db = await open()
  return new Promise((resolve, reject) => {
    const t = db.transaction(store, mode, { durability: 'strict' })
    const r = act(t.objectStore(store))
    t.oncomplete = () => resolve(r.result)
    t.onerror = t.onabort = () => reject(t.error ?? new Error('not kept'))
  })
}

export const keep = (store: Store, key: string, value: unknown): Promise<unknown> =>
  run(store, 'readwrite', (s) => s.put(value, key))
export const forget = (store: Store, key: string): Promise<unknown> =>
  run(store, 'readwrite', (s) => s.delete(key))
export const read = <T>(store: Store, key: string): Promise<T | undefined> =>
  run(store, 'readonly', (s) => s.get(key) as IDBRequest<T | undefined>)
export const all = <T>(store: Store): Promise<T[]> =>
  run(store, 'readonly', (s) => s.getAll() as IDBRequest<T[]>)

/**
 * A store of the page kept here; writes go one after the other, so the last one said is the one
 * kept.
 */
export function keptStorage<S>(): PersistStorage<S> {
  let last: Promise<unknown> = Promise.resolve()
  const then = (act: () => Promise<unknown>): void => {
    last = last.then(act, act).catch(() => undefined)
  }
  return {
    getItem: async (name) => (await read<StorageValue<S>>('state', name)) ?? null,
    setItem: (name, value) => then(() => keep('state', name, value)),
    removeItem: (name) => then(() => forget('state', name)),
  }
}

/** What is the device's and no athlete's, and what was not sent yet. */
const STAYS = ['mano-units', 'mano-instrument']
const NOT_SENT = 'mano-jot '
const DRAFTS = ['mano-plan-drafts', 'mano-draft-']

/**
 * Whether something typed here is saved nowhere else: a week that was changed, a trial half typed.
 */
export const isUnsaved = (): boolean =>
  Object.keys(localStorage).some(
    (key) =>
      DRAFTS.some((d) => key.startsWith(d)) &&
      // The drafts' own store stands there empty as well.
      !/"open":\{\}/.test(localStorage.getItem(key) ?? ''),
  )

/** Somebody signs out: of the athletes nothing stays on the device but what was not sent yet. */
export async function leaveNothing(): Promise<void> {
  for (const key of Object.keys(localStorage))
    if (key.startsWith('mano-') && !STAYS.includes(key) && !key.startsWith(NOT_SENT))
      localStorage.removeItem(key)
  await run('state', 'readwrite', (s) => s.clear())
}
