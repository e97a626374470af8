import { must } from '@mano/core/units/must'

/** What somebody may do; each right holds those before it. */
export const RIGHTS = ['look', 'test', 'coach', 'own'] as const
export type Right = (typeof RIGHTS)[number]

/** Who works in a hall. One more is one more row. */
export const ROLES = [
  {
    id: 'owner',
    name: 'Owner',
    right: 'own',
    says:
      'Does what a coach does, and says who works in the hall, how long records are kept, ' +
      'and reads who saw health answers.',
  },
  {
    id: 'coach',
    name: 'Coach',
    right: 'coach',
    says: 'Has athletes, plans, injuries, health answers, imports and the kit room.',
  },
  {
    id: 'assistant',
    name: 'Assistant',
    right: 'test',
    says:
      'Tests, runs sessions and looks. Athletes, injuries, health answers and imports stay ' +
      'with the coach.',
  },
  {
    id: 'viewer',
    name: 'Viewer',
    right: 'look',
    says:
      'Looks at athletes, plans and reviews, such as a physiotherapist, and changes ' +
      'nothing. Health answers stay with the coach.',
  },
] as const satisfies readonly { id: string; name: string; right: Right; says: string }[]

export type Role = (typeof ROLES)[number]['id']
export const ROLE_IDS: readonly Role[] = ROLES.map((r) => r.id)
export const roleOf = (id: Role): (typeof ROLES)[number] => must(ROLES.find((r) => r.id === id))
/** Whether a right holds another. */
export const holds = (has: Right, asked: Right): boolean =>
  RIGHTS.indexOf(has) >= RIGHTS.indexOf(asked)
/** Whether somebody of a role may do what asks for a right. */
export const may = (role: Role, asked: Right): boolean => holds(roleOf(role).right, asked)
