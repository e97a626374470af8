/** What a coach confirms before a maximal test. */
export interface TestConditions {
  warm: boolean
  rested: boolean
  skinGood: boolean
  well: boolean
}

export const TEST_CONDITIONS: readonly {
  id: keyof TestConditions
  ask: string
  missing: string
}[] = [
  { id: 'warm', ask: 'Warmed up', missing: 'not warmed up' },
  { id: 'rested', ask: 'Rest day before', missing: 'no rest day before' },
  { id: 'skinGood', ask: 'Skin good', missing: 'skin not good' },
  { id: 'well', ask: 'Well: no new medication, slept', missing: 'new medication or poor sleep' },
]

/** Conditions not met; any of them needs the coach's reason before a maximal test. */
export const missingConditions = (c: TestConditions): string[] =>
  TEST_CONDITIONS.filter((q) => !c[q.id]).map((q) => q.missing)
