import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const ROOT = new URL('../', import.meta.url).pathname

/** Licences that ask for no more than their text to stand beside what is shipped. */
export const ALLOWED = [
  'MIT',
  'MIT-0',
  'ISC',
  '0BSD',
  'BSD-2-Clause',
  'BSD-3-Clause',
  'Apache-2.0',
  'BlueOak-1.0.0',
  'BSL-1.0', // Boost's
  'CC0-1.0',
  'OFL-1.1',
  'Unlicense',
  'Zlib',
]

const licenceOf = (folder, pkg) => {
  const given = pkg.license ?? pkg.licenses?.map((l) => l.type ?? l).join(' OR ')
  if (given) return typeof given === 'object' ? given.type : given
  // One package says so in its text alone.
  const text = join(folder, 'LICENSE')
  return existsSync(text) && readFileSync(text, 'utf8').startsWith('MIT License')
    ? 'MIT'
    : 'not said'
}

/** Whether one of the choices a package leaves is allowed, or all of what it asks for at once. */
export function allowed(licence) {
  const plain = licence.replace(/[()]/g, '')
  return plain.split(' OR ').some((one) => one.split(' AND ').every((l) => ALLOWED.includes(l)))
}

/** What runs in the product, by the lock file: name, version and licence, each once. */
export function shipped() {
  const lock = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8'))
  const rows = new Map()
  for (const [path, entry] of Object.entries(lock.packages)) {
    if (!path.includes('node_modules/') || entry.dev || entry.link || entry.optional) continue
    const pkg = JSON.parse(readFileSync(join(ROOT, path, 'package.json'), 'utf8'))
    rows.set(`${pkg.name} ${pkg.version}`, [
      pkg.name,
      pkg.version,
      licenceOf(join(ROOT, path), pkg),
    ])
  }
  return [...rows.values()].sort((a, b) => (`${a[0]} ${a[1]}` < `${b[0]} ${b[1]}` ? -1 : 1))
}

/** docs/licences.md. */
export function page() {
  const rows = shipped()
  return `# Licences

What runs in the product besides Mano itself, by \`package-lock.json\`; written by \`node
scripts/licences.mjs\`, held by a test. What only builds and tests it is
not here, nor are parts for one kind of machine: of these the pictures' library
(\`@img/sharp-libvips-*\`) is LGPL-3.0-or-later, linked and not changed. PostgreSQL and
Chromium come from Debian's packages with their own.

| package | version | licence |
| --- | --- | --- |
${rows.map((r) => `| ${r.join(' | ')} |`).join('\n')}
`
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  const { writeFileSync } = await import('node:fs')
  writeFileSync(join(ROOT, 'docs/licences.md'), page())
}
