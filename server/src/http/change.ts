import type { EntitySchema, ObjectLiteral } from 'typeorm'
import type { Call } from '../api/api'
import { overtaken } from '../faults/problem'

/**
 * Changes a row from the version its form was made from, and gives the new version. Where somebody
 * changed it meanwhile nothing is
 * written and what is there goes back: `current`, in the words of the form. The same change sent
 * twice is one change.
 * `more`: what goes with a change and is none by itself.
 */
export async function changeRow<T extends ObjectLiteral & { id: string; version: number }>(
  call: Call,
  entity: EntitySchema<T>,
  before: T,
  { version, ...fields }: { version: number } & Record<string, unknown>,
  current: object,
  more: object = {},
): Promise<number> {
  const same = Object.entries(fields).every(
    ([k, v]) => JSON.stringify(v ?? null) === JSON.stringify(before[k] ?? null),
  )
  if (same) return before.version
  const done = await call.em.update(
    entity,
    { id: before.id, version } as never,
    { ...fields, ...more, version: version + 1 } as never,
  )
  if (done.affected === 0)
    throw overtaken('Somebody changed this meanwhile.', { ...current, version: before.version })
  return version + 1
}
