// Measures the compressed JavaScript a browser fetches before the roster shows, and fails over the
// limit.
import { readFileSync, writeFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'

export const LIMIT_KB = 220
const root = new URL('../web/dist/', import.meta.url)
const manifest = JSON.parse(readFileSync(new URL('.vite/manifest.json', root), 'utf8'))

/** Files of a chunk and everything it imports statically. */
function closure(key, seen = new Set()) {
  if (seen.has(key)) return seen
  seen.add(key)
  for (const next of manifest[key].imports ?? []) closure(next, seen)
  return seen
}

/** The chunk of a file that is loaded by itself. */
function chunkOf(file) {
  const key = Object.keys(manifest).find((k) => k.endsWith(file))
  if (!key) throw new Error(`${file} is not a chunk of its own any more`)
  return key
}
const parts = ['index.html', chunkOf('app/Shell.tsx'), chunkOf('areas/roster/Roster.tsx')]
const keys = new Set(parts.flatMap((key) => [...closure(key)]))
const bytes = [...keys].map(
  (k) => gzipSync(readFileSync(new URL(manifest[k].file, root)), { level: 9 }).length,
)
const kb = bytes.reduce((a, b) => a + b, 0) / 1000
writeFileSync(
  new URL('size.json', root),
  JSON.stringify({ rosterJsKb: kb, limitKb: LIMIT_KB, chunks: keys.size }),
)
console.log(`JavaScript before the roster: ${kb.toFixed(1)} kB compressed, limit ${LIMIT_KB} kB.`)
if (kb > LIMIT_KB) process.exit(1)
