import type { EntityManager } from 'typeorm'
import type { Account, Actor, Hall } from '../db/rows'

export interface JobFile {
  name: string
  type: string
  bytes: Buffer
}

/** Who asked for long work, when, and in which hall. */
export interface JobScene {
  em: EntityManager
  hall: Hall
  account: Pick<Account, 'id' | 'name' | 'role'>
  now: Date
  today: string
  actor: Actor & { hallId: string }
  clockMs: null
}

export interface JobHandle {
  /**
   * Says how far the work is, lets others be served, and ends it here when it was asked to stop.
   */
  step: (done: number, of: number, says: string) => Promise<void>
  keepFile: (file: JobFile) => void
}

/**
 * Long work of one kind, in one transaction: all of what it writes or nothing. Asked twice it does
 * the same once.
 */
export type JobKind = (scene: JobScene, input: never, handle: JobHandle) => Promise<unknown>

/** Kinds of long work, by the name they are queued under. */
export type JobName = 'import' | 'report'
