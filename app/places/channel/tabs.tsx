import { lazy, type ComponentType, type LazyExoticComponent } from 'react'
import type { readStatus, StagePlace } from '../../../core/chain/index.ts'

export type StageProps = { status: ReturnType<typeof readStatus> }

/** A place beneath the scales: its name, and what is drawn there. */
export type Tab = {
  id: StagePlace
  name: string
  Stage: LazyExoticComponent<ComponentType<StageProps>>
}

/** In working order; the keys 1, 2, 3 … choose them. */
export const TABS: Tab[] = [
  { id: 'element', name: 'Element', Stage: lazy(() => import('./element/ElementStage.tsx')) },
  { id: 'leads', name: 'Leads', Stage: lazy(() => import('./LeadsStage.tsx')) },
  { id: 'input', name: 'Input', Stage: lazy(() => import('./input/InputStage.tsx')) },
  { id: 'table', name: 'Table', Stage: lazy(() => import('./table/TableStage.tsx')) },
  { id: 'face', name: 'Face', Stage: lazy(() => import('./FaceStage.tsx')) },
  { id: 'prove', name: 'Prove', Stage: lazy(() => import('./ProveStage.tsx')) },
  { id: 'budget', name: 'Budget', Stage: lazy(() => import('./BudgetStage.tsx')) },
]
