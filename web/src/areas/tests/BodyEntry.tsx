import { Button, Input } from '@mantine/core'
import { Link } from 'react-router'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { formatBoth } from '@mano/core/units/inch'
import { must } from '@mano/core/units/must'
import { failureText } from '../../base/api'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import '../intake/intake.css'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'
import { SIDES, useBody, type Body } from './useBody'

/**
 * Girths, hand sizes and wrap gaps: taken here, kept with the athlete's measures, where the matcher
 * and the intake read them.
 */
export function BodyEntry({ protocol: plain }: { protocol: Protocol }) {
  const { athlete } = useAthletePage()
  const body = useBody(plain)
  const { wraps, typed, write, kept } = body
  return (
    <form
      className="start panel"
      onSubmit={(e) => {
        e.preventDefault()
        body.record()
      }}
    >
      <Picks body={body} />
      <div className="hands">
        <div className="hands-head">
          <b className="L">Left</b>
          <span />
          <b className="R">Right</b>
        </div>
        {body.rows.map((row) => (
          <div className="hands-row" key={row.id}>
            {SIDES.map((hand) => (
              <Field key={hand} body={body} row={row} hand={hand} />
            ))}
            <div className="mid" style={{ order: 1 }}>
              <b>{row.name}</b>
              <small>{row.how}</small>
            </div>
          </div>
        ))}
      </div>
      <div className="row">
        <Button
          size="lg"
          type="submit"
          disabled={
            write.isPending ||
            Object.values(typed).every((t) => t.trim() === '') ||
            (wraps && !body.handle)
          }
        >
          Record
        </Button>
        <span className="said" role="alert">
          {body.problem || (write.error && failureText(write.error))}
        </span>
      </div>
      <p className="note" role="status">
        {kept > 0 ? `${kept} recorded. ` : ''}Kept with the measures in{' '}
        <Link className="lnk" to={`/athletes/${athlete.id}/intake`}>
          Intake
        </Link>
        .{wraps ? '' : ' A girth taken after work is never compared with a cold one.'}
      </p>
    </form>
  )
}

/** How it is taken, and on which handle. */
function Picks({ body }: { body: Body }) {
  const units = useUnits()
  const { protocol, variant, wraps, handles, handle } = body
  return (
    <>
      {protocol.variants.map((v) => (
        <Choice
          key={v.id}
          className="body-pick"
          label={v.name}
          value={variant[v.id] ?? must(v.options[0]).id}
          onChange={(o) => body.chooseVariant(v.id, o)}
          data={options(v.options)}
        />
      ))}
      {wraps && (
        <Choice
          className="body-pick"
          label="Handle"
          placeholder={body.pending ? '' : 'No measured handle in the kit room'}
          value={handle?.id}
          onChange={body.chooseHandle}
          data={handles.map((u) => ({
            value: u.id,
            label: `${u.label}, ${formatBoth(must(u.sizeMm), units.length)}`,
          }))}
        />
      )}
    </>
  )
}

function Field({
  body,
  row,
  hand,
}: {
  body: Body
  row: Body['rows'][number]
  hand: (typeof SIDES)[number]
}) {
  const units = useUnits()
  const id = `${row.id}.${hand}`
  return (
    <div className={`measure ${hand}`} style={{ order: hand === 'left' ? 0 : 2 }}>
      <Input
        aria-label={`${row.name}, ${hand}`}
        inputMode={body.wraps ? 'text' : 'decimal'}
        autoComplete="off"
        placeholder="–"
        value={body.typed[id] ?? ''}
        onChange={(e) => body.type(id, e.currentTarget.value)}
      />
      <span className="n">{units.length}</span>
      <small className="s">{body.latest(row, hand)}</small>
    </div>
  )
}
