import { mean } from './trials'
import { must } from '../units/must'

/**
 * How much results of one kind scatter, on the log scale: variance (0.0009 is 3 %), and the degrees
 * of freedom it is worth.
 */
export interface Spread {
  variance: number
  df: number
}
/** Squares about a fit and their degrees of freedom, before they are a variance. */
export interface Squares {
  ss: number
  df: number
}
export const NO_SQUARES: Squares = { ss: 0, df: 0 }
export const plus = (a: Squares, b: Squares): Squares => ({ ss: a.ss + b.ss, df: a.df + b.df })

/**
 * Tests of one stretch: short enough that a level moves in a straight line over it. Own rule, no
 * source.
 */
const STRETCH = 7

/**
 * Squares of results about straight lines through stretches of up to seven tests one after the
 * other, from the differences between them (logs). A level that moves steadily adds nothing.
 * Nothing under 2 differences.
 */
export function squaresOfSteps(steps: readonly number[]): Squares {
  const path = [0]
  for (const step of steps) path.push(must(path.at(-1)) + step)
  const pieces = Math.ceil(path.length / STRETCH)
  let all = NO_SQUARES
  for (let i = 0; i < pieces; i++)
    all = plus(
      all,
      aboutLine(
        path.slice(
          Math.round((i * path.length) / pieces),
          Math.round(((i + 1) * path.length) / pieces),
        ),
      ),
    )
  return all
}

/** Squares about the line through evenly spaced values. */
function aboutLine(values: readonly number[]): Squares {
  const n = values.length
  if (n < 3) return NO_SQUARES
  const [mx, my] = [(n - 1) / 2, mean(values)]
  const sxx = (n * (n * n - 1)) / 12
  const slope = values.reduce((a, v, i) => a + (i - mx) * (v - my), 0) / sxx
  return {
    ss: values.reduce((a, v, i) => a + (v - my - slope * (i - mx)) ** 2, 0),
    df: n - 2,
  }
}

/** Squares about their mean: repeats of one level. */
export function squaresOfRepeats(values: readonly number[]): Squares {
  if (values.length < 2) return NO_SQUARES
  const centre = mean(values)
  return { ss: values.reduce((a, x) => a + (x - centre) ** 2, 0), df: values.length - 1 }
}

/** Degrees of freedom of a squad's repeats from which an estimate counts no longer: own rule. */
const ENOUGH = 20

/**
 * What is known of a spread before an athlete's own repeats: the squad's, with as many degrees of
 * freedom as its members are alike (empirical Bayes, Smyth 2004, from memory), joined with `before`
 * by degrees of freedom. Differences between athletes beyond chance make it weigh less: `likeness`
 * says by how much, from more than these members where it is given ({@link alike}).
 */
export function squadSpread(
  members: readonly Squares[],
  before: Spread,
  likeness?: number,
): Spread {
  const known = members.filter((s) => s.df > 0)
  const df = known.reduce((a, s) => a + s.df, 0)
  if (df === 0) return before
  const ss = known.reduce((a, s) => a + s.ss, 0)
  // An estimate gives way to enough repeats.
  const left = df >= ENOUGH ? 0 : before.df
  return {
    variance: (before.variance * left + ss) / (left + df),
    df: Math.min(left + df, likeness ?? alike([known])),
  }
}

/** The spread an athlete's own squares and what was known before say together. */
export const moderated = (before: Spread, own: Squares): Spread => ({
  variance: (before.variance * before.df + own.ss) / (before.df + own.df),
  df: before.df + own.df,
})

/**
 * Degrees of freedom with which members' spreads scatter about one, infinite where no more than
 * chance. Several kinds of tests tell it together: from one alone nine athletes often look unlike
 * by chance.
 */
export function alike(kinds: readonly (readonly Squares[])[]): number {
  let [sum, df, chance, n] = [0, 0, 0, 0]
  for (const members of kinds) {
    const two = members.filter((s) => s.df >= 2)
    if (two.length < 2) continue
    const floor =
      1e-4 * (two.reduce((a, s) => a + s.ss, 0) / two.reduce((a, s) => a + s.df, 0) || 1e-12)
    const logs = two.map(
      (s) => Math.log(Math.max(s.ss / s.df, floor)) - digamma(s.df / 2) + Math.log(s.df / 2),
    )
    const centre = mean(logs)
    sum += logs.reduce((a, x) => a + (x - centre) ** 2, 0)
    df += logs.length - 1
    chance += two.reduce((a, s) => a + trigamma(s.df / 2), 0)
    n += two.length
  }
  if (df < 3) return Infinity
  const beyond = sum / df - chance / n
  return beyond <= 0 ? Infinity : 2 * trigammaInverse(beyond)
}

/**
 * Derivatives of the log gamma function, x above 0: recurrence and asymptotic series (Abramowitz &
 * Stegun 6.3, 6.4).
 */
export function digamma(x: number): number {
  let sum = 0
  while (x < 8) sum -= 1 / x++
  const y = 1 / (x * x)
  return sum + Math.log(x) - 0.5 / x - y * (1 / 12 - y * (1 / 120 - y / 252))
}
export function trigamma(x: number): number {
  let sum = 0
  while (x < 8) sum += 1 / (x++) ** 2
  const y = 1 / (x * x)
  return sum + 1 / x + y / 2 + (y / x) * (1 / 6 - y * (1 / 30 - y / 42))
}
/** By halving: trigamma falls from infinity to 0. */
function trigammaInverse(value: number): number {
  let [low, high] = [1e-3, 1e6]
  for (let i = 0; i < 80; i++) {
    const mid = Math.sqrt(low * high)
    if (trigamma(mid) > value) low = mid
    else high = mid
  }
  return Math.sqrt(low * high)
}
