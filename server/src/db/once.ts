import type { EntityManager, EntitySchema, ObjectLiteral } from 'typeorm'
import { conflict } from '../faults/problem'
import { ask } from './ask'

/** Fields the server sets itself; a repeated send may differ in them. */
const OURS = new Set([
  'recordedAt',
  'actorKind',
  'actorId',
  'performedAt',
  'performedOn',
  'doneOn',
  'practice',
  'deviceAt',
  'clockMs',
  'version',
  'updatedAt',
  'protocolParams',
  'asked',
])

/** One spelling whatever the order of keys: the database keeps its own. */
function comparable(v: unknown): unknown {
  if (v instanceof Date) return v.toISOString()
  if (Array.isArray(v)) return JSON.stringify(v.map(comparable))
  if (v && typeof v === 'object')
    return JSON.stringify(
      Object.entries(v)
        .map(([k, x]) => [k, comparable(x)])
        .sort(([a], [b]) => (String(a) < String(b) ? -1 : 1)),
    )
  return v ?? null
}

const valueOf = (type: unknown, v: unknown): unknown =>
  type === 'jsonb' && v !== null ? JSON.stringify(v) : v

/**
 * Inserts a row whose id is the idempotency key. A repeated send of the same content is one record;
 * the same id with
 * other content, or in another hall, is a conflict.
 */
export async function insertOnce<T extends ObjectLiteral & { id: string }>(
  em: EntityManager,
  entity: EntitySchema<T>,
  row: T,
): Promise<'created' | 'repeated'> {
  const m = em.connection.getMetadata(entity)
  const own = m.columns.filter((c) => row[c.propertyName] !== undefined)
  const kept = await ask(
    em,
    `INSERT INTO ${m.tableName} (${own.map((c) => `"${c.databaseName}"`).join(', ')})
      VALUES (${own.map((_, i) => `$${i + 1}`).join(', ')}) ON CONFLICT DO NOTHING RETURNING id`,
    own.map((c) => valueOf(c.type, row[c.propertyName])),
  )
  if (kept.length > 0) return 'created'
  const there = await em.findOneBy(entity, { id: row.id } as never)
  const same =
    there &&
    Object.keys(row).every((k) => OURS.has(k) || comparable(row[k]) === comparable(there[k]))
  if (!same)
    throw conflict(
      there ? 'This id is on record with other content.' : 'That is on record already.',
    )
  return 'repeated'
}
