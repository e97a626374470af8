import type { Allowed } from '../../src/catalogue/cautionTypes'
import type { HEALTH_QUESTIONS } from '../../src/catalogue/health'
import type { INJURY_SITES } from '../../src/catalogue/tissues'
import type { SafetyFacts } from '../../src/safety/triggers'

type Site = (typeof INJURY_SITES)[number]['id']
export const injury = (
  site: Site,
  status: 'active' | 'settling' | 'settled',
  cleared: Allowed | null = null,
  daysAgo = 20,
) => ({ injuries: [{ site, side: 'left' as const, status, cleared, daysAgo }] })
export const health = (
  id: (typeof HEALTH_QUESTIONS)[number]['id'],
  cleared: Allowed | null = null,
) => ({ health: [{ id, cleared }] })
export const today = (pain: number) => ({
  pains: [{ hand: 'left' as const, tissues: ['thumb' as const], pain }],
})
export const before = (pain: number, ...daysAgo: number[]) => ({
  earlier: daysAgo.map((d) => ({
    hand: 'left' as const,
    tissues: ['thumb' as const],
    pain,
    daysAgo: d,
    cleared: null,
  })),
})

/**
 * Every caution with what triggers it alone on the left hand, and acts that it stops, asks about
 * and leaves alone: common practice, no source.
 */
export const ROWS: Readonly<
  Record<string, { facts: Partial<SafetyFacts>; stop?: string; ask?: string; free?: string }>
> = {
  stop_symptom: {
    facts: { symptoms: [{ hand: 'left', symptom: 'pop', cleared: null }] },
    stop: 'ext_band prep_roll stretch rom@goniometer ready_squeeze@dyno',
    free: 'girth@none hand_size@none',
  },
  stop_whole: {
    facts: { symptoms: [{ hand: 'left', symptom: 'chest_pain', cleared: null }] },
    stop: 'ext_band dyno_seated@dyno',
    free: 'girth@none',
  },
  fever: {
    facts: { flags: ['fever'] },
    stop: 'dyno_seated@dyno ready_squeeze@dyno edge_repeat',
    ask: 'hang_dead catch_count@plate',
    free: 'ext_band',
  },
  unwell: {
    facts: { flags: ['unwell'] },
    ask: 'dyno_seated@dyno pinch_max',
    free: 'ready_squeeze@dyno hang_dead',
  },
  before_heavy_pull: {
    facts: { flags: ['heavy_pull_later'] },
    ask: 'towel_hang hang_time@bar',
    free: 'dyno_seated@dyno ext_band wrist_iso_often prep_two',
  },
  pain_7: { facts: today(7), stop: 'ext_band stretch rom@goniometer', free: 'girth@none' },
  pain_4: {
    facts: today(5),
    stop: 'pinch_hold dyno_seated@dyno',
    ask: 'thumb_side prep_thumb edge_repeat',
    free: 'rom@goniometer ext_band hang_dead',
  },
  pain_3: {
    facts: today(3),
    ask: 'dyno_seated@dyno pinch_max spring_low',
    free: 'pinch_hold thumb_side edge_repeat',
  },
  pain_lasting: {
    facts: before(8, 60),
    stop: 'pinch_max key_pinch@pinch_gauge',
    ask: 'pinch_hold',
    free: 'thumb_side dyno_seated@dyno',
  },
  pain_last_time: {
    facts: before(5, 6),
    ask: 'pinch_max pinch_hold',
    free: 'thumb_side edge_repeat',
  },
  thumb_held: {
    facts: injury('thumb', 'active'),
    stop: 'prep_thumb prep_two pinch_hold roll_reps dyno_seated@dyno dyno_max hang_load',
    ask: 'wrist_curl',
    free: 'ext_band edge_light rom@goniometer',
  },
  finger_pulley_held: {
    facts: injury('finger_pulley', 'active'),
    stop: 'edge_light hang_dead towel_pull dyno_max ready_squeeze@dyno',
    ask: 'cloth_crush wrist_rev',
    free: 'ext_band',
  },
  elbow_inner_ligament_held: {
    facts: injury('elbow_inner_ligament', 'active'),
    stop: 'wrist_curl ball_valgus dyno_seated@dyno',
    ask: 'lever_pron ball_turnin hang_dead',
    free: 'ext_band',
  },
  elbow_inner_growth_held: {
    facts: injury('elbow_inner_growth', 'settling'),
    stop: 'wrist_curl ball_valgus',
    ask: 'hang_dead',
    free: 'ext_band',
  },
  elbow_inner_tendon_held: {
    facts: injury('elbow_inner_tendon', 'settled'),
    stop: 'flex_brace_max wrist_max@strap',
    ask: 'hang_dead',
    free: 'ext_band',
  },
  wrist_held: {
    facts: injury('wrist', 'active'),
    stop: 'bell_up_hold brace_catch catch_count@plate',
    ask: 'prep_wrist wrist_iso_often hang_dead',
    free: 'ext_band thumb_side',
  },
  nerve_held: {
    facts: injury('nerve', 'active'),
    stop: 'ext_band stretch rom@goniometer',
    free: 'girth@none',
  },
  shoulder_held: {
    facts: injury('shoulder', 'active'),
    stop: 'hang_dead hang_time@bar',
    ask: 'row_thick',
    free: 'dyno_seated@dyno pinch_max',
  },
  thumb_cleared: {
    facts: injury('thumb', 'active', 'all'),
    stop: 'pinch_max ready_squeeze@dyno catch_plate',
    ask: 'pinch_hold hang_dead',
    free: 'thumb_side',
  },
  finger_pulley_cleared: {
    facts: injury('finger_pulley', 'active', 'all'),
    stop: 'edge_repeat',
    ask: 'hang_dead',
    free: 'edge_light',
  },
  elbow_inner_ligament_cleared: {
    facts: injury('elbow_inner_ligament', 'active', 'all'),
    stop: 'flex_brace_max',
    ask: 'wrist_curl',
    free: 'ext_band',
  },
  elbow_inner_growth_cleared: {
    facts: injury('elbow_inner_growth', 'active', 'all'),
    stop: 'ball_valgus',
    ask: 'wrist_curl',
    free: 'ext_band',
  },
  elbow_inner_tendon_cleared: {
    facts: injury('elbow_inner_tendon', 'active', 'all'),
    stop: 'dyno_seated@dyno',
    ask: 'wrist_curl',
    free: 'ext_band',
  },
  wrist_cleared: {
    facts: injury('wrist', 'active', 'all'),
    stop: 'brace_catch',
    ask: 'bell_up_hold',
    free: 'ext_band',
  },
  nerve_cleared: {
    facts: injury('nerve', 'active', 'all'),
    stop: 'dyno_seated@dyno',
    ask: 'hang_dead',
    free: 'ext_band',
  },
  shoulder_cleared: {
    facts: injury('shoulder', 'active', 'all'),
    stop: 'hang_load',
    ask: 'hang_dead',
    free: 'dyno_seated@dyno pinch_max',
  },
  thumb_returning: {
    facts: injury('thumb', 'settling', 'all'),
    ask: 'pinch_max pinch_hold catch_plate key_pinch@pinch_gauge',
    free: 'thumb_side dyno_seated@dyno edge_repeat',
  },
  finger_pulley_returning: {
    facts: injury('finger_pulley', 'settling', 'all'),
    ask: 'edge_repeat dyno_seated@dyno',
    free: 'edge_light hang_dead',
  },
  elbow_inner_ligament_returning: {
    facts: injury('elbow_inner_ligament', 'settling', 'all'),
    stop: 'ball_valgus',
    ask: 'wrist_curl',
    free: 'dyno_seated@dyno',
  },
  elbow_inner_growth_returning: {
    facts: injury('elbow_inner_growth', 'settling', 'all'),
    stop: 'ball_valgus',
    ask: 'wrist_curl',
    free: 'lever_pron',
  },
  elbow_inner_tendon_returning: {
    facts: injury('elbow_inner_tendon', 'settling', 'all'),
    stop: 'ball_valgus',
    ask: 'flex_brace_max',
    free: 'hang_dead',
  },
  wrist_returning: {
    facts: injury('wrist', 'settling', 'all'),
    ask: 'brace_catch brace_max',
    free: 'bell_up_hold',
  },
  nerve_returning: {
    facts: injury('nerve', 'settling', 'all'),
    ask: 'dyno_seated@dyno pinch_max',
    free: 'hang_dead',
  },
  shoulder_returning: {
    facts: injury('shoulder', 'settling', 'all'),
    ask: 'hang_dead',
    free: 'row_thick dyno_seated@dyno',
  },
  ...Object.fromEntries(
    (
      [
        'thumb',
        'finger_pulley',
        'elbow_inner_ligament',
        'elbow_inner_growth',
        'elbow_inner_tendon',
        'wrist',
        'nerve',
        'shoulder',
      ] as const
    ).map((site) => [
      `${site}_old`,
      { facts: injury(site, 'settled', null, 365), free: 'pinch_max hang_load dyno_seated@dyno' },
    ]),
  ),
  elbow_outer_tendon_active: {
    facts: injury('elbow_outer_tendon', 'active'),
    ask: 'pinch_max curl_rev pinch_hold wrist_rev dyno_seated@dyno',
    free: 'wrist_iso prep_two ext_band',
  },
  elbow_outer_tendon_settling: {
    facts: injury('elbow_outer_tendon', 'settling'),
    ask: 'curl_rev pinch_hold',
    free: 'dyno_seated@dyno wrist_rev prep_two',
  },
  skin_active: {
    facts: injury('skin', 'active'),
    ask: 'towel_hang edge_lift lift_max@edge',
    free: 'lift_max@block',
  },
  blood_pressure: {
    facts: health('blood_pressure'),
    stop: 'pinch_max lift_max@block',
    ask: 'dyno_seated@dyno ready_squeeze@dyno hang_dead',
    free: 'wrist_curl ext_band',
  },
  heart: {
    facts: health('heart'),
    stop: 'dyno_seated@dyno edge_repeat',
    ask: 'wrist_curl',
    free: 'ext_band',
  },
  vascular: {
    facts: health('vascular'),
    stop: 'hang_dead catch_plate',
    ask: 'dyno_seated@dyno wrist_curl',
    free: 'ext_band',
  },
  pregnancy: {
    facts: health('pregnancy'),
    stop: 'pinch_max',
    ask: 'hang_dead bell_up_hold',
    free: 'dyno_seated@dyno wrist_curl',
  },
  clotting: {
    facts: health('clotting'),
    ask: 'pinch_max catch_plate towel_hang',
    free: 'dyno_seated@dyno hang_dead',
  },
  medication: {
    facts: health('medication'),
    ask: 'pinch_max edge_repeat',
    free: 'dyno_seated@dyno hang_dead',
  },
  health_unanswered: {
    facts: { health: null },
    stop: 'bfr_light',
    ask: 'pinch_max lift_max@block',
    free: 'dyno_seated@dyno hang_dead',
  },
  under_18: {
    facts: { ageYears: 17, guardianConsent: true },
    stop: 'lift_max@edge edge_hang hang_load spring_over bfr_light hang_time@bar+20',
    ask: 'hang_time@edge hang_time@edge+-10',
    free: 'edge_light lift_max@block dyno_seated@dyno hang_time@bar',
  },
  age_unknown: {
    facts: { ageYears: null },
    stop: 'pull_max@edge hang_load',
    ask: 'hang_time@edge',
    free: 'dyno_seated@dyno',
  },
  no_consent: {
    facts: { ageYears: 17 },
    stop: 'pinch_max lift_max@block',
    ask: 'dyno_seated@dyno ext_band',
    free: 'prep_two stretch rom@goniometer girth@none',
  },
  new_to_quality: {
    facts: { experience: [] },
    stop: 'spring_over',
    ask: 'pinch_max edge_lift regrip_bar lift_max@edge single_max@block hang_one@bar',
    free: 'pinch_hold lift_max@block dyno_seated@dyno',
  },
  negatives: { facts: {}, ask: 'spring_over', free: 'spring_low' },
  restriction_history: {
    facts: { ...health('nerve_history', 'all'), flags: ['restriction_supervised'] },
    stop: 'bfr_light',
    free: 'squeeze_easy',
  },
  restriction: { facts: {}, stop: 'bfr_light', free: 'squeeze_easy' },
  restriction_always: {
    facts: { flags: ['restriction_supervised'] },
    ask: 'bfr_light',
    free: 'squeeze_easy',
  },
  drops: { facts: {}, free: 'bell_up_hold catch_plate' },
}
