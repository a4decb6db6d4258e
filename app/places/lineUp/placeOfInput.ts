import type { Build, Device, Input } from '../../../core/build/index.ts'
import { newDevice } from '../../store/make.ts'

/** The choice of a device that is not in the build yet. */
export const NEW = 'new'

/** Where a new input goes: to the device that was chosen, or with a new one by that name. */
export function placeOf(
  build: Build,
  { device, deviceName }: { device: string; deviceName: string },
  input: Input,
): { devices: Device[]; input?: { device: string; input: Input } } {
  const known = build.devices.find((d) => d.id === device)
  return known
    ? { devices: [], input: { device: known.id, input } }
    : { devices: [{ ...newDevice(deviceName.trim() || 'Engine unit'), inputs: [input] }] }
}
