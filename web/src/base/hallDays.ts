import { useQueryClient } from '@tanstack/react-query'
import type { Me } from '@mano/contract/accounts'
import { keys } from './data'

/**
 * How the hall types days and begins its weeks; where nobody is signed in, the day first and
 * Monday.
 */
export function useHallDays(): Pick<Me['hall'], 'monthFirst' | 'weekStart'> {
  const me = useQueryClient().getQueryData<Me | null>(keys.me)
  return me?.hall ?? { monthFirst: false, weekStart: 1 }
}
