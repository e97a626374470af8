import { describe, expect, it } from 'vitest'
import { seriesKey } from '../../src/testing/session'
import { formatDuration, formatStated, formatValue } from '../../src/units/format'

const metric = { mass: 'kg', length: 'mm' } as const
const plain = (text: string) => text.replaceAll('\u00A0', ' ')

describe('numbers as a coach writes them', () => {
  it(
    'round as written in decimals, halves away from ' + 'zero, also after a way through newtons',
    () => {
      const shown = [34.55, 65.85, 0.05].map((kg) => formatValue(kg, 'kg', metric))
      expect(shown).toEqual(['34.6', '65.9', '0.1'])
      const newtons = [34.55, 65.85].map((kg) => formatValue(kg * 9.80665, 'N', metric))
      expect(newtons).toEqual(['34.6', '65.9'])
    },
  )
  it('say how long something takes in words, never as a time of day', () => {
    const said = [45, 60, 1160, 3600, 3900].map((s) => plain(formatDuration(s)))
    expect(said).toEqual(['45 s', '1 min', '19 min 20 s', '1 h', '1 h 5 min'])
  })
  it('state a load and a length in the unit chosen, without decimals nobody typed', () => {
    expect(plain(formatStated(20.41165665, 'kg', { mass: 'lb', length: 'in' }))).toBe('45 lb')
    expect(plain(formatStated(10, 'kg'))).toBe('10 kg')
    expect(plain(formatStated(88.89999999999999, 'mm'))).toBe('88.9 mm')
  })
  it('name one series, however a length was typed', () => {
    const key = (setMm: string) =>
      seriesKey(
        'a',
        {
          protocolId: 'spring_bracket',
          protocolVersion: 1,
          unitId: 'u',
          measurementId: 'm',
          variant: { set_width: 'measured', setMm },
        },
        'left',
      )
    expect(key('88.89999999999999')).toBe(key('88.9'))
    expect(key('88.8')).not.toBe(key('88.9'))
  })
})
