export interface SessionEndView {
  on: string
  reason: string
  setsLeft: { blockId: string; sets: number }[]
}
