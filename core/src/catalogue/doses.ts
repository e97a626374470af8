export type Aim =
  | 'max'
  | 'size'
  | 'sustained'
  | 'repeated'
  | 'reactive'
  | 'balance'
  | 'prepare'
  | 'close'

export interface Dose {
  aim: Aim
  holdS: readonly [number, number] | null
  reps: readonly [number, number] | null
  restS: readonly [number, number]
  /** Sets a session (rounds for `repeated`). */
  sets: readonly [number, number]
  daysAWeek: readonly [number, number] | null
  note: string
}

/** Doses by aim, a hand: common practice, no source. */
export const DOSES: readonly Dose[] = [
  {
    aim: 'max',
    holdS: [3, 10],
    reps: [1, 5],
    restS: [120, 180],
    sets: [3, 8],
    daysAWeek: [1, 2],
    note: 'at 85 to 100 %; 3 min a hand between maximal sets; up to 10 short sets; 2 hard days at the most, 48 to 72 h apart',
  },
  {
    aim: 'size',
    holdS: [15, 40],
    reps: [5, 30],
    restS: [60, 90],
    sets: [3, 4],
    daysAWeek: [2, 2],
    note: 'near failure, usually 12 to 20, slow out-stroke',
  },
  {
    aim: 'sustained',
    holdS: [45, 120],
    reps: [20, 60],
    restS: [60, 120],
    sets: [2, 4],
    daysAWeek: [2, 3],
    note: 'over 20 repetitions',
  },
  {
    aim: 'repeated',
    holdS: [7, 7],
    reps: null,
    restS: [120, 180],
    sets: [3, 5],
    daysAWeek: [1, 2],
    note: '7 s on, 3 s off, 5 to 10 in a round; rest is between rounds',
  },
  {
    aim: 'reactive',
    holdS: null,
    reps: [8, 12],
    restS: [60, 90],
    sets: [3, 4],
    daysAWeek: [2, 2],
    note: 'crisp; stop when slow',
  },
  {
    aim: 'balance',
    holdS: [30, 60],
    reps: [10, 25],
    restS: [60, 60],
    sets: [2, 4],
    daysAWeek: [2, 5],
    note: 'extensors, light; rest days too; outside the twice-a-week limits',
  },
  {
    aim: 'prepare',
    holdS: null,
    reps: null,
    restS: [0, 30],
    sets: [1, 4],
    daysAWeek: null,
    note: 'every session; no training load counted',
  },
  {
    aim: 'close',
    holdS: null,
    reps: null,
    restS: [0, 30],
    sets: [1, 4],
    daysAWeek: null,
    note: 'every session; no training load counted',
  },
]
