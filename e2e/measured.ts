import { writeFileSync } from 'node:fs'

/** Where `./mano prove` finds what was measured; without it nothing is kept. */
export function keep(name: string, result: unknown): void {
  const dir = process.env['MANO_MEASURED']
  if (dir) writeFileSync(`${dir}/${name}.json`, JSON.stringify(result))
}
