import { csvHead, csvLines } from '../units/csv'
import { EXERCISES, type KitChoice } from '../catalogue/exercises'
import { sportById } from '../catalogue/sports'
import { RATED_SPORTS, shippedRatings } from '../catalogue/tiers'

/** The shipped lists as tables, for other programs: docs/formats/exercises.csv and staples.csv. */

const pairs = (o: object): string =>
  Object.entries(o)
    .map(([k, v]) => `${k}:${v}`)
    .join(';')
const kit = (k: KitChoice): string => k.map((set) => set.join(' + ')).join(' / ')

const EXERCISE_COLUMNS = (
  'id,name,primary,secondary,kit_hall,kit_home,kit_bag,hands,mode,aim,sets_lo,sets_hi,dose_unit,' +
  'dose_lo,dose_hi,rest_s,setup_min,level,position,integrated,experience,tissues,tags,cue,caution'
).split(',')

export const exercisesCsv = (): string =>
  csvHead(EXERCISE_COLUMNS) +
  csvLines(
    EXERCISES.map((e) => [
      e.id,
      e.name,
      e.primary ?? '',
      pairs(e.secondary),
      kit(e.kit.hall),
      kit(e.kit.home),
      kit(e.kit.bag),
      e.hands,
      e.mode,
      e.aim,
      ...e.sets,
      e.dose.unit,
      ...e.dose.range,
      e.restS,
      e.setupMin,
      e.level,
      e.position,
      e.integrated ? 1 : 0,
      e.experience,
      pairs(e.tissues),
      e.tags.join(' '),
      e.cue,
      e.caution,
    ]),
  )

const STAPLE_COLUMNS =
  'sport,quality,importance,exercise_id,tier,rank,level,compound,basis,note'.split(',')
const LEVEL = { any: 'any', experienced: 'experienced', novice: 'novice first' } as const
const BODY = { no: 'no', dual: 'dual', noted: 'yes' } as const

export const staplesCsv = (): string =>
  csvHead(STAPLE_COLUMNS) +
  csvLines(
    ['*', ...RATED_SPORTS].flatMap((sport) => {
      const demands = sportById(sport)?.demands ?? []
      const places = new Map<string, number>()
      return shippedRatings(sport).map((r) => {
        const rank = (places.get(r.quality) ?? 0) + 1
        places.set(r.quality, rank)
        return [
          sport,
          r.quality,
          demands.find((d) => d.quality === r.quality)?.importance ?? '',
          r.exerciseId,
          r.tier,
          rank,
          LEVEL[r.level],
          BODY[r.body],
          'practice',
          '',
        ]
      })
    }),
  )
