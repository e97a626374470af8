import { describe, expect, it } from 'vitest'
import { formatDate, readDay } from '../../src/units/dates'

describe('a day as somebody types it', () => {
  it.each([
    ['2026-10-08', '2026-10-08'],
    ['8 Oct 2026', '2026-10-08'],
    [' 08 october 2026 ', '2026-10-08'],
    ['8/10/2026', '2026-10-08'],
    ['8.10.26', '2026-10-08'],
    ['31-12-98', '1998-12-31'],
    ['1 Mar. 1999', '1999-03-01'],
    ['29 Feb 2028', '2028-02-29'],
    ['Oct 8, 2026', '2026-10-08'],
  ])('%s is %s', (text, day) => expect(readDay(text)).toBe(day))

  it.each(['', '8', '8 Oct', '10/13/2026', '31 Feb 2026', '29/2/2027', '8 Okt 2026', '2026-13-01'])(
    '"%s" is no day',
    (text) => expect(readDay(text)).toBeNull(),
  )

  it.each([
    ['10/8/2026', '2026-10-08'],
    ['8 Oct 2026', '2026-10-08'],
    ['Oct 8 2026', '2026-10-08'],
    ['2026-10-08', '2026-10-08'],
    ['13/10/2026', null],
    ['Oct Oct 2026', null],
  ])('the month first, %s is %s', (text, day) => expect(readDay(text, true)).toBe(day))

  it('reads what Mano writes', () => {
    for (const day of ['1999-01-31', '2026-10-08', '2049-12-01'])
      expect(readDay(formatDate(day, '2026-10-08', { year: true }))).toBe(day)
  })
})
