import '@mantine/core/styles.css'
import '@mantine/notifications/styles.css'
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css'
import './ink.css'
import './sheet.css'
import './scales.css'
import { MantineProvider } from '@mantine/core'
import { Notifications } from '@mantine/notifications'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { theme } from './theme.ts'
import { router } from './router.tsx'
import { hasUnsaved } from './store/builds.ts'

// the browser asks before a tab with unsaved work goes
addEventListener('beforeunload', (event) => {
  if (hasUnsaved()) event.preventDefault()
})

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <MantineProvider theme={theme} defaultColorScheme="auto">
      <Notifications position="bottom-right" />
      <RouterProvider router={router} />
    </MantineProvider>
  </StrictMode>,
)
