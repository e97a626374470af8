import { Anchor } from '@mantine/core'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { RULES } from '@mano/core/plan/rules'
import { type Breach } from '@mano/core/plan/rule'
import { handLoad } from '@mano/core/plan/time'
import type { Block } from '@mano/core/plan/types'
import { Icon } from '../../drawn/Icon'
import { Chip } from '../../drawn/marks'
import { must } from '@mano/core/units/must'

/** What the validator says of the week, safety first. */
export function Speaking({
  breaches,
  blocks,
  onPick,
}: {
  breaches: readonly Breach[]
  blocks: readonly Block[]
  onPick: (id: string) => void
}) {
  return (
    <div className="block">
      <h2 className="h3">What the rules say</h2>
      {blocks.length === 0 ? (
        <p className="note">Nothing planned yet. Draft the week, or add an exercise by hand.</p>
      ) : breaches.length === 0 ? (
        <p>
          <Chip icon="check">All {RULES.length} rules hold</Chip>
        </p>
      ) : null}
      <ul className="breaches">
        {breaches.map((b, i) => (
          <li key={i} className={b.kind}>
            <Icon name={b.kind === 'safety' ? 'stop' : 'warn'} />
            <span>
              {b.says.replace(/\.$/, '')}.{' '}
              {b.kind === 'practice' ? (
                <i>You can keep it if you give a reason.</i>
              ) : (
                <i>Safety rule: cannot be saved.</i>
              )}{' '}
              {b.blockIds[0] && (
                <Anchor
                  component="button"
                  type="button"
                  className="lnk"
                  onClick={() => onPick(must(b.blockIds[0]))}
                >
                  Show
                </Anchor>
              )}
            </span>
          </li>
        ))}
      </ul>
      {blocks.length > 0 && (
        <p className="note">
          Hand load {handLoad(blocks).toFixed(1)} (sets weighted by level, balance work apart),{' '}
          {blocks.length} blocks,{' '}
          {new Set(blocks.map((b) => exerciseById(b.exerciseId)?.primary)).size} qualities. Rules
          and budgets are common practice, no source.
        </p>
      )}
    </div>
  )
}
