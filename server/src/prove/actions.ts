/** Clicks, choices and typed entries of jobs, as the check of a fortnight's work counted them. */
export type Actions = Readonly<Record<string, number>>

export const actionsSection = (actions: Actions): string =>
  [
    'Clicks, choices and typed entries (a field is one), counted while the check of a fortnight works on an empty hall by the screens alone (`e2e/fortnight.spec.ts`). It ends with the record it should, read out of the workbook by another program.',
    '',
    '| job | actions |',
    '| --- | --- |',
    ...Object.entries(actions).map(([job, n]) => `| ${job} | ${n} |`),
    '',
    'The first job is a hall, seven implements, two athletes and six tries; a tester counted about 150 actions for it and a first saved week on the build of 28 November.',
  ].join('\n')
