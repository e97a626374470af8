import { readFileSync } from 'node:fs'
import { orderDay } from '@mano/core/testday/order'
const all = JSON.parse(readFileSync('/work/shared/checks/planner/rotation.json', 'utf8'))
const effort = Number(process.argv[2] ?? 5e6)
for (let rep = 0; rep < 2; rep++) for (const r of all) {
  const visits = r.loads.flatMap((row: number[], s: number) => row.map((kg, a) => ({ athlete: `a${a}`, station: `s${s}`, begun: false, tries: Array.from({ length: 2 * r.S }, (_, i) => ({ hand: i % 2 ? 'right' : 'left', loadKg: kg === 0 ? 0 : kg + 2.5 * i })) })))
  const t = performance.now(); const o = orderDay(visits, r.params, undefined, effort); const ms = performance.now() - t
  console.log(r.N, r.K, o.endS, r.makespan180ms, (100 * (o.endS / r.makespan180ms - 1)).toFixed(1) + '%', ms.toFixed(0) + ' ms')
}
