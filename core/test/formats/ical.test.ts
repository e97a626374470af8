import { describe, expect, it } from 'vitest'
import { calendar, foldLine } from '../../src/formats/ical'

// RFC 5545: folding (3.1), text (3.3.11), whole days (3.6.1).
describe('a calendar file', () => {
  it('folds at 75 octets, never inside a character', () => {
    const line = `SUMMARY:${'é'.repeat(60)}`
    const folded = foldLine(line)
    expect(folded.split('\r\n').every((l) => new TextEncoder().encode(l).length <= 75)).toBe(true)
    expect(folded.replace(/\r\n /g, '')).toBe(line)
    expect(foldLine('short')).toBe('short')
  })
  it('escapes what has a meaning, ends lines by CRLF, and a whole day ends with the next', () => {
    const text = calendar(
      'A; B',
      [
        {
          uid: 'u@mano',
          on: '2026-12-31',
          at: null,
          minutes: 30,
          title: 'Grip, hard; \\',
          text: 'one\ntwo',
          where: '',
          sequence: 2,
        },
      ],
      'Europe/London',
      '2026-11-25T10:00:00.000Z',
    )
    expect(text).toContain('SUMMARY:Grip\\, hard\\; \\\\\r\n')
    expect(text).toContain('DESCRIPTION:one\\ntwo\r\n')
    expect(text).toContain('DTSTART;VALUE=DATE:20261231\r\nDTEND;VALUE=DATE:20270101\r\n')
    expect(text).toContain('DTSTAMP:20261125T100000Z')
    expect(text.replaceAll('\r\n', '')).not.toContain('\n')
  })
})
