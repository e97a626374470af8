/** An instant as JSON has it, to the millisecond. */
export const utc = (column: string): string =>
  `to_char(${column} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`

/** Rows of a select as one JSON list; empty where there are none. */
export const jsonList = (select: string): string =>
  `(SELECT coalesce(json_agg(x), '[]') FROM (${select}) x)`
