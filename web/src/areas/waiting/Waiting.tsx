import { Button, TextInput } from '@mantine/core'
import { useEffect, useState } from 'react'
import { formatDate } from '@mano/core/units/dates'
import { useMe, useNames } from '../../base/data'
import {
  flush,
  letGo,
  lettingGo,
  sendAgain,
  useOutbox,
  type LetGo,
  type Stuck,
  type Unsent,
} from '../../base/outbox'
import { Icon } from '../../drawn/Icon'
import { lineOf, numberOf, withNumber } from './words'
import './waiting.css'

const clock = (at: string | undefined): string =>
  at
    ? new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' }).format(new Date(at))
    : ''
const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`

/** What this device has noted and the server does not have: what waits, and what it refused. */
export default function Waiting() {
  const { waiting, stuck, offline, since } = useOutbox()
  const names = useNames().data ?? []
  const who = (u: Unsent): string =>
    names.find((n) => n.id === u.athleteId)?.name ??
    (u.kind === 'day' || u.kind === 'dayReason' ? 'Test day' : 'An athlete')
  const [gone, setGone] = useState<readonly LetGo[]>([])
  useEffect(() => void lettingGo().then(setGone), [stuck.length])
  return (
    <main className="waiting">
      <h1>
        {waiting.length + stuck.length === 0
          ? 'Everything is sent'
          : [
              waiting.length > 0 && count(waiting.length, 'waits', 'wait'),
              stuck.length > 0 && `${stuck.length} refused`,
            ]
              .filter((x) => x !== false)
              .join(', ')}
      </h1>
      <p className="s">
        {offline && since !== null
          ? `No answer from the server since ${clock(new Date(since).toISOString())}. `
          : ''}
        {waiting.length + stuck.length === 0
          ? 'What is typed on this device reaches the server at once.'
          : 'All of it is safe on this device, through a reload or an empty battery.'}
      </p>
      {stuck.length > 0 && (
        <section aria-labelledby="refused">
          <h2 id="refused" className="h3">
            Refused <span className="s">needs your decision</span>
          </h2>
          {stuck.map((s) => (
            <Refused key={s.body.id} item={s} who={who(s)} />
          ))}
        </section>
      )}
      {waiting.length > 0 && (
        <section aria-labelledby="waits">
          <h2 id="waits" className="h3">
            Waiting <span className="s">sent in this order</span>
          </h2>
          <ul className="waits">
            {waiting.map((w) => {
              const line = lineOf(w)
              return (
                <li key={w.body.id}>
                  <b>{who(w)}</b>
                  <span className="n">{line.value}</span>
                  <span className="s">
                    <Icon name="clock" /> {line.what} · {clock(w.addedAt)}
                  </span>
                </li>
              )
            })}
          </ul>
        </section>
      )}
      {waiting.length + stuck.length > 0 && (
        <p className="row">
          <Button onClick={() => void flush()} disabled={waiting.length === 0}>
            Send what waits
          </Button>
          <a
            className="lnk"
            download="not sent.json"
            href={
              'data:application/json;charset=utf-8,' +
              `${encodeURIComponent(JSON.stringify([...stuck, ...waiting], null, 1))}`
            }
          >
            Save as a file
          </a>
        </p>
      )}
      {gone.length > 0 && <Gone gone={gone} who={who} />}
    </main>
  )
}

function Refused({ item, who }: { item: Stuck; who: string }) {
  const line = lineOf(item)
  const before = numberOf(item)
  const [text, setText] = useState(before === null ? '' : String(before.value))
  const [reason, setReason] = useState('')
  const [leaving, setLeaving] = useState(false)
  const n = Number(text.replace(',', '.'))
  const fine = before === null || (text.trim() !== '' && Number.isFinite(n) && n >= 0)
  return (
    <article className="refused-item">
      <p>
        <b>{who}</b> <span className="s">{clock(item.addedAt)}</span>
      </p>
      <p>
        {line.what} <b>{line.value}</b>
      </p>
      <p className="why">
        <Icon name="stop" /> {item.refused}
      </p>
      {before !== null && (
        <TextInput
          label={`The number, if it was mistyped, ${before.unit}`}
          inputMode="decimal"
          value={text}
          error={!fine && 'A number of 0 or more'}
          onChange={(e) => setText(e.currentTarget.value)}
        />
      )}
      <div className="row">
        <Button
          disabled={!fine}
          onClick={() => void sendAgain(item, before === null ? item.body : withNumber(item, n))}
        >
          {before !== null && n !== before.value ? 'Send the mended one' : 'Send again'}
        </Button>
        <Button variant="default" onClick={() => setLeaving(!leaving)} aria-expanded={leaving}>
          Discard
        </Button>
      </div>
      {leaving && (
        <form
          className="row"
          onSubmit={(e) => {
            e.preventDefault()
            if (reason.trim() !== '') void letGo(item, reason.trim())
          }}
        >
          <TextInput
            label="Why it is not needed"
            data-autofocus
            maxLength={200}
            value={reason}
            onChange={(e) => setReason(e.currentTarget.value)}
          />
          <Button type="submit" color="red" disabled={reason.trim() === ''}>
            Discard for good
          </Button>
        </form>
      )}
    </article>
  )
}

function Gone({ gone, who }: { gone: readonly LetGo[]; who: (u: Unsent) => string }) {
  const today = useMe().data?.today ?? ''
  return (
    <details className="block">
      <summary>Discarded on this device, {gone.length}</summary>
      <ul className="waits">
        {gone.map((g) => {
          const line = lineOf(g.item)
          return (
            <li key={g.item.body.id}>
              <b>{who(g.item)}</b>
              <span className="n">{line.value}</span>
              <span className="s">
                {line.what} · {formatDate(g.at.slice(0, 10), today)}: {g.reason}
              </span>
            </li>
          )
        })}
      </ul>
    </details>
  )
}
