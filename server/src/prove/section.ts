import { cpus } from 'node:os'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'

/** Puts a section of a page between its marks, at the end where there is none yet. */
export function put(file: string, name: string, text: string): void {
  const [from, to] = [`<!-- ${name} -->`, `<!-- end ${name} -->`]
  const page = existsSync(file) ? readFileSync(file, 'utf8') : ''
  const section = `${from}\n${text.trim()}\n${to}`
  writeFileSync(
    file,
    page.includes(from)
      ? page.slice(0, page.indexOf(from)) + section + page.slice(page.indexOf(to) + to.length)
      : `${page.trimEnd()}\n\n${section}\n`,
  )
}

/** A table of Markdown: its heads, its rows. */
export const table = (
  heads: readonly string[],
  rows: readonly (readonly (string | number)[])[],
): string => [line(heads), line(heads.map(() => '---')), ...rows.map(line)].join('\n')
/** A row of one. */
export const line = (cells: readonly (string | number)[]): string => `| ${cells.join(' | ')} |`

/** The machine that measured, in words. */
export const machine = (): string =>
  `${cpus().length} x ${cpus()[0]?.model ?? 'unknown processor'}, Node ${process.versions.node}`
