import { existsSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { answerCases, type CalcCase } from '../../src/calc/adapter'
import { disagreements, type Tolerance } from './compare'

interface Case extends CalcCase {
  expected: Record<string, unknown>
  tolerance: Tolerance
  source: string
  from_memory: boolean
}

const FIT = ['CF', 'W', 'se_CF', 'se_W']
/** Keys an answer must have, by topic; other keys of a case are information. */
const REQUIRED: Record<string, (string | [string, string[]])[]> = {
  '0': ['t', 'F', 'chi2', 'norm'],
  '1': [
    'n',
    'best',
    'mean',
    'sd',
    'cv_pct',
    'best_trial_index0',
    'anova',
    'icc21',
    'icc31',
    'icc3k',
    'icc31_ci95',
    'sem_rmse',
    'mdc95_rmse_196',
    'swc_02',
    'rms_cv_pct',
    'typical_error',
  ],
  '2': [
    'bsa_pct',
    'signed_bsa_pct',
    'stronger',
    'symmetry_angle_pct',
    'rho',
    'pooled_sd',
    'df',
    'g',
    'asym_signed_pct',
    'fieller_rho',
    'fieller_asym',
  ],
  '3': ['rohmert_s', 'frey_law_avin_hand_s', 'rohmert_max_kg', 'power_max_kg', 'power_refused'],
  '4': [
    'refusals',
    ['impulse_time', FIT],
    ['inverse_time', FIT],
    ['nonlinear_t', FIT],
    'CF_spread_pct',
    'CF',
    'W_signed',
    'peak_bout',
  ],
  '5': [
    'time_to_task_failure_s',
    'fail_s',
    'fail_cycle',
    'time_under_load_s',
    'bout_mean',
    'last3_mean',
    ...[1, 2, 5, 10].map((n) => `MF_end_on_cycle_${n}`),
  ],
  '7': ['truth'],
  '6': [
    ['theil_sen', ['slope', 'ci']],
    'ewma_tau_14d',
    ['goal_date', ['slope', 'g', 'refused', 'point', 'pred_interval']],
    ['plateau', ['change_ci90', 'verdict']],
    'change_ci90',
    'verdict',
    'mean',
    'sd_used',
    'z',
    'z_pred',
    'low_limit_95',
  ],
  '8': [
    'z',
    'percentile_normal',
    'percentile_interpolated',
    'label',
    'adult_optimal_span_cm',
    'optimal_handle_diameter_mm',
  ],
  '9': [
    'torque_Nm',
    'com_m',
    'arm_m',
    'turns',
    'torque_start_Nm',
    'torque_end_Nm',
    'work_J',
    'force_at_set',
    'share_of_close_at_set',
    'lb_to_kg',
    'kg_to_lb',
    'inch_to_mm',
    'kgf_to_N',
    'N_to_kgf',
  ],
}

const load = (file: URL): Case[] =>
  (JSON.parse(readFileSync(file, 'utf8')) as { cases: Case[] }).cases
const cases = load(new URL('./cases.json', import.meta.url))
const beside = new URL('../../../../shared/checks/public.json', import.meta.url)

const read = (path: string) => readFileSync(new URL(path, import.meta.url), 'utf8')
/** Stricter than the cases' own: onset 20 ms, peak and impulse 1 %, plateau 0.5 %, slip 0.1 s. */
const FORCE_TIME: Tolerance = {
  onset_s: { abs: 0.02 },
  peak_50ms_N: { rel: 0.01 },
  plateau_3_5_N: { rel: 0.005 },
  impulse_total_Ns: { rel: 0.01 },
  rfd_0_200_Nps: { rel: 0.1 },
  slip_time_s: { abs: 0.1 },
}

function checkTrace(c: Case, result: unknown) {
  const truth = c.expected['truth'] as { n_squeezes: number; squeezes: Record<string, unknown>[] }
  const wanted = {
    n_squeezes: truth.n_squeezes,
    squeezes: truth.squeezes.map((q) => ({
      onset_s: q['onset_s'],
      peak_50ms_N: q['peak_N'],
      plateau_3_5_N: q['plateau_3_5_N'],
      rfd_0_200_Nps: q['rfd_0_200_Nps'],
      impulse_total_Ns: q['impulse_total_Ns'],
      slip: q['slip'],
      slip_time_s: q['slip_time_s'],
    })),
  }
  expect(disagreements(result, wanted, FORCE_TIME)).toEqual([])
}

function check(c: Case) {
  const [answer] = answerCases([{ topic: c.topic, id: c.id, inputs: c.inputs }], 'all', read)
  expect(answer).toHaveProperty('result')
  if (c.topic.startsWith('7')) return checkTrace(c, (answer as { result: unknown }).result)
  const required = REQUIRED[c.topic.split('-')[0]!]!.map((k) =>
    typeof k === 'string' ? ([k, null] as const) : k,
  ).filter(([k]) => k in c.expected)
  expect(required.length).toBeGreaterThan(0)
  const inner = (all: unknown, keys: readonly string[] | null) =>
    keys && all
      ? Object.fromEntries(keys.map((k) => [k, (all as Record<string, unknown>)[k]]))
      : all
  const wanted = Object.fromEntries(
    required.map(([k, keys]) => [
      k,
      k === 'refusals' ? [...(c.expected[k] as string[])].sort() : inner(c.expected[k], keys),
    ]),
  )
  const { result } = answer as { result: Record<string, unknown> }
  expect(
    disagreements(
      'refusals' in result
        ? { ...result, refusals: [...(result['refusals'] as string[])].sort() }
        : result,
      wanted,
      c.tolerance,
    ),
  ).toEqual([])
}

describe('check cases, each with its source', () => {
  for (const c of cases.filter((x) => x.topic.split('-')[0]! in REQUIRED))
    it(`${c.id}: ${c.source}${c.from_memory ? ' (from memory)' : ''}`, () => check(c))

  it.runIf(existsSync(beside))('the copies agree with the cases beside the project', () => {
    for (const c of load(beside).filter((x) => x.topic.split('-')[0]! in REQUIRED)) check(c)
  })
})

describe('the comparison itself can fail', () => {
  it('names a wrong number, a missing key and a number where a refusal is due', () => {
    const tolerance = { rel: 1e-9 }
    expect(disagreements({ a: 1.001, b: null }, { a: 1, b: 2, c: 3 }, tolerance)).toHaveLength(3)
    expect(disagreements({ a: 0 }, { a: null }, tolerance)).toHaveLength(1)
    expect(
      disagreements({ a: [1, 2], n: { x: 1 } }, { a: [1, 2], n: { x: 1 } }, tolerance),
    ).toEqual([])
  })
})
