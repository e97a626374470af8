import '@fontsource-variable/archivo/standard.css'
import '@mantine/core/styles.css'
import '@mantine/notifications/styles.css'
import './app/mano.css'
import { MantineProvider } from '@mantine/core'
import { ModalsProvider } from '@mantine/modals'
import { Notifications } from '@mantine/notifications'
import { QueryClientProvider } from '@tanstack/react-query'
import { startTransition, StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { queryClient } from './base/api'
import { sayWhatIsRefused } from './base/refused'
import { makeRouter } from './app/router'
import { cssVariablesResolver, deskTheme } from './app/theme'
import { must } from '@mano/core/units/must'

function start(): void {
  const root = createRoot(must(document.getElementById('root')))
  const router = makeRouter()
  sayWhatIsRefused(document)
  // The first picture is worked out in small pieces: a tap meanwhile is not kept waiting.
  startTransition(() =>
    root.render(
      <StrictMode>
        <MantineProvider
          theme={deskTheme}
          cssVariablesResolver={cssVariablesResolver}
          forceColorScheme="light"
        >
          <QueryClientProvider client={queryClient}>
            <ModalsProvider>
              <Notifications position="bottom-left" limit={3} />
              <RouterProvider router={router} />
            </ModalsProvider>
          </QueryClientProvider>
        </MantineProvider>
      </StrictMode>,
    ),
  )
}
// What was imported has been read in one task: what begins is another.
setTimeout(start)
// The first clock a browser makes takes as long as a page: made while the first answer is awaited.
setTimeout(() => new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC' }).format())

// The app opens without its server once it has been opened with it.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  window.addEventListener(
    'load',
    () => void navigator.serviceWorker.register('/sw.js').catch(() => undefined),
  )
