import { fixed } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import useSWR from 'swr'
import {
  LARGEST_FILE_BYTES,
  type Build,
  type Lacking,
  type ReadBundle,
} from '../../../core/build/index.ts'
import { EchtError } from '../../../core/error.ts'
import { exportToFile } from '../../parts/exportBuild.tsx'
import {
  clearBuild,
  DamagedBuild,
  deleteBuild,
  duplicateBuild,
  keepBoth,
  listBuilds,
  newBuild,
  sessionOf,
  readImport,
  renameBuild,
  replaceBuild,
  restoreBuild,
  storeBuild,
  undoReplace,
  type Listed,
  type Met,
} from '../../store/builds.ts'
import { lackingInWords } from '../../store/files.ts'
import { isForPeople, storageProblem } from '../../store/problem.ts'
import { readBundleFile } from '../../workers/bundles.ts'

/** A file whose build is here already, and which of the two is which. */
type Meet = { theirs: Build; met: Met; migratedFrom: number | null; lacking: Lacking[] }

/** The builds that are here, what can be done with them, and the last thing that went wrong. */
export function useBuilds() {
  const { data, error, mutate } = useSWR<Listed[], Error>('builds', listBuilds)
  const [problem, setProblem] = useState<string | null>(null)
  const attempt = async (work: () => Promise<unknown>): Promise<void> => {
    setProblem(null)
    try {
      await work()
      await mutate()
    } catch (e) {
      setProblem(isForPeople(e) || e instanceof DamagedBuild ? e.message : storageProblem(e))
    }
  }
  const navigate = useNavigate()
  const remove = async (b: Listed): Promise<void> => {
    await deleteBuild(b.id)
    withWayBack(`gone-${b.id}`, `${b.name} is deleted.`, 'Undo', () =>
      attempt(() => restoreBuild(b.id)),
    )
  }
  return {
    here: data?.filter((b) => !b.deletedAt) ?? null,
    gone: data?.filter((b) => b.deletedAt) ?? [],
    problem: problem ?? (error ? storageProblem(error) : null),
    attempt,
    start: (name: string) =>
      attempt(async () => {
        const b = await newBuild(name)
        void navigate(`/build/${b.id}`)
      }),
    rename: (b: Listed, name: string) =>
      attempt(async () => setProblem(await renameBuild(b.id, name))),
    duplicate: (b: Listed) => attempt(() => duplicateBuild(b.id)),
    exportFile: (b: Listed) =>
      attempt(async () => {
        const { build } = await sessionOf(b.id)
        await exportToFile(build)
      }),
    remove: (b: Listed) => attempt(() => remove(b)),
    restore: (b: Listed) => attempt(() => restoreBuild(b.id)),
    clear: (b: Listed) => attempt(() => clearBuild(b.id)),
  }
}

/** Says something that can be taken back for a while. */
function withWayBack(id: string, message: string, undo: string, onUndo: () => Promise<void>): void {
  notifications.show({
    id,
    message: (
      <>
        {message}{' '}
        <Button
          size="xs"
          h={36}
          variant="outline"
          onClick={() => {
            notifications.hide(id)
            void onUndo()
          }}
        >
          {undo}
        </Button>
      </>
    ),
    autoClose: 20000,
  })
}

/** Files in: taken at once, or, where their build is here already, once somebody has said which stays. */
export function useImport(attempt: (work: () => Promise<unknown>) => Promise<void>) {
  const navigate = useNavigate()
  const [meeting, setMeeting] = useState<Meet | null>(null)
  const [reading, setReading] = useState<{ share: number; stop: () => void } | null>(null)
  const arrive = (
    build: Build,
    { migratedFrom, lacking }: Pick<Meet, 'migratedFrom' | 'lacking'>,
    undo?: () => Promise<void>,
  ): void => {
    const from = migratedFrom === null ? '' : `, brought up from schema ${migratedFrom}`
    const without = lackingInWords(lacking)
    const message = `${build.name} is imported${from}.${without ? ` ${without}` : ''}`
    if (undo)
      withWayBack(`here-${build.id}`, message, 'Undo: put back the one that was here', () =>
        attempt(undo),
      )
    else notifications.show({ message, autoClose: without ? false : 4000 })
    void navigate(`/build/${build.id}`)
  }
  const take = (file: File): Promise<void> =>
    attempt(async () => {
      if (file.size > LARGEST_FILE_BYTES)
        throw new EchtError(
          'too-large',
          `${file.name} holds ${fixed(file.size / 1e6, 0)} MB; a build is at most ` +
            `${LARGEST_FILE_BYTES / 1e6} MB. This is some other file; nothing was changed.`,
        )
      const { theirs, met, ...rest } = await readImport(await read(file))
      if (met) {
        setMeeting({ theirs, met, ...rest })
        return
      }
      await storeBuild(theirs)
      arrive(theirs, rest)
    })
  /** Off the page, with progress and a stop: a zip may be large, or made to be. */
  const read = async (file: File): Promise<ReadBundle> => {
    const { signal, abort } = stopper()
    setReading({ share: 0, stop: abort })
    try {
      return await readBundleFile(file, {
        signal,
        onProgress: (share) => setReading({ share, stop: abort }),
      })
    } finally {
      setReading(null)
    }
  }
  const keep = ({ theirs, ...rest }: Meet): Promise<void> =>
    attempt(async () => {
      const b = await keepBoth(theirs)
      setMeeting(null)
      arrive(b, rest)
    })
  const replace = ({ theirs, ...rest }: Meet): Promise<void> =>
    attempt(async () => {
      const { aside } = await replaceBuild(theirs)
      setMeeting(null)
      arrive(theirs, rest, async () => {
        if (aside) await undoReplace(theirs.id, aside)
      })
    })
  return { meeting, reading, take, keep, replace, leave: () => setMeeting(null) }
}

function stopper(): { signal: AbortSignal; abort: () => void } {
  const controller = new AbortController()
  return { signal: controller.signal, abort: () => controller.abort() }
}
