import { For } from '../../base/For'
import { Anchor, Button, Input, Modal, UnstyledButton } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { SessionView } from '@mano/contract/tests'
import { PICTURE_MOST_BYTES, PICTURE_TYPES } from '@mano/core/formats/image'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { touchedBy, useWrite, may } from '../../base/data'
import { useAthletePage } from '../athlete/AthletePage'
import { must } from '@mano/core/units/must'
import { isAmong } from '@mano/core/units/among'

/** Longer side a picture is brought down to, px: enough to judge a hand position. */
const SIDE_PX = 1600

/** The picture upright, small enough to send, with nothing but its pixels. */
async function smaller(file: File): Promise<Blob> {
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
  const scale = Math.min(1, SIDE_PX / Math.max(picture.width, picture.height))
  const canvas = Object.assign(document.createElement('canvas'), {
    width: Math.round(picture.width * scale),
    height: Math.round(picture.height * scale),
  })
  must(canvas.getContext('2d')).drawImage(picture, 0, 0, canvas.width, canvas.height)
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (b) => (b ? resolve(b) : reject(new Error('The picture cannot be read.'))),
      'image/jpeg',
      0.85,
    ),
  )
}

/** Notes, a picture of the hand position and links to clips, kept with the test. */
export function Attachments({ session }: { session: SessionView }) {
  const { athlete, me } = useAthletePage()
  const looks = !may(me, 'test')
  const [text, setText] = useState('')
  const [problem, setProblem] = useState('')
  const [seen, setSeen] = useCalm<string | null>(null)
  const [going, setGoing] = useCalm<string | null>(null)
  const touched = touchedBy(athlete.id)
  const say = useWrite(
    (body: { kind: 'note' | 'link'; text: string }) =>
      api.post(`/api/tests/${session.id}/attachments`, { id: v7(), ...body }),
    touched,
  )
  const picture = useWrite(
    (blob: Blob) => api.putBlob(`/api/tests/${session.id}/pictures/${v7()}`, blob),
    touched,
  )
  const remove = useWrite((id: string) => api.delete(`/api/attachments/${id}`), touched)
  const take = async (file: File | undefined) => {
    if (!file) return
    if (!isAmong(PICTURE_TYPES, file.type))
      return setProblem(`${file.name} is not a JPEG, PNG or WebP picture.`)
    if (file.size > PICTURE_MOST_BYTES)
      return setProblem(
        `${file.name} is ${(file.size / 1048576).toFixed(1)}\u00A0MB; at most 10\u00A0MB.`,
      )
    try {
      const blob = await smaller(file)
      setProblem('')
      picture.mutate(blob)
    } catch {
      setProblem(`${file.name} cannot be read as a picture.`)
    }
  }
  const add = (e: React.FormEvent) => {
    e.preventDefault()
    const t = text.trim()
    if (t)
      say.mutate(
        { kind: /^https?:\/\/\S+$/.test(t) ? 'link' : 'note', text: t },
        { onSuccess: () => setText((now) => (now.trim() === t ? '' : now)) },
      )
  }
  const failed = say.error ?? picture.error ?? remove.error
  return (
    <div className="block attached">
      <h2 className="h3">Notes, pictures and clips</h2>
      <ul>
        {session.attachments.map((a, i) => (
          <li key={a.id}>
            {a.kind === 'photo' ? (
              <UnstyledButton type="button" className="thumb" onClick={() => setSeen(a.id)}>
                <img src={`/api/attachments/${a.id}`} alt={`Picture ${i + 1} of this test`} />
              </UnstyledButton>
            ) : a.kind === 'link' ? (
              <a className="lnk" href={a.text} target="_blank" rel="noopener noreferrer">
                {a.text.replace(/^https?:\/\//, '')}
              </a>
            ) : (
              <span>{a.text}</span>
            )}
            {looks ? null : going === a.id ? (
              <span className="row">
                <Button
                  variant="default"
                  size="xs"
                  type="button"
                  onClick={() => remove.mutate(a.id, { onSuccess: () => setGoing(null) })}
                >
                  Delete for good
                </Button>
                <Button variant="default" size="xs" type="button" onClick={() => setGoing(null)}>
                  Cancel
                </Button>
              </span>
            ) : (
              <Anchor
                component="button"
                type="button"
                className="lnk"
                aria-label={`Remove ${a.kind} ${i + 1}`}
                onClick={() => setGoing(a.id)}
              >
                Remove
              </Anchor>
            )}
          </li>
        ))}
      </ul>
      <For right="test">
        <form onSubmit={add}>
          <label className="vh" htmlFor="note-text">
            Note or link to a clip
          </label>
          <Input
            id="note-text"
            value={text}
            maxLength={2000}
            placeholder="Note, or link to a clip"
            onChange={(e) => setText(e.currentTarget.value)}
          />
          <Button variant="default" type="submit" disabled={text.trim() === '' || say.isPending}>
            Save
          </Button>
        </form>
        <Button component="label" variant="default" className="file">
          {picture.isPending ? 'Sending …' : 'Picture of the hand'}
          <input
            type="file"
            accept={PICTURE_TYPES.join(',')}
            className="vh"
            onChange={(e) => {
              void take(e.currentTarget.files?.[0])
              e.currentTarget.value = ''
            }}
          />
        </Button>
      </For>
      <p className="said" role="alert">
        {problem || (failed && failureText(failed))}
      </p>
      <Modal opened={seen !== null} onClose={() => setSeen(null)} title="Picture" size="xl">
        {seen && (
          <img
            className="seen"
            src={`/api/attachments/${seen}`}
            alt="Picture kept with this test"
          />
        )}
      </Modal>
    </div>
  )
}
