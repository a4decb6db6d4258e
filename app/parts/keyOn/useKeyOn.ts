import { useForm } from '@mantine/form'
import { useMemo, useState } from 'react'
import { prepareChain, type ReadStatus } from '../../../core/chain/index.ts'
import type { Expected, KeyOnVerdict, Observable } from '../../../core/prove/index.ts'
import { checkedAt, expectedReadings } from '../../../core/prove/index.ts'
import { newId } from '../../store/id.ts'
import { inWords } from '../../store/problem.ts'
import { useBuild } from '../../store/useBuild.ts'
import { useWork } from '../../workers/useWork.ts'
import type { Typed } from '../QuantityInput.tsx'
import {
  knownTruth,
  observedOf,
  checkReadings,
  recordCheck,
  truthReading,
  type TypedReadings,
} from './reading.ts'

export type KeyOn = {
  probe: string
  setProbe: (instrument: string) => void
  setTruth: (typed: Typed | null) => void
  /** what was read of one thing; null where the box is empty */
  setRead: (what: Observable, typed: Typed | null) => void
  expected: Expected[] | null
  verdict: KeyOnVerdict | null
  problem: string | null
  /** records what was read, and proves the reader by it if so asked */
  record: (prove: boolean) => void
  /** counts what was recorded: the boxes begin empty again */
  round: number
}

/** Typing rests so long before a verdict is worked out, ms. */
const REST_MS = 120

/** What is typed in a key-on check, what should be read, and the verdict on it. */
export function useKeyOn(
  { assembled: { spec, read } }: ReadStatus,
  familySigma: number,
  firstProbe: string,
): KeyOn {
  const { build, edit } = useBuild()
  const [probe, setProbe] = useState(firstProbe)
  const form = useForm<{ truth: Typed | null; read: TypedReadings }>({
    initialValues: { truth: null, read: {} },
  })
  const { truth: told, read: typed } = form.values
  // a form copies its values at each stroke: the same as long as they say the same
  const said = JSON.stringify(told)
  const truth = useMemo(() => JSON.parse(said) as Typed | null, [said])
  const [round, setRound] = useState(0)
  const known = useMemo(
    () => truth && knownTruth(build, truthReading(truth, probe), familySigma),
    [build, truth, probe, familySigma],
  )
  const { expected, problem } = useMemo(() => {
    const none = { expected: null, problem: null }
    if (!spec || !known) return none
    try {
      const at = checkedAt(spec, known.truth, known.sigma)
      return { ...none, expected: expectedReadings(prepareChain(spec), at.truth, at.truthSigma) }
    } catch (error) {
      return { ...none, problem: inWords(error, 'Working out what to expect') }
    }
  }, [spec, known])
  const observed = useMemo(() => observedOf(typed), [typed])
  // some hundred faulty chains are run for each verdict: off the page, once the typing rests
  const asked = spec && known && Object.keys(observed).length > 0 ? { spec, known } : null
  const { value, busy, error } = useWork(
    asked ? (core) => core.keyOn(asked.spec, asked.known.truth, asked.known.sigma, observed) : null,
    [spec, known, observed],
    REST_MS,
  )
  const record = (prove: boolean): void => {
    if (!truth) return
    const readings = checkReadings(truthReading(truth, probe), typed)
    const stamp = { measurement: newId(), proof: newId(), at: new Date().toISOString() }
    // what was typed stays where it could not be recorded: the page says why
    if (edit(recordCheck(build, { read: read.id, readings, prove }, stamp))) return
    form.reset()
    setRound(round + 1)
  }
  return {
    ...{ probe, setProbe, expected, record, round },
    setTruth: (t) => form.setFieldValue('truth', t),
    setRead: (what, t) => form.setFieldValue(`read.${what}`, t ?? undefined),
    // never a verdict on what stood there before
    verdict: busy || !value ? null : value,
    problem: problem ?? error ?? null,
  }
}
