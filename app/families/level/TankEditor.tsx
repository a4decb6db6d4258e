import { orElse } from '../../../core/error.ts'
import { Button, Group, NativeSelect } from '@mantine/core'
import { useMemo, useState } from 'react'
import {
  heightAt,
  tankHeight,
  tankLitres,
  type Sender,
  type Tank,
} from '../../../core/curve/level/index.ts'
import type { Patch } from '../../../core/build/index.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { floatOf } from './start.ts'
import { TankPicture } from './TankPicture.tsx'

/** What of a tank and its sender changes. */
export type TankPatch = { tank?: Patch<Tank>; sender?: Patch<Sender> }

/** A tank's section and length and its sender, drawn and typed. */
export function TankEditor({
  tank,
  sender,
  signalUnit,
  onChange: set,
}: {
  tank: Tank
  sender: Sender
  /** of the sender: Ω or V */ signalUnit: string
  onChange: (patch: TankPatch) => string | null
}) {
  const [litres, setLitres] = useState(10)
  const full = useMemo(() => tankLitres(tank, tankHeight(tank)), [tank])
  const fuelMm = useMemo(() => {
    return orElse(() => heightAt(tank, Math.min(full, litres)), null)
  }, [tank, litres, full])
  const float = (() => {
    if (fuelMm === null) return null
    if (sender.kind === 'straight')
      return { y: Math.min(sender.highMm, Math.max(sender.lowMm, fuelMm)), pivotY: null }
    const onStop = (degrees: number): number =>
      sender.pivotMm + sender.armMm * Math.sin((degrees * Math.PI) / 180)
    return {
      y: Math.min(onStop(sender.highDeg), Math.max(onStop(sender.lowDeg), fuelMm)),
      pivotY: sender.pivotMm,
    }
  })()
  const mm = (label: string, value: number, on: (mm: number) => string | null) => (
    <QuantityInput
      label={label}
      unit="mm"
      value={value / 1000}
      width={140}
      hideUnderstood
      onCommit={({ value: v }) => on(v * 1000)}
    />
  )
  const signal = (label: string, key: 'emptySignal' | 'fullSignal') => (
    <QuantityInput
      label={label}
      unit={signalUnit}
      value={sender[key]}
      width={140}
      hideUnderstood
      check={(v) => (v >= 0 ? null : 'Not negative.')}
      onCommit={({ value }) => set({ sender: { [key]: value } })}
    />
  )
  const degrees = (label: string, key: 'lowDeg' | 'highDeg') =>
    sender.kind === 'arm' ? (
      <QuantityInput
        label={label}
        unit="°"
        value={sender[key]}
        width={140}
        hideUnderstood
        check={(v) => (Math.abs(v) <= 90 ? null : '−90 to 90°')}
        onCommit={({ value }) => set({ sender: { [key]: value } })}
      />
    ) : null
  return (
    <div>
      <TankPicture
        tank={tank}
        fuelMm={fuelMm}
        floatMm={float}
        onMove={(i, to) =>
          set({ tank: { corners: tank.corners.map((c, k) => (k === i ? to : c)) } })
        }
      />
      <Group gap="sm" align="flex-start">
        <QuantityInput
          label="Picture holds"
          unit="l"
          value={litres}
          width={140}
          hideUnderstood
          step={1}
          onCommit={({ value }) => setLitres(value)}
        />
        {mm('Length', tank.lengthMm, (v) => set({ tank: { lengthMm: v } }))}
        <Button
          mt={26}
          variant="default"
          onClick={() => {
            const { corners } = tank,
              a = corners.at(-1)!,
              b = corners[0]!
            set({
              tank: {
                corners: [
                  ...corners,
                  { x: Math.round((a.x + b.x) / 2), y: Math.round((a.y + b.y) / 2) },
                ],
              },
            })
          }}
        >
          One more corner
        </Button>
        {tank.corners.length > 3 && (
          <Button
            mt={26}
            variant="subtle"
            color="gray"
            onClick={() => set({ tank: { corners: tank.corners.slice(0, -1) } })}
          >
            Take the last away
          </Button>
        )}
      </Group>
      <Group gap="sm" align="flex-start" mt="xs">
        <NativeSelect
          label="Sender"
          value={sender.kind}
          onChange={(e) =>
            set({
              sender:
                e.currentTarget.value === 'straight'
                  ? {
                      ...floatOf(signalUnit),
                      emptySignal: sender.emptySignal,
                      fullSignal: sender.fullSignal,
                    }
                  : {
                      kind: 'arm',
                      pivotMm: 150,
                      armMm: 150,
                      lowDeg: -60,
                      highDeg: 60,
                      emptySignal: sender.emptySignal,
                      fullSignal: sender.fullSignal,
                    },
            })
          }
          data={[
            { value: 'straight', label: 'straight, in a tube' },
            { value: 'arm', label: 'swinging arm' },
          ]}
          w={180}
        />
        {sender.kind === 'straight' ? (
          <>
            {mm('Lowest float', sender.lowMm, (v) => set({ sender: { lowMm: v } }))}
            {mm('Highest float', sender.highMm, (v) => set({ sender: { highMm: v } }))}
          </>
        ) : (
          <>
            {mm('Pivot above the bottom', sender.pivotMm, (v) => set({ sender: { pivotMm: v } }))}
            {mm('Arm', sender.armMm, (v) => set({ sender: { armMm: v } }))}
            {degrees('Low stop', 'lowDeg')}
            {degrees('High stop', 'highDeg')}
          </>
        )}
        {signal('Empty', 'emptySignal')}
        {signal('Full', 'fullSignal')}
      </Group>
    </div>
  )
}
