import type { EntityManager } from 'typeorm'
import type { TakenBackKind } from '@mano/contract/takenBack'
import { TakenBackEntity } from './entities'

/** Whether a row of `table` counts: for the WHERE of a statement. */
export const stands = (table: TakenBackKind): string =>
  `NOT EXISTS (SELECT 1 FROM taken_back back WHERE back.row_id = ${table}.id)`

/** Of rows of one kind, those that count. */
export async function standing<T extends { id: string }>(
  em: EntityManager,
  kind: TakenBackKind,
  rows: readonly T[],
): Promise<T[]> {
  if (rows.length === 0) return []
  const back = new Set((await em.findBy(TakenBackEntity, { kind })).map((b) => b.rowId))
  return rows.filter((r) => !back.has(r.id))
}
