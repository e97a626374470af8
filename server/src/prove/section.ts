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
