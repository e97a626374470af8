/** Clicks, choices and typed entries of jobs, as the check of a fortnight's work counted them. */
export type Actions = Readonly<Record<string, number>>

/**
 * The same jobs on the build of 28 November (9ba9924): counted by a tester, or read off its own
 * browser tests.
 */
const BEFORE: Readonly<Record<string, string>> = {
  'an empty hall to its first verdict': 'about 150, with a first saved week (a tester)',
  'six trials': '6',
  'a correction': '4, and the next number was lost',
  'a week planned and saved': 'in the 150 above',
  'a session ended early': 'not possible',
  'a messy sheet brought in': 'not possible for sets; 3 for tests, dates read the wrong way round',
}
/** Counted in one of the browser tests, by hand. */
const BESIDE: readonly (readonly [job: string, now: string, before: string])[] = [
  ['a trial of a pick-up ramp', '1', '1 (ramp.spec.ts)'],
  ['a set of 12 kg where none was lifted before', '6 (floor.spec.ts)', '24 (a tester)'],
]

export const actionsSection = (actions: Actions): string =>
  [
    'Clicks, choices and typed entries (a field is one), counted while the check of a ' +
      'fortnight works on an empty hall by the screens alone (`e2e/fortnight.spec.ts`). It ' +
      'ends with the record it should, read out of the workbook by another program. The ' +
      'first job is a hall, seven implements, two athletes and six trials.',
    '',
    '| job | actions | on the build of 28 November |',
    '| --- | --- | --- |',
    ...Object.entries(actions).map(([job, n]) => `| ${job} | ${n} | ${BEFORE[job] ?? ''} |`),
    ...BESIDE.map((row) => `| ${row.join(' | ')} |`),
  ].join('\n')
