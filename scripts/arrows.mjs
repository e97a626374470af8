/** Packages a package may not see: web → contract → core, server → contract → core. */
const FORBIDDEN = {
  core: ['@mano/contract', '@mano/server', '@mano/web', '@mano/e2e'],
  contract: ['@mano/server', '@mano/web', '@mano/e2e'],
  server: ['@mano/web', '@mano/e2e'],
  web: ['@mano/server', '@mano/e2e'],
}
/** Outside packages core must not know: it is plain computation. */
const IMPURE = [
  'react',
  'react-*',
  '@mantine/*',
  'express',
  'typeorm',
  'pg',
  'node:*',
  'fs',
  'path',
  'http',
  'crypto',
  'yup',
  'zustand',
  'recharts',
  'uuid',
]

/** ESLint rules that hold the arrows between packages. */
export const arrows = Object.entries(FORBIDDEN).map(([from, closed]) => ({
  files: [`${from}/src/**/*.{ts,tsx}`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: closed.flatMap((p) => [p, `${p}/**`]),
            message: `${from} does not see that package.`,
          },
          {
            group: closed.map((p) => `**/${p.slice(6)}/src/**`),
            message: `${from} does not reach into another package.`,
          },
          ...(from === 'core'
            ? [{ group: IMPURE, message: 'core is pure: no interface, server, disk or network.' }]
            : []),
        ],
      },
    ],
  },
}))
