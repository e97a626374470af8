import type { Athlete } from '../db/rows'
import { findAthlete } from '../db/read'
import type { Call } from '../api/api'
import { notFound } from '../faults/problem'
export async function athleteOr404(call: Call): Promise<Athlete> {
  const athlete = await findAthlete(call.em, String(call.req.params['athleteId']))
  if (!athlete) throw notFound('athlete')
  return athlete
}
