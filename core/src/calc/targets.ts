import { exerciseById } from '../catalogue/exercises'
import { targetOf } from '../progress/target'
import type { Plate } from '../testing/plates'
import type { Kg } from '../units/quantity'

export interface TargetInputs {
  exercise_id: string
  level: string
  body_mass_kg: Kg | null
  /** One of each pair that hangs, with repeats. */
  plates_kg: readonly Kg[]
  pin_kg: Kg
  sessions: readonly {
    day: number
    sets: readonly { dose: number; load_kg: Kg | null; rung: string | null; done: boolean }[]
    pain?: number | null
  }[]
  day: number
}

/**
 * Today's target of one hand by the ladder of the exercise. Refuses an exercise that is not known.
 */
export function targetCase(i: TargetInputs) {
  const e = exerciseById(i.exercise_id)
  if (!e) throw new Error(`no exercise called ${i.exercise_id}`)
  const plates = i.plates_kg.reduce<Plate[]>((all, kg) => {
    const same = all.find((p) => p.kg === kg)
    return same
      ? all.map((p) => (p === same ? { kg, count: p.count + 1 } : p))
      : [...all, { kg, count: 1 }]
  }, [])
  const t = targetOf(
    e,
    { level: i.level, bodyMassKg: i.body_mass_kg },
    { plates, pinKg: i.pin_kg },
    i.sessions.map((s) => ({
      day: s.day,
      pain: s.pain ?? null,
      sets: s.sets.map((x) => ({
        dose: x.dose,
        loadKg: x.load_kg,
        rung: x.rung ?? null,
        done: x.done,
      })),
    })),
    i.day,
  )
  return { sets: t.sets, dose: t.dose, load_kg: t.loadKg, rung: t.rung, why: t.why }
}
