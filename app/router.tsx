import { createBrowserRouter, Navigate } from 'react-router'
import { BuildPage } from './BuildPage.tsx'
import { Builds } from './places/builds/Builds.tsx'
import { Frame } from './Frame.tsx'
import { LineUp } from './places/lineUp/LineUp.tsx'
import { Broken } from './parts/Broken.tsx'

// The first screen is the list or the line-up; everything heavier comes when it is gone to.
const place = (load: () => Promise<React.ComponentType>) => async () => ({
  Component: await load(),
})

export const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <Broken />,
    hydrateFallbackElement: <></>,
    children: [
      { index: true, element: <Navigate to="/builds" replace /> },
      { path: 'builds', element: <Builds /> },
      {
        path: 'sample',
        lazy: place(async () => (await import('./places/builds/Sample.tsx')).Sample),
      },
      {
        path: 'build/:buildId',
        element: <BuildPage />,
        children: [
          { index: true, element: <LineUp /> },
          {
            path: 'channel/:channelId/:readId?',
            lazy: place(
              async () => (await import('./places/channel/ChannelPlace.tsx')).ChannelPlace,
            ),
          },
          {
            path: 'prove',
            lazy: place(async () => (await import('./places/prove/Prove.tsx')).Prove),
          },
          {
            path: 'logbook',
            lazy: place(async () => (await import('./places/logbook/Logbook.tsx')).Logbook),
          },
          {
            path: 'card/:readId',
            lazy: place(async () => (await import('./places/card/Card.tsx')).Card),
          },
        ],
      },
      { path: '*', element: <Broken /> },
    ],
  },
])
