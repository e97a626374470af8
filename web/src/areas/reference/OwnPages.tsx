import { Button, Textarea, TextInput, UnstyledButton } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { v7 } from 'uuid'
import type { ReferenceBody, ReferenceView } from '@mano/contract/reference'
import { pageOf } from '@mano/core/reference/pages'
import { formatDate } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { useMe, useWrite, may } from '../../base/data'
import { halves } from '@mano/core/units/parse'
import { submits } from '../../base/afterPaint'
import { must } from '@mano/core/units/must'

const KEY = ['reference'] as const
export const useOwnPages = () =>
  useQuery({ queryKey: KEY, queryFn: () => api.get<ReferenceView[]>('/api/reference') })

type Written = Omit<ReferenceBody, 'id'>
const useKeep = () =>
  useWrite((b: Written) => api.post('/api/reference', { ...b, id: v7() }), [KEY])

/** What the hall says of a page, beside what ships: kept as a copy that names its origin. */
export function OwnPages({ origin }: { origin: string }) {
  const me = useMe().data
  const own = (useOwnPages().data ?? []).filter((n) => n.origin === origin)
  const [editing, setEditing] = useCalm<string | null>(null)
  const coach = may(me, 'coach')
  if (own.length === 0 && !coach) return null
  return (
    <section aria-label="In your hall" className="own-pages">
      <h2>In your hall</h2>
      {own.map((n) =>
        editing === n.id ? (
          <Editor key={n.id} start={n} origin={origin} onDone={() => setEditing(null)} />
        ) : (
          <Note key={n.id} note={n} coach={coach} onEdit={() => setEditing(n.id)} />
        ),
      )}
      {coach &&
        (editing === 'new' ? (
          <Editor start={null} origin={origin} onDone={() => setEditing(null)} />
        ) : (
          <Button className="no-print" variant="default" onClick={() => setEditing('new')}>
            {origin === '' ? 'Write a page' : 'Add your hall\u2019s word'}
          </Button>
        ))}
    </section>
  )
}

function Note({
  note,
  coach,
  onEdit,
}: {
  note: ReferenceView
  coach: boolean
  onEdit: () => void
}) {
  const me = useMe().data
  const keep = useKeep()
  const { lineage, origin, title, body, on, by } = note
  const rest = { lineage, origin, title, body }
  const strike = () =>
    keep.mutate(
      { ...rest, struck: true },
      {
        onSuccess: () =>
          notifications.show({
            message: (
              <>
                “{note.title}” is taken out.{' '}
                <UnstyledButton
                  className="lnk"
                  onClick={() => keep.mutate({ ...rest, struck: false })}
                >
                  Undo
                </UnstyledButton>
              </>
            ),
            autoClose: 10_000,
          }),
      },
    )
  return (
    <article>
      <h3>{note.title}</h3>
      <p>{note.body}</p>
      <p className="s">
        {by}, {me ? formatDate(on, me.today) : on}
        {coach && (
          <>
            {' '}
            <UnstyledButton className="lnk" onClick={onEdit} aria-label={`Edit: ${note.title}`}>
              Edit
            </UnstyledButton>{' '}
            <UnstyledButton className="lnk" onClick={strike} aria-label={`Take out: ${note.title}`}>
              Take out
            </UnstyledButton>
          </>
        )}
      </p>
    </article>
  )
}

function Editor({
  start,
  origin,
  onDone,
}: {
  start: ReferenceView | null
  origin: string
  onDone: () => void
}) {
  const page =
    origin === '' ? undefined : pageOf(must(origin.split(':')[0]), must(origin.split(':')[1]))
  const [title, setTitle] = useState(start?.title ?? (page ? `${page.name}, ours` : ''))
  const [body, setBody] = useState(start?.body ?? '')
  const keep = useKeep()
  const can = title.trim() !== '' && body.trim() !== ''
  return (
    <form
      onSubmit={submits(() => {
        if (can)
          keep.mutate(
            {
              lineage: start?.lineage ?? v7(),
              origin,
              title: title.trim(),
              body: body.trim(),
              struck: false,
            },
            { onSuccess: onDone },
          )
      })}
    >
      <TextInput
        label="Title"
        value={title}
        maxLength={120}
        onChange={(e) => setTitle(e.currentTarget.value)}
      />
      <Textarea
        label="Text"
        autosize
        minRows={3}
        maxLength={4000}
        value={body}
        data-autofocus
        onChange={(e) => setBody(e.currentTarget.value)}
      />
      {keep.error && <p role="alert">{failureText(keep.error)}</p>}
      <p>
        <Button type="submit" disabled={!can} loading={keep.isPending}>
          Save
        </Button>{' '}
        <Button variant="default" onClick={onDone}>
          Cancel
        </Button>
        {!can && <span className="s"> A title and a text are needed.</span>}
      </p>
    </form>
  )
}

/** The hall's pages in the list of the reference. */
export function OwnIndex() {
  const own = useOwnPages().data ?? []
  return (
    <details open={own.length > 0}>
      <summary>
        Your hall’s own <small>{own.length}</small>
      </summary>
      <ul>
        {own
          .filter((n) => n.origin !== '')
          .map((n) => {
            const [kind, id] = halves(n.origin, ':')
            return (
              <li key={n.id}>
                <Link to={`/reference/${kind}/${id}`}>
                  {n.title} <small>from {pageOf(kind, id)?.name}</small>
                </Link>
              </li>
            )
          })}
      </ul>
      <OwnPages origin="" />
    </details>
  )
}
