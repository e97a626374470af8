import { readCsv } from '@mano/core/formats/csv'
import { TrialsReader } from '@mano/core/testing/import'
import { mapRow } from '@mano/core/testing/mapping'
import { addDays } from '@mano/core/units/dates'
const A = Array.from({ length: 300 }, (_, i) => ({ id: `a${i}`, name: `Athlete ${String(i + 1).padStart(3, '0')}` }))
const lines = Array.from({ length: 50000 }, (_, i) => { const a = A[i % 300]!; const d = addDays('2021-01-01', Math.floor(i / 300) * 5); return `${a.name};${d.split('-').reverse().join('.')};${(30 + (i % 97) / 10).toFixed(1).replace('.', ',')};${(31 + (i % 89) / 10).toFixed(1).replace('.', ',')}` })
const results = [['left', 'grip_l'], ['right', 'grip_r']].map(([hand, column]) => ({ column: column!, protocolId: 'dyno_seated', hand: hand as any, unit: 'kg' as any }))
const m = { columns: { athlete: 'name', date: 'day' }, fixed: {}, results, dateOrder: 'dmy' as const, names: {} }
let t = performance.now(); const lap = (w: string) => { console.log(w, (performance.now() - t).toFixed(0)); t = performance.now() }
const table = readCsv(['Name;Day;Grip L;Grip R', ...lines].join('\n')) as any; lap('csv')
const r = new TrialsReader({ today: '2026-10-08', athletes: A, units: [{ id: 'u', kind: 'dyno', label: 'D', measurementId: 'm' }], existing: new Set() })
for (const row of table.rows) for (const l of mapRow(row, m)) r.add(l); lap('read')
const rep = r.report(); lap('report'); console.log(rep.ok, process.memoryUsage().rss / 1e6)
