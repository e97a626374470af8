import { useState } from 'react'
import type { DemandObject } from '@mano/core/catalogue/objects'
import { EMPHASES, type Emphasis } from '@mano/core/catalogue/qualities'
import type { DemandEdit, DemandRow, RowObject } from '@mano/core/demand/profile'
import { keysOf, madeOf } from '@mano/core/units/among'
import type { UnitChoice } from '@mano/core/units/format'
import { formatInches, parseLength } from '@mano/core/units/inch'
import { must } from '@mano/core/units/must'
import { parseNumber } from '@mano/core/units/parse'
import type { Mm } from '@mano/core/units/quantity'
import { useUnits } from '../../base/units'

/** One demand as it is typed: sizes and holds as text, low and high. */
export interface Draft {
  importance: number
  emphasis: Record<Emphasis, number>
  object: DemandObject
  size: [string, string]
  hold: [string, string]
}
type Ends = { ok: boolean; value: readonly [number, number] | null }

export const shareOf = (row: DemandRow): Record<Emphasis, number> =>
  madeOf(EMPHASES, (e) => Math.round(100 * (row.emphasis.find((x) => x.id === e)?.share ?? 0)))
const bare = ({ pull: _pull, of: _of, ...object }: RowObject): DemandObject => object
export const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

function draftOf(r: DemandRow, { length }: UnitChoice): Draft {
  const object = bare(must(r.objects[0]))
  const shown = (mm: Mm) =>
    length === 'mm' ? String(Math.round(10 * mm) / 10) : formatInches(mm).replace('\u00A0in', '')
  const ends = (of: readonly [number, number] | null, say: (n: number) => string) =>
    (of ? [say(of[0]), say(of[1])] : ['', '']) satisfies [string, string]
  return {
    importance: r.importance,
    emphasis: shareOf(r),
    object,
    size: ends(object.sizeMm, shown),
    hold: ends(object.holdS, String),
  }
}

/** A low and a high end as typed; both empty: not said. */
function read(texts: [string, string], one: (t: string) => number | null): Ends {
  if (texts.every((t) => t.trim() === '')) return { ok: true, value: null }
  const [low, high] = [one(texts[0]), one(texts[1])]
  return low === null || high === null || low > high
    ? { ok: false, value: null }
    : { ok: true, value: [low, high] }
}

/** What the draft changes of the sport's own demand; null: nothing. */
function editOf(d: Draft, ends: Record<'size' | 'hold', Ends>, row: DemandRow, base?: DemandRow) {
  const now: DemandObject = { ...d.object, sizeMm: ends.size.value, holdS: ends.hold.value }
  const before = base && bare(must(base.objects[0]))
  const fields = keysOf(now).filter((k) => !before || !same(now[k], before[k]))
  const edit: DemandEdit = {
    quality: row.quality.id,
    ...(d.importance !== (base?.importance ?? 0) && { importance: d.importance }),
    ...((!base || !same(d.emphasis, shareOf(base))) && {
      emphasis: Object.fromEntries(
        EMPHASES.filter((e) => d.emphasis[e] > 0).map((e) => [e, d.emphasis[e] / 100]),
      ),
    }),
    ...(fields.length > 0 && { object: Object.fromEntries(fields.map((k) => [k, now[k]])) }),
  }
  return Object.keys(edit).length > 1 ? edit : null
}

/** The draft of one demand, what is wrong with it, and what it changes. */
export function useDemandDraft(row: DemandRow, base: DemandRow | undefined) {
  const units = useUnits()
  const [d, setD] = useState<Draft>(() => draftOf(row, units))
  const set = (more: Partial<Draft>) => setD({ ...d, ...more })
  const size = read(d.size, (t) => {
    const r = parseLength(t, units.length)
    return r.ok ? r.mm : null
  })
  const hold = read(d.hold, (t) => {
    const r = parseNumber(t)
    return r.ok ? r.value : null
  })
  const total = EMPHASES.reduce((a, e) => a + d.emphasis[e], 0)
  return {
    ...{ d, set, hold, base },
    object: (more: Partial<DemandObject>) => set({ object: { ...d.object, ...more } }),
    wrong: !size.ok
      ? 'The size needs a low and a high end, low first.'
      : !hold.ok
        ? 'The hold needs a low and a high end, low first.'
        : total !== 100
          ? `The emphasis sums to ${total} %, not 100 %.`
          : null,
    changes: () => editOf(d, { size, hold }, row, base),
  }
}
export type DemandDraft = ReturnType<typeof useDemandDraft>
