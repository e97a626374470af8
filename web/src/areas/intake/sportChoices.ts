import { SPORTS } from '@mano/core/catalogue/sports'

/** Sports by family, for a select. */
export const sportChoices = [...new Set(SPORTS.map((s) => s.family))].map((family) => ({
  group: family.charAt(0).toUpperCase() + family.slice(1), items: SPORTS.filter((s) => s.family === family).map((s) => ({ value: s.id, label: s.name })),
}))
