import { Button, Group, NativeSelect, Switch } from '@mantine/core'
import { measured, type Input, type Patch, type Pull } from '../../../../core/build/index.ts'
import type { ReadStatus } from '../../../../core/chain/index.ts'
import { findFamily } from '../../../../core/curve/registry.ts'
import { ohms } from '../../../parts/units.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { newPull } from '../../../store/make.ts'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { TextField } from '../../../parts/TextField.tsx'
import { StatedChip } from '../../../parts/StatedChip.tsx'

const KIND: Record<Pull['kind'], string> = {
  fixed: 'fixed in the device',
  switchable: 'switchable',
  fitted: 'fitted outside',
}

/** A sentence when a rail is none that a converter or a sensor lives on. */
const voltsCheck = (v: number): string | null =>
  v < 0.1 || v > 30 ? 'A reference or a rail of a sensor stands between 0.1 and 30 V.' : null

/** The converter and everything that feeds the pin. */
export function InputDescription({ status }: { status: ReadStatus }) {
  const { edit } = useBuild()
  const { input, device, sensor } = status.assembled
  const family = findFamily(sensor.family)
  const drive = family?.drive(sensor.element.settings)
  const edges = input.signal === 'frequency'
  const set = (patch: Patch<Omit<Input, 'pulls'>>): string | null =>
    edit({ kind: 'editInput', args: { input: input.id, patch } })
  const setPull = (pull: Pull, patch: Patch<Pull>): string | null =>
    edit({ kind: 'editPullUp', args: { input: input.id, pull: pull.id, patch } })
  return (
    <>
      <h2>
        {device.name}, pin {input.pin}
      </h2>
      <Group align="flex-start" mt="xs" wrap="wrap">
        <TextField
          label="Pin"
          value={input.pin}
          width={90}
          required
          onCommit={(pin) => set({ pin })}
        />
        {input.bits !== null && (
          <NativeSelect
            label="Bits"
            value={String(input.bits)}
            onChange={(e) => set({ bits: Number(e.currentTarget.value) })}
            data={['8', '10', '12', '14', '16']}
            w={90}
          />
        )}
        {input.bits !== null && !edges && (
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
          check={(v) => (v > 0 ? null : 'It must be above zero.')}
          onCommit={({ value }) => set({ limitV: value })}
        />
      </Group>
      {edges && input.counter && (
        <Group align="flex-start" mt="xs" wrap="wrap">
          <QuantityInput
            label="Counts edges for"
            unit="s"
            value={input.counter.gateS}
            step={0.05}
            width={160}
            check={(v) => (v > 0 ? null : 'It must be above zero.')}
            onCommit={({ value }) => set({ counter: { gateS: value } })}
          />
          <QuantityInput
            label="Follows up to"
            unit="Hz"
            value={input.counter.highestHz}
            step={100}
            width={160}
            check={(v) => (v > 0 ? null : 'It must be above zero.')}
            onCommit={({ value }) => set({ counter: { highestHz: value } })}
          />
        </Group>
      )}
      {drive?.kind === 'voltage' && (
        <Group
          align="flex-start"
          mt="xs"
          wrap="wrap"
          role="group"
          aria-label="Supply and ground of the sensor"
        >
          {drive.nominalV !== null && (
            <div>
              <QuantityInput
                label="The sensor’s supply"
                unit="V"
                value={
                  input.sensorSupply.toReference
                    ? input.referenceV.value
                    : input.sensorSupply.volt.value
                }
                disabled={input.sensorSupply.toReference}
                step={0.01}
                width={160}
                check={(v) => (v > 0 ? null : 'It must be above zero.')}
                onCommit={({ value }) => set({ sensorSupply: { volt: measured(value) } })}
              />
              <StatedChip
                basis={
                  input.sensorSupply.toReference
                    ? input.referenceV.basis
                    : input.sensorSupply.volt.basis
                }
              />
            </div>
          )}
          {drive.nominalV !== null && input.bits !== null && (
            <Switch
              mt={34}
              label="is the reference"
              checked={input.sensorSupply.toReference}
              onChange={(e) =>
                set({
                  sensorSupply: { toReference: e.currentTarget.checked },
                })
              }
            />
          )}
          <Switch
            mt={34}
            label="differential: measures against the sensor’s own ground"
            checked={input.differential}
            onChange={(e) => set({ differential: e.currentTarget.checked })}
          />
        </Group>
      )}
      {input.pulls.length === 0 && drive?.kind === 'resistance' && (
        <p className="doubt">
          No pull-up yet: choose one at the right, or say what the device has.
        </p>
      )}
      {input.pulls.map((p) => (
        <Group
          key={p.id}
          align="flex-start"
          mt="xs"
          gap="sm"
          wrap="wrap"
          role="group"
          aria-label={`Pull-up ${p.name || ohms(p.ohm.value)}`}
        >
          <div style={{ width: 150, paddingTop: 30 }}>
            <b>{p.name || 'pull-up'}</b>
            <div className="pale small">{KIND[p.kind]}</div>
          </div>
          <div>
            <QuantityInput
              label="Ohms"
              unit="Ω"
              value={p.ohm.value}
              width={130}
              check={(v) => (v > 0 ? null : 'It must be above zero.')}
              onCommit={({ value }) => setPull(p, { ohm: measured(value) })}
              tolerance={{ now: p.tolerance, take: (t) => setPull(p, { tolerance: t }) }}
            />
            <StatedChip basis={p.ohm.basis} />
          </div>
          <QuantityInput
            label="Tolerance"
            unit="%"
            value={p.tolerance * 100}
            width={110}
            check={(v) => (v >= 0 && v <= 50 ? null : '0 to 50 %')}
            onCommit={({ value }) => setPull(p, { tolerance: value / 100 })}
          />
          <QuantityInput
            label="To"
            unit="V"
            value={p.toReference ? input.referenceV.value : p.railV.value}
            width={110}
            disabled={p.toReference}
            check={(v) => (v > 0 ? null : 'It must be above zero.')}
            onCommit={({ value }) => setPull(p, { railV: measured(value) })}
          />
          <div style={{ paddingTop: 34 }}>
            {p.kind === 'fixed' ? null : p.kind === 'switchable' ? (
              <Switch
                label="on"
                checked={p.on}
                onChange={(e) => setPull(p, { on: e.currentTarget.checked })}
              />
            ) : (
              <Button
                variant="default"
                h={36}
                onClick={() =>
                  edit({ kind: 'removePullUp', args: { input: input.id, pull: p.id } })
                }
              >
                Take out
              </Button>
            )}
            {input.bits !== null && (
              <Switch
                mt={6}
                label="to the reference"
                checked={p.toReference}
                onChange={(e) => setPull(p, { toReference: e.currentTarget.checked })}
              />
            )}
          </div>
        </Group>
      ))}
      <Button
        variant="subtle"
        mt="xs"
        onClick={() =>
          edit({
            kind: 'addPullUp',
            args: {
              input: input.id,
              pull: newPull(
                2490,
                'fixed',
                input.referenceV.value,
                input.bits !== null,
                'own pull-up',
              ),
            },
          })
        }
      >
        {input.pulls.length === 0 ? 'The device has a pull-up' : 'The device has one more'}
      </Button>
    </>
  )
}
