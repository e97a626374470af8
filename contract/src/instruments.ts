import * as yup from 'yup'
import { number, oneOf } from './common'
import type { Newton } from '@mano/core/units/quantity'

/**
 * One line of an instrument: time of its own clock, ms; force, N; state. See docs/instruments.md.
 */
export interface InstrumentLine {
  t: number
  f: number
  s: 'ok' | 'over'
}
export const INSTRUMENT_KINDS = ['dyno', 'load_cell'] as const
export interface InstrumentView {
  id: string
  name: string
  kind: (typeof INSTRUMENT_KINDS)[number]
  /** Where it ends, N. */
  rangeN: Newton
  rateHz: number
  simulated: boolean
  online: boolean
}

/** What a simulated hand can do wrong. */
export const SIMULATED_FAULTS = [
  'clean',
  'slow-start',
  'slip',
  'two-squeezes',
  'pre-touch',
  'drift',
  'drop-out',
] as const
export type SimulatedFault = (typeof SIMULATED_FAULTS)[number]

/**
 * Moves the simulated hand: a steady pull, one squeeze, five clenches, all-out bouts that tire, a
 * hang; or troubles the instrument: unplugged for
 * some seconds, the line cut once.
 */
export const driveBody = yup
  .object({
    does: oneOf(
      ['pull', 'squeeze', 'clenches', 'bouts', 'hang', 'stop', 'unplug', 'cut'] as const,
      'what it does',
    ),
    forceN: number('the force')
      .min(0, 'the force is 0 to 3000 N')
      .max(3000, 'the force is 0 to 3000 N')
      .default(0),
    seconds: number('the time')
      .min(0.2, 'the time is 0.2 to 600 s')
      .max(600, 'the time is 0.2 to 600 s')
      .default(5),
    fault: oneOf(SIMULATED_FAULTS, 'the fault').default('clean'),
  })
  .exact('a field is not known')
export type DriveBody = yup.InferType<typeof driveBody>
