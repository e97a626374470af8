import { UnstyledButton } from '@mantine/core'
import { Link } from 'react-router'
import { knownShare } from '@mano/core/gaps/priorities'
import { Calmly } from '../../base/Calmly'
import { Failed } from '../../base/Trouble'
import { useGo } from '../../base/useGo'
import { useAthletePage } from '../athlete/AthletePage'
import { Asymmetry } from './Asymmetry'
import { Balance } from './Balance'
import { Force } from './Force'
import { HandMap } from './HandMap'
import { Order, TestNext } from './Order'
import { RowPanel } from './RowPanel'
import { useGaps, type GapsData } from './useGaps'
import { must } from '@mano/core/units/must'
import './gaps.css'

/** Under this share of the sport's importance known, the page leads with what to test: own rule. */
const ENOUGH_KNOWN = 0.5

const VIEWS = [
  { id: 'map', name: 'Hand map' },
  { id: 'balance', name: 'Balance' },
  { id: 'asymmetry', name: 'Asymmetry' },
  { id: 'force', name: 'Critical force and curves' },
] as const

/**
 * From trials to a judgement: the hand map, balance, asymmetry, critical force, and what the plan
 * should answer.
 */
export default function Gaps() {
  const { athlete } = useAthletePage()
  const { data, error, retry } = useGaps()
  if (error && !data) return <Failed error={error} retry={retry} />
  if (!athlete.demand)
    return (
      <main className="cols">
        <p>
          Choose a sport in{' '}
          <Link className="lnk" to={`/athletes/${athlete.id}/demands`}>
            demands
          </Link>{' '}
          first.
        </p>
      </main>
    )
  if (!data) return <main className="cols" aria-busy="true" />
  return (
    <Calmly waits={<main className="cols" aria-busy="true" />}>
      <Shown data={data} />
    </Calmly>
  )
}

function Shown({ data }: { data: GapsData }) {
  const [params, go] = useGo()
  const view = VIEWS.find((v) => v.id === params.get('view'))?.id ?? 'map'
  const known = knownShare(data.judgement.rows)
  const picked = data.judgement.rows.find((r) => r.key === params.get('row')) ?? null
  return (
    <main className={`cols gaps ${view === 'map' ? '' : 'whole'}`}>
      <section>
        <div className="tabs" role="tablist" aria-label="Gaps">
          {VIEWS.map((v) => (
            <UnstyledButton
              key={v.id}
              role="tab"
              aria-selected={v.id === view}
              onClick={() => go({ view: v.id, row: null })}
            >
              {v.name}
            </UnstyledButton>
          ))}
        </div>
        {view === 'map' && (
          <HandMap
            rows={data.judgement.rows}
            picked={picked?.key ?? null}
            onPick={(key) => go({ row: key })}
          />
        )}
        {view === 'balance' && <Balance series={data.series} />}
        {view === 'asymmetry' && <Asymmetry data={data} />}
        {view === 'force' && <Force data={data} />}
      </section>
      {view === 'map' && (
        <aside className="aside-stays">
          {picked ? (
            <RowPanel
              key={picked.key}
              row={picked}
              priority={must(data.judgement.priorities.find((p) => p.row.key === picked.key))}
              sure={data.sure}
              data={data}
              onClose={() => go({ row: null })}
            />
          ) : (
            <>
              {known < ENOUGH_KNOWN && <TestNext rows={data.judgement.rows} known={known} />}
              <Order
                list={data.judgement.priorities}
                sure={data.sure}
                onPick={(key) => go({ row: key })}
              />
              {known >= ENOUGH_KNOWN && <TestNext rows={data.judgement.rows} known={known} />}
            </>
          )}
        </aside>
      )}
    </main>
  )
}
