import { existsSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

const ROOT = new URL('../../', import.meta.url).pathname
const recipe = readFileSync(`${ROOT}Containerfile`, 'utf8')
const mano = readFileSync(`${ROOT}mano`, 'utf8')

// It is built where a container can be: what it leans on is looked at here.
describe('the container', () => {
  it('installs each Debian package that the start command asks for', () => {
    for (const [, name] of mano.matchAll(/need_packages (postgresql)/g))
      expect(recipe).toMatch(new RegExp(`\\b${name}\\b`))
  })
  it('runs commands that there are', () => {
    const said = [
      ...recipe.matchAll(/(?:\.\/mano |mano(?:-data:\S+ mano)? |CMD \[")(serve|demo|test|build)/g),
    ]
    expect(new Set(said.map((m) => m[1]))).toEqual(new Set(['serve', 'demo', 'test', 'build']))
    for (const [, command] of said)
      expect(mano).toMatch(new RegExp(`^  (?:demo \\| )?${command}`, 'm'))
  })
  it('leaves out what is made anew, and what is nobody else\u2019s', () => {
    const out = readFileSync(`${ROOT}.containerignore`, 'utf8').split('\n')
    for (const path of ['node_modules', '.data', '.git']) expect(out).toContain(path)
    expect(existsSync(`${ROOT}mano`)).toBe(true)
  })
})
