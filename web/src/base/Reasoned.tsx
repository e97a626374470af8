import { Button, Modal, TextInput, UnstyledButton } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useCalm } from './calm'
import { failureText } from './api'
import { readAnew, useWrite, type Touched } from './data'
import { offerUndo } from './undo'

interface Props {
  /** On the button that opens it, and on the one that does it. */
  label: string
  title: string
  /** What goes, and what stays. */
  says: string
  /** Said when it is done, beside Undo where there is one. */
  done: string
  act: (reason: string) => Promise<unknown>
  /** False: it is only confirmed; no reason is kept. */
  asks?: boolean
  undo?: () => Promise<unknown>
  touched: Touched
  onDone?: () => void
}

/**
 * An act that changes the record: it says what goes, asks for the reason, and can be taken back
 * where that is possible.
 */
export function Reasoned({
  label,
  title,
  says,
  done,
  act,
  asks = true,
  undo,
  touched,
  onDone,
}: Props) {
  const [open, setOpen] = useCalm(false)
  const [reason, setReason] = useState('')
  const write = useWrite(act, touched)
  const close = () => {
    setOpen(false)
    setReason('')
    write.reset()
  }
  const client = useQueryClient()
  const shown = () => {
    if (!undo) return notifications.show({ autoClose: 4_000, message: done })
    offerUndo(done, async () => {
      await undo()
      await readAnew(client, touched)
    })
  }
  return (
    <>
      <UnstyledButton className="lnk" onClick={() => setOpen(true)}>
        {label}
      </UnstyledButton>
      <Modal opened={open} onClose={close} title={title}>
        <form
          className="change"
          onSubmit={(e) => {
            e.preventDefault()
            if (!asks || reason.trim())
              write.mutate(reason.trim(), {
                onSuccess: () => {
                  close()
                  shown()
                  onDone?.()
                },
              })
          }}
        >
          <p>{says}</p>
          {asks && (
            <TextInput
              label="Reason"
              data-autofocus
              value={reason}
              maxLength={400}
              onChange={(e) => setReason(e.currentTarget.value)}
            />
          )}
          <p className="said" role="alert">
            {write.error && failureText(write.error)}
          </p>
          <div className="row">
            <Button type="submit" disabled={asks && reason.trim() === ''} loading={write.isPending}>
              {label}
            </Button>
            <Button variant="default" onClick={close}>
              Cancel
            </Button>
          </div>
        </form>
      </Modal>
    </>
  )
}
