import { DRAWN, drawTrace, type Drawn } from '@mano/core/force/faults'
import { judgeTrace } from '@mano/core/force/verdict'
import { Seeded } from '@mano/core/units/seeded'

const WORDS: Readonly<Record<Drawn, string>> = {
  clean: 'clean',
  'two-squeezes': 'two squeezes',
  slip: 'slip of 20 to 60 %',
  'pre-touch': 'hand on the handle, 3 to 14 %',
  drift: 'drift of 2 to 4 N/s',
  'no-squeeze': 'noise only',
}

/**
 * Drawn force records: clean ones falsely flagged, faulty ones found, and what else they were
 * called.
 */
export function traceRows(): string[] {
  return DRAWN.map((what) => {
    const seeds = what === 'clean' ? 200 : 100
    let hit = 0
    let other = 0
    for (let seed = 1; seed <= seeds; seed++) {
      const faults: readonly string[] = judgeTrace(
        drawTrace(new Seeded(40_000 + seed), what).trace,
      ).faults
      if (what === 'clean' ? faults.length > 0 : faults.includes(what)) hit++
      if (what !== 'clean' && faults.some((f) => f !== what)) other++
    }
    return what === 'clean'
      ? `| clean | ${seeds} | ${hit} flagged (${((100 * hit) / seeds).toFixed(1)} %) | |`
      : `| ${WORDS[what]} | ${seeds} | ${hit} found (${((100 * hit) / seeds).toFixed(0)} ` +
          `%) | ${other} |`
  })
}
