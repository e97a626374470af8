import { readFileSync } from 'node:fs'
import { orderDay } from './order2'
const all = JSON.parse(readFileSync('/work/shared/checks/planner/rotation.json', 'utf8')).filter((r: any) => r.K > 1)
const effort = Number(process.env.EFFORT ?? 3e6)
const out: string[] = []
for (const r of all) {
  const visits = r.loads.flatMap((row: number[], s: number) => row.map((kg, a) => ({ athlete: `a${a}`, station: `s${s}`, begun: false, tries: Array.from({ length: 2 * r.S }, (_, i) => ({ hand: i % 2 ? 'right' : 'left', loadKg: kg === 0 ? 0 : kg + 2.5 * i })) })))
  const pct: number[] = []; const t0 = performance.now()
  for (const seed of [20261125, 2, 3, 4, 5, 6]) { process.env.SEED = String(seed); pct.push(100 * (orderDay(visits as any, r.params, undefined, effort).endS / r.makespan180ms - 1)) }
  out.push(`${r.N}x${r.K} ${pct.map((x) => x.toFixed(1)).join('/')} ${((performance.now()-t0)/6).toFixed(0)}ms`)
}
console.log(process.argv[2] ?? '', out.join('  '))
