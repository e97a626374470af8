import '@fontsource-variable/archivo/standard.css'
import '@mantine/core/styles.css'
import '@mantine/notifications/styles.css'
import './app/mano.css'
import { MantineProvider } from '@mantine/core'
import { ModalsProvider } from '@mantine/modals'
import { Notifications } from '@mantine/notifications'
import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { queryClient } from './base/api'
import { router } from './app/router'
import { cssVariablesResolver, deskTheme } from './app/theme'
import { must } from '@mano/core/units/must'

createRoot(must(document.getElementById('root'))).render(
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
)

// The app opens without its server once it has been opened with it.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  window.addEventListener(
    'load',
    () => void navigator.serviceWorker.register('/sw.js').catch(() => undefined),
  )
