import { Button } from '@mantine/core'
import { useOptimistic, useTransition, type ReactNode } from 'react'
import { Link, useNavigate } from 'react-router'
import { PROTOCOL_GROUPS, PROTOCOLS, protocolById } from '@mano/core/catalogue/protocols'
import { isAmong } from '@mano/core/units/among'
import { must } from '@mano/core/units/must'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'

/** Protocols with a button of their own. */
export const FIRST = ['dyno_seated', 'hang_time', 'lift_max'] as const

const MORE = PROTOCOL_GROUPS.map((g) => ({
  group: g.name,
  items: options(PROTOCOLS.filter((p) => p.group === g.id && !isAmong(FIRST, p.id))),
}))

interface Props {
  /** The protocol whose form the children are. */
  protocolId: string
  batteries: string
  children: ReactNode
}

/**
 * The protocols to pick from over the form of the one picked. The button says at once what was
 * pressed; until its form is drawn the old one takes nothing, as it would be lost.
 */
export function ByProtocol({ protocolId, batteries, children }: Props) {
  const navigate = useNavigate()
  const [coming, begin] = useTransition()
  const [shown, show] = useOptimistic(protocolId)
  const pick = (id: string) => {
    if (id === shown) return
    begin(async () => {
      show(id)
      await navigate({ search: `?protocol=${id}` }, { replace: true })
    })
  }
  const own = isAmong(FIRST, shown)
  return (
    <>
      <div className="proto-pick" role="group" aria-label="Protocol">
        {FIRST.map((id) => (
          <Button
            key={id}
            variant={id === shown ? 'filled' : 'default'}
            size="lg"
            aria-pressed={id === shown}
            onClick={() => pick(id)}
          >
            {must(protocolById(id)).name}
          </Button>
        ))}
        <Choice
          aria-label="More protocols"
          className={`more ${own ? '' : 'on'}`}
          placeholder="More …"
          value={own ? null : shown}
          onChange={pick}
          data={MORE}
        />
        <Button component={Link} variant="default" size="lg" to={batteries}>
          Several tests
        </Button>
      </div>
      <div inert={coming} className={coming ? 'going' : ''}>
        {children}
      </div>
    </>
  )
}
