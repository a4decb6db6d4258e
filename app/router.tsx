import type { ComponentType } from 'react'
import { createBrowserRouter, Navigate } from 'react-router'
import { Builds } from './places/builds/Builds.tsx'
import { Frame } from './Frame.tsx'
import { Broken } from './parts/Broken.tsx'
import { OfBuild } from './parts/OfBuild.tsx'

// The first screen is the list; everything heavier comes when it is gone to.
const place = (load: () => Promise<ComponentType>) => async () => ({ Component: await load() })
/** The same for a page of a build, which is drawn again as soon as the build is another. */
const pageOf = (load: () => Promise<ComponentType>) => async () => {
  const Page = await load()
  return { element: <OfBuild page={<Page />} /> }
}

// a page that fails is replaced by itself: the header, the places and undo around it stay
const errorElement = <Broken />

export const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement,
    hydrateFallbackElement: <></>,
    children: [
      { index: true, element: <Navigate to="/builds" replace /> },
      { path: 'builds', element: <Builds />, errorElement },
      {
        path: 'sample',
        errorElement,
        lazy: place(async () => (await import('./places/builds/Sample.tsx')).Sample),
      },
      {
        path: 'build/:buildId',
        errorElement,
        lazy: place(async () => (await import('./BuildPage.tsx')).BuildPage),
        children: [
          {
            index: true,
            errorElement,
            lazy: pageOf(async () => (await import('./places/lineUp/LineUp.tsx')).LineUp),
          },
          {
            path: 'channel/:channelId/:readId?',
            errorElement,
            lazy: pageOf(
              async () => (await import('./places/channel/ChannelPlace.tsx')).ChannelPlace,
            ),
          },
          {
            path: 'prove',
            errorElement,
            lazy: pageOf(async () => (await import('./places/prove/Prove.tsx')).Prove),
          },
          {
            path: 'earths',
            errorElement,
            lazy: pageOf(async () => (await import('./places/earths/Earths.tsx')).Earths),
          },
          {
            path: 'trigger',
            errorElement,
            lazy: pageOf(async () => (await import('./places/trigger/Trigger.tsx')).TriggerPlace),
          },
          {
            path: 'logbook',
            errorElement,
            lazy: pageOf(async () => (await import('./places/logbook/Logbook.tsx')).Logbook),
          },
          {
            path: 'vehicle',
            errorElement,
            lazy: pageOf(async () => (await import('./places/vehicle/Vehicle.tsx')).VehiclePlace),
          },
          {
            path: 'card/:readId',
            errorElement,
            lazy: pageOf(async () => (await import('./places/card/Card.tsx')).Card),
          },
        ],
      },
      { path: '*', element: <Broken /> },
    ],
  },
])
