import type { Contact } from './implements'

export const CONTACT_WORDS: Readonly<Record<Contact, string>> = {
  bar: 'a handle',
  block: 'a block',
  edge: 'an edge',
  cloth: 'cloth',
  rope: 'rope',
  ball: 'a ball',
  hub: 'a hub',
  spring: 'a spring',
  lever: 'a lever',
  band: 'a band',
  bucket: 'a bucket',
  plate: 'plates',
  instrument: 'an instrument',
  none: 'nothing',
}

/** What is left of the work when one contact stands for another, either way; every other pair is UNLIKE. Practice estimates, no source. */
const LIKE: readonly (readonly [Contact, Contact, number])[] = [
  ['cloth', 'rope', 0.7],
  ['block', 'plate', 0.85],
  ['hub', 'ball', 0.65],
  ['rope', 'bar', 0.5],
  ['hub', 'block', 0.4],
  ['block', 'ball', 0.35],
  ['bar', 'ball', 0.35],
  ['bar', 'lever', 0.35],
  ['bar', 'cloth', 0.5],
  ['edge', 'block', 0.3],
  ['edge', 'bar', 0.3],
  ['spring', 'ball', 0.35],
  ['spring', 'bar', 0.25],
  ['spring', 'cloth', 0.25],
  ['spring', 'bucket', 0.3],
  ['band', 'bucket', 0.6],
  ['plate', 'ball', 0.4],
  ['plate', 'bar', 0.3],
  ['cloth', 'ball', 0.45],
  ['cloth', 'bucket', 0.3],
]
export const UNLIKE = 0.1

const table = new Map<string, number>(
  LIKE.flatMap(([a, b, v]) => [
    [`${a} ${b}`, v],
    [`${b} ${a}`, v],
  ]),
)

/** 0 to 1: how much of the work on one contact another keeps. */
export const contactLikeness = (a: Contact, b: Contact): number =>
  a === b ? 1 : (table.get(`${a} ${b}`) ?? UNLIKE)
