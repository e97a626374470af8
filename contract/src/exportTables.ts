import { TRIAL_COLUMNS } from '@mano/core/testing/import'

export interface Column {
  id: string
  says: string
}
const col = (id: string, says: string): Column => ({ id, says })
const ATHLETE = col('athlete', 'name as on the roster')

/**
 * The tables of a hall as they are given out, in their order; `server/transfer/tables.ts` reads
 * them.
 */
export const EXPORT_TABLES = [
  {
    id: 'athletes',
    name: 'Athletes',
    columns: [
      ATHLETE,
      col('sport', ''),
      col('body_mass_kg', 'kg, the newest'),
      col('weighed', 'date'),
      col('put_away', 'date, where the athlete is off the roster'),
      col('born', 'date'),
      col('sex_for_norms', 'female, male or empty'),
      col('dominant_hand', 'left, right or empty'),
      col('level', 'novice, trained, advanced, elite'),
      col('skin', 'normal, dry, sweaty'),
      col('note', ''),
    ],
  },
  {
    id: 'trials',
    name: 'Trials',
    columns: TRIAL_COLUMNS.filter((c) => c.id !== 'left' && c.id !== 'right').map(
      ({ id, says }) => ({ id, says }),
    ),
  },
  {
    id: 'records',
    name: 'Record book',
    columns: [
      ATHLETE,
      col('test', ''),
      col('setup', 'what makes the series its own'),
      col('implement', 'the unit used'),
      col('hand', 'left, right, both'),
      col('best', 'in the unit beside it, SI'),
      col('unit', 'kg, N, s, N m, mm, deg, m, count'),
      col('date', ''),
      col('conditions', ''),
    ],
  },
  {
    id: 'sets',
    name: 'Sets done',
    columns: [
      ATHLETE,
      col('date', ''),
      col('exercise', ''),
      col('exercise_id', ''),
      col('hand', 'left, right, both'),
      col('set', 'number within its exercise'),
      col('load', 'as typed'),
      col('unit', 'of the load as typed'),
      col('load_kg', 'kg'),
      col('seconds', 's'),
      col('reps', 'repetitions'),
      col('ended', 'done, slipped, stopped, pain'),
      col('effort', '1 to 10'),
      col('pain', '0 to 10'),
    ],
  },
  {
    id: 'plans',
    name: 'Plans',
    columns: [
      ATHLETE,
      col('week', 'its Monday'),
      col('date', ''),
      col('exercise', ''),
      col('exercise_id', ''),
      col('sets', 'a hand'),
      col('dose', 'of a set'),
      col('unit', 's, reps or m'),
      col('hands', 'in their order'),
      col('why', ''),
    ],
  },
  {
    id: 'measurements',
    name: 'Body measures',
    columns: [
      ATHLETE,
      col('date', ''),
      col('measure', ''),
      col('hand', 'left, right, both'),
      col('value', 'as typed'),
      col('unit', 'as typed'),
    ],
  },
  {
    id: 'outcomes',
    name: 'Sport outcomes',
    columns: [
      ATHLETE,
      col('date', ''),
      col('outcome', ''),
      col('value', ''),
      col('unit', ''),
      col('better', 'higher or lower'),
    ],
  },
] as const satisfies readonly {
  id: string
  name: string
  columns: readonly Column[]
}[]
export type TableId = (typeof EXPORT_TABLES)[number]['id']
export type ExportTable = (typeof EXPORT_TABLES)[number]
