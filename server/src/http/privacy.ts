import { recordOf } from '../transfer/athlete'
import { seenOf } from '../db/seen'
import { athleteOr404 } from './athlete'
import { done, ok, type Api } from '../api/api'
import { refused } from '../faults/problem'

/** What an athlete may ask of a hall: what is kept, who looked, and that it goes. */
export function mountPrivacy(api: Api): void {
  // Who it was goes for good; results stay without a name. The name is written out first.
  api.on('POST /api/athletes/:athleteId/erase', async (call) => {
    const athlete = await athleteOr404(call)
    if (call.body.name.trim().toLowerCase() !== athlete.name.trim().toLowerCase())
      throw refused('name', `Write the name exactly: ${athlete.name}.`)
    await call.em.query('SELECT erase_athlete($1, $2)', [athlete.id, call.today])
    await call.em.query('DELETE FROM roster_row WHERE athlete_id = $1', [athlete.id])
    return done
  })

  // Everything on record of one athlete, for the athlete to have.
  api.on('GET /api/athletes/:athleteId/record', async (call) => {
    const athlete = await athleteOr404(call)
    return {
      status: 200,
      type: 'application/json; charset=utf-8',
      fileName: `${athlete.name}, ${call.today}.json`,
      body: JSON.stringify(await recordOf(call.em, athlete.id), null, 1),
    }
  })

  api.on('GET /api/athletes/:athleteId/seen', async (call) => {
    const athlete = await athleteOr404(call)
    return ok(await seenOf(call.em, athlete.id))
  })
}
