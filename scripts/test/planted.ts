import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'

const ROOT = new URL('../../', import.meta.url).pathname

interface Found {
  message: string
  code: string
  filename: string
}

/** Types are looked at as in the project. */
const TSCONFIG = JSON.stringify({
  extends: join(ROOT, 'tsconfig.base.json'),
  compilerOptions: { types: [] },
})

/**
 * What lint says of files that are not there: each is planted in a folder of its own that is like
 * the project, outside it, as that is looked at at the same time. Messages, or where `types` are
 * asked for the rules, by the name of the file.
 */
export function lintPlanted(
  files: Record<string, string>,
  types = false,
): Record<string, string[]> {
  const folder = mkdtempSync(join(tmpdir(), 'mano-lint-'))
  try {
    const config = JSON.parse(readFileSync(join(ROOT, '.oxlintrc.json'), 'utf8')) as object
    const plugins = { jsPlugins: [join(ROOT, 'scripts/lint.mjs')] }
    const all = {
      ...files,
      '.oxlintrc.json': JSON.stringify({ ...config, ...plugins }),
      'tsconfig.json': TSCONFIG,
    }
    for (const [name, text] of Object.entries(all)) {
      mkdirSync(dirname(join(folder, name)), { recursive: true })
      writeFileSync(join(folder, name), text)
    }
    const bin = join(ROOT, 'node_modules/.bin')
    // What looks at types is found by the path, not beside the folder it looks at.
    const env = { ...process.env, PATH: `${bin}:${process.env['PATH']}` }
    const flags = types ? ['--type-aware', '--type-check'] : []
    const { stdout } = spawnSync(join(bin, 'oxlint'), [...flags, '-f', 'json', '.'], {
      cwd: folder,
      env,
      encoding: 'utf8',
    })
    const { diagnostics } = JSON.parse(stdout) as { diagnostics: Found[] }
    return Object.fromEntries(
      Object.keys(files).map((name) => [
        name,
        diagnostics.filter((d) => d.filename === name).map((d) => (types ? d.code : d.message)),
      ]),
    )
  } finally {
    rmSync(folder, { recursive: true })
  }
}
