import { expect, signIn, test } from './rig'

const HALL = ['/', '/squad', '/kit', '/testday', '/import', '/hall'] as const
const STAGES = [
  'intake',
  'demands',
  'tests',
  'gaps',
  'plan',
  'plan?view=block',
  'floor',
  'review',
  'review?view=report',
] as const
const GAPS = ['', '?tab=asymmetry', '?tab=balance', '?tab=force', '?tab=order'] as const

/**
 * What no screen may show: a number nobody rounded, a value that is none, a unit as the record
 * spells it.
 */
const WRONG: readonly (readonly [what: string, pattern: RegExp])[] = [
  ['unrounded', /(?<![\d.])\d+[.,]\d{4,}/],
  ['no value', /\b(undefined|NaN|null|Infinity)\b/],
  ['raw unit', /\d\s*(N m|deg|count)\b/],
]

/**
 * Where pounds and inches were chosen; what stands in brackets gives both, and events, demands and
 * labels are in somebody's own words.
 */
const OTHER: readonly [string, RegExp] = ['the unit not chosen', /\d\s*(kg|mm)\b(?![^()\n]*\))/]
const OWN_WORDS = /\/(intake|demands|kit)$/
/** What a published source calls its error, as it is quoted. */
const QUOTED = 'about 1 kg; recalled'

for (const choice of [
  { mass: 'kg', length: 'mm' },
  { mass: 'lb', length: 'in' },
] as const)
  test(
    `no page of five athletes shows an unrounded or unlabelled number, in ${choice.mass} ` +
      `and ${choice.length} @long`,
    async ({ page, hall }) => {
      test.slow()
      await page.addInitScript(
        (units) => localStorage.setItem('mano-units', JSON.stringify({ state: units, version: 0 })),
        choice,
      )
      await signIn(page, hall.url)
      const roster = (await (await page.request.get(`${hall.url}/api/athletes/names`)).json()) as {
        id: string
        name: string
      }[]
      const five = [
        'Mirela Stroud',
        'Bram Achterley',
        'Ines Varrow',
        'Jonah Pell',
        'Dov Hartigan',
      ].map((n) => roster.find((a) => a.name === n)!.id)
      const pages = [
        ...HALL,
        ...five.flatMap((id) => [
          ...STAGES.map((s) => `/athletes/${id}/${s}`),
          ...GAPS.map((g) => `/athletes/${id}/gaps${g}`),
          `/paper/${id}?week=2026-10-05`,
        ]),
      ]
      // Labels of implements are in somebody's own words too.
      const kit = (await (await page.request.get(`${hall.url}/api/kit`)).json()) as {
        label: string
      }[]
      const named = [QUOTED, ...kit.map((u) => u.label).filter((l) => /\d/.test(l))]
      const found: string[] = []
      for (const path of pages) {
        await page.goto(hall.url + path)
        await expect(page.locator('main[aria-busy=true]')).toHaveCount(0)
        await expect(page.locator('main')).not.toBeEmpty()
        const text = await page
          .evaluate(() => document.querySelector('main')!.innerText)
          .then((t) => named.reduce((all, n) => all.replaceAll(n, ''), t.replaceAll('\u00A0', ' ')))
        for (const [what, pattern] of choice.mass === 'lb' && !OWN_WORDS.test(path)
          ? [...WRONG, OTHER]
          : WRONG) {
          const hit = pattern.exec(text)
          if (hit)
            found.push(
              `${path}: ${what}: ` +
                `${text.slice(Math.max(0, hit.index - 40), hit.index + 40).replace(/\s+/g, ' ')}`,
            )
        }
      }
      expect(found).toEqual([])
    },
  )
