import { may } from '../../base/data'
import { Anchor, Button, Modal } from '@mantine/core'
import { healthQuestion } from '@mano/core/catalogue/health'
import { formatDate } from '@mano/core/units/dates'
import { Chip } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { useCalm } from '../../base/calm'
import { clearanceWords, ClearanceForm, TakeBackClearance, type ClearanceOf } from './ClearanceForm'
import { HealthDialog } from './HealthDialog'
import { Seen } from './Seen'

/** The health answers and when they are due again; only coaches see them. */
export function Health() {
  const { athlete, me } = useAthletePage()
  const [asking, setAsking] = useCalm(false)
  const [clearing, setClearing] = useCalm<ClearanceOf | null>(null)
  const health = athlete.health
  if (!health) return <p className="note">Only coaches see these answers.</p>
  const active = new Set(
    (athlete.safety.health ?? []).filter((h) => h.cleared === null).map((h) => h.id),
  )
  return (
    <div className="injuries">
      {health.answeredOn === null && (
        <p className="blank">Not asked yet. Maximal and hard work ask for the answers first.</p>
      )}
      {health.answeredOn !== null && (
        <p className="note">
          Answered {formatDate(health.answeredOn, me.today)}
          {health.due ? '; due again' : ''}. {health.yes.length === 0 ? 'None applies.' : ''}
        </p>
      )}
      {health.yes.map((y) => (
        <article className="injury" key={y.id}>
          <div className="row">
            <b>{healthQuestion(y.id)}</b>
            <Chip
              icon={active.has(y.id) ? 'stop' : 'check'}
              tone={active.has(y.id) ? 'alarm' : 'soft'}
            >
              {active.has(y.id) ? 'Not cleared' : 'Cleared'}
            </Chip>
          </div>
          {y.clearance && (
            <p className="note">
              {clearanceWords(y.clearance, me.today)} <TakeBackClearance clearance={y.clearance} />
            </p>
          )}
          {active.has(y.id) && may(me, 'coach') && (
            <Anchor
              component="button"
              type="button"
              className="lnk"
              onClick={() =>
                setClearing({ injuryId: null, observationId: null, healthId: y.id, pain: null })
              }
            >
              Record a clearance
            </Anchor>
          )}
        </article>
      ))}
      <Button variant="default" onClick={() => setAsking(true)}>
        {health.answeredOn === null ? 'Ask the health questions' : 'Ask again'}
      </Button>
      <HealthDialog
        opened={asking}
        onClose={() => setAsking(false)}
        onDone={() => setAsking(false)}
      />
      <Seen />
      <Modal
        opened={clearing !== null}
        onClose={() => setClearing(null)}
        title="Record a clinician's clearance"
      >
        {clearing && <ClearanceForm of={clearing} onDone={() => setClearing(null)} />}
      </Modal>
    </div>
  )
}
