import { useState } from 'react'
import { SYMPTOMS, type SymptomId } from '@mano/core/catalogue/cautions'
import { TISSUES, type TissueId } from '@mano/core/catalogue/tissues'
import type { Hand } from '@mano/core/testing/session'
import { Icon } from '../../hands/Icon'

/** The first touch has stopped the timer; this asks afterwards. */
export function PainStep({ hand, onPain, onSymptom, onBack }: { hand: Hand; onPain: (pain: number, site: TissueId | null) => void; onSymptom: (symptom: SymptomId) => void; onBack: () => void }) {
  const [pain, setPain] = useState<number | null>(null)
  const [site, setSite] = useState<TissueId | null>(null)
  const name = hand === 'both' ? 'both hands' : `${hand} hand`
  return (
    <>
      <div className="f-log">
        <p className="f-word alarm" role="alert"><Icon name="stop" />Timer stopped. How much pain?</p>
        <div className="f-scale" role="group" aria-label="Pain of 10">{Array.from({ length: 11 }, (_, n) => <button key={n} className={`f-btn ${pain === n ? 'on' : ''}`} aria-pressed={pain === n} onClick={() => setPain(n)}>{n}</button>)}</div>
        {pain !== null && pain > 0 && <div className="f-choice" role="group" aria-label="Where">{TISSUES.map((t) => <button key={t.id} className={`f-btn ${site === t.id ? 'on' : ''}`} aria-pressed={site === t.id} onClick={() => setSite(site === t.id ? null : t.id)}>{t.name}</button>)}</div>}
        <p className="f-rule">0 to 2: go on, same load. Exactly 3: light work only on this hand. Over 3: this set and this hand's part of the block end, and the next session of that tissue is light.</p>
        <p className="f-held"><Icon name="stop" />Any of these stops all loading of the {name}: refer to a clinician today. Mano does not diagnose.</p>
        <div className="f-choice" role="group" aria-label="Symptoms">{SYMPTOMS.filter((s) => ['pop', 'numbness', 'tingling', 'swelling'].includes(s.id)).map((s) => <button key={s.id} className="f-btn pain" onClick={() => onSymptom(s.id)}>{s.name}</button>)}</div>
      </div>
      <div className="f-bar"><button className="f-btn" onClick={onBack}>Pressed by mistake</button><button className="f-btn main go" disabled={pain === null} onClick={() => onPain(pain!, site)}>{pain !== null && pain > 3 ? `End ${name} here` : 'Note it and go on'}</button></div>
    </>
  )
}
