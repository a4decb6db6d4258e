import { Button } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import useSWR from 'swr'
import {
  fileNameOf,
  LARGEST_FILE_BYTES,
  writeBuild,
  type Build,
} from '../../../core/build/index.ts'
import { EchtError } from '../../../core/error.ts'
import { saveFile } from '../../parts/saveFile.ts'
import {
  clearBuild,
  DamagedBuild,
  deleteBuild,
  duplicateBuild,
  keepBoth,
  listBuilds,
  newBuild,
  openBuild,
  readImport,
  renameBuild,
  replaceBuild,
  restoreBuild,
  storeBuild,
  undoReplace,
  type Listed,
  type Met,
} from '../../store/builds.ts'
import { storageProblem } from '../../store/problem.ts'

/** A file whose build is here already, and which of the two is which. */
type Meet = { theirs: Build; met: Met; migratedFrom: number | null }

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
      const forPeople = e instanceof EchtError || e instanceof DamagedBuild
      setProblem(forPeople ? e.message : storageProblem(e))
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
        const { build } = await openBuild(b.id)
        saveFile(fileNameOf(build), writeBuild(build), 'application/json')
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
  const arrive = (build: Build, migratedFrom: number | null, undo?: () => Promise<void>): void => {
    const from = migratedFrom === null ? '' : `, brought up from schema ${migratedFrom}`
    const message = `${build.name} is imported${from}.`
    if (undo)
      withWayBack(`here-${build.id}`, message, 'Undo: put back the one that was here', () =>
        attempt(undo),
      )
    else notifications.show({ message })
    void navigate(`/build/${build.id}`)
  }
  const take = (file: File): Promise<void> =>
    attempt(async () => {
      if (file.size > LARGEST_FILE_BYTES)
        throw new EchtError(
          'too-large',
          `${file.name} holds ${(file.size / 1e6).toFixed(0)} MB; a build is at most ` +
            `${LARGEST_FILE_BYTES / 1e6} MB. This is some other file; nothing was changed.`,
        )
      const { theirs, met, migratedFrom } = await readImport(
        new Uint8Array(await file.arrayBuffer()),
      )
      if (met) {
        setMeeting({ theirs, met, migratedFrom })
        return
      }
      await storeBuild(theirs)
      arrive(theirs, migratedFrom)
    })
  const keep = ({ theirs, migratedFrom }: Meet): Promise<void> =>
    attempt(async () => {
      const b = await keepBoth(theirs)
      setMeeting(null)
      arrive(b, migratedFrom)
    })
  const replace = ({ theirs, migratedFrom }: Meet): Promise<void> =>
    attempt(async () => {
      const { aside } = await replaceBuild(theirs)
      setMeeting(null)
      arrive(theirs, migratedFrom, async () => {
        if (aside) await undoReplace(theirs.id, aside)
      })
    })
  return { meeting, take, keep, replace, leave: () => setMeeting(null) }
}
