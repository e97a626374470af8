import { SegmentedControl } from '@mantine/core'
import { roleOf, ROLES, type Role } from '@mano/contract/roles'

export const ROLE_CHOICES = ROLES.map((r) => ({ value: r.id, label: r.name })).reverse()

/** Which role somebody gets, and what it may. */
export function RolePick({
  label,
  role,
  onRole,
}: {
  label: string
  role: Role
  onRole: (role: Role) => void
}) {
  return (
    <>
      <SegmentedControl
        aria-label={label}
        data={ROLE_CHOICES}
        value={role}
        onChange={(v) => onRole(v)}
      />
      <p className="note">{roleOf(role).says}</p>
    </>
  )
}
