import { sportById } from './sports'

/** What sports have in common beside the hand's demands. */
interface SportFamily {
  /** As sports name it. */
  name: string
  /** Whether grip work of a sport day stands before the sport or after it. */
  gripWork: 'before' | 'after'
  /** The sport as it is said of a day. */
  says: string
}

/**
 * Fingers need fresh hands on a climbing day; where the sport is a skill of the hand or the arm,
 * grip work comes after it. Common practice, no source.
 */
const SPORT_FAMILIES: readonly SportFamily[] = [
  { name: 'climbers', gripWork: 'before', says: 'climbing' },
  { name: 'grapplers', gripWork: 'after', says: 'the mat' },
  { name: 'throwers', gripWork: 'after', says: 'the throws' },
  { name: 'boxers', gripWork: 'after', says: 'boxing' },
  { name: 'obstacle racers', gripWork: 'after', says: 'the course' },
]
const ANY: SportFamily = { name: '', gripWork: 'after', says: 'the sport' }

/** When grip work stands on a sport day of somebody's sports, in words: the first one says. */
export function besideSport(sports: readonly string[]): string {
  const family = sportById(sports[0] ?? '')?.family
  const { gripWork, says } = SPORT_FAMILIES.find((f) => f.name === family) ?? ANY
  return `${gripWork} ${says}`
}
