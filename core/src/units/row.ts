/** The row of a data table by its id. Refuses an id that the table does not know. */
export function rowOf<T extends { readonly id: string }>(rows: readonly T[], id: string): T {
  const row = rows.find((r) => r.id === id)
  if (!row) throw new Error(`No row ${id}.`)
  return row
}
