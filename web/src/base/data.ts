import {
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
  type QueryClient,
} from '@tanstack/react-query'
import type { Installation, Me } from '@mano/contract/accounts'
import type { AthleteName, AthleteView, RosterPage } from '@mano/contract/athletes'
import { athleteOf, type AthleteWire } from '@mano/contract/wire'
import type { DemandSource } from '@mano/contract/demands'
import type { KitUnit, PlaceView } from '@mano/contract/kit'
import { holds, type Right } from '@mano/contract/roles'
import type { BatteryView, ImportView, SessionView } from '@mano/contract/tests'
import { adoptUnits } from './units'
import { api, queryClient } from './api'

export const keys = {
  me: ['me'],
  installation: ['installation'],
  roster: ['roster'],
  athlete: (id: string) => ['athlete', id],
  tests: (id: string) => ['tests', id],
  kit: ['kit'],
  places: ['places'],
  advice: (id: string) => ['advice', id],
  sports: ['sports'],
  imports: ['imports'],
  batteries: ['batteries'],
  people: ['people'],
  signIns: ['sign-ins'],
} as const

export const dayKey = (id: string) => ['test-day', id] as const

/** Who was here last in this tab: known also after a reload without the server. */
const LAST = 'mano-by'
export const whoIsHere = (): string | null =>
  queryClient.getQueryData<Me>(keys.me)?.id ??
  (typeof sessionStorage === 'undefined' ? null : sessionStorage.getItem(LAST))
export const useMe = () =>
  useQuery({
    queryKey: keys.me,
    queryFn: async () => {
      const me = await api.get<Me>('/api/me')
      sessionStorage.setItem(LAST, me.id)
      adoptUnits(me.units)
      return me
    },
    staleTime: 5 * 60_000,
  })
/** Whether who is signed in may do what asks for a right; not before it is known who they are. */
export const may = (me: Pick<Me, 'right'> | undefined, asked: Right): boolean =>
  me !== undefined && holds(me.right, asked)
export const useInstallation = (enabled: boolean) =>
  useQuery({
    queryKey: keys.installation,
    queryFn: () => api.get<Installation>('/api/installation'),
    enabled,
  })
export type RosterOrder = 'clock' | 'need' | 'name' | 'sport'
/** When a roster that lacks the newest writes is asked for again, ms. */
const BEHIND_MS = 1000
/** Rows of the roster a page holds. */
const ROSTER_PAGE = 60
/** The roster page by page, in an order. */
export const useRoster = (sort: RosterOrder) =>
  useInfiniteQuery({
    queryKey: [...keys.roster, sort],
    initialPageParam: '',
    getNextPageParam: (last: RosterPage & { order: RosterOrder }) => last.next,
    placeholderData: (before) => before,
    refetchInterval: (q) => (q.state.data?.pages.some((p) => p.behind) ? BEHIND_MS : false),
    queryFn: async ({ pageParam }) => {
      const page = await api.get<RosterPage>(
        '/api/athletes?' +
          new URLSearchParams({
            sort,
            most: String(ROSTER_PAGE),
            ...(pageParam !== '' && { after: pageParam }),
          }).toString(),
      )
      // What is shown while another order is asked for stays in its own.
      return { ...page, order: sort }
    },
  })
/** Everybody on the roster, by name: for choosing, and for what stands today. */
export const NAMES = {
  queryKey: [...keys.roster, 'names'],
  queryFn: () => api.get<AthleteName[]>('/api/athletes/names'),
} as const
export const useNames = () => useQuery(NAMES)
export const readAthlete = (id: string): Promise<AthleteView> =>
  api.get<AthleteWire>(`/api/athletes/${id}`).then(athleteOf)
export const useAthlete = (id: string) =>
  useQuery({
    queryKey: keys.athlete(id),
    queryFn: () => readAthlete(id),
    enabled: id !== '',
  })
export const useTests = (id: string) =>
  useQuery({
    queryKey: keys.tests(id),
    queryFn: () => api.get<SessionView[]>(`/api/athletes/${id}/tests`),
    enabled: id !== '',
  })
/** Units in use; retired ones only where the kit room asks. */
export const useKit = (retired = false) =>
  useQuery({
    queryKey: keys.kit,
    queryFn: () => api.get<KitUnit[]>('/api/kit'),
    select: (all) => (retired ? all : all.filter((u) => !u.retired)),
  })
const PLACES = {
  queryKey: keys.places,
  queryFn: () => api.get<PlaceView[]>('/api/places'),
} as const
/** Places in use. */
export const usePlaces = () =>
  useQuery({ ...PLACES, select: (all) => all.filter((p) => !p.closed) })
/** Places that were closed, to be opened again. */
export const useClosedPlaces = () =>
  useQuery({ ...PLACES, select: (all) => all.filter((p) => p.closed) })
/** Sports and events of the hall's own. */
export const useSports = () =>
  useQuery({
    queryKey: keys.sports,
    queryFn: () => api.get<DemandSource[]>('/api/sports'),
    staleTime: 60_000,
  })
export const useBatteries = () =>
  useQuery({ queryKey: keys.batteries, queryFn: () => api.get<BatteryView[]>('/api/batteries') })
export const useImports = () =>
  useQuery({ queryKey: keys.imports, queryFn: () => api.get<ImportView[]>('/api/imports') })

/**
 * To be read anew when it is next looked at: the roster is costly and need not follow every try of
 * a test.
 */
export const later = (queryKey: readonly unknown[]) => ({ queryKey, refetchType: 'none' as const })

/** What a write touched: keys to read anew. */
export type Touched = readonly (readonly unknown[] | ReturnType<typeof later>)[]

export const readAnew = (client: QueryClient, touched: Touched): Promise<unknown> =>
  Promise.all(touched.map((t) => client.invalidateQueries('queryKey' in t ? t : { queryKey: t })))

/** A write that makes what it touched be read anew. */
export function useWrite<B, R = unknown>(write: (body: B) => Promise<R>, touched: Touched) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: write,
    onSuccess: () => readAnew(client, touched),
  })
}

/** Everything an athlete's page shows. */
export const touchedBy = (athleteId: string) => [
  keys.athlete(athleteId),
  keys.tests(athleteId),
  later(keys.roster),
]
