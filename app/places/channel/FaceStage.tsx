import { Group, NativeSelect, TextInput } from '@mantine/core'
import { useBuild } from '../../store/useBuild.ts'
import type { StageProps } from './ChannelPlace.tsx'

/** How the device shows the value. */
export default function FaceStage({ status }: StageProps) {
  const { edit } = useBuild()
  const { read, input, device } = status.assembled
  const set = (patch: Partial<typeof read.face>): void => edit({ kind: 'editRead', args: { id: read.id, patch: { face: { ...read.face, ...patch } } } })
  return (
    <div className="stage">
      <div>
        <h2>Face</h2>
        <Group align="flex-start" mt="sm">
          <TextInput label={`Name on ${device.name}`} defaultValue={read.face.name} onBlur={(e) => { if (e.currentTarget.value !== read.face.name) set({ name: e.currentTarget.value }) }} />
          <NativeSelect label="Decimals shown" value={String(read.face.decimals)} onChange={(e) => set({ decimals: Number(e.currentTarget.value) })} data={['0', '1', '2']} />
        </Group>
      </div>
      <div>
        <h2>What it costs</h2>
        <p>The last digit hides up to {(0.5 * 10 ** -read.face.decimals).toFixed(read.face.decimals + 1)} {input.table?.valueUnit ?? '°C'}. It is in the ribbon at the last scale.</p>
      </div>
    </div>
  )
}
