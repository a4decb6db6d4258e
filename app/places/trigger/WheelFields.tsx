import { Button, NativeSelect } from '@mantine/core'
import type { Patch, Trigger } from '../../../core/build/index.ts'
import { refusal } from '../../../core/error.ts'
import { parseWheel, readBy } from '../../../core/trigger/index.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { PinName } from '../../parts/PinName.tsx'
import { TextField } from '../../parts/TextField.tsx'
import { newPin, newSwitchedInput } from '../../store/make.ts'
import { useBuild } from '../../store/useBuild.ts'
import { Convention } from './Convention.tsx'
import type { TriggerTabProps } from './Trigger.tsx'
import { WaysOut } from './WaysOut.tsx'

/** Why a wheel as typed is none; null where it is one. */
function wheelProblem(text: string): string | null {
  try {
    parseWheel(text)
    return null
  } catch (error) {
    return refusal(error).message
  }
}

/** The wheel, its pickup, and what the unit was told of both. */
export default function WheelFields({ trigger }: TriggerTabProps) {
  const { edit } = useBuild()
  const set: Set = (patch) => edit({ kind: 'editTrigger', args: { id: trigger.id, patch } })
  return (
    <>
      <OnTheEngine trigger={trigger} set={set} />
      <h2 className="apart">What the unit was told</h2>
      <Told trigger={trigger} set={set} />
      <WaysOut trigger={trigger} />
      <h2 className="apart">How it counts</h2>
      <Convention trigger={trigger} />
    </>
  )
}

type Set = (patch: Patch<Trigger>) => string | null
type PartProps = { trigger: Trigger; set: Set }

function OnTheEngine({ trigger, set }: PartProps) {
  return (
    <Fields name="The wheel">
      <TextField label="Name" value={trigger.name} required onCommit={(name) => set({ name })} />
      <TextField
        label="Wheel on the engine"
        value={trigger.wheel}
        required
        onCommit={(wheel) => wheelProblem(wheel) ?? set({ wheel: wheel.trim() })}
      />
      <NativeSelect
        label="Pickup"
        value={trigger.pickup}
        data={[
          { value: 'vr', label: 'two wires, makes its own volts' },
          { value: 'hall', label: 'three wires, switches' },
        ]}
        onChange={(e) => set({ pickup: e.currentTarget.value as Trigger['pickup'] })}
      />
      <NativeSelect
        label="Cylinders"
        value={String(trigger.cylinders)}
        data={Object.keys(ORDERS)}
        onChange={(e) => {
          const cylinders = Number(e.currentTarget.value)
          set({ cylinders, firingOrder: ORDERS[cylinders]! })
        }}
      />
    </Fields>
  )
}

/** The unit that reads it, and the pins its leads go to: a coil has two. */
function ReadBy({ trigger }: { trigger: Trigger }) {
  const { build, edit } = useBuild()
  const { device, pins } = readBy(build, trigger)
  const [first, second] = pins
  const read = (id: string): string | null =>
    edit({
      kind: 'readTrigger',
      args: { id: trigger.id, input: id ? { device: id, ...newSwitchedInput('') } : null },
    })
  return (
    <>
      <NativeSelect
        label="Read by"
        value={device?.id ?? ''}
        data={[
          { value: '', label: 'not said' },
          ...build.devices.map((d) => ({ value: d.id, label: d.name })),
        ]}
        onChange={(e) => read(e.currentTarget.value)}
      />
      {device && first && <PinName device={device} pin={first} />}
      {device && second && <PinName device={device} pin={second} label="Second pin" />}
      {device && !second && trigger.pickup === 'vr' && (
        <TextField
          label="Second pin"
          value=""
          placeholder="not chosen"
          width={110}
          onCommit={(name) =>
            name.trim() === ''
              ? null
              : edit({
                  kind: 'addSecondPin',
                  args: { id: trigger.id, device: device.id, pin: newPin(name) },
                })
          }
        />
      )}
    </>
  )
}

function Told({ trigger, set }: PartProps) {
  const { edit } = useBuild()
  const { counts } = trigger
  return (
    <Fields name="What the unit was told">
      <ReadBy trigger={trigger} />
      <TextField
        label="Wheel it waits for"
        value={trigger.expects ?? ''}
        placeholder="such as 60-2"
        onCommit={(w) =>
          w.trim() === '' ? set({ expects: null }) : (wheelProblem(w) ?? set({ expects: w.trim() }))
        }
      />
      <NativeSelect
        label="It counts from"
        value={counts.tooth}
        data={[
          { value: 'after-gap', label: 'the first tooth after the gap' },
          { value: 'before-gap', label: 'the last tooth before the gap' },
        ]}
        onChange={(e) =>
          set({ counts: { tooth: e.currentTarget.value as Trigger['counts']['tooth'] } })
        }
      />
      <NativeSelect
        label="In degrees"
        value={counts.from}
        data={[
          { value: 'before', label: 'before top dead centre' },
          { value: 'after', label: 'after top dead centre' },
        ]}
        onChange={(e) =>
          set({ counts: { from: e.currentTarget.value as Trigger['counts']['from'] } })
        }
      />
      <QuantityInput
        label="Angle entered"
        unit="°"
        value={trigger.angleDeg}
        placeholder="not known"
        width={130}
        check={(v) => (v >= 0 && v < 720 ? null : '0 to 720°')}
        onCommit={({ value }) => set({ angleDeg: value })}
      />
      <SideBySide>
        <Button
          variant="subtle"
          color="gray"
          onClick={() => edit({ kind: 'removeTrigger', args: { id: trigger.id } })}
        >
          Remove this trigger
        </Button>
      </SideBySide>
    </Fields>
  )
}

/** Firing orders that are usual, by the number of cylinders. */
export const ORDERS: Record<number, number[]> = {
  1: [1],
  2: [1, 2],
  3: [1, 3, 2],
  4: [1, 3, 4, 2],
  5: [1, 2, 4, 5, 3],
  6: [1, 5, 3, 6, 2, 4],
  8: [1, 8, 4, 3, 6, 5, 7, 2],
}
