/** Where stress is counted, 0 to 3 for each set. */
export const TISSUES = [
  { id: 'finger_flexors', name: 'Finger flexors', covers: 'pulleys and flexor tendons' },
  { id: 'thumb', name: 'Thumb', covers: 'base joint and inner ligament' },
  { id: 'elbow_medial', name: 'Inner elbow', covers: 'ligament, growth plate, flexor tendon' },
  { id: 'elbow_lateral', name: 'Outer elbow', covers: 'extensor tendon' },
  { id: 'wrist', name: 'Wrist', covers: 'joint and its ligaments' },
  { id: 'rotators', name: 'Forearm rotators', covers: 'pronators and supinators' },
  { id: 'skin', name: 'Skin', covers: 'palm and finger pads' },
  { id: 'shoulder', name: 'Shoulder', covers: 'overhead and hanging load' },
] as const
export type TissueId = (typeof TISSUES)[number]['id']

/** What cautions block exercises by. */
export const TAGS = [
  'overhead', 'one_arm', 'added_load', 'crimp', 'maximal', 'negative', 'wide_grip', 'impact', 'drop',
  'breath', 'valgus', 'elbow_load', 'outer_elbow_load', 'thumb_load', 'skin', 'restriction',
] as const
export type Tag = (typeof TAGS)[number]

/** Sites of an injury as the coach names them, with the tissue whose load they limit. */
export const INJURY_SITES = [
  { id: 'thumb', name: 'Thumb ligament or fracture', tissue: 'thumb' },
  { id: 'finger_pulley', name: 'Finger pulley', tissue: 'finger_flexors' },
  { id: 'elbow_inner_ligament', name: 'Inner elbow, ligament', tissue: 'elbow_medial' },
  { id: 'elbow_inner_growth', name: 'Inner elbow, growth plate', tissue: 'elbow_medial' },
  { id: 'elbow_inner_tendon', name: 'Inner elbow, tendon', tissue: 'elbow_medial' },
  { id: 'elbow_outer_tendon', name: 'Outer elbow, tendon', tissue: 'elbow_lateral' },
  { id: 'wrist', name: 'Wrist', tissue: 'wrist' },
  { id: 'shoulder', name: 'Shoulder', tissue: 'shoulder' },
  { id: 'nerve', name: 'Nerve symptoms', tissue: 'finger_flexors' },
  { id: 'skin', name: 'Skin split or flapper', tissue: 'skin' },
] as const satisfies readonly { id: string; name: string; tissue: TissueId }[]
export type InjurySiteId = (typeof INJURY_SITES)[number]['id']
