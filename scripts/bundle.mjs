// Bundles the server and its small commands for Node: workspace packages inlined, node_modules left
// outside.
import { build } from 'esbuild'

const entries = {
  main: 'server/src/main.ts',
  jobs: 'server/src/jobs/worker.ts',
  prepare: 'server/src/commands/prepare.ts',
  calc: 'server/src/commands/calc.ts',
  plan: 'server/src/commands/plan.ts',
  restore: 'server/src/commands/restore.ts',
  password: 'server/src/commands/password.ts',
  prove: 'server/src/commands/prove.ts',
  'prove-fuzz': 'server/src/commands/prove-fuzz.ts',
  'prove-answers': 'server/src/commands/prove-answers.ts',
  'prove-load': 'server/src/commands/prove-load.ts',
  'prove-planner': 'server/src/commands/prove-planner.ts',
}
const watch = process.argv.includes('--only')
  ? process.argv[process.argv.indexOf('--only') + 1]
  : null
const chosen = watch ? { [watch]: entries[watch] } : entries

await build({
  entryPoints: chosen,
  outdir: 'server/dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  logLevel: 'warning',
  plugins: [
    {
      name: 'workspace-inside',
      setup(b) {
        b.onResolve({ filter: /^[^./]/ }, (args) =>
          args.path.startsWith('@mano/') || args.kind === 'entry-point'
            ? undefined
            : { path: args.path, external: true },
        )
      },
    },
  ],
})
