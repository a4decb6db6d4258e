import type { Device, Pin } from '../../core/build/index.ts'
import { useBuild } from '../store/useBuild.ts'
import { TextField } from './TextField.tsx'

/** A pin as it is written on its device; empty while nobody chose it. */
export function PinName({
  device,
  pin,
  label = 'Pin',
}: {
  device: Device
  pin: Pin
  label?: string
}) {
  const { edit } = useBuild()
  return (
    <TextField
      label={label}
      value={pin.name}
      placeholder="not chosen"
      width={110}
      onCommit={(name) =>
        edit({
          kind: 'editPin',
          args: { device: device.id, pin: pin.id, patch: { name: name.trim() } },
        })
      }
    />
  )
}
