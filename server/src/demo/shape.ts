import type { EntryUnit } from '@mano/core/units/units'
import type { TestSession } from '@mano/core/testing/session'
import type { BodyMeasureId, Hand, Side } from '@mano/core/catalogue/person'
import type { Surface, Wear } from '@mano/core/catalogue/traits'
import type { Place } from '@mano/core/catalogue/places'
import type { LocalDate } from '@mano/core/units/dates'
import type { Story } from './stories'
import type { Kg, Mm } from '@mano/core/units/quantity'
export interface DemoUnit {
  id: string
  measurementId: string
  kind: string
  label: string
  sizeMm: Mm | null
  place: Place
  surface?: Surface
  wear?: Wear
  handleMm?: Mm
  massKg?: Kg
  plates?: { kg: Kg; count: number }[]
  ratingKg?: Kg
}

export interface DemoMeasure {
  id: string
  measure: BodyMeasureId
  hand: Hand
  value: number
  unit: EntryUnit
  on: LocalDate
}

export interface DemoAthlete {
  id: string
  story: Story
  birthDate: LocalDate
  joined: LocalDate
  measures: DemoMeasure[]
  sessions: TestSession[]
  wraps: { id: string; unitId: string; measurementId: string; hand: Side; gapMm: Mm }[]
  /** What the hall has: the matcher's view of every story. */
  kit: readonly DemoUnit[]
}

export interface DemoHall {
  units: DemoUnit[]
  athletes: DemoAthlete[]
}
