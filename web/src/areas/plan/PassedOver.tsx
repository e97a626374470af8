import { Anchor } from '@mantine/core'
import { qualityById } from '@mano/core/catalogue/qualities'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { ADDED } from '@mano/core/plan/habits'
import type { LeftOut } from '@mano/core/plan/leftOut'
import { type Block } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { v7 } from 'uuid'
import { must } from '@mano/core/units/must'

/** What most coaches would put first here and the week does without, each with its reason. */
export function PassedOver({
  rows,
  onAdd,
}: {
  /** Undefined: still being worked out. */
  rows: readonly LeftOut[] | undefined
  onAdd: (b: Block) => void
}) {
  if (rows?.length === 0) return null
  return (
    <div className="block passed">
      <h2 className="h3">Staples left out</h2>
      {!rows ? (
        <p className="note">Working it out …</p>
      ) : (
        <ul>
          {rows.map((r) => (
            <li key={`${r.quality} ${r.exerciseId}`}>
              <span>
                <b>{must(exerciseById(r.exerciseId)).name}</b>, {qualityById(r.quality).name}
              </span>
              <small>
                {r.says}
                {r.block ? (
                  <>
                    .{' '}
                    <Anchor
                      component="button"
                      type="button"
                      className="lnk"
                      onClick={() => onAdd({ ...must(r.block), id: v7(), reason: ADDED })}
                    >
                      Add on {DAY_NAMES[r.block.day]}
                    </Anchor>
                  </>
                ) : (
                  '.'
                )}
              </small>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
