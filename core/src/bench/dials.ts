import { restInTurn } from './rest'
import { refuseScript, type Script, type ScriptSet } from './simulate'
import { readScript } from './typed'
import { must } from '../units/must'

/** A session by its sliders. */
export interface Dials {
  /** Share of the maximum, %, of each hand. */
  left: number
  right: number
  holdS: number
  /** Holds in a set, and rest between them. */
  reps: number
  betweenS: number
  sets: number
  /** A hand's rest between its sets. */
  restS: number
  hands: 'turn' | 'both'
}
export const START: Dials = {
  left: 65,
  right: 58,
  holdS: 20,
  reps: 1,
  betweenS: 3,
  sets: 6,
  restS: 90,
  hands: 'turn',
}

export interface Dial {
  id: Exclude<keyof Dials, 'hands'>
  name: string
  unit: string
  from: number
  to: number
  step: number
}
export const DIALS: readonly Dial[] = [
  { id: 'left', name: 'Left, load', unit: '%', from: 5, to: 99, step: 1 },
  { id: 'right', name: 'Right, load', unit: '%', from: 5, to: 99, step: 1 },
  { id: 'holdS', name: 'Hold', unit: 's', from: 2, to: 180, step: 1 },
  { id: 'reps', name: 'Holds a set', unit: '', from: 1, to: 12, step: 1 },
  { id: 'betweenS', name: 'Between holds', unit: 's', from: 1, to: 60, step: 1 },
  { id: 'sets', name: 'Sets', unit: '', from: 1, to: 12, step: 1 },
  { id: 'restS', name: 'Rest of a hand', unit: 's', from: 0, to: 600, step: 15 },
]

/** The script of some dials: both hands at once, or in turn with each hand's own rest kept. */
export function scriptOf(d: Dials): Script {
  const one = (hand: ScriptSet['hand'], share: number, after: number): ScriptSet[] =>
    Array.from({ length: d.reps }, (_, i) => ({
      hand,
      workS: d.holdS,
      share: share / 100,
      restS: i < d.reps - 1 ? d.betweenS : after,
    }))
  const setS = d.reps * d.holdS + (d.reps - 1) * d.betweenS
  return Array.from({ length: d.sets }, (): ScriptSet[] => {
    if (d.hands === 'both') return one('both', (d.left + d.right) / 2, d.restS)
    const after = restInTurn(d.restS, setS)
    return [...one('left', d.left, after), ...one('right', d.right, after)]
  }).flat()
}

/** Dials from an address and back; what is missing or nonsense is as at the start. */
export function dialsOf(text: string | null): Dials {
  if (!text) return START
  const [hands, ...rest] = text.split('-')
  const numbers = rest.map(Number)
  return {
    ...Object.fromEntries(
      DIALS.map((x, i) => {
        const n = numbers[i]
        const ok = n !== undefined && Number.isFinite(n) && n >= x.from && n <= x.to
        return [x.id, ok ? n : START[x.id]]
      }),
    ),
    hands: hands === 'both' ? 'both' : 'turn',
  } as Dials
}
export const textOf = (d: Dials): string => [d.hands, ...DIALS.map((x) => d[x.id])].join('-')

const TYPED = 'typed:'
/** A session to be followed: by its dials, or typed line by line. */
export interface Session {
  /** Null: typed. */
  dials: Dials | null
  typed: string
  script: Script
  /** What cannot be followed, in a sentence; null: it can. */
  refused: string | null
  /** Number of the set a line of the script belongs to, from 1. */
  number: (i: number) => number
  /** The same with another rest of a hand, s. */
  withRest: (restS: number) => Script
  restS: number
  /** Highest share of the maximum of each hand. */
  load: { left: number; right: number }
}

const highest = (script: Script, hand: 'left' | 'right'): number =>
  Math.max(0, ...script.flatMap((s) => (s.hand === hand || s.hand === 'both' ? [s.share] : [])))

/** A session from an address. */
export function sessionOf(text: string | null): Session {
  const typed = text?.startsWith(TYPED) ?? false
  const dials = typed ? null : dialsOf(text)
  const lines = typed ? must(text).slice(TYPED.length) : ''
  const read = typed ? readScript(lines) : null
  const script = dials ? scriptOf(dials) : read?.ok ? read.script : []
  const group = dials ? dials.reps * (dials.hands === 'turn' ? 2 : 1) : 1
  return {
    dials,
    typed: lines,
    script,
    refused: read && !read.ok ? read.why : refuseScript(script),
    number: (i) => Math.floor(i / group) + 1,
    withRest: (restS) =>
      dials
        ? scriptOf({ ...dials, restS })
        : script.map((s) => ({ ...s, restS: Math.max(s.restS, restS) })),
    restS: dials?.restS ?? 0,
    load: { left: highest(script, 'left'), right: highest(script, 'right') },
  }
}
export const typedText = (lines: string): string => TYPED + lines
