import { Button } from '@mantine/core'
import { useEffect, useRef, type ReactNode, type SyntheticEvent } from 'react'
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
 * The protocols to pick from over the form of the one picked. Until the form of the next one is
 * drawn, in small pieces, the old one takes nothing: it would be lost.
 */
export function ByProtocol({ protocolId, batteries, children }: Props) {
  const navigate = useNavigate()
  // Noted, not drawn: a press that drew it took twice as long (docs/decisions/0035).
  const coming = useRef<string>(null)
  useEffect(() => {
    coming.current = null
  }, [protocolId])
  const pick = (id: string) => {
    if (id === (coming.current ?? protocolId)) return
    coming.current = id === protocolId ? null : id
    void navigate({ search: `?protocol=${id}` }, { replace: true })
  }
  const still = (e: SyntheticEvent) => {
    if (coming.current === null) return
    e.preventDefault()
    e.stopPropagation()
  }
  const own = isAmong(FIRST, protocolId)
  return (
    <>
      <div className="proto-pick" role="group" aria-label="Protocol">
        {FIRST.map((id) => (
          <Button
            key={id}
            variant={id === protocolId ? 'filled' : 'default'}
            size="lg"
            aria-pressed={id === protocolId}
            onClick={() => pick(id)}
          >
            {must(protocolById(id)).name}
          </Button>
        ))}
        <Choice
          aria-label="More protocols"
          className={`more ${own ? '' : 'on'}`}
          placeholder="More …"
          value={own ? null : protocolId}
          onChange={pick}
          data={MORE}
        />
        <Button component={Link} variant="default" size="lg" to={batteries}>
          Several tests
        </Button>
      </div>
      <div className="by-protocol" onClickCapture={still} onKeyDownCapture={still}>
        {children}
      </div>
    </>
  )
}
