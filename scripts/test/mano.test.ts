import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

const ROOT = new URL('../../', import.meta.url).pathname
const run = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync('./mano', args, { cwd: ROOT, encoding: 'utf8' })
  return { status, stdout, stderr }
}
const help = run('help').stdout

describe('./mano', () => {
  it('without a command says what it does; with one it does not know too, and ends with 2', () => {
    expect(run()).toEqual({ status: 0, stdout: help, stderr: '' })
    for (const args of [['serv'], ['--demo']]) {
      const { status, stdout, stderr } = run(...args)
      expect(status).toBe(2)
      expect(stdout).toBe('')
      expect(stderr).toBe(help)
    }
  })
  it('help names every command', () => {
    const script = readFileSync(`${ROOT}mano`, 'utf8')
    const cases = script.slice(script.lastIndexOf('\ncase '))
    const commands = [...cases.matchAll(/^ {2}([a-z]+)(?: \||\))/gm)].map(([, name]) => name!)
    expect(commands.length).toBeGreaterThan(12)
    for (const name of commands) expect(help).toMatch(new RegExp(`^  ${name}\\b`, 'm'))
  })
  it('help names every part of prove, and each of them is known', () => {
    const parts = [...help.matchAll(/\bprove ([a-z]+)/g)].map(([, name]) => name!)
    expect(new Set(parts)).toEqual(
      new Set(['planner', 'answers', 'load', 'fuzz', 'mutants', 'pages']),
    )
    expect(run('prove', 'everything').stderr).toContain(
      'prove knows planner, pages, answers, load, fuzz and mutants, not everything',
    )
  })
  it.each([
    [['serve', 'now'], 'serve takes no words'],
    [['backup', '--keep', 'x'], '--keep needs how many'],
    [['backup', '--keep', '0'], '--keep needs how many'],
    [['restore', '--demon', 'file'], 'restore knows --replace, --hall, --demo and --empty'],
    [['password', '--demon', 'ruth'], 'password knows --hall, --demo and --empty'],
  ])('%j is refused before anything is started', (args, says) => {
    const { status, stderr } = run(...args)
    expect(status).toBe(1)
    expect(stderr).toContain(says)
  })
})
