import * as yup from 'yup'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { QUALITY_IDS } from '@mano/core/catalogue/qualities'
import { SPORTS } from '@mano/core/catalogue/sports'
import { TIERS, type OwnTier, type Tier, type Wish } from '@mano/core/catalogue/tiers'
import { id, maybeId, maybeOneOf, oneOf } from './common'

const exercise = () =>
  yup
    .string()
    .strict()
    .required('the exercise is missing')
    .test('known', 'the exercise is not known', (v) => exerciseById(v ?? '') !== undefined)

/** How the hall rates an exercise for a quality in a sport; null: as Mano does. */
export const tierBody = yup
  .object({
    id: id(),
    sportId: oneOf(
      SPORTS.map((s) => s.id),
      'the sport',
    ),
    quality: oneOf(QUALITY_IDS, 'the quality'),
    exerciseId: exercise(),
    tier: maybeOneOf<Tier>(
      TIERS.map((t) => t.id),
      'the rating',
    ),
  })
  .exact('a field is not known')

/** What a coach would rather have, of one athlete or (null) of everybody; null: neither. */
export const wishBody = yup
  .object({
    id: id(),
    athleteId: maybeId('the athlete'),
    exerciseId: exercise(),
    wish: maybeOneOf<Wish>(['favourite', 'avoid'], 'the wish'),
  })
  .exact('a field is not known')

/** A rating of the hall's own, with who gave it and when. */
export interface TierView extends OwnTier {
  on: string
  by: string
}
/** What the coaches of a hall would rather have of everybody. */
export interface HallWishView {
  exerciseId: string
  wish: Wish
  on: string
  by: string
}
export interface WishView {
  exerciseId: string
  /** Null: asked, and neither. */
  wish: Wish | null
  /** Of everybody in the hall. */
  hall: boolean
  on: string
}
