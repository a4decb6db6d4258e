import type { ReactNode } from 'react'
import { useLocation } from 'react-router'
import { useBuild } from '../store/useBuild.ts'
import { Contained } from './Trouble.tsx'

/** A page of a build: if it fails, a sentence stands in its place until the build is another, by an undo say. */
export function OfBuild({ page }: { page: ReactNode }) {
  const { build } = useBuild()
  const { pathname } = useLocation()
  return (
    <Contained what="Drawing this page" on={[build, pathname]}>
      {page}
    </Contained>
  )
}
