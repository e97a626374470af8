import { Button, Modal, Select } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import { implementById } from '@mano/core/catalogue/implements'
import { PROTOCOLS } from '@mano/core/catalogue/protocols'
import { demandProfile, type DemandRow } from '@mano/core/demand/profile'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { api, failureText } from '../../app/api'
import { touchedBy, useTests, useWrite } from '../../app/data'
import { useUnits } from '../../app/units'
import { Icon } from '../../hands/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import { sportChoices } from '../intake/sportChoices'
import './demands.css'

const WORDS = ['', 'little', 'some', 'middling', 'high', 'decisive']

/** What the sport asks of the hand, most important first. */
export default function Demands() {
  const { athlete, me } = useAthletePage()
  const profile = athlete.sport && demandProfile(athlete.sport.id)
  return (
    <main className="cols">
      <section>
        <div className="dem-head">
          <h2>{profile?.sport.name ?? 'No sport chosen'}</h2>
          {athlete.sport && <span className="s">since {formatDate(athlete.sport.since, me.today)}</span>}
          {me.role === 'coach' && <ChangeSport />}
        </div>
        {profile && <DemandTable rows={profile.rows} />}
      </section>
      <aside>{profile && <Objects sportId={profile.sport.id} />}</aside>
    </main>
  )
}

function DemandTable({ rows }: { rows: readonly DemandRow[] }) {
  const { athlete } = useAthletePage()
  const tests = useTests(athlete.id)
  const tested = new Set((tests.data ?? []).flatMap((s) => PROTOCOLS.find((p) => p.id === s.protocolId)?.rows.map((r) => r.quality) ?? []))
  return (
    <table className="dem">
      <thead><tr><th scope="col">Quality</th><th scope="col">Weight in the sport</th><th scope="col">Emphasis</th><th scope="col">Test</th></tr></thead>
      <tbody>
        {rows.map(({ quality, importance, emphasis }) => (
          <tr key={quality.id} className={importance >= 4 ? 'heavy' : ''}>
            <th scope="row"><b>{quality.name}</b><small>{quality.does}</small></th>
            <td><span className="pips" aria-hidden="true">{[1, 2, 3, 4, 5].map((n) => <i key={n} className={n <= importance ? 'on' : ''} />)}</span><span className="n">{importance} of 5, {WORDS[importance]}</span></td>
            <td className="n">{emphasis.map((e) => (emphasis.length > 1 ? `${e.id} ${Math.round(e.share * 100)}\u00A0%` : e.id)).join(', ')}</td>
            <td className="n">{tested.has(quality.id) ? <><Icon name="check" /> Tested</> : <span className="blank">Not tested</span>}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function Objects({ sportId }: { sportId: string }) {
  const units = useUnits()
  const profile = demandProfile(sportId)!
  return (
    <>
      <div className="block">
        <h2 className="h3">What the hand meets</h2>
        <p className="dem-objects">{profile.sport.objects}</p>
      </div>
      <div className="block">
        <h2 className="h3">Implements that come closest</h2>
        <ul className="dem-kit">
          {profile.sport.implements.map((id) => {
            const kind = implementById(id)!
            const [low, high] = kind.usualMm ?? []
            return <li key={id}><b>{kind.name}</b><span className="s n">{low === undefined ? 'size varies' : `usually ${formatWithUnit(low, 'mm', units)} to ${formatWithUnit(high!, 'mm', units)}`}</span></li>
          })}
        </ul>
        <p className="note">Usual sizes are what is common, not what a unit measures. A few millimetres change what can be lifted: measure the one in the room.</p>
      </div>
      <div className="block">
        <p className="note">Weights and emphasis are practice estimates, no source. Max is up to 10 s, sustained 30 to 120 s, repeated means bouts with short rests, reactive under a second.</p>
      </div>
    </>
  )
}

function ChangeSport() {
  const { athlete } = useAthletePage()
  const [open, setOpen] = useState(false)
  const [sportId, setSportId] = useState<string | null>(athlete.sport?.id ?? null)
  const write = useWrite((id: string) => api.post(`/api/athletes/${athlete.id}/sport`, { id: v7(), sportId: id }), touchedBy(athlete.id))
  return (
    <>
      <button className="btn small" onClick={() => setOpen(true)}>Change sport</button>
      <Modal opened={open} onClose={() => setOpen(false)} title="Change sport or goal">
        <p className="s">The demands change from today; tests and their series stay as they are. The old choice is kept on record.</p>
        <Select mt="md" label="Sport or goal" data={sportChoices} value={sportId} onChange={setSportId} searchable allowDeselect={false} />
        {write.error && <p className="said" role="alert">{failureText(write.error)}</p>}
        <Button mt="lg" disabled={!sportId || sportId === athlete.sport?.id} loading={write.isPending} onClick={() => write.mutate(sportId!, { onSuccess: () => setOpen(false) })}>Change from today</Button>
      </Modal>
    </>
  )
}
