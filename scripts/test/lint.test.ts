import { describe, expect, it } from 'vitest'
import { lintPlanted } from './planted'

/** Rules that name a line of this file. */
const named = (code: string): string[] =>
  Object.values(lintPlanted({ 'server/src/planted.ts': code }, true))
    .flat()
    .sort()

describe('lint by types', () => {
  it('names a promise nobody waits for, a value of no type, and what is of another type', () => {
    const code = `
      const later = async (): Promise<number> => 1
      export function planted(): string {
        later()
        const days: number = 'seven'
        return JSON.parse(String(days))
      }`
    expect(named(code)).toEqual([
      'typescript(TS2322)',
      'typescript(no-floating-promises)',
      'typescript(no-unsafe-return)',
    ])
  })
  it('has nothing to say of the same where it is waited for and looked at', () => {
    const code = `
      const later = async (): Promise<number> => 1
      export async function planted(): Promise<string> {
        return String(await later())
      }`
    expect(named(code)).toEqual([])
  })
}, 30_000)

describe('lint of what comes in from outside', () => {
  it('names chance anywhere, in core also the clock and the page, not what a day is made of', () =>
    expect(
      Object.values(
        lintPlanted({
          'server/src/http/a.ts': 'export const a = Math.random()',
          'server/src/http/b.ts': 'export const b = [Date.now(), new Date()]',
          'core/src/measure/c.ts': 'export const c = [Date.now(), new Date()]',
          'core/src/measure/d.ts': 'export const d = document.title',
          'core/src/measure/e.ts': "export const e = new Date('2026-10-08')",
        }),
      ).map((said) => said.length),
    ).toEqual([1, 0, 2, 1, 0]))

  it('names a mark that says something is there, but in the loops that are named', () =>
    expect(
      Object.values(
        lintPlanted({
          'web/src/base/a.ts': 'export const a = (l: number[]): number => l[0]!',
          'core/src/testday/order.ts': 'export const b = (l: number[]): number => l[0]!',
        }),
      ).map((said) => said.length),
    ).toEqual([1, 0]))
})
