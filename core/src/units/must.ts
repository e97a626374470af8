/**
 * What the code around it knows to be there, such as a row by an id of the same table or a place
 * within a list. Refuses undefined and null with a fault, so that a wrong belief ends where it is
 * held and not three functions on.
 */
export function must<T>(value: T): NonNullable<T> {
  if (value === undefined || value === null) throw new Error('What had to be there is not.')
  return value
}
