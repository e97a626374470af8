import { describe, expect, it } from 'vitest'
import { contactLikeness, CONTACT_WORDS, UNLIKE } from '../../src/catalogue/contacts'
import { IMPLEMENTS, implementById, type Contact } from '../../src/catalogue/implements'
import {
  EDGE_MM,
  HOLD_OF,
  QUALITY_OBJECTS,
  SPORT_OBJECTS,
  VARIETY_SPORTS,
} from '../../src/catalogue/objects'
import { PROTOCOLS, protocolById } from '../../src/catalogue/protocols'
import { EMPHASES, QUALITY_IDS } from '../../src/catalogue/qualities'
import { sportById } from '../../src/catalogue/sports'
import { HANDS_ON, ORIENTATIONS, SPINS, SURFACES, TRAITS } from '../../src/catalogue/traits'
import { CANDIDATES } from '../../src/match/buy'
import { matchUnit } from '../../src/match/unit'

const ids = (list: readonly { id: string }[]) => list.map((x) => x.id)
const contacts = Object.keys(CONTACT_WORDS) as Contact[]

describe('traits of implements', () => {
  it.each(IMPLEMENTS.map((k) => [k.id] as const))(
    '%s has traits from the lists, or is no object for the hand',
    (id) => {
      const t = TRAITS[id]
      if (t === null) {
        expect(matchUnit({ id: 'x', kind: id, label: 'x', sizeMm: null })).toBeNull()
        return
      }
      expect(ids(SURFACES)).toContain(t.surface)
      expect(ids(ORIENTATIONS)).toContain(t.orientation)
      expect(ids(SPINS)).toContain(t.spin)
      expect(ids(HANDS_ON)).toContain(t.hands)
      expect(['hang', 'lift', 'both']).toContain(t.use)
      expect(t.closing.length).toBeGreaterThan(0)
      expect(t.holdMostS).toBeGreaterThan(0)
      if (t.lifeSets !== null) expect(t.lifeSets).toBeGreaterThan(100)
    },
  )
  it("a unit's own record goes before what its kind usually is", () => {
    const usual = matchUnit({ id: 'x', kind: 'rolling', label: 'x', sizeMm: null })!
    expect(usual).toMatchObject({
      sizeMm: 62,
      usualSize: true,
      spin: 'free',
      surface: 'smooth',
      wear: 'good',
    })
    expect(
      matchUnit({
        id: 'x',
        kind: 'rolling',
        label: 'x',
        sizeMm: 58,
        spin: 'friction',
        surface: 'raw',
        wear: 'worn',
      }),
    ).toMatchObject({
      sizeMm: 58,
      usualSize: false,
      spin: 'friction',
      surface: 'raw',
      wear: 'worn',
    })
    expect(matchUnit({ id: 'x', kind: 'spoon', label: 'x', sizeMm: 5 })).toBeNull()
  })
})

describe('likeness of contacts', () => {
  it('is whole with itself, the same either way, and never more than that', () => {
    for (const a of contacts) {
      expect(contactLikeness(a, a)).toBe(1)
      for (const b of contacts) {
        expect(contactLikeness(a, b)).toBe(contactLikeness(b, a))
        if (a !== b) {
          expect(contactLikeness(a, b)).toBeLessThan(1)
          expect(contactLikeness(a, b)).toBeGreaterThanOrEqual(UNLIKE)
        }
      }
    }
  })
})

describe('objects', () => {
  it("exist for every quality; a sport's own ones name qualities and sports that exist", () => {
    expect(Object.keys(QUALITY_OBJECTS).sort()).toEqual([...QUALITY_IDS].sort())
    for (const [sport, own] of Object.entries(SPORT_OBJECTS)) {
      expect(sportById(sport), sport).toBeDefined()
      for (const [quality, o] of Object.entries(own)) {
        expect(QUALITY_IDS as readonly string[], sport).toContain(quality)
        expect(contacts).toContain(o.contact)
        if (o.holdS) expect(o.holdS[0]).toBeLessThanOrEqual(o.holdS[1])
      }
    }
    for (const s of VARIETY_SPORTS) expect(sportById(s)).toBeDefined()
    expect(Object.keys(HOLD_OF).sort()).toEqual([...EMPHASES].sort())
  })
  it('edges get smaller with the level', () => {
    const [novice, trained, advanced, elite] = ['novice', 'trained', 'advanced', 'elite'].map(
      (l) => EDGE_MM[l]!,
    )
    for (const [a, b] of [
      [novice, trained],
      [trained, advanced],
      [advanced, elite],
    ] as const) {
      expect(b![1]).toBeLessThan(a![1])
      expect(b![0]).toBeLessThan(a![0])
    }
  })
  it('things to buy are kinds a hand trains on, in sizes that are usual for them', () => {
    for (const c of CANDIDATES) {
      expect(TRAITS[c.kind], c.kind).not.toBeNull()
      const usual = implementById(c.kind)!.usualMm
      if (usual && c.sizeMm !== null) {
        expect(c.sizeMm, c.kind).toBeGreaterThanOrEqual(usual[0])
        expect(c.sizeMm, c.kind).toBeLessThanOrEqual(usual[1])
      }
    }
  })
})

describe('protocols that can be run', () => {
  it.each(PROTOCOLS.map((p) => p.id))('%s: its choices, loads and units fit it', (id) => {
    const p = protocolById(id)!
    expect(p.entryUnits.length).toBeGreaterThan(0)
    expect(p.trialsUpTo).toBeGreaterThanOrEqual(p.trials)
    for (const v of p.variants)
      for (const o of v.options)
        if (o.quality) expect(p.rows.map((r) => r.quality)).toContain(o.quality)
    for (const n of p.numbers) {
      expect(n.limits[0]).toBeLessThan(n.limits[1])
      if (n.start !== null) expect(Number(n.start)).toBeGreaterThanOrEqual(n.limits[0])
    }
    if (p.heaviest) expect(p.unit).toBe('kg')
    if (!p.curve && p.group !== 'body' && p.id !== 'ready_squeeze')
      expect(p.rows.length).toBeGreaterThan(0)
  })
  it('choices and loads have names of their own within a protocol', () => {
    for (const p of PROTOCOLS) {
      const all = [...p.variants, ...p.numbers].map((x) => x.id)
      expect(new Set(all).size, p.id).toBe(all.length)
    }
  })
})
