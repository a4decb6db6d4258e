import {
  withInput,
  type Build,
  type Device,
  type NewInput,
  type PlacedInput,
} from '../../../core/build/index.ts'
import { newDevice } from '../../store/make.ts'

/** The choice of a device that is not in the build yet. */
export const NEW = 'new'

/** Where a new input goes: to the device that was chosen, or with a new one by that name. */
export function placeOf(
  build: Build,
  { device, deviceName }: { device: string; deviceName: string },
  made: NewInput,
): { devices: Device[]; input?: PlacedInput } {
  const known = build.devices.find((d) => d.id === device)
  return known
    ? { devices: [], input: { device: known.id, ...made } }
    : { devices: [withInput(newDevice(deviceName.trim() || 'Engine unit'), made)] }
}
