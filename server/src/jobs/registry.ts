import type { JobKind, JobName } from '../api/jobKinds'
import { runImport } from '../http/imports'
import { runReport } from '../http/reports'

/** Every kind of long work, by the name it is queued under. */
export const KINDS: Readonly<Record<JobName, JobKind>> = { import: runImport, report: runReport }
