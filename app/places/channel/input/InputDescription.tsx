import { Button, NativeSelect, Switch } from '@mantine/core'
import type { ReactNode } from 'react'
import { measured, pinName, type Input, type Patch } from '../../../../core/build/index.ts'
import type { ReadStatus } from '../../../../core/chain/index.ts'
import { type Drive, findFamily } from '../../../../core/curve/index.ts'
import { SideBySide, Fields } from '../../../parts/Fields.tsx'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { StatedChip } from '../../../parts/StatedChip.tsx'
import { PinName } from '../../../parts/PinName.tsx'
import { newPull } from '../../../store/make.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { aboveZero, voltsCheck } from '../../../parts/checks.ts'
import { PullUpPanel } from './PullUp.tsx'

type Set = (patch: Patch<Omit<Input, 'pulls'>>) => string | null
type PartProps = { input: Input; set: Set }

/** The converter and everything that feeds the pin. */
export function InputDescription({ status }: { status: ReadStatus }) {
  const { edit } = useBuild()
  const { input, pin, sends: device, sensor } = status.assembled
  const drive = findFamily(sensor.family)?.drive(sensor.element.settings)
  const set: Set = (patch) => edit({ kind: 'editInput', args: { input: input.id, patch } })
  const add = (): string | null => {
    const pull = newPull(2490, 'fixed', input.referenceV.value, input.bits !== null, 'own pull-up')
    return edit({ kind: 'addPullUp', args: { input: input.id, pull } })
  }
  return (
    <>
      <h2>
        {device.name}, pin {pinName(pin)}
      </h2>
      <Converter {...{ input, set }}>
        <PinName device={device} pin={pin} />
      </Converter>
      {input.counter && <Counter {...{ input, set }} counter={input.counter} />}
      {drive?.kind === 'voltage' && <SupplyAndGround {...{ input, set, drive }} />}
      {input.pulls.length === 0 && drive?.kind === 'resistance' && (
        <p className="doubt">
          No pull-up yet: choose one at the right, or say what the device has.
        </p>
      )}
      {input.pulls.map((pull) => (
        <PullUpPanel key={pull.id} {...{ input, pull }} />
      ))}
      <Button variant="subtle" mt="xs" onClick={add}>
        {input.pulls.length === 0 ? 'The device has a pull-up' : 'The device has one more'}
      </Button>
    </>
  )
}

function Converter({ input, set, children }: PartProps & { children: ReactNode }) {
  return (
    <Fields>
      {children}
      {input.bits !== null && (
        <NativeSelect
          label="Bits"
          value={String(input.bits)}
          onChange={(e) => set({ bits: Number(e.currentTarget.value) })}
          data={['8', '10', '12', '14', '16']}
          w={90}
        />
      )}
      {input.bits !== null && input.signal !== 'frequency' && (
        <div>
          <QuantityInput
            label="Reference"
            unit="V"
            value={input.referenceV.value}
            step={0.01}
            width={140}
            check={voltsCheck}
            onCommit={({ value }) => set({ referenceV: measured(value) })}
          />
          <StatedChip basis={input.referenceV.basis} />
        </div>
      )}
      <QuantityInput
        label="Input may see at most"
        unit="V"
        value={input.limitV}
        width={180}
        check={aboveZero}
        onCommit={({ value }) => set({ limitV: value })}
      />
    </Fields>
  )
}

const Counter = ({ counter, set }: PartProps & { counter: NonNullable<Input['counter']> }) => (
  <Fields>
    <QuantityInput
      label="Counts edges for"
      unit="s"
      value={counter.gateS}
      step={0.05}
      width={160}
      check={aboveZero}
      onCommit={({ value }) => set({ counter: { gateS: value } })}
    />
    <QuantityInput
      label="Follows up to"
      unit="Hz"
      value={counter.highestHz}
      step={100}
      width={160}
      check={aboveZero}
      onCommit={({ value }) => set({ counter: { highestHz: value } })}
    />
  </Fields>
)

/** What a sensor with an output of its own lives on, and what it is measured against. */
function SupplyAndGround({
  input,
  set,
  drive,
}: PartProps & { drive: Drive & { kind: 'voltage' } }) {
  const { sensorSupply, referenceV } = input
  const supply = sensorSupply.toReference ? referenceV : sensorSupply.volt
  return (
    <Fields name="Supply and ground of the sensor">
      {drive.nominalV !== null && (
        <div>
          <QuantityInput
            label="The sensor’s supply"
            unit="V"
            value={supply.value}
            disabled={sensorSupply.toReference}
            step={0.01}
            width={160}
            check={aboveZero}
            onCommit={({ value }) => set({ sensorSupply: { volt: measured(value) } })}
          />
          <StatedChip basis={supply.basis} />
        </div>
      )}
      {drive.nominalV !== null && input.bits !== null && (
        <SideBySide>
          <Switch
            label="is the reference"
            checked={sensorSupply.toReference}
            onChange={(e) => set({ sensorSupply: { toReference: e.currentTarget.checked } })}
          />
        </SideBySide>
      )}
      <SideBySide>
        <Switch
          label="differential: measures against the sensor’s own ground"
          checked={input.differential}
          onChange={(e) => set({ differential: e.currentTarget.checked })}
        />
      </SideBySide>
    </Fields>
  )
}
