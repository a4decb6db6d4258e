import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import sample from 'virtual:sample'
import { EchtError } from '../../../core/error.ts'
import { sessionOf, storeAfresh } from '../../store/builds.ts'
import { storageProblem } from '../../store/problem.ts'
import { Wrong } from '../../parts/Wrong.tsx'

/**
 * Opens the sample build: the one already here with whatever was done to it, or a new copy; one
 * that was deleted stays among the deleted.
 */
export function Sample() {
  const navigate = useNavigate()
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => {
    const open = async (): Promise<void> => {
      try {
        await sessionOf(sample.id)
      } catch (error) {
        // only where there is none: a damaged one is shown for what it is
        const none =
          error instanceof EchtError && (error.code === 'not-found' || error.code === 'deleted')
        if (none) await storeAfresh(sample)
      }
      void navigate(`/build/${sample.id}`, { replace: true })
    }
    open().catch((e: unknown) => setProblem(storageProblem(e)))
  }, [navigate])
  return problem ? <Wrong>{problem}</Wrong> : <p className="pale">Opening the sample…</p>
}
