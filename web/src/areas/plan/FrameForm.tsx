import { useState } from 'react'
import { v7 } from 'uuid'
import { DAY_NAMES, type DayFrame } from '@mano/core/plan/types'
import { api, failureText } from '../../app/api'
import { useWrite } from '../../app/data'
import { useAthletePage } from '../athlete/AthletePage'
import { planKey } from './usePlan'

/** What each day leaves for grip work and how the rest of it loads the hands; kept dated for the weeks to come. */
export function FrameForm({ frame, onDone }: { frame: readonly DayFrame[]; onDone: (frame: DayFrame[] | null) => void }) {
  const { athlete } = useAthletePage()
  const [days, setDays] = useState([...frame])
  const write = useWrite((d: DayFrame[]) => api.post(`/api/athletes/${athlete.id}/frames`, { id: v7(), days: d }), [planKey(athlete.id)])
  const set = (i: number, more: Partial<DayFrame>) => setDays(days.map((d, k) => (k === i ? { ...d, ...more } : d)))
  return (
    <form className="change" noValidate onSubmit={(e) => { e.preventDefault(); write.mutate(days, { onSuccess: () => onDone(days) }) }}>
      <p className="note">Minutes for grip work, warm-up included; 0 is no session. Hand load counts mat, wall, strapless pulls and work: one budget for the hands.</p>
      <table className="frame">
        <thead><tr><th scope="col">Day</th><th scope="col">Minutes</th><th scope="col">From</th><th scope="col">Place</th><th scope="col">Sport, hand load</th><th scope="col">Heavy pull</th><th scope="col">Competition</th></tr></thead>
        <tbody>
          {days.map((d, i) => (
            <tr key={i}>
              <th scope="row">{DAY_NAMES[i]}</th>
              <td><input type="number" min={0} max={240} step={5} aria-label={`Minutes on ${DAY_NAMES[i]}`} value={d.minutes} onChange={(e) => set(i, { minutes: Math.min(240, Math.max(0, Math.round(Number(e.currentTarget.value) || 0))) })} /></td>
              <td><input type="time" aria-label={`Hour on ${DAY_NAMES[i]}`} value={d.at ?? ''} onChange={(e) => set(i, { at: e.currentTarget.value || undefined })} /></td>
              <td><select aria-label={`Place on ${DAY_NAMES[i]}`} value={d.place} onChange={(e) => set(i, { place: e.currentTarget.value as DayFrame['place'] })}><option value="hall">Hall</option><option value="home">Home</option><option value="bag">Travel bag</option></select></td>
              <td><select aria-label={`Hand load on ${DAY_NAMES[i]}`} value={d.sportLoad} onChange={(e) => set(i, { sportLoad: Number(e.currentTarget.value) as DayFrame['sportLoad'] })}><option value={0}>0 none</option><option value={1}>1 light</option><option value={2}>2 middling</option><option value={3}>3 hard</option></select></td>
              <td><select aria-label={`Heavy pull on ${DAY_NAMES[i]}`} value={d.heavyPull} onChange={(e) => set(i, { heavyPull: e.currentTarget.value as DayFrame['heavyPull'] })}><option value="none">None</option><option value="before">Before grip</option><option value="after">After grip</option></select></td>
              <td><input type="checkbox" aria-label={`Competition on ${DAY_NAMES[i]}`} checked={d.competition} onChange={(e) => set(i, { competition: e.currentTarget.checked })} /></td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="said" role="alert">{write.error && failureText(write.error)}</p>
      <div className="row"><button className="btn pri" type="submit" disabled={write.isPending}>Keep this frame</button><button type="button" className="btn" onClick={() => onDone(null)}>Cancel</button></div>
    </form>
  )
}
