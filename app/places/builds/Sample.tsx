import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { saltmarshNine, SAMPLE_ID } from '../../../demo/saltmarshNine.ts'
import { openBuild, storeBuild } from '../../store/builds.ts'
import { storageProblem } from '../../store/problem.ts'

/** Opens the sample build: the one already here with whatever was done to it, or a new copy. */
export function Sample() {
  const navigate = useNavigate()
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => {
    const open = async (): Promise<void> => {
      try {
        await openBuild(SAMPLE_ID)
      } catch (error) {
        // only where there is none: a damaged one is shown for what it is
        if ((error as { code?: string }).code === 'not-found') await storeBuild(saltmarshNine())
      }
      void navigate(`/build/${SAMPLE_ID}`, { replace: true })
    }
    open().catch((e: unknown) => setProblem(storageProblem(e)))
  }, [navigate])
  return problem ? (
    <p role="alert" className="wrong">
      {problem}
    </p>
  ) : (
    <p className="pale">Opening the sample…</p>
  )
}
