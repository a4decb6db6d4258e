import { ActionIcon, Group } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react'
import dayjs from 'dayjs'
import { useDeferredValue, useEffect, useLayoutEffect, useMemo } from 'react'
import { NavLink, Outlet, useParams } from 'react-router'
import { useFrame } from './FrameContext.ts'
import { Problem } from './parts/Problem.tsx'
import { SavedOrNot } from './parts/SavedOrNot.tsx'
import { FuelContext } from './parts/units.ts'
import type { SaveState } from './store/session.ts'
import { OpenBuildContext, useBuildById } from './store/useBuild.ts'

/** Everything that belongs to one open build. */
export function BuildPage() {
  const { buildId } = useParams()
  const { open, error } = useBuildById(buildId!)
  const { setSlots } = useFrame()
  const name = open?.build.name,
    save = open?.save
  const { canUndo = false, canRedo = false, undo, redo } = open ?? {}
  // before anything is painted: what is said about saving is never behind what is shown
  useLayoutEffect(() => {
    setSlots({
      title: name,
      save: save && (
        <Group gap={2} wrap="nowrap">
          <ActionIcon aria-label="Undo" disabled={!canUndo} onClick={undo} color="gray">
            <IconArrowBackUp size={20} />
          </ActionIcon>
          <ActionIcon aria-label="Redo" disabled={!canRedo} onClick={redo} color="gray">
            <IconArrowForwardUp size={20} />
          </ActionIcon>
          <span className={`save ${save.kind}`} role="status">
            {saveText(save)}
          </span>
        </Group>
      ),
      nav: (
        <>
          <NavLink to={`/build/${buildId}`} end>
            Line-up
          </NavLink>
          <NavLink to={`/build/${buildId}/earths`}>Earths</NavLink>
          <NavLink to={`/build/${buildId}/trigger`}>Trigger</NavLink>
          <NavLink to={`/build/${buildId}/prove`}>Prove</NavLink>
          <NavLink to={`/build/${buildId}/logbook`}>Logbook</NavLink>
          <NavLink to={`/build/${buildId}/vehicle`}>Vehicle and instruments</NavLink>
          <NavLink to="/builds">Builds</NavLink>
        </>
      ),
    })
    // undo and redo are bound to the session, which is one for the build
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [buildId, name, save, canUndo, canRedo, setSlots])
  useEffect(() => () => setSlots({}), [setSlots])
  useHotkeys([
    ['mod+Z', () => undo?.()],
    ['mod+shift+Z', () => redo?.()],
    ['mod+Y', () => redo?.()],
  ])
  // pages are drawn anew for another build, not for what is said about saving
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const latest = useMemo(() => open, [open?.build])
  // drawn in slices after an edit, so that no keystroke waits for the whole page
  const forPages = useDeferredValue(latest)
  if (error) return <Problem error={error} />
  if (!open) return <p className="pale">Opening…</p>
  return (
    <OpenBuildContext value={forPages ?? open}>
      <SavedOrNot open={open} />
      <FuelContext value={open.build.vehicle.ethanol}>
        <Outlet />
      </FuelContext>
    </OpenBuildContext>
  )
}

const saveText = (save: SaveState): string =>
  save.kind === 'saved'
    ? `saved ${dayjs(save.at).format('HH:mm')}`
    : save.kind === 'saving'
      ? 'saving'
      : 'not saved'
