import { createBrowserRouter, redirect, type RouteObject } from 'react-router'
import { CrashPage, LostPage } from '../base/Trouble'

const stage = (
  path: string,
  load: () => Promise<{ default: React.ComponentType }>,
): RouteObject => ({ path, lazy: async () => ({ Component: (await load()).default }) })

/** Made once: it reads the address and begins to load the page of it. */
export const makeRouter = () =>
  createBrowserRouter([
    {
      path: '/',
      lazy: async () => ({ Component: (await import('./Shell')).Shell }),
      ErrorBoundary: CrashPage,
      HydrateFallback: () => null,
      children: [
        {
          index: true,
          lazy: async () => ({ Component: (await import('../areas/roster/Roster')).default }),
        },
        stage('athletes/new', () => import('../areas/intake/NewAthlete')),
        {
          path: 'athletes/:athleteId',
          lazy: async () => ({ Component: (await import('../areas/athlete/AthletePage')).default }),
          children: [
            {
              index: true,
              loader: ({ params }) => redirect(`/athletes/${params['athleteId']}/intake`),
            },
            stage('intake', () => import('../areas/intake/Intake')),
            stage('demands', () => import('../areas/demands/Demands')),
            stage('tests', () => import('../areas/tests/Tests')),
            stage('tests/:sessionId', () => import('../areas/tests/TestSession')),
            stage('tests/traces', () => import('../areas/tests/Traces')),
            stage('tests/batteries', () => import('../areas/tests/Batteries')),
            stage('gaps', () => import('../areas/gaps/Gaps')),
            stage('plan', () => import('../areas/plan/Plan')),
            stage('floor', () => import('../areas/floor/Floor')),
            stage('review', () => import('../areas/review/Review')),
          ],
        },
        stage('squad', () => import('../areas/squad/Squad')),
        stage('import', () => import('../areas/imports/Import')),
        stage('kit', () => import('../areas/kit/KitRoom')),
        stage('testday', () => import('../areas/testday/TestDays')),
        stage('testday/:dayId', () => import('../areas/testday/TestDay')),
        stage('bench/:calculator?', () => import('../areas/bench/Bench')),
        stage('reference/:kind?/:id?', () => import('../areas/reference/Reference')),
        stage('waiting', () => import('../areas/waiting/Waiting')),
        stage('help', () => import('../areas/help/Help')),
        stage('hall', () => import('../areas/hall/Hall')),
        // Only under ./mano dev.
        ...(import.meta.env.DEV ? [stage('parts', () => import('../areas/parts/Parts'))] : []),
        { path: '*', Component: LostPage },
      ],
    },
    {
      path: '/testday/:dayId/:stationId',
      ErrorBoundary: CrashPage,
      HydrateFallback: () => null,
      lazy: async () => ({ Component: (await import('../areas/testday/Station')).default }),
    },
    {
      path: '/paper/:athleteId',
      ErrorBoundary: CrashPage,
      HydrateFallback: () => null,
      lazy: async () => ({ Component: (await import('../areas/floor/Paper')).default }),
    },
    {
      path: '/card/:athleteId',
      ErrorBoundary: CrashPage,
      HydrateFallback: () => null,
      lazy: async () => ({ Component: (await import('../areas/floor/Card')).default }),
    },
    {
      path: '/enter',
      ErrorBoundary: CrashPage,
      HydrateFallback: () => null,
      lazy: async () => ({ Component: (await import('../areas/entrance/Enter')).default }),
    },
    {
      path: '/my',
      ErrorBoundary: CrashPage,
      HydrateFallback: () => null,
      lazy: async () => ({ Component: (await import('../areas/floor/My')).default }),
    },
    {
      path: '/floor/:athleteId',
      ErrorBoundary: CrashPage,
      HydrateFallback: () => null,
      lazy: async () => ({ Component: (await import('../areas/floor/FloorRun')).default }),
    },
  ])
