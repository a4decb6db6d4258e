import { counted } from '../../core/quantity/index.ts'
import { Say } from './Say.tsx'
import type { Said } from '../../core/quantity/index.ts'
import { Button, Group, NativeSelect, Progress } from '@mantine/core'
import { proxy, wrap, type Remote } from 'comlink'
import { useEffect, useRef, useState, type ReactNode } from 'react'
import { likelyColumn } from '../../core/log/index.ts'
import { inWords } from '../store/problem.ts'
import type { LogWork } from '../workers/log.worker.ts'
import { Wrong } from './Wrong.tsx'

/** One column the question needs: what it is, and words its name may hold. */
type ColumnAsked = { label: string; words: readonly string[] }
type Read = { name: string; names: string[]; rows: number; unread: Said | null }

type Ask<T> = (log: Remote<LogWork>, chosen: number[]) => Promise<T>

/** A log read in a worker of its own: how far it is, its columns, the question put to it, and the answer. */
function useLogFile<T>(columns: readonly ColumnAsked[], ask: Ask<T>) {
  const worker = useRef<{ thread: Worker; log: Remote<LogWork> } | null>(null)
  const [progress, setProgress] = useState<number | null>(null)
  const [read, setRead] = useState<Read | null>(null)
  const [chosen, setChosen] = useState<number[]>([])
  const [answer, setAnswer] = useState<T | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => () => worker.current?.thread.terminate(), [])
  const log = (): Remote<LogWork> => {
    if (!worker.current) {
      const thread = new Worker(new URL('../workers/log.worker.ts', import.meta.url), {
        type: 'module',
      })
      worker.current = { thread, log: wrap<LogWork>(thread) }
    }
    return worker.current.log
  }
  const put = async (picked: number[]): Promise<void> => {
    setAnswer(null)
    setProblem(null)
    try {
      setAnswer(await ask(log(), picked))
    } catch (error) {
      setProblem(inWords(error, 'Reading this log'))
    }
  }
  const open = async (file: File): Promise<void> => {
    setProgress(0)
    setRead(null)
    setAnswer(null)
    setProblem(null)
    try {
      const found = await log().read(
        file,
        proxy((share: number) => {
          setProgress(share)
        }),
      )
      const picked: number[] = []
      for (const c of columns) picked.push(likelyColumn(found.names, c.words, picked))
      setRead({ name: file.name, ...found })
      setChosen(picked)
      await put(picked)
    } catch (error) {
      setProblem(inWords(error, 'Reading this log'))
    } finally {
      setProgress(null)
    }
  }
  const pick = (k: number, i: number): void => {
    const next = chosen.map((c, j) => (j === k ? i : c))
    setChosen(next)
    void put(next)
  }
  return {
    ...{ progress, read, chosen, answer, problem, open, pick },
    stop: () => void log().stop(),
  }
}

function ChooseLog({
  name,
  disabled,
  onFile,
}: {
  name: string
  disabled: boolean
  onFile: (file: File) => void
}) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button variant="default" onClick={() => input.current?.click()} disabled={disabled}>
        Open a log
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept=".csv,.txt,.tsv,text/csv,text/plain"
        aria-label={name}
        onChange={(e) => {
          const f = e.currentTarget.files?.[0]
          e.currentTarget.value = ''
          if (f) onFile(f)
        }}
      />
    </>
  )
}

/** A recorded log: chosen, read off the page with progress and a stop, its columns picked, and a question put to it. */
export function LogFile<T>({
  title,
  columns,
  ask,
  show,
}: {
  title: string
  columns: readonly ColumnAsked[]
  ask: Ask<T>
  show: (answer: T) => ReactNode
}) {
  const { progress, read, chosen, answer, problem, open, pick, stop } = useLogFile(columns, ask)
  return (
    <section className="apart" aria-label={title}>
      <h3 className="tight">{title}</h3>
      <Group gap="sm" align="flex-end">
        <ChooseLog
          name={`Log for ${title.toLowerCase()}`}
          disabled={progress !== null}
          onFile={(f) => void open(f)}
        />
        {progress !== null && (
          <>
            <Progress aria-label="Reading the log" value={progress * 100} w={200} mb={16} />
            <Button variant="outline" onClick={stop}>
              Stop
            </Button>
          </>
        )}
        {read &&
          columns.map((c, k) => (
            <NativeSelect
              key={c.label}
              label={c.label}
              value={String(chosen[k])}
              onChange={(e) => pick(k, Number(e.currentTarget.value))}
              data={read.names.map((n, i) => ({ value: String(i), label: n }))}
              w={190}
            />
          ))}
      </Group>
      {read && (
        <p className="pale tight small">
          {read.name}: {counted(read.rows)} rows.
          {read.unread && (
            <span className="doubt">
              {' '}
              <Say of={read.unread} />.
            </span>
          )}
        </p>
      )}
      <Wrong>{problem}</Wrong>
      {answer !== null && (
        <div role="status" aria-label={`${title}: result`}>
          {show(answer)}
        </div>
      )}
    </section>
  )
}
