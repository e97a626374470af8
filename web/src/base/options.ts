/** Rows of a table as the choices of a field; what is chosen keeps the kind of the rows' ids. */
export const options = <Id extends string | number>(
  list: readonly { readonly id: Id; readonly name: string }[],
) => list.map((x) => ({ value: x.id, label: x.name }))
