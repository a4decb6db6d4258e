import '@mantine/spotlight/styles.css'
import { Spotlight, spotlight, type SpotlightActionData } from '@mantine/spotlight'
import { useEffect } from 'react'
import { useMatch, useNavigate } from 'react-router'
import { pathOf } from '../../core/build/index.ts'
import { entriesOf } from '../../core/channel/index.ts'
import { useBuildById } from '../store/useBuild.ts'
import { useFrame } from '../FrameContext.ts'
import { takeFirst } from './useTypedAhead.ts'
import { useSettings } from '../store/settings.ts'

/** Search over channels, places and commands. */
export default function Find(props: Props) {
  const match = useMatch('/build/:buildId/*')
  return match?.params.buildId ? (
    <InBuild id={match.params.buildId} {...props} />
  ) : (
    <Box actions={[]} {...props} />
  )
}

type Props = {
  opened: boolean
  onClose: () => void
  query: string
  onQuery: (query: string) => void
}

function InBuild({ id, ...props }: Props & { id: string }) {
  const navigate = useNavigate()
  const { open } = useBuildById(id)
  const go = (to: string) => () => void navigate(`/build/${id}${to}`)
  const entries = open ? entriesOf(open.build) : []
  const actions: SpotlightActionData[] = [
    ...entries.map((e) => ({
      id: e.id,
      label: e.name,
      description: e.read ? pathOf(open!.build, e.read.id).shows.name : e.kind.name,
      keywords: e.kind.words(open!.build, e),
      onClick: go(e.path),
    })),
    // one card for a channel, by its first reader
    ...entries
      .filter((e) => e.read === null || e.read === e.channel.reads[0])
      .map((e) => ({
        id: `card-${e.id}`,
        label: `Card for the car: ${e.name}`,
        description: 'print it',
        onClick: go(`/card/${e.id}`),
      })),
    { id: 'line-up', label: 'Line-up', description: 'every channel', onClick: go('') },
    {
      id: 'earths',
      label: 'Earths',
      description: 'grounds, straps, loads, what they cost',
      onClick: go('/earths'),
    },
    {
      id: 'trigger',
      label: 'Trigger',
      description: 'wheel, pickup, captures, timing lamp',
      onClick: go('/trigger'),
    },
    { id: 'prove', label: 'Prove', description: 'key-on check', onClick: go('/prove') },
    {
      id: 'logbook',
      label: 'Logbook',
      description: 'what happened, what is due again, export',
      onClick: go('/logbook'),
    },
    {
      id: 'vehicle',
      label: 'Vehicle and instruments',
      description: 'units, shed, fuel, instruments and how good they are',
      onClick: go('/vehicle'),
    },
    { id: 'undo', label: 'Undo', description: '', onClick: () => open?.undo() },
    { id: 'redo', label: 'Redo', description: '', onClick: () => open?.redo() },
  ]
  return <Box actions={actions} {...props} />
}

function Box({
  actions,
  opened,
  onClose,
  query,
  onQuery,
}: Props & { actions: SpotlightActionData[] }) {
  const navigate = useNavigate()
  const { flip } = useFrame()
  const [settings, setSettings] = useSettings()
  useEffect(() => {
    if (opened) spotlight.open()
  }, [opened])
  const all: SpotlightActionData[] = [
    ...actions,
    {
      id: 'builds',
      label: 'Builds',
      description: 'the list; import',
      onClick: () => void navigate('/builds'),
    },
    {
      id: 'sample',
      label: 'Sample build',
      description: 'Saltmarsh Nine',
      onClick: () => void navigate('/sample'),
    },
    { id: 'flip', label: 'Light or dark', description: '', onClick: flip },
    {
      id: 'unit',
      label: `Temperatures in ${settings.temperature === '°C' ? '°F' : '°C'}`,
      description: '',
      onClick: () => setSettings({ temperature: settings.temperature === '°C' ? '°F' : '°C' }),
    },
  ]
  return (
    <Spotlight
      actions={all}
      shortcut={null}
      onSpotlightClose={onClose}
      query={query}
      onQueryChange={onQuery}
      highlightQuery
      scrollable
      maxHeight={420}
      nothingFound="Nothing by that name"
      searchProps={{
        ...{ placeholder: 'Channel, place or command', 'aria-label': 'Find' },
        onKeyDown: (e) => {
          if (e.key === 'Enter') takeFirst()
        },
      }}
    />
  )
}
