import { EVERYDAY } from './everyday'
import { HOLDS } from './holds'
import { LEVERS } from './levers'
import type { CalculatorDef } from './shared'
import { TESTING } from './testing'

/** Every calculator of the bench but the simulator, as fields and a function. */
export const DEFS: readonly CalculatorDef[] = [...EVERYDAY, ...LEVERS, ...HOLDS, ...TESTING]
export const defOf = (id: string): CalculatorDef | undefined => DEFS.find((d) => d.id === id)
