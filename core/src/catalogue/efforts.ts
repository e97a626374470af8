/** How hard an act is for the hand, the lightest first. */
export const EFFORTS = ['light', 'moderate', 'hard', 'maximal'] as const
export type Effort = (typeof EFFORTS)[number]
