import type { DataSource, EntityManager } from 'typeorm'

/** Runs work in one transaction that sees and writes one hall only. */
export function inHall<T>(app: DataSource, hallId: string, work: (em: EntityManager) => Promise<T>): Promise<T> {
  return app.transaction(async (em) => {
    await em.query(`SELECT set_config('mano.hall', $1, true)`, [hallId])
    return work(em)
  })
}
