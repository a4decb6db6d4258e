import { Button, Group, NativeSelect } from '@mantine/core'
import { useMemo, useState } from 'react'
import type { Patch } from '../../../core/build/index.ts'
import {
  heightAt,
  tankHeight,
  tankLitres,
  type Sender,
  type Tank,
} from '../../../core/curve/level/index.ts'
import { orElse } from '../../../core/error.ts'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { floatIn, withOneMore } from './section.ts'
import { otherKind } from './start.ts'
import { TankPicture } from './TankPicture.tsx'

/** What of a tank and its sender changes. */
export type TankPatch = { tank?: Patch<Tank>; sender?: Patch<Sender> }

type Props = {
  tank: Tank
  sender: Sender
  /** of the sender: Ω or V */ signalUnit: string
  onChange: (patch: TankPatch) => string | null
}

/** A tank's section and length and its sender, drawn and typed. */
export function TankEditor({ tank, sender, signalUnit, onChange }: Props) {
  const [litres, setLitres] = useState(10)
  const fuelMm = useMemo(
    () => orElse(() => heightAt(tank, Math.min(tankLitres(tank, tankHeight(tank)), litres)), null),
    [tank, litres],
  )
  return (
    <div>
      <TankPicture
        tank={tank}
        fuelMm={fuelMm}
        floatMm={fuelMm === null ? null : floatIn(sender, fuelMm)}
        onMove={(i, to) =>
          onChange({ tank: { corners: tank.corners.map((c, k) => (k === i ? to : c)) } })
        }
      />
      <Corners tank={tank} onChange={onChange} />
      <Fields>
        <QuantityInput
          label="Picture holds"
          unit="l"
          value={litres}
          width={140}
          hideUnderstood
          step={1}
          onCommit={({ value }) => setLitres(value)}
        />
        <Millimetres
          label="Length"
          value={tank.lengthMm}
          onCommit={(lengthMm) => onChange({ tank: { lengthMm } })}
        />
      </Fields>
      <SenderFields sender={sender} signalUnit={signalUnit} onChange={onChange} />
    </div>
  )
}

/** One corner more, or one less while a section is left. */
function Corners({ tank: { corners }, onChange }: Pick<Props, 'tank' | 'onChange'>) {
  return (
    <Group gap="sm">
      <Button
        variant="default"
        onClick={() => onChange({ tank: { corners: withOneMore(corners) } })}
      >
        One more corner
      </Button>
      {corners.length > 3 && (
        <Button
          variant="subtle"
          color="gray"
          onClick={() => onChange({ tank: { corners: corners.slice(0, -1) } })}
        >
          Take the last away
        </Button>
      )}
    </Group>
  )
}

/** The sender: its kind, where it moves, and what it shows empty and full. */
function SenderFields({ sender, signalUnit, onChange }: Omit<Props, 'tank'>) {
  const set = (patch: Patch<Sender>): string | null => onChange({ sender: patch })
  return (
    <Fields>
      <NativeSelect
        label="Sender"
        value={sender.kind}
        onChange={() => set(otherKind(sender, signalUnit))}
        data={[
          { value: 'straight', label: 'straight, in a tube' },
          { value: 'arm', label: 'swinging arm' },
        ]}
        w={180}
      />
      {sender.kind === 'straight' ? (
        <>
          <Millimetres
            label="Lowest float"
            value={sender.lowMm}
            onCommit={(lowMm) => set({ lowMm })}
          />
          <Millimetres
            label="Highest float"
            value={sender.highMm}
            onCommit={(highMm) => set({ highMm })}
          />
        </>
      ) : (
        <>
          <Millimetres
            label="Pivot above the bottom"
            value={sender.pivotMm}
            onCommit={(pivotMm) => set({ pivotMm })}
          />
          <Millimetres label="Arm" value={sender.armMm} onCommit={(armMm) => set({ armMm })} />
          <Stop label="Low stop" value={sender.lowDeg} onCommit={(lowDeg) => set({ lowDeg })} />
          <Stop label="High stop" value={sender.highDeg} onCommit={(highDeg) => set({ highDeg })} />
        </>
      )}
      {(
        [
          ['Empty', 'emptySignal'],
          ['Full', 'fullSignal'],
        ] as const
      ).map(([label, key]) => (
        <QuantityInput
          key={key}
          label={label}
          unit={signalUnit}
          value={sender[key]}
          width={140}
          hideUnderstood
          check={(v) => (v >= 0 ? null : 'Not negative.')}
          onCommit={({ value }) => set({ [key]: value })}
        />
      ))}
    </Fields>
  )
}

type Box = { label: string; value: number; onCommit: (value: number) => string | null }

/** A length, kept in millimetres. */
const Millimetres = ({ label, value, onCommit }: Box) => (
  <QuantityInput
    label={label}
    unit="mm"
    value={value / 1000}
    width={140}
    hideUnderstood
    onCommit={(typed) => onCommit(typed.value * 1000)}
  />
)

/** Where an arm is stopped, degrees from level. */
const Stop = ({ label, value, onCommit }: Box) => (
  <QuantityInput
    label={label}
    unit="°"
    value={value}
    width={140}
    hideUnderstood
    check={(v) => (Math.abs(v) <= 90 ? null : '−90 to 90°')}
    onCommit={(typed) => onCommit(typed.value)}
  />
)
