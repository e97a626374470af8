import { QueryCache, QueryClient } from '@tanstack/react-query'
import type { Problem } from '@mano/contract/common'

/** A refusal of the server, with the fields it named. */
export class ApiProblem extends Error {
  readonly problem: Problem

  constructor(problem: Problem) {
    super(problem.detail ?? problem.errors?.[0]?.message ?? problem.title)
    this.problem = problem
  }

  fieldErrors(): Record<string, string> {
    return Object.fromEntries((this.problem.errors ?? []).map((e) => [e.field, e.message]))
  }
}

/** What is said above a form: nothing where each error stands at its field. */
export const formText = (error: Error | null): string | null =>
  error === null || (error instanceof ApiProblem && Object.keys(error.fieldErrors()).length > 0)
    ? null
    : failureText(error)

/** The server could not be reached: nothing was refused, a later try may work. */
export class Unreachable extends Error {
  constructor() {
    super('The server does not answer. Nothing typed is lost.')
  }
}

/**
 * The server answers, but its database is away or it has too much to do: the same may be asked
 * again.
 */
export const isPassing = (error: unknown): boolean =>
  error instanceof Unreachable ||
  (error instanceof ApiProblem && (error.problem.status === 503 || error.problem.status === 429))

/**
 * `link`: an athlete's own link, in place of a sign-in. `by`: who noted it, where somebody else may
 * be at a shared tablet by now.
 */
interface Under {
  link?: string | undefined
  by?: string | undefined
}

async function call<T>(
  method: string,
  url: string,
  body?: unknown,
  { link, by }: Under = {},
): Promise<T> {
  let response: Response
  // The server sets the device's times right by what its clock shows as it sends.
  const own: Record<string, string> = {
    ...(method !== 'GET' && { 'X-Mano-Clock': new Date().toISOString() }),
    ...(link && { 'X-Mano-Link': link }),
    ...(by && { 'X-Mano-By': by }),
  }
  const sent =
    body === undefined
      ? { headers: own }
      : body instanceof Blob
        ? { headers: { ...own, 'content-type': body.type }, body }
        : { headers: { ...own, 'content-type': 'application/json' }, body: JSON.stringify(body) }
  try {
    response = await fetch(url, { method, ...sent })
  } catch {
    throw new Unreachable()
  }
  if (response.status === 204) return undefined as T
  const type = response.headers.get('content-type') ?? ''
  if (!type.includes('json')) throw new Unreachable()
  const json: unknown = await response.json()
  if (!response.ok) throw new ApiProblem(json as Problem)
  return json as T
}

export const api = {
  get: <T>(url: string, under?: Under) => call<T>('GET', url, undefined, under),
  post: <T>(url: string, body: unknown = {}, under?: Under) => call<T>('POST', url, body, under),
  put: <T>(url: string, body: unknown) => call<T>('PUT', url, body),
  postBlob: (url: string, blob: Blob) => call<unknown>('POST', url, blob),
  putBlob: (url: string, blob: Blob) => call<unknown>('PUT', url, blob),
  delete: (url: string) => call<undefined>('DELETE', url),
}

/** True when the sign-in has ended. */
export const isSignedOut = (error: unknown): boolean =>
  error instanceof ApiProblem && error.problem.status === 401

export const queryClient: QueryClient = new QueryClient({
  // A sign-in that ended anywhere is seen by the shell, which shows the entrance.
  queryCache: new QueryCache({
    onError: (error, query) => {
      if (isSignedOut(error) && query.queryKey[0] !== 'me')
        void queryClient.invalidateQueries({ queryKey: ['me'] })
    },
  }),
  defaultOptions: {
    queries: {
      staleTime: 15_000,
      retry: (count, error) => isPassing(error) && count < 3,
      refetchOnWindowFocus: true,
    },
  },
})

/** What to say of any failure. */
export const failureText = (error: unknown): string =>
  error instanceof Error ? error.message : 'Something failed. Nothing was half-saved.'
