import { CAUTIONS } from '../catalogue/cautions'
import { EXERCISES } from '../catalogue/exercises'
import { IMPLEMENTS } from '../catalogue/implements'
import { IMPLEMENT_USE } from '../catalogue/implementUse'
import { PROTOCOLS } from '../catalogue/protocols'
import { CARRY_OVER, QUALITY_IDS, qualityById, type QualityId } from '../catalogue/qualities'
import { SCHOOLS } from '../catalogue/schools'
import { SOURCES } from '../catalogue/sources'
import { CALCULATORS, calculatorById } from '../catalogue/calculators'
import { termById } from '../catalogue/glossary'
import {
  link,
  exerciseRow,
  quality,
  sportsFor,
  schoolsFor,
  doseWords,
  sentence,
  type PageFacts,
} from './rows'
import { exercisePage, implementPage, protocolPage } from './workPages'
import { isAmong } from '../units/among'

function qualityPage(id: QualityId): PageFacts {
  const q = qualityById(id)
  const own = EXERCISES.filter((e) => e.primary === id && e.mode !== 'prep')
  return {
    name: q.name,
    lead: `${q.does}. Usually tested by: ${q.typicalTest.toLowerCase()}.`,
    sections: [
      { title: 'Exercises', rows: own.map((e) => exerciseRow(e.id, doseWords(e))) },
      {
        title: 'Tests',
        rows: PROTOCOLS.filter((p) => p.rows.some((r) => r.quality === id)).map((p) =>
          link('protocol', p.id, p.name),
        ),
      },
      { title: 'Who needs it', says: 'Importance of 5.', rows: sportsFor(id), aside: true },
      {
        title: 'Helps',
        says: 'Share of a gain that counts there (practice, no source).',
        rows: CARRY_OVER.filter((c) => c.from === id).map((c) =>
          link('quality', c.to, quality(c.to), `${Math.round(100 * c.share)} %`),
        ),
        aside: true,
      },
      {
        title: 'Implements',
        rows: IMPLEMENTS.filter((k) => IMPLEMENT_USE[k.id].quality === id).map((k) =>
          link('implement', k.id, k.name),
        ),
        aside: true,
      },
      { title: 'Coaches disagree', rows: schoolsFor(id), aside: true },
    ],
  }
}

function cautionPage(id: string): PageFacts | null {
  const c = CAUTIONS.find((x) => x.id === id)
  if (!c) return null
  return {
    name: c.title,
    lead: c.says,
    sections: [
      { title: 'Until', says: sentence(c.until) },
      { title: 'Instead', says: c.instead ? sentence(c.instead) : '' },
      {
        title: 'Who decides',
        says: 'A licensed clinician and the rules of your place. Mano does not diagnose.',
      },
    ],
  }
}

function approachPage(id: string): PageFacts | null {
  const s = SCHOOLS.find((x) => x.id === id)
  if (!s) return null
  return {
    name: s.question,
    lead:
      'Practitioners disagree. Both sides\u2019 reasons, and what Mano does unless you say ' +
      'otherwise.',
    sections: [
      { title: 'One side', says: sentence(s.a) },
      { title: 'The other', says: sentence(s.b) },
      { title: 'Mano\u2019s default', says: sentence(s.default) },
      { title: 'Where to change it', says: 'On the plan, under Approaches.' },
    ],
  }
}

function sourcePage(id: string): PageFacts | null {
  const s = SOURCES.find((x) => x.id === id)
  if (!s) return null
  return {
    name: s.cite,
    lead: s.fromMemory
      ? 'Recalled from memory, not checked against the paper.'
      : id === 'practice'
        ? 'What coaches commonly do. Nobody has published it as such; keep it as an estimate.'
        : 'Exact by definition.',
    sections: [
      {
        title: 'Calculators that rest on it',
        rows: CALCULATORS.filter((c) => c.sources.includes(id)).map((c) =>
          link('calculator', c.id, c.name),
        ),
      },
    ],
  }
}

/** Everything that stands on a page, from the catalogue; null: there is no such page. */
export function factsOf(kind: string, id: string): PageFacts | null {
  const t = kind === 'term' ? termById(id) : undefined
  const c = kind === 'calculator' ? calculatorById(id) : undefined
  if (t) return { name: t.name, lead: t.says, sections: [] }
  if (c)
    return {
      name: c.name,
      lead: c.answers,
      sections: [
        { title: 'How it is worked out', says: c.how },
        { title: 'Open it', rows: [{ name: c.name, to: `calculator:${c.id}` }] },
      ],
    }
  const makers: Readonly<Record<string, (id: string) => PageFacts | null>> = {
    quality: (x) => (isAmong(QUALITY_IDS, x) ? qualityPage(x) : null),
    exercise: exercisePage,
    implement: implementPage,
    protocol: protocolPage,
    caution: cautionPage,
    approach: approachPage,
    source: sourcePage,
  }
  return makers[kind]?.(id) ?? null
}
