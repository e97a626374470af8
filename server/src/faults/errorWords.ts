/**
 * What a log says of an error: its name, its words and where, never the values of a statement: they
 * are people's, and hashes of passwords among them.
 */
export function errorWords(error: unknown): string {
  if (!(error instanceof Error)) return 'Thrown, and not an error.'
  const code = (error as { code?: unknown }).code
  return `${error.name}${typeof code === 'string' ? ` ${code}` : ''}: ${error.message}\n${(
    error.stack ?? ''
  )
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .join('\n')}`
}
