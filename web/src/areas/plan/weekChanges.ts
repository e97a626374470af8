import { exerciseName } from '@mano/core/catalogue/exercises'
import { DAY_NAMES } from '@mano/core/intake/week'
import { type Block } from '@mano/core/plan/types'
import { doseWords } from './BlockCard'

const same = (a: Block, b: Block) => a.day === b.day && a.exerciseId === b.exerciseId
const line = (b: Block) => `${DAY_NAMES[b.day]}: ${exerciseName(b.exerciseId)}, ${doseWords(b)}`

export interface WeekChange {
  id: string
  says: string
  kind: 'new' | 'gone' | 'changed'
}

/** What comes, goes and changes from one week to another. */
export function changesOf(from: readonly Block[], to: readonly Block[]): WeekChange[] {
  const added = to
    .filter((b) => !from.some((x) => same(x, b)))
    .map((b) => ({ id: `+${b.day}${b.exerciseId}`, kind: 'new' as const, says: line(b) }))
  const gone = from
    .filter((b) => !to.some((x) => same(x, b)))
    .map((b) => ({ id: `-${b.day}${b.exerciseId}`, kind: 'gone' as const, says: line(b) }))
  const changed = to.flatMap((b) => {
    const was = from.find((x) => same(x, b))
    return was && doseWords(was) !== doseWords(b)
      ? [
          {
            id: `~${b.day}${b.exerciseId}`,
            kind: 'changed' as const,
            says: `${line(was)} becomes ${doseWords(b)}`,
          },
        ]
      : []
  })
  return [...added, ...gone, ...changed].sort((a, b) => (a.id.slice(1) < b.id.slice(1) ? -1 : 1))
}
