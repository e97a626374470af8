import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { Installation, Me } from '@mano/contract/accounts'
import type { AthleteView, RosterRow } from '@mano/contract/athletes'
import type { KitUnit } from '@mano/contract/kit'
import type { ImportView, SessionView } from '@mano/contract/tests'
import { api } from './api'

export const keys = {
  me: ['me'],
  installation: ['installation'],
  roster: ['roster'],
  athlete: (id: string) => ['athlete', id],
  tests: (id: string) => ['tests', id],
  kit: ['kit'],
  imports: ['imports'],
  people: ['people'],
} as const

export const useMe = () => useQuery({ queryKey: keys.me, queryFn: () => api.get<Me>('/api/me'), staleTime: 5 * 60_000 })
export const useInstallation = (enabled: boolean) => useQuery({ queryKey: keys.installation, queryFn: () => api.get<Installation>('/api/installation'), enabled })
export const useRoster = () => useQuery({ queryKey: keys.roster, queryFn: () => api.get<RosterRow[]>('/api/athletes') })
export const useAthlete = (id: string) => useQuery({ queryKey: keys.athlete(id), queryFn: () => api.get<AthleteView>(`/api/athletes/${id}`) })
export const useTests = (id: string) => useQuery({ queryKey: keys.tests(id), queryFn: () => api.get<SessionView[]>(`/api/athletes/${id}/tests`) })
export const useKit = () => useQuery({ queryKey: keys.kit, queryFn: () => api.get<KitUnit[]>('/api/kit') })
export const useImports = () => useQuery({ queryKey: keys.imports, queryFn: () => api.get<ImportView[]>('/api/imports') })

/** A write that makes what it touched be read anew. */
export function useWrite<B, R = unknown>(write: (body: B) => Promise<R>, touched: readonly (readonly unknown[])[]) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: write,
    onSuccess: async () => {
      await Promise.all(touched.map((queryKey) => client.invalidateQueries({ queryKey })))
    },
  })
}

/** Everything an athlete's page shows. */
export const touchedBy = (athleteId: string) => [keys.athlete(athleteId), keys.tests(athleteId), keys.roster]
