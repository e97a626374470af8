import { rowOf } from '../units/row'
export const PLACES = [
  { id: 'hall', name: 'Hall', where: 'in the hall' },
  { id: 'home', name: 'Home', where: 'at home' },
  { id: 'bag', name: 'Travel bag', where: 'in the bag' },
] as const

export type Place = (typeof PLACES)[number]['id']

export const whereIs = (place: Place): string => rowOf(PLACES, place).where
