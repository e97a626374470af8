import { SPORTS } from '@mano/core/catalogue/sports'
import type { DemandSource } from '@mano/core/demand/profile'
import { capital } from '@mano/core/units/capital'

/** Shipped sports and goals by family. */
const shipped = [...new Set(SPORTS.map((s) => s.family))].map((family) => ({
  group: capital(family),
  items: SPORTS.filter((s) => s.family === family).map((s) => ({
    value: s.id,
    label: s.name,
  })),
}))

/** With the hall's own sports and events first. */
export const choicesWith = (own: readonly DemandSource[]) =>
  own.length > 0
    ? [{ group: 'Own', items: own.map((s) => ({ value: s.id, label: s.name })) }, ...shipped]
    : shipped
