import { NativeSelect, TextInput } from '@mantine/core'
import type { GetInputPropsReturnType } from '@mantine/form'
import { useBuild } from '../../store/useBuild.ts'
import { NEW } from './placeOfInput.ts'

/** Which device reads a new channel: one that is there, or another by its name. */
export function ReadBy({
  device,
  inputProps,
}: {
  device: string
  inputProps: (field: 'device' | 'deviceName') => GetInputPropsReturnType
}) {
  const { build } = useBuild()
  return (
    <>
      <NativeSelect
        label="Read by"
        {...inputProps('device')}
        data={[
          ...build.devices.map((d) => ({ value: d.id, label: d.name })),
          { value: NEW, label: 'A new device' },
        ]}
      />
      {device === NEW && (
        <TextInput label="Device name" placeholder="Engine unit" {...inputProps('deviceName')} />
      )}
    </>
  )
}
