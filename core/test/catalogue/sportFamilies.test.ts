import { expect, it } from 'vitest'
import { besideSport } from '../../src/catalogue/sportFamilies'

// Common practice, no source.
it('puts grip work before climbing and after every other sport, by the first of several', () => {
  expect(besideSport(['climber_boulder'])).toBe('before climbing')
  expect(besideSport(['grappler_jacket', 'climber_boulder'])).toBe('after the mat')
  expect(besideSport(['thrower_hammer'])).toBe('after the throws')
  expect(besideSport(['boxer'])).toBe('after boxing')
  expect(besideSport(['general_health'])).toBe('after the sport')
  expect(besideSport([])).toBe('after the sport')
})
