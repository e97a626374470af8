import { Button } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { v7 } from 'uuid'
import type { TakenBackKind } from '@mano/contract/takenBack'
import { api, failureText } from './api'
import { readAnew, type Touched } from './data'

/** Long enough to read it, turn round and press it. */
const OFFERED_MS = 15_000

/** Says what was done, with a button that takes it back; a failure of that is said too. */
export function offerUndo(did: string, undo: () => Promise<unknown>): void {
  const id = notifications.show({
    autoClose: OFFERED_MS,
    message: (
      <span className="row">
        {did}{' '}
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => {
            notifications.hide(id)
            undo().catch((e: unknown) =>
              notifications.show({ color: 'red', autoClose: false, message: failureText(e) }),
            )
          }}
        >
          Undo
        </Button>
      </span>
    ),
  })
}

/** A write that makes what it touched be read anew, and offers to take it back. */
export function useUndoable<B, R = unknown>(
  write: (body: B) => Promise<R>,
  touched: Touched,
  of: { did: (body: B, reply: R) => string; undo: (body: B) => Promise<unknown> },
) {
  const client = useQueryClient()
  const fresh = () => readAnew(client, touched)
  return useMutation({
    mutationFn: write,
    onSuccess: async (reply, body) => {
      await fresh()
      offerUndo(of.did(body, reply), () => of.undo(body).then(fresh))
    },
  })
}

/** Recorded by mistake, in a table that only grows: it counts no longer. */
export const takeBack = (kind: TakenBackKind, rowId: string): Promise<unknown> =>
  api.post('/api/taken-back', { id: v7(), kind, rowId })
