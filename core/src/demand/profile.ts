import {
  QUALITY_OBJECTS,
  SPORT_OBJECTS,
  VARIETY_SPORTS,
  type DemandObject,
} from '../catalogue/objects'
import {
  EMPHASES,
  QUALITY_IDS,
  qualityById,
  type Emphasis,
  type Quality,
  type QualityId,
} from '../catalogue/qualities'
import { sportById } from '../catalogue/sports'
import { must } from '../units/must'
import { entriesOf, keysOf } from '../units/among'

export type EmphasisShares = Partial<Record<Emphasis, number>>

/** What one sport, goal or event asks of a quality. Importance 0 to 5. */
export interface SourceRow {
  quality: QualityId
  importance: number
  emphasis: EmphasisShares
  object: DemandObject
}

/** A sport, goal or event that demands come from: shipped, or the coach's own copy of one. */
export interface DemandSource {
  id: string
  name: string
  kind: 'sport' | 'event'
  originId: string
  objects: string
  rows: readonly SourceRow[]
}

/** A coach's change of one quality; what is absent stays as the sources say. */
export interface DemandEdit {
  quality: QualityId
  importance?: number | undefined
  emphasis?: EmphasisShares | undefined
  object?: Partial<DemandObject> | undefined
}

/** What an athlete trains for: sources by weight (above 0), and the coach's changes. */
export interface DemandSet {
  sources: readonly { id: string; weight: number }[]
  edits: readonly DemandEdit[]
}

/** An object with the pull of its source against the heaviest one (0 to 1), and whose it is. */
export interface RowObject extends DemandObject {
  pull: number
  of: string
}

export interface DemandRow {
  quality: Quality
  /**
   * 0 to 5; whole for one sport, a weighted mean for several. 0 stands only where the coach took a
   * quality out.
   */
  importance: number
  emphasis: readonly { id: Emphasis; share: number }[]
  /** The objects meant; with several sources one each, the heaviest first. */
  objects: readonly RowObject[]
  /** What the coach changed, as fields; empty: as the sources say. */
  changed: readonly ('importance' | 'emphasis' | keyof DemandObject)[]
}

export interface DemandProfile {
  name: string
  sources: readonly (DemandSource & { share: number })[]
  rows: readonly DemandRow[]
  variety: boolean
}

/** A shipped sport as a source; null for an unknown id. */
export function shippedSource(id: string): DemandSource | null {
  const sport = sportById(id)
  if (!sport) return null
  const rows = sport.demands.map((d): SourceRow => ({
    quality: d.quality,
    importance: d.importance,
    emphasis: d.emphasis,
    object: SPORT_OBJECTS[id]?.[d.quality] ?? QUALITY_OBJECTS[d.quality],
  }))
  return { id, name: sport.name, kind: 'sport', originId: id, objects: sport.objects, rows }
}

export const sourceOf = (id: string, own: readonly DemandSource[]): DemandSource | null =>
  shippedSource(id) ?? own.find((s) => s.id === id) ?? null

/** Shipped sports behind a set, own copies by their origin. */
export const sportsIn = (set: DemandSet, own: readonly DemandSource[]): string[] => [
  ...new Set(set.sources.map((x) => own.find((o) => o.id === x.id)?.originId ?? x.id)),
]

/** One source, weight 1, nothing changed. */
export const plainSet = (sportId: string): DemandSet => ({
  sources: [{ id: sportId, weight: 1 }],
  edits: [],
})

type Shared = DemandSource & { share: number }

/** The known sources of a set with their shares, the largest first; empty: none is known. */
function sharesOf(set: DemandSet | string, own: readonly DemandSource[]): Shared[] {
  const asked = typeof set === 'string' ? plainSet(set) : set
  const found = asked.sources.flatMap(({ id, weight }) => {
    const s = sourceOf(id, own)
    return s && weight > 0 ? [{ ...s, share: weight }] : []
  })
  const total = found.reduce((a, s) => a + s.share, 0)
  return found.map((s) => ({ ...s, share: s.share / total })).sort((a, b) => b.share - a.share)
}

const nameOf = (sources: readonly Shared[]): string =>
  sources.length === 1
    ? must(sources[0]).name
    : sources.map((s) => `${s.name} ${Math.round(100 * s.share)}\u00A0%`).join(' and ')

/** What a set is called; null without a known source. */
export function demandName(
  set: DemandSet | string,
  own: readonly DemandSource[] = [],
): string | null {
  const sources = sharesOf(set, own)
  return sources.length > 0 ? nameOf(sources) : null
}

/**
 * Demands of a set, most important first (catalogue order within one importance). Several sources:
 * importance is the mean by weight (absent = 0), emphasis the mean by weight times importance. Null
 * without a known source. Weights above 0.
 */
export function demandProfile(
  set: DemandSet | string,
  own: readonly DemandSource[] = [],
): DemandProfile | null {
  const { edits } = typeof set === 'string' ? plainSet(set) : set
  const sources = sharesOf(set, own)
  if (sources.length === 0) return null
  const rows = QUALITY_IDS.flatMap((id) =>
    combined(
      id,
      sources,
      edits.find((e) => e.quality === id),
    ),
  )
  return {
    name: nameOf(sources),
    sources,
    rows: rows.sort((a, b) => b.importance - a.importance),
    variety: sources.some((s) => VARIETY_SPORTS.includes(s.originId)),
  }
}

function combined(
  id: QualityId,
  sources: DemandProfile['sources'],
  edit: DemandEdit | undefined,
): DemandRow[] {
  const asking = sources.flatMap((s) => {
    const r = s.rows.find((x) => x.quality === id)
    return r && r.importance > 0 ? [{ r, of: s.name, pull: s.share * r.importance }] : []
  })
  const pulls = asking.reduce((a, x) => a + x.pull, 0)
  const importance = edit?.importance ?? Math.round(10 * pulls) / 10
  if (pulls === 0 && !edit?.importance) return []
  const mean = Object.fromEntries(
    EMPHASES.map((e) => [
      e,
      asking.reduce((a, x) => a + (x.pull / pulls) * (x.r.emphasis[e] ?? 0), 0),
    ]),
  )
  const shares: EmphasisShares = edit?.emphasis ?? (pulls === 0 ? { sustained: 1 } : mean)
  const byPull = [...asking].sort((a, b) => b.pull - a.pull)
  const apart = byPull.filter(
    (x, i) => byPull.findIndex((y) => sameObject(x.r.object, y.r.object)) === i,
  )
  const objects: RowObject[] =
    apart.length === 0
      ? [{ ...QUALITY_OBJECTS[id], pull: 1, of: '' }]
      : apart.map((x) => ({ ...x.r.object, pull: x.pull / must(apart[0]).pull, of: x.of }))
  const changed = edit
    ? [
        ...(edit.importance === undefined ? [] : ['importance' as const]),
        ...(edit.emphasis === undefined ? [] : ['emphasis' as const]),
        ...keysOf(edit.object ?? {}),
      ]
    : []
  return [
    {
      quality: qualityById(id),
      importance,
      changed,
      emphasis: entriesOf(shares)
        .filter(([, share]) => share > 0.005)
        .map(([e, share]) => ({ id: e, share }))
        .sort((a, b) => b.share - a.share),
      objects: edit?.object ? [{ ...must(objects[0]), ...edit.object, pull: 1 }] : objects,
    },
  ]
}

const bare = ({ pull: _pull, of: _of, ...object }: RowObject): DemandObject => object

const sameObject = (a: DemandObject, b: DemandObject): boolean =>
  JSON.stringify(a) === JSON.stringify(b)

/**
 * The sources' own row of a quality, without the coach's changes: what "default" means. Null where
 * they ask nothing of it.
 */
export const defaultRow = (
  set: DemandSet,
  quality: QualityId,
  own: readonly DemandSource[],
): DemandRow | null =>
  demandProfile({ ...set, edits: [] }, own)?.rows.find((r) => r.quality.id === quality) ?? null

/** A profile frozen as a new source of the coach's own. */
export function copyAsSource(
  profile: DemandProfile,
  as: { id: string; name: string; kind: DemandSource['kind'] },
): DemandSource {
  return {
    ...as,
    originId: must(profile.sources[0]).originId,
    objects: profile.sources.map((s) => s.objects).join(' '),
    rows: profile.rows
      .filter((r) => r.importance > 0)
      .map((r) => ({
        quality: r.quality.id,
        importance: r.importance,
        emphasis: Object.fromEntries(r.emphasis.map((e) => [e.id, e.share])),
        object: bare(must(r.objects[0])),
      })),
  }
}
