/**
 * What somebody adds who adds one row: into the text of a file, as it is read by the tests of this
 * folder alone. On disk nothing changes.
 */
const ROWS: readonly { file: string; after: string; row: string }[] = [
  {
    file: 'core/src/catalogue/protocols.ts',
    after: 'export const PROTOCOLS: readonly Protocol[] = [\n',
    row: `row({ id: 'made_squeeze', name: 'Squeeze of a rope ball', group: 'squeeze', tires: 1,
      card: ['Ball in the middle of the hand'], rows: at('max', 'crush'), hands: 'each', unit: 'N',
      entryUnits: ['kg', 'lb', 'N'], implements: ['ball'], trials: 3, restS: 60,
      plausible: [1, 900], steps: 'Squeeze, three a hand.', result: 'best, mean, CV' }),\n`,
  },
  {
    file: 'core/src/catalogue/sports.ts',
    after: 'export const SPORTS: readonly Sport[] = [\n',
    row: `{ id: 'made_hauler', version: 1, name: 'Net hauler', family: 'throwers',
      objects: 'Wet rope.', implements: ['rope'], demands: [
      { quality: 'cloth', importance: 5, emphasis: { sustained: 1 } },
      { quality: 'crush', importance: 4, emphasis: { max: 1 } }] },\n`,
  },
  {
    file: 'core/src/catalogue/exercises.ts',
    after: 'export const EXERCISES: readonly Exercise[] = [\n',
    row: `{ id: 'made_haul', version: 1, name: 'Rope hauled hand over hand', primary: 'cloth',
      secondary: {}, kit: { hall: [['rope']], home: [], bag: [] }, hands: 'both', mode: 'hold',
      aim: 'sustained', sets: [3, 4], dose: { unit: 's', range: [20, 40] }, restS: 90, setupMin: 1,
      level: 'moderate', position: 'main', integrated: false, experience: 'any',
      tissues: { finger_flexors: 2 }, tags: [], cue: 'stand low', caution: '' },\n`,
  },
  {
    file: 'core/src/catalogue/cautionRows.ts',
    after: 'export const dayRows: readonly Caution[] = [\n',
    row: `{ id: 'made_wet', version: 2, trigger: { kind: 'flag', flag: 'unwell' }, scope: 'athlete',
      title: 'Hands still wet', says: 'All work stops until they are dry.',
      gates: [{ tier: 'absolute', of: [ALL] }], until: 'until they are dry',
      instead: 'A towel.' },\n`,
  },
  {
    file: 'contract/src/exportTables.ts',
    after: 'export const EXPORT_TABLES = [\n',
    row: `{ id: 'made_names', name: 'Names alone',
      columns: [col('athlete', 'as on the roster')] },\n`,
  },
  {
    file: 'server/src/transfer/tables.ts',
    after: 'const READERS: Readonly<Record<TableId, Reader>> = {\n',
    row: `made_names: (_asked, names) =>
      Promise.resolve([...names.values()].map((athlete) => ({ athlete }))),\n`,
  },
]

export const madeUpRows = {
  name: 'mano-made-up-rows',
  enforce: 'pre' as const,
  transform(code: string, id: string) {
    const own = ROWS.filter((r) => id.endsWith(r.file))
    if (own.length === 0) return null
    let text = code
    for (const { file, after, row } of own) {
      const at = text.indexOf(after)
      if (at < 0) throw new Error(`${file}: a row has no place after "${after.trim()}"`)
      text = text.slice(0, at + after.length) + row + text.slice(at + after.length)
    }
    return { code: text, map: null }
  },
}
