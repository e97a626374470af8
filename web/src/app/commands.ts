import type { AthleteName } from '@mano/contract/athletes'
import { STAGES, type StageId } from '@mano/core/stages/rules'
import { PAGE_KINDS, type Page } from '@mano/core/reference/pages'
import { search } from '@mano/core/reference/search'
import { must } from '@mano/core/units/must'

/** Something a coach can be taken to. */
export interface Hit {
  id: string
  name: string
  says: string
  to: string
  page?: Page
  group: 'Athletes' | 'Do' | 'Pages' | 'Reference and bench'
}

/** Words for a stage beside its name. */
const STAGE_WORDS: Readonly<Record<StageId, string>> = {
  tests: 'test measure trial',
  plan: 'week block programme program',
  floor: 'session train run today',
  gaps: 'gap weak priorities weakness',
  review: 'change progress report',
  intake: 'injury measure profile usual week',
  demands: 'demand sport needs',
}
const STAGE_HITS = STAGES.map((s) => ({ ...s, words: `${s.id} ${STAGE_WORDS[s.id]}` }))
const PAGES = [
  { to: '/', name: 'Roster', words: 'roster athletes today home' },
  { to: '/squad', name: 'Squad', words: 'squad ranking compare team' },
  { to: '/kit', name: 'Kit room', words: 'kit implements plates equipment room' },
  { to: '/testday', name: 'Test days', words: 'test day group station squad' },
  { to: '/import', name: 'Import', words: 'import csv file sheet upload' },
  { to: '/hall', name: 'Hall', words: 'hall people settings export backup' },
  { to: '/reference', name: 'Reference', words: 'reference knowledge help words' },
  { to: '/bench', name: 'Bench', words: 'bench calculators calculate' },
  { to: '/help', name: 'Help', words: 'help how keys shortcuts tasks' },
  { to: '/waiting', name: 'What waits to be sent', words: 'waiting outbox offline unsent' },
  { to: '/athletes/new', name: 'Add an athlete', words: 'add new athlete create' },
] as const

const has = (words: string, w: string): boolean =>
  words.split(' ').some((x) => x === w || (w.length >= 3 && x.startsWith(w)))

/**
 * What a line means: an athlete by the start of a name or a sport, with a stage where one is named;
 * pages of the app; and the reference by everyday words.
 */
export function hitsFor(line: string, athletes: readonly AthleteName[], coach: boolean): Hit[] {
  const words = line.toLowerCase().split(/\s+/).filter(Boolean)
  if (words.length === 0)
    return PAGES.slice(0, 8).map((p) => ({
      id: p.to,
      name: p.name,
      says: '',
      to: p.to,
      group: 'Pages',
    }))
  const isName = (a: AthleteName, w: string): boolean =>
    a.name
      .toLowerCase()
      .split(/[\s-]+/)
      .some((part) => part.startsWith(w))
  const inSport = (a: AthleteName, w: string): boolean =>
    w.length >= 3 && (a.sportName ?? '').toLowerCase().includes(w)
  const named = athletes
    .map((a) => ({
      a,
      names: words.filter((w) => isName(a, w)),
      sports: words.filter((w) => inSport(a, w)),
    }))
    .filter((x) => x.names.length + x.sports.length > 0)
    .sort((x, y) => y.names.length - x.names.length || y.sports.length - x.sports.length)
    .slice(0, 6)
  const out: Hit[] = []
  for (const { a, names, sports } of named) {
    const rest = words.filter((w) => !names.includes(w) && !sports.includes(w))
    const stages = STAGE_HITS.filter((s) => rest.some((w) => has(s.words, w)))
    const left = rest.filter((w) => !stages.some((s) => has(s.words, w)))
    if (names.length > 0)
      for (const s of stages) {
        // "test dov squeeze": the tests the last words name.
        const protocols =
          s.id === 'tests' && left.length > 0
            ? search(`test ${left.join(' ')}`, 8)
                .filter((f) => f.page.kind === 'protocol')
                .slice(0, 3)
            : []
        for (const p of protocols)
          out.push({
            id: `${a.id} ${p.page.id}`,
            name: `${a.name}: ${p.page.name}`,
            says: 'Start this test',
            to: `/athletes/${a.id}/tests?protocol=${p.page.id}`,
            page: p.page,
            group: 'Do',
          })
        out.push({
          id: `${a.id} ${s.id}`,
          name: `${a.name}: ${s.name.toLowerCase()}`,
          says: a.sportName ?? '',
          to: `/athletes/${a.id}/${s.id}`,
          group: 'Do',
        })
      }
    out.push({
      id: a.id,
      name: a.name,
      says: a.sportName ?? '',
      to: `/athletes/${a.id}`,
      group: 'Athletes',
    })
  }
  out.push(
    ...PAGES.filter((p) => words.every((w) => has(p.words, w) || p.name.toLowerCase().includes(w)))
      .filter((p) => coach || (p.to !== '/import' && p.to !== '/athletes/new'))
      .map((p): Hit => ({ id: p.to, name: p.name, says: '', to: p.to, group: 'Pages' })),
  )
  const onlyName = named.some((x) => x.names.length === words.length)
  if (!onlyName)
    out.push(
      ...search(line, 6).map(({ page }): Hit => ({
        id: `${page.kind} ${page.id}`,
        name: page.name,
        says: must(PAGE_KINDS.find((k) => k.id === page.kind)).name,
        to: page.kind === 'calculator' ? `/bench/${page.id}` : `/reference/${page.kind}/${page.id}`,
        page,
        group: 'Reference and bench',
      })),
    )
  const order = ['Do', 'Athletes', 'Pages', 'Reference and bench']
  return out.sort((a, b) => order.indexOf(a.group) - order.indexOf(b.group)).slice(0, 14)
}
