import { demandProfile } from '../../src/demand/profile'
import type { Want } from '../../src/demand/want'

/** What a sport asks of a hand of which nothing else is known. */
export const wantsOf = (sportId: string): Want[] =>
  demandProfile(sportId)!.rows.flatMap((r) =>
    r.emphasis.map((e) => ({
      quality: r.quality.id,
      emphasis: e.id,
      importance: r.importance,
      priority: (r.importance / 5) * e.share,
      why: `weight ${r.importance} of 5`,
    })),
  )
