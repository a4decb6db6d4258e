import {
  createElement,
  lazy,
  type ComponentType,
  type LazyExoticComponent,
  type ReactElement,
} from 'react'
import type { ReadStatus } from '../../core/chain/index.ts'

export type PanelProps = { status: ReadStatus }
type Panel = LazyExoticComponent<ComponentType<PanelProps>>

/** Pictures and forms of a family's own, where the general ones do not serve. One line a family. */
const PANELS: Readonly<Record<string, Panel>> = {
  'pressure-absolute': lazy(() => import('./Pressure.tsx')),
  'pressure-gauge': lazy(() => import('./Pressure.tsx')),
  lambda: lazy(() => import('./Lambda.tsx')),
  level: lazy(() => import('./Level.tsx')),
  'level-volts': lazy(() => import('./Level.tsx')),
  thermocouple: lazy(() => import('./Exhaust.tsx')),
  position: lazy(() => import('./Position.tsx')),
  'air-meter-volts': lazy(() => import('./AirMeter.tsx')),
  'air-meter-hertz': lazy(() => import('./AirMeter.tsx')),
  speed: lazy(() => import('./Speed.tsx')),
}

/** What a family shows of its own under its element, or nothing. */
export function familyPanel(id: string, props: PanelProps): ReactElement | null {
  const panel = PANELS[id]
  return panel ? createElement(panel, props) : null
}
