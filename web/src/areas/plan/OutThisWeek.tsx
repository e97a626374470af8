import { Anchor } from '@mantine/core'
import { exerciseById } from '@mano/core/catalogue/exercises'
import type { Ban } from '@mano/core/plan/types'
import { Icon } from '../../drawn/Icon'

/** What the coach will not have this week, each to be allowed again. */
export function OutThisWeek({
  bans,
  editable,
  onChange,
}: {
  bans: readonly Ban[]
  editable: boolean
  onChange: (bans: readonly Ban[]) => void
}) {
  if (bans.length === 0) return null
  return (
    <div className="block">
      <h2 className="h3">Out this week</h2>
      <ul className="breaches">
        {bans.map((x) => (
          <li key={x.exerciseId}>
            <Icon name="cross" />
            <span>
              {exerciseById(x.exerciseId)?.name}{' '}
              {editable && (
                <Anchor
                  component="button"
                  type="button"
                  className="lnk"
                  onClick={() => onChange(bans.filter((y) => y !== x))}
                >
                  Allow again
                </Anchor>
              )}
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}
