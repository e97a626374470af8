import { describe, expect, it } from 'vitest'
import { plansIn, shapeOf } from '../src/prove/load/statements'

// The layout is that of PostgreSQL 15's auto_explain (appendix F of its manual), taken from a log.
const LOG = [
  '2026-11-30 03:40:00.000 UTC [1] LOG:  duration: 1.234 ms  plan:',
  "\tQuery Text: SELECT w.id, now()::date - 14 AS d, 'it''s' AS x, false AS y",
  '\t       FROM athlete w WHERE w.id = $1',
  '\tNested Loop  (cost=0.85..54618.61 rows=33 width=54)',
  '\t  Join Filter: (a = 3)',
  '\t  ->  Index Scan using set_log_of_day on set_log l  (cost=0.43..5.78 rows=33 width=70)',
  '2026-11-30 03:40:00.001 UTC [1] LOG:  checkpoint starting: time',
  '2026-11-30 03:40:01.000 UTC [2] LOG:  duration: 0.1 ms  plan:',
  '\tQuery Text: INSERT INTO trial VALUES ($1)',
  '\tInsert on trial  (cost=0.00..0.01 rows=0 width=0)',
  '\t  ->  Result  (cost=0.00..0.01 rows=1 width=314)',
  '',
].join('\n')

describe('plans in the log of the database', () => {
  it('are found by the statement without its values', () => {
    const plans = plansIn(LOG)
    const counted =
      'SELECT w.id, now()::date - $2 AS d, $3 AS x, $4 AS y FROM athlete w WHERE w.id = $1'
    expect(plans.get(shapeOf(counted))).toBe(
      [
        'Nested Loop  (cost=0.85..54618.61 rows=33 width=54)',
        '  Join Filter: (a = 3)',
        '  ->  Index Scan using set_log_of_day on set_log l  (cost=0.43..5.78 rows=33 width=70)',
      ].join('\n'),
    )
    expect(plans.get(shapeOf('INSERT INTO trial VALUES ($1)'))).toContain('Insert on trial')
    expect(plans.size).toBe(2)
  })
})
