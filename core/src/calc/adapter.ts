import { readTrace, type Measured } from '../force/analyse'
import { guessColumns, readTraceCsv, traceColumns } from '../force/csv'
import { optimalDiameterMm, optimalSpanCm } from '../hand/fit'
import type { Sex, Side } from '../catalogue/person'
import { asymmetryIndex, ratioInterval } from '../measure/asymmetry'
import { allOut, criticalForce, timeAt, type CfFit } from '../measure/criticalForce'
import { equivalentMax, HOLD_LIMITS, powerSeconds, rohmertSeconds } from '../measure/endurance'
import { allOutShares, HAND_FATIGUE, holdSeconds, intermittent } from '../measure/fatigue'
import { ewma, goalFit, readiness } from '../measure/forecast'
import { leverTorque, springAtSet, wristRoller } from '../measure/mechanics'
import { doddsCentile, mathiowetzPercentile } from '../measure/norms'
import { chiSquareInv, fInv, normalInv, tInv } from '../measure/quantiles'
import { reliability } from '../measure/reliability'
import { judgeTrend, theilSen } from '../measure/trend'
import { sampleVariance, summariseTrials } from '../measure/trials'
import { search } from '../reference/search'
import { targetCase, type TargetInputs } from './targets'
import { claimsOf, type ClaimInputs } from './claims'
import { gateVerdict, type GateInputs } from './gates'
import { inchToMm, kgToLb, kgfToN, lbToKg, nToKgf } from '../units/convert'
import type { Kg, Kgf, Mm } from '../units/quantity'
import { must } from '../units/must'

export interface CalcCase {
  topic: string
  id: string
  inputs: unknown
}
export type CalcAnswer = { id: string; result: unknown } | { id: string; error: string }

/**
 * Fields of a case as they come from outside: a missing one makes that case an error, not the run.
 */
interface Inputs {
  lower_tail_p_and_df: {
    t?: [number, number][]
    F?: [number, number, number][]
    chi2?: [number, number][]
    norm?: number[]
  }
  trials: number[]
  matrix_rows_subjects_cols_trials: number[][]
  left: number | number[]
  right: number | number[]
  conf?: number
  sex: Sex
  hand: Side
  age_band: string
  age: number
  /** A dynamometer's kg. */ kg: Kgf
  hand_span_cm: number
  hand_length_mm: Mm
  value: number
  fraction_of_max: number
  hold_s: number
  load_kg: Kg
  force: number[]
  time_s: number[]
  bout_mean_force: number[]
  on_s: number
  last: number
  day: number[]
  goal: number
  margin: number
  plateau_swc?: number
  plateau_conf?: number
  baseline: number[]
  today: number
  floor_cv?: number
  point_masses_kg_m: [number, number][]
  hand_from_butt_m: number
  angle_from_vertical_deg: number
  mass_kg: Kg
  lift_m: number
  bare_diameter_mm: Mm
  rope_diameter_mm: Mm
  close_force_kgf: Kgf
  free_opening_mm: Mm
  set_opening_mm: Mm
  target_load: number
  off_s?: number
  n_bouts?: number
  max_cycles?: number
  F?: number
  R?: number
  r?: number
  LD?: number
  LR?: number
  csv: string
  query: string
}
/** Reads a file named in a case. */
export type ReadFile = (path: string) => string
type Topic = (inputs: Inputs, read: ReadFile) => unknown
/** A case whose fields are another topic's own. */
const own = <T>(i: Inputs): T => i as unknown as T
const has = (i: Inputs, field: keyof Inputs): boolean => field in i

/** Outside names on the left, the functions the screens call on the right. */
const TOPICS: Readonly<Record<string, Topic>> = {
  '0': (i) => {
    const asked = i.lower_tail_p_and_df
    return {
      ...(asked.t && { t: asked.t.map(([p, df]) => tInv(p, df)) }),
      ...(asked.F && { F: asked.F.map(([p, a, b]) => fInv(p, a, b)) }),
      ...(asked.chi2 && { chi2: asked.chi2.map(([p, df]) => chiSquareInv(p, df)) }),
      ...(asked.norm && { norm: asked.norm.map(normalInv) }),
    }
  },
  '1': (i) => (has(i, 'trials') ? trials(i.trials) : matrix(i.matrix_rows_subjects_cols_trials)),
  '2': (i) =>
    Array.isArray(i.left)
      ? interval(i.left, own<{ right: number[] }>(i).right, i.conf)
      : index(i.left, own<{ right: number }>(i).right),
  '3': (i) =>
    has(i, 'fraction_of_max')
      ? {
          rohmert_s: rohmertSeconds(i.fraction_of_max),
          frey_law_avin_hand_s: powerSeconds(i.fraction_of_max),
        }
      : inverseEndurance(i),
  '4': (i) => (has(i, 'bout_mean_force') ? allOutCase(i) : fits(i)),
  '5': fatigue,
  '6': (i) =>
    has(i, 'baseline')
      ? ready(i)
      : has(i, 'goal')
        ? trend(i)
        : plateau(i.day, own<{ value: number[] }>(i).value, i.margin, i.conf),
  '7': (i, read) => forceTime(read(i.csv)),
  '8': (i) =>
    has(i, 'age_band')
      ? mathiowetz(i)
      : has(i, 'age')
        ? dodds(i)
        : has(i, 'hand_span_cm')
          ? { adult_optimal_span_cm: optimalSpanCm(i.sex, i.hand_span_cm) }
          : { optimal_handle_diameter_mm: optimalDiameterMm(i.hand_length_mm) },
  '9': (i) =>
    has(i, 'value')
      ? units(i.value)
      : has(i, 'point_masses_kg_m')
        ? lever(i)
        : has(i, 'close_force_kgf')
          ? spring(i)
          : roller(i),
  '12': (i) => gateVerdict(own<GateInputs>(i)),
  '14': (i) => ({ pages: search(i.query).map((f) => ({ kind: f.page.kind, id: f.page.id })) }),
  '15': (i) => targetCase(own<TargetInputs>(i)),
  '13': (i) => ({ claims: claimsOf(own<ClaimInputs>(i)) }),
}

function fatigue(i: Inputs) {
  const k = {
    ...HAND_FATIGUE,
    ...Object.fromEntries(
      (['F', 'R', 'r', 'LD', 'LR'] as const).filter((x) => has(i, x)).map((x) => [x, i[x]]),
    ),
  }
  if (has(i, 'n_bouts')) {
    const r = allOutShares(must(i.n_bouts), i.on_s, must(i.off_s), k)
    return {
      bout_mean: r.means,
      last3_mean: r.means.slice(-3).reduce((a, b) => a + b, 0) / 3,
      MF_end: r.tired,
    }
  }
  if (!has(i, 'off_s')) return { time_to_task_failure_s: holdSeconds(i.target_load, k) }
  const r = intermittent(i.target_load, i.on_s, must(i.off_s), i.max_cycles ?? 400, k)
  return {
    fail_s: r.failS,
    fail_cycle: r.failCycle,
    time_under_load_s: r.workS,
    ...Object.fromEntries(
      r.ends.flatMap((p, n) => [
        [`MF_end_on_cycle_${n + 1}`, p.tired],
        [`MA_end_on_cycle_${n + 1}`, p.active],
      ]),
    ),
  }
}

function forceTime(text: string) {
  const table = traceColumns(text)
  if (!table.ok) throw new Error(table.message)
  const file = readTraceCsv(text, guessColumns(table.columns))
  if (!file.ok) throw new Error(file.message)
  const r = readTrace(file.trace)
  const value = (m: Measured) => (m.ok ? m.value : null)
  return {
    offset_N: r.baseline.offsetN,
    drift_N_per_s: r.baseline.driftNps,
    noise_sd_N: r.baseline.noiseN,
    n_squeezes: r.squeezes.length,
    squeezes: r.squeezes.map((q) => ({
      onset_s: q.onsetS,
      peak_50ms_N: q.peakN,
      time_of_peak_s: q.peakS,
      plateau_3_5_N: value(q.plateau),
      rfd_0_100_Nps: value(q.rfd100),
      rfd_0_200_Nps: value(q.rfd200),
      impulse_total_Ns: q.impulseNs,
      slip: q.slipS !== null,
      slip_time_s: q.slipS,
    })),
  }
}

function inverseEndurance(i: Inputs) {
  const r = equivalentMax(i.hold_s, i.load_kg)
  return {
    rohmert_max_kg: r.ok ? r.rohmertKg : null,
    power_max_kg: r.ok ? r.powerKg : null,
    power_refused: i.hold_s < HOLD_LIMITS.power,
  }
}

const fit = (f: CfFit | null) =>
  f && {
    CF: f.cf,
    W: f.w,
    se_CF: f.seCf,
    se_W: f.seW,
    see: f.see,
    predicted_t_at_1p25CF: timeAt(f, 1.25 * f.cf),
  }

function fits(i: Inputs) {
  const r = criticalForce(i.force, i.time_s)
  return {
    impulse_time: fit(r.impulseTime),
    inverse_time: fit(r.inverseTime),
    nonlinear_t: fit(r.nonlinear),
    CF_spread_pct: r.spreadPct,
    refusals: r.refusals,
  }
}

function allOutCase(i: Inputs) {
  const r = allOut(i.bout_mean_force, i.on_s, i.last)
  return {
    CF: r.ok ? r.cf : null,
    W_signed: r.ok ? r.w : null,
    peak_bout: r.ok ? r.peakBout : null,
    CF_pct_of_peak_bout: r.ok ? r.cfPctOfPeak : null,
    levelled: r.ok ? r.levelled : null,
  }
}

const VERDICT_WORDS = {
  'too-few': 'too few',
  improving: 'improving',
  declining: 'declining',
  plateau: 'plateau',
  unclear: 'unclear',
} as const

function plateau(day: number[], value: number[], margin: number, conf = 0.9) {
  const v = judgeTrend(day, value, margin, conf)
  return {
    change_ci90: v.kind === 'too-few' ? null : v.changeCi90,
    slope: v.kind === 'too-few' ? null : v.slope,
    verdict: VERDICT_WORDS[v.kind],
  }
}

function trend(i: Inputs) {
  const value = own<{ value: number[] }>(i).value
  const sen = theilSen(i.day, value, i.conf ?? 0.95)
  const goal = goalFit(i.day, value, i.goal, i.conf ?? 0.95)
  return {
    theil_sen: sen && { slope: sen.slope, ci: sen.ci, n_slopes: sen.nSlopes },
    ewma_tau_14d: ewma(i.day, value),
    goal_date: goal && {
      slope: goal.slope,
      g: goal.g,
      refused: goal.interval === null,
      point: goal.point,
      pred_interval: goal.interval,
    },
    plateau: plateau(i.day, value, i.margin ?? i.plateau_swc ?? 0, i.plateau_conf),
  }
}

function ready(i: Inputs) {
  const r = readiness(i.baseline, i.today, i.floor_cv ?? 0)
  return {
    mean: r.ok ? r.mean : null,
    sd_used: r.ok ? r.sdUsed : null,
    z: r.ok ? r.z : null,
    z_pred: r.ok ? r.zPred : null,
    low_limit_95: r.ok ? r.limit95 : null,
    sd: i.baseline.length > 1 ? Math.sqrt(sampleVariance(i.baseline)) : null,
  }
}

function trials(values: number[]) {
  const s = summariseTrials(values)
  if (!s.ok)
    return { n: 0, best: null, mean: null, sd: null, cv_pct: null, best_trial_index0: null }
  return {
    n: s.n,
    best: s.best,
    mean: s.mean,
    sd: s.sd,
    cv_pct: s.cvPct,
    best_trial_index0: s.bestIndex,
  }
}

function matrix(rows: number[][]) {
  const r = reliability(rows)
  if (!r.ok)
    return {
      anova: null,
      icc11: null,
      icc21: null,
      icc31: null,
      icc1k: null,
      icc2k: null,
      icc3k: null,
      icc31_ci95: null,
      icc3k_ci95: null,
      sd_all: null,
      sem_rmse: null,
      mdc95_rmse_196: null,
      swc_02: null,
      rms_cv_pct: null,
      typical_error: null,
      refused: r.reason,
    }
  return {
    anova: r.anova,
    icc11: r.icc11,
    icc21: r.icc21,
    icc31: r.icc31,
    icc1k: r.icc1k,
    icc2k: r.icc2k,
    icc3k: r.icc3k,
    icc31_ci95: r.icc31Ci95,
    icc3k_ci95: r.icc3kCi95,
    sd_all: r.sdAll,
    sem_rmse: r.semRmse,
    mdc95_rmse_196: r.mdc95,
    swc_02: r.swc02,
    rms_cv_pct: r.rmsCvPct,
    typical_error: r.typicalError,
  }
}

function index(left: number, right: number) {
  const a = asymmetryIndex(left, right)
  return {
    bsa_pct: a?.asymmetryPct ?? null,
    signed_bsa_pct: a?.signedPct ?? null,
    lsi_left_over_right_pct: a?.lsiPct ?? null,
    symmetry_angle_pct: a?.symmetryAnglePct ?? null,
    stronger: a?.stronger ?? null,
  }
}

function interval(left: number[], right: number[], confidence: number | undefined) {
  const r = ratioInterval(left, right, confidence ?? 0.95)
  return {
    rho: r?.rho ?? null,
    pooled_sd: r?.pooledSd ?? null,
    df: r?.df ?? null,
    g: r?.g ?? null,
    asym_signed_pct: r?.signedPct ?? null,
    fieller_rho: r?.rhoCi ?? null,
    fieller_asym: r?.signedCi ?? null,
  }
}

function mathiowetz(i: Inputs) {
  const r = mathiowetzPercentile(i.sex, i.hand, i.age_band, i.kg)
  return {
    mean_kg: r.ok ? r.meanKg : null,
    sd_kg: r.ok ? r.sdKg : null,
    z: r.ok ? r.z : null,
    percentile_normal: r.ok ? r.percentile : null,
  }
}

function dodds(i: Inputs) {
  const r = doddsCentile(i.sex, i.age, i.kg)
  return {
    percentile_interpolated: r.ok ? r.percentile : null,
    label: r.ok && r.percentile === null ? r.label : null,
  }
}

const units = (v: number) => ({
  lb_to_kg: lbToKg(v),
  kg_to_lb: kgToLb(v),
  inch_to_mm: inchToMm(v),
  kgf_to_N: kgfToN(v),
  N_to_kgf: nToKgf(v),
})

function lever(i: Inputs) {
  const r = leverTorque(i.point_masses_kg_m, i.hand_from_butt_m, i.angle_from_vertical_deg)
  return {
    total_kg: r?.totalKg ?? null,
    com_m: r?.comM ?? null,
    arm_m: r?.armM ?? null,
    torque_Nm: r?.torqueNm ?? null,
  }
}

function roller(i: Inputs) {
  const r = wristRoller(i.mass_kg, i.lift_m, i.bare_diameter_mm, i.rope_diameter_mm)
  return {
    turns: r?.turns ?? null,
    torque_start_Nm: r?.torqueStartNm ?? null,
    torque_end_Nm: r?.torqueEndNm ?? null,
    work_J: r?.workJ ?? null,
  }
}

function spring(i: Inputs) {
  const r = springAtSet(i.close_force_kgf, i.free_opening_mm, i.set_opening_mm)
  return { force_at_set: r?.force ?? null, share_of_close_at_set: r?.shareOfClose ?? null }
}

const noFiles: ReadFile = (path) => {
  throw new Error(`${path} cannot be read here.`)
}
const numberOf = (topic: string | undefined): string => must((topic ?? '').split('-')[0])

/** Topics answered today, by number. */
export const CALC_TOPICS = Object.keys(TOPICS)

/**
 * Answers check cases of one topic (`2`, `2-asymmetry` or `all`) in their order; others are
 * skipped. A broken case
 * gets an error and the rest go on. Numbers that are not finite come out as null, or "Infinity" for
 * never. `read` opens the files cases name.
 */
export function answerCases(
  cases: readonly CalcCase[],
  topic: string,
  read: ReadFile = noFiles,
): CalcAnswer[] {
  return cases
    .filter(
      (c) =>
        numberOf(c.topic) in TOPICS &&
        (topic === 'all' || topic === c.topic || topic === numberOf(c.topic)),
    )
    .map((c) => {
      try {
        return {
          id: c.id,
          result: plain(must(TOPICS[numberOf(c.topic)])(c.inputs as Inputs, read)),
        }
      } catch (error) {
        return { id: c.id, error: error instanceof Error ? error.message : String(error) }
      }
    })
}

function plain(x: unknown): unknown {
  if (typeof x === 'number') return Number.isFinite(x) ? x : x === Infinity ? 'Infinity' : null
  if (Array.isArray(x)) return x.map(plain)
  if (x && typeof x === 'object')
    return Object.fromEntries(Object.entries(x).map(([k, v]) => [k, plain(v)]))
  return x
}
