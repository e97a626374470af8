import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import type { Plugin } from 'vite'

/**
 * Writes each script and style compressed beside itself: the server need not do it for everybody.
 */
export function packed(): Plugin {
  return {
    name: 'mano-packed',
    apply: 'build',
    writeBundle({ dir }, bundle) {
      for (const name of Object.keys(bundle).filter((f) => /\.(js|css)$/.test(f))) {
        const file = join(dir!, name)
        writeFileSync(`${file}.gz`, gzipSync(readFileSync(file), { level: 9 }))
      }
    },
  }
}
