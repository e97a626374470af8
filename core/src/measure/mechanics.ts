import type { Kg, Mm, Nm } from '../units/quantity'

/** Standard gravity, m/s2 (CGPM 1901, exact). */
export const G = 9.80665

export interface LeverResult {
  totalKg: Kg
  comM: number
  armM: number
  torqueNm: Nm
}

/**
 * Static torque of a club about the hand: m g (x_com - x_hand) sin(angle from vertical). Elementary
 * mechanics.
 * Masses kg at distances m from the butt; 90 degrees is horizontal. Negative: the heavy side is
 * behind the hand.
 * Null without mass.
 */
export function leverTorque(
  masses: readonly (readonly [kg: Kg, atM: number])[],
  handM: number,
  angleDeg: number,
): LeverResult | null {
  const totalKg = masses.reduce((a, [kg]) => a + kg, 0)
  if (!(totalKg > 0)) return null
  const comM = masses.reduce((a, [kg, x]) => a + kg * x, 0) / totalKg
  const armM = comM - handM
  return {
    totalKg,
    comM,
    armM,
    torqueNm: totalKg * G * armM * Math.sin((angleDeg * Math.PI) / 180),
  }
}

export interface RollerResult {
  turns: number
  torqueStartNm: Nm
  torqueEndNm: Nm
  workJ: number
}

/**
 * Wrist roller whose cord stacks in a flat spiral: cord length pi (D n + c n2), torque m g (D/2 + c
 * n), work m g h.
 * kg, m, mm; a cord of 0 mm is ideal. Null where mass, lift or diameter is not above 0.
 */
export function wristRoller(
  massKg: Kg,
  liftM: number,
  diameterMm: Mm,
  cordMm: Mm,
): RollerResult | null {
  if (!(massKg > 0) || !(liftM > 0) || !(diameterMm > 0) || cordMm < 0) return null
  const d = diameterMm / 1000
  const c = cordMm / 1000
  const length = liftM / Math.PI
  const turns = c === 0 ? length / d : (-d + Math.sqrt(d * d + 4 * c * length)) / (2 * c)
  return {
    turns,
    torqueStartNm: massKg * G * (d / 2),
    torqueEndNm: massKg * G * (d / 2 + c * turns),
    workJ: massKg * G * liftM,
  }
}

/**
 * Force of a torsion spring at a set opening, taken as linear (model assumption): F_close (free -
 * set) / free.
 * Same unit as the closing force; mm. Null unless 0 <= set <= free and free > 0.
 */
export function springAtSet(
  closeForce: number,
  freeMm: Mm,
  setMm: Mm,
): { force: number; shareOfClose: number } | null {
  if (!(freeMm > 0) || setMm < 0 || setMm > freeMm) return null
  const shareOfClose = (freeMm - setMm) / freeMm
  return { force: closeForce * shareOfClose, shareOfClose }
}
