import { logOf, type LogLine } from '@mano/core/record/lines'
import type { AthleteView } from './athletes'
import type { SessionEndView } from './ends'

/** An athlete on the way to the screen: the sets as lines. */
export interface AthleteWire extends Omit<AthleteView, 'history'> {
  ends: SessionEndView[]
  lines: LogLine[]
}
export const athleteOf = ({ ends, lines, ...own }: AthleteWire): AthleteView => ({
  ...own,
  history: { logs: lines.map(logOf), ends },
})
