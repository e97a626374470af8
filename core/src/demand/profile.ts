import { qualityById, type Emphasis, type Quality } from '../catalogue/qualities'
import { sportById, type Sport } from '../catalogue/sports'

export interface DemandRow {
  quality: Quality
  /** 1 to 5. */
  importance: number
  emphasis: readonly { id: Emphasis; share: number }[]
}

/** A sport's demands, most important first (catalogue order within one importance); null for an unknown sport. */
export function demandProfile(sportId: string): { sport: Sport; rows: DemandRow[] } | null {
  const sport = sportById(sportId)
  if (!sport) return null
  const rows = sport.demands.map((d) => ({
    quality: qualityById(d.quality),
    importance: d.importance,
    emphasis: (Object.entries(d.emphasis) as [Emphasis, number][]).map(([id, share]) => ({ id, share })).sort((a, b) => b.share - a.share),
  }))
  return { sport, rows: rows.sort((a, b) => b.importance - a.importance) }
}
