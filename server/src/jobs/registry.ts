import { runImport } from '../http/imports'
import { runReport } from '../http/reports'
import type { JobKind } from './kinds'

/** Every kind of long work, by the name it is queued under. */
export const KINDS = { import: runImport as JobKind, report: runReport as JobKind } as const
