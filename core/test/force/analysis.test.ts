import { describe, expect, it } from 'vitest'
import { protocolById, TEST_PROTOCOLS } from '../../src/catalogue/protocols'
import { readTrace } from '../../src/force/analyse'
import { packTrace, unpackTrace } from '../../src/force/codec'
import { DRAWN, drawTrace, type Draws } from '../../src/force/faults'
import { LiveTry } from '../../src/force/live'
import { forceOf, type SqueezeShape } from '../../src/force/shape'
import { part, traceOf } from '../../src/force/trace'
import { ALL_OUT, boutMeans, hangOf } from '../../src/force/uses'
import { liveUse, triesOf } from '../../src/force/tries'
import { judgeTrace, readClenches } from '../../src/force/verdict'

/** Mulberry32 and Box-Muller: numbers the same everywhere. */
function draws(seed: number): Draws {
  let a = seed >>> 0
  const next = () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  return {
    next,
    normal: (mean, sd) =>
      mean + sd * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  }
}
const shape = (o: Partial<SqueezeShape> = {}): SqueezeShape => ({
  startS: 2,
  forceN: 400,
  tauS: 0.15,
  power: 1.4,
  holdS: 5.5,
  releaseS: 0.3,
  fade: 0.01,
  ...o,
})
const record = (shapes: SqueezeShape[], lengthS = 10, extra: (t: number) => number = () => 0) => {
  const t = Array.from({ length: lengthS * 100 }, (_, i) => i / 100)
  const made = traceOf(
    t,
    t.map((s) => extra(s) + shapes.reduce((f, q) => f + forceOf(q, s), 0)),
  )
  if (!made.ok) throw new Error(made.reason)
  return made.trace
}

describe('records with a known truth', () => {
  it(
    'reads onset, peak, plateau and impulse of 120 noisy squeezes within 25 ms, 2 %, 0.6 % ' +
      'and 1 %',
    () => {
      const off = { onset: 0, peak: 0, plateau: 0, impulse: 0 }
      for (let seed = 1; seed <= 120; seed++) {
        const { trace, shapes } = drawTrace(draws(seed), 'clean')
        const [q] = readTrace(trace).squeezes
        let [top, area, mid] = [0, 0, 0]
        for (let t = 0; t < 10; t += 0.001) {
          const f = forceOf(shapes[0]!, t)
          top = Math.max(top, f)
          area += f / 1000
          if (t >= shapes[0]!.startS + 3 && t < shapes[0]!.startS + 5) mid += f / 2000
        }
        off.onset = Math.max(off.onset, Math.abs(q!.onsetS - shapes[0]!.startS))
        off.peak = Math.max(off.peak, Math.abs(q!.peakN / top - 1))
        if (q!.plateau.ok) off.plateau = Math.max(off.plateau, Math.abs(q!.plateau.value / mid - 1))
        off.impulse = Math.max(off.impulse, Math.abs(q!.impulseNs / area - 1))
      }
      expect(off.onset).toBeLessThan(0.03)
      expect(off.peak).toBeLessThan(0.025)
      expect(off.plateau).toBeLessThan(0.012)
      expect(off.impulse).toBeLessThan(0.012)
    },
  )

  it.each(DRAWN)('%s: what is drawn is what is found', (what) => {
    let found = 0
    for (let seed = 1; seed <= 60; seed++) {
      const { faults } = judgeTrace(drawTrace(draws(7000 + seed), what).trace)
      if (what === 'clean' ? faults.length === 0 : (faults as string[]).includes(what)) found++
    }
    expect(found).toBeGreaterThanOrEqual(58)
  })

  it(
    'with a hand on the handle the squeeze starts where it starts, not where the hand was ' +
      'laid on',
    () => {
      const v = judgeTrace(record([shape()], 10, (t) => (t > 1.2 && t < 2 ? 30 : 0)))
      expect(v.word).toBe('Hand on the handle')
      expect(v.squeeze!.onsetS).toBeCloseTo(2, 1)
      expect(v.reading.preTouch!.levelN).toBeCloseTo(30, 0)
    },
  )
})

describe('what is refused, and why', () => {
  it('the plateau when let go of before 5 s or slipped inside it', () => {
    expect(readTrace(record([shape({ holdS: 3.2 })])).squeezes[0]!.plateau).toEqual({
      ok: false,
      reason: 'released',
    })
    const slipped = readTrace(record([shape({ slip: { atS: 3.6, share: 0.4 } })])).squeezes[0]!
    expect(slipped.plateau).toEqual({ ok: false, reason: 'slipped' })
    expect(slipped.slipS).toBeCloseTo(5.6, 1)
  })
  it('rate of rise under 100 Hz or without half a second of quiet', () => {
    const slow = traceOf(
      Array.from({ length: 500 }, (_, i) => i / 50),
      Array.from({ length: 500 }, (_, i) => forceOf(shape(), i / 50)),
    )
    expect(slow.ok && readTrace(slow.trace).squeezes[0]!.rfd200).toEqual({
      ok: false,
      reason: 'slow-rate',
    })
    expect(readTrace(part(record([shape()]), 1.75, 10)).squeezes[0]!.rfd200).toEqual({
      ok: false,
      reason: 'not-quiet',
    })
  })
  it('drift when only one end is quiet; a rest far off zero asks for a tare', () => {
    expect(readTrace(part(record([shape()]), 0, 6)).baseline.driftNps).toBeNull()
    expect(judgeTrace(record([shape()], 10, () => 25)).faults).toEqual(['drift'])
  })
  it('over the range, samples missing inside the squeeze, a slow start that still counts', () => {
    expect(judgeTrace(record([shape()]), 390).word).toBe('Over range')
    const t = Array.from({ length: 1000 }, (_, i) => i / 100).filter((s) => s < 4 || s > 4.3)
    const holed = traceOf(
      t,
      t.map((s) => forceOf(shape(), s)),
    )
    expect(holed.ok && judgeTrace(holed.trace).faults).toEqual(['drop-out'])
    const slow = judgeTrace(record([shape({ tauS: 1.6, power: 1.2 })]))
    expect([slow.word, slow.counts]).toEqual(['Slow start', true])
    expect(judgeTrace(record([], 5)).word).toBe('No squeeze')
  })
  it('samples that go back in time, are no number, too few or too slow', () => {
    expect(traceOf([0, 0.01, 0.005, 0.02], [1, 1, 1, 1])).toEqual({
      ok: false,
      reason: 'not-ascending',
      at: 2,
    })
    expect(traceOf([0, 0.01], [1, NaN])).toEqual({ ok: false, reason: 'not-a-number', at: 1 })
    expect(traceOf([0, 0.01], [1, 1])).toMatchObject({ ok: false, reason: 'too-short' })
    expect(
      traceOf(
        Array.from({ length: 20 }, (_, i) => i),
        Array(20).fill(1) as number[],
      ),
    ).toMatchObject({ ok: false, reason: 'too-slow' })
  })
})

describe('the other uses', () => {
  it('five fast clenches with rise and release', () => {
    const r = readClenches(
      record(
        Array.from({ length: 5 }, (_, k) =>
          shape({ startS: 1.5 + 1.4 * k, holdS: 0.35, releaseS: 0.12, tauS: 0.08, fade: 0 }),
        ),
        10,
      ),
    )
    expect(r.clenches).toHaveLength(5)
    expect(r.riseMs!).toBeGreaterThan(90)
    expect(r.riseMs!).toBeLessThan(140)
    expect(r.releaseMs!).toBeCloseTo(72, -2)
    expect(r.peakN!).toBeCloseTo(399, -1)
  })
  it('all-out bouts averaged over their 7 s', () => {
    const bouts = Array.from({ length: ALL_OUT.bouts }, (_, k) =>
      shape({
        startS: 2 + 10 * k,
        holdS: 7,
        releaseS: 0.2,
        forceN: 400 - 8 * k,
        tauS: 0.01,
        fade: 0,
      }),
    )
    const means = boutMeans(record(bouts, 245), 2)
    expect(means).toHaveLength(24)
    expect(means[0]!).toBeCloseTo(400, -1)
    expect(means[23]!).toBeCloseTo(216, -1)
  })
  it('a hang from feet off to feet on; nothing that hangs is refused', () => {
    const h = hangOf(
      record(
        [shape({ startS: 3, forceN: 780, tauS: 0.05, holdS: 20, releaseS: 0.05, fade: 0 })],
        30,
        () => 15,
      ),
    )
    expect(h.ok && h.seconds).toBeCloseTo(20, 0)
    expect(h.ok && h.meanN).toBeCloseTo(795, -1)
    expect(hangOf(record([], 5))).toEqual({ ok: false, reason: 'no-hang' })
  })
  it('packs to a tenth of a newton and smaller than its text, and refuses what is none', () => {
    const { trace } = drawTrace(draws(3), 'clean')
    const packed = packTrace(trace)
    const back = unpackTrace(packed)!
    expect(Math.max(...back.forceN.map((f, i) => Math.abs(f - trace.forceN[i]!)))).toBeLessThan(
      0.051,
    )
    expect(packed.data.length).toBeLessThan(3.1 * trace.forceN.length)
    expect(unpackTrace({ ...packed, data: 'é' })).toBeNull()
    expect(unpackTrace({ ...packed, data: '' })).toBeNull()
  })
})

describe('trials of a record', () => {
  const all = (k: number, shares: (i: number) => number) =>
    record(
      Array.from({ length: k }, (_, i) =>
        shape({
          startS: 2 + 10 * i,
          holdS: 7,
          releaseS: 0.2,
          forceN: 400 * shares(i),
          tauS: 0.03,
          fade: 0,
        }),
      ),
      10 * k + 4,
    )
  it(
    '24 all-out bouts give critical force and the work above; fewer give an upper bound ' +
      'that does not count',
    () => {
      const whole = triesOf(
        'bouts',
        all(24, (i) => 0.5 + 0.5 * Math.exp(-i / 5)),
        900,
      )
      expect([whole.counts, whole.word]).toEqual([true, 'Counts'])
      expect(whole.tries[0]!.value).toBeGreaterThan(195)
      expect(whole.tries[0]!.value).toBeLessThan(210)
      expect(
        triesOf(
          'bouts',
          all(12, () => 1),
          900,
        ),
      ).toMatchObject({ counts: false, word: 'Stopped at 12 of 24' })
      expect(
        triesOf(
          'bouts',
          all(4, () => 1),
          900,
        ),
      ).toMatchObject({ tries: [], word: 'Too few holds' })
    },
  )
  it('repeated holds end where one is not kept', () => {
    const holds = [7, 7, 7, 4].map((holdS, i) =>
      shape({ startS: 2 + 10 * i, holdS, releaseS: 0.1, fade: 0 }),
    )
    expect(triesOf('repeats', record(holds, 44), 900).tries).toEqual([
      { value: 3, details: { lastS: 4 } },
    ])
  })
  it('a slip is told and does not count, a slow start is told and counts', () => {
    expect(triesOf('held', record([shape({ slip: { atS: 2.5, share: 0.4 } })]), 900)).toMatchObject(
      { counts: false, word: 'Slip', says: 'The hand slipped 2.5 s into the squeeze.' },
    )
    expect(triesOf('held', record([shape({ tauS: 1.6, power: 1.2 })]), 900)).toMatchObject({
      counts: true,
      word: 'Slow start',
    })
    expect(triesOf('clenches', record([], 5), 900)).toMatchObject({ tries: [], counts: false })
  })
  it('knows which tests an instrument can take', () => {
    expect(TEST_PROTOCOLS.filter((p) => liveUse(p)).map((p) => p.id)).toEqual(
      expect.arrayContaining([
        'dyno_seated',
        'pull_max',
        'wrist_max',
        'rise_release',
        'all_out',
        'repeat_73',
        'hang_one',
        'ready_squeeze',
      ]),
    )
    expect(liveUse(protocolById('lift_max')!)).toBeNull()
  })
})

describe('a trial while it comes in', () => {
  const feed = (live: LiveTry, trace = record([shape()], 12), from = 0) => {
    for (let i = from; i < trace.forceN.length; i++) live.push(i / 100, trace.forceN[i]!)
    return live
  }
  it('settles, starts, ends by itself and holds what the analysis needs', () => {
    const live = feed(new LiveTry())
    expect(live.phase).toBe('done')
    expect(live.peakN).toBeCloseTo(396, -1)
    expect(live.heldS).toBeCloseTo(5.8, 0)
    const made = live.record()
    expect(made.ok && judgeTrace(made.trace).word).toBe('Counts')
  })
  it('takes no sample twice', () => {
    const live = new LiveTry()
    const trace = record([shape()], 4)
    feed(live, trace)
    const n = live.timeS.length
    feed(live, trace, 200)
    expect(live.timeS).toHaveLength(n)
  })
  it('does not start on a restless instrument and not before half a second of quiet', () => {
    const restless = new LiveTry()
    for (let i = 0; i < 300; i++) restless.push(i / 100, i % 2 ? 20 : 0)
    expect(restless.phase).toBe('settling')
    const early = new LiveTry()
    for (let i = 0; i < 40; i++) early.push(i / 100, 0)
    expect(early.phase).toBe('settling')
  })
})
