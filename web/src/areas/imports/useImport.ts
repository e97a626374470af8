import { notifications } from '@mantine/notifications'
import { useQueryClient, type QueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { ImportLines, ImportReply, MappingView } from '@mano/contract/tests'
import { isSetsFile } from '@mano/core/session/importSets'
import { guessSets, looksLikeSets } from '@mano/core/session/mapSets'
import {
  guessDates,
  guessMapping,
  headerKey,
  isTrialsFile,
  type SheetMapping,
} from '@mano/core/testing/mapping'
import { must } from '@mano/core/units/must'
import { api } from '../../base/api'
import { keys, NAMES } from '../../base/data'
import { useJob } from '../../base/useJob'
import { datesOf } from './meanings'
import { readSheetFile, type Sheet } from './sheet'

/** One result of a file, and several. */
const RESULT = { trials: ['trial', 'trials'], sets: ['set', 'sets'] } as const
export const count = (of: 'trials' | 'sets', n: number) => `${n} ${RESULT[of][n === 1 ? 0 : 1]}`

export const TOUCHED = [
  keys.imports,
  keys.roster,
  ['tests'],
  ['athlete'],
  ['mappings'],
  ['squad'],
  ['review'],
  ['floor'],
]

const MAPPINGS = {
  queryKey: ['mappings'],
  queryFn: () => api.get<MappingView[]>('/api/imports/mappings'),
}

/** What a file holds. */
type Kind = 'trials' | 'sets'
export interface Chosen {
  sheet: Sheet
  mapping: SheetMapping | null
  doubts: readonly string[]
  remembered: boolean
  lines: ImportLines
}
const NO_LINES: ImportLines = { without: [], turned: [], wanted: [] }

/** Reads a sheet of the coach's own; `of`: what it holds, null: as it looks. */
async function guessed(client: QueryClient, sheet: Sheet, of: Kind | null): Promise<Chosen | null> {
  if (!sheet.table.ok) return null
  const table = sheet.table
  // A file may be chosen before roster and earlier mappings are there.
  const [names, mappings] = await Promise.all([
    client.fetchQuery(NAMES),
    client.fetchQuery({ ...MAPPINGS, staleTime: 0 }),
  ])
  const before = mappings.find(
    (m) =>
      m.headerKey === headerKey(table.columns) &&
      (of === null || (m.mapping.of ?? 'trials') === of),
  )?.mapping
  const kind = of ?? before?.of ?? (looksLikeSets(table.columns) ? 'sets' : 'trials')
  const first = kind === 'sets' ? guessSets(table, names) : guessMapping(table, names)
  // A name said once holds in every sheet; the order of dates is this file's own, where it says it.
  const onRoster = new Set(names.map((a) => a.name))
  const known = Object.fromEntries(
    mappings
      .flatMap((m) => Object.entries(m.mapping.names))
      .filter(([, name]) => onRoster.has(name)),
  )
  const own = before ?? first.mapping
  const dates = guessDates(datesOf(table, own))
  return {
    sheet,
    mapping: {
      ...own,
      dateOrder: dates.order ?? (dates.mixed ? null : (before?.dateOrder ?? null)),
      names: { ...own.names, ...known },
    },
    doubts: first.doubts,
    remembered: before !== undefined,
    lines: NO_LINES,
  }
}

/** A file from the moment it is chosen until it is saved or left. */
export function useImport() {
  const client = useQueryClient()
  const [chosen, setChosen] = useState<Chosen | null>(null)
  const [unreadable, setUnreadable] = useState('')
  const [saved, setSaved] = useState(false)
  const dry = useJob<ImportReply>()
  const save = useJob<ImportReply>()
  const [id, setId] = useState(() => v7())
  const start = (job: typeof dry, { sheet, mapping, lines }: Chosen, dryRun: boolean) =>
    job.start('/api/imports', {
      ...{ id, mapping, lines, dryRun },
      fileName: sheet.fileName,
      text: sheet.text,
    })
  const leave = () => {
    setChosen(null)
    dry.reset()
    save.reset()
    setId(v7())
  }
  /** Tried as it is said now: nothing is saved. */
  const tryOut = (next: Chosen) => {
    setChosen(next)
    void start(dry, next, true)
  }
  const turnTo = async (sheet: Sheet, of: Kind | null) => {
    dry.reset()
    const next = await guessed(client, sheet, of)
    if (next) setChosen(next)
  }
  const take = async (file: File | undefined) => {
    if (!file) return
    leave()
    setUnreadable('')
    setSaved(false)
    const sheet = await readSheetFile(file).catch(() => null)
    if (!sheet)
      return setUnreadable(
        `${file.name} could not be read as a sheet. Save it as CSV and try again.`,
      )
    const { table } = sheet
    if (table.ok && !isTrialsFile(table.columns) && !isSetsFile(table.columns))
      return turnTo(sheet, null)
    tryOut({ sheet, mapping: null, doubts: [], remembered: false, lines: NO_LINES })
  }
  const keep = async () => {
    const done = await start(save, must(chosen), false)
    if (done?.state !== 'done' || !done.result?.ok) return
    notifications.show({ message: `${count(done.result.of, done.result.trials)} imported` })
    await Promise.all(TOUCHED.map((queryKey) => client.invalidateQueries({ queryKey })))
    leave()
    setSaved(true)
  }
  return {
    ...{ chosen, unreadable, saved, dry, save, take, turnTo, tryOut, keep, leave },
    report: dry.view?.state === 'done' ? dry.view.result : null,
    map: (mapping: SheetMapping) => {
      dry.reset()
      setChosen((c) => c && { ...c, mapping })
    },
    /** Single lines are dealt with, and the file is read again. */
    deal: (more: Partial<ImportLines>) =>
      chosen && tryOut({ ...chosen, lines: { ...chosen.lines, ...more } }),
  }
}
export type ImportRun = ReturnType<typeof useImport>
