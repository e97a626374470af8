import { existsSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { answerCases, type CalcCase } from '../../src/calc/adapter'

interface GateCase extends CalcCase {
  expected: { verdict: string }
  why: string
  row: string
}

const load = (file: URL): GateCase[] =>
  (JSON.parse(readFileSync(file, 'utf8')) as { cases: GateCase[] }).cases
const beside = new URL('../../../../shared/checks/gates.json', import.meta.url)
const wrong = (cases: readonly GateCase[]) => {
  const answers = answerCases(cases, '12')
  return cases.flatMap((c, i) => {
    const a = answers[i]!
    const got = 'result' in a ? (a.result as { verdict: string }).verdict : a.error
    return got === c.expected.verdict
      ? []
      : [`${c.id}: ${got}, not ${c.expected.verdict} (${c.why})`]
  })
}

/** One act of one athlete at one moment. Verdicts written by hand, common practice, no source. */
describe('gate cases', () => {
  const cases = load(new URL('./gates.json', import.meta.url))
  it.each([...new Set(cases.map((c) => c.row))])('%s', (row) =>
    expect(wrong(cases.filter((c) => c.row === row))).toEqual([]),
  )
  it('an unknown act is an error of its own, and the rest go on', () => {
    const [bad, good] = answerCases(
      [
        {
          ...cases[0]!,
          inputs: {
            ...(cases[0]!.inputs as object),
            act: { kind: 'test', id: 'no_such', hand: 'left' },
          },
        },
        cases[1]!,
      ],
      '12',
    )
    expect(bad).toHaveProperty('error')
    expect(good).toHaveProperty('result')
  })
  it.runIf(existsSync(beside))('the copies agree with the cases beside the project', () =>
    expect(wrong(load(beside))).toEqual([]),
  )
})
