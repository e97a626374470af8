import type { Request } from 'express'
import type { Who } from '../db/hall'

/** Who a sign-in belongs to, as it was read with the sign-in itself; taken once. */
const known = new Map<string, Who>()
/** Requests that were never answered leave theirs behind. */
const MOST = 1000

/** Null: nobody who is still there; what was read before of this sign-in holds no more. */
export function noteEntered(sid: string, who: Who | null): void {
  if (known.size >= MOST) known.clear()
  if (who) known.set(sid, who)
  else known.delete(sid)
}

/** Null where another request of the same sign-in took it: it is read again. */
export function takeEntered(req: Request): Who | null {
  const who = known.get(req.sessionID) ?? null
  known.delete(req.sessionID)
  return who
}
