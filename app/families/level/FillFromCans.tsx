import { Button, Group, NativeSelect } from '@mantine/core'
import { useRef, useState } from 'react'
import { familyOf } from '../../../core/curve/registry.ts'
import { QuantityInput, type Typed } from '../../parts/QuantityInput.tsx'
import { useQuantity } from '../../parts/units.ts'
import { signalCheck } from '../../places/channel/element/check.ts'
import { useBuild } from '../../store/useBuild.ts'
import { newId } from '../../store/id.ts'
import type { PanelProps } from '../registry.ts'

/** Filling can by can: pour, type the signal, Enter; the litres add themselves up. */
export function FillFromCans({ status }: PanelProps) {
  const { build, edit } = useBuild()
  const { sensor } = status.assembled
  const { element } = sensor
  const family = familyOf(element.family)
  const q = useQuantity('l')
  const cans = build.instruments.filter((i) => i.kind === 'can')
  const [can, setCan] = useState(5)
  const [which, setWhich] = useState(cans[0]?.id ?? '')
  const [signal, setSignal] = useState<Typed | null>(null)
  const [round, setRound] = useState(0)
  const box = useRef<HTMLInputElement>(null)
  // what was noted last, poured or drawn off, is what is in the tank
  const now =
    sensor.points.length === 0
      ? null
      : sensor.points.reduce((a, b) => (b.measurement.at >= a.measurement.at ? b : a)).truth
  const record = (): void => {
    if (!signal) {
      box.current?.focus()
      return
    }
    const litres = Number(((now ?? 0) + (now === null ? 0 : can)).toFixed(3))
    const refused = edit({
      kind: 'addMeasurement',
      args: {
        measurement: {
          id: newId(),
          at: new Date().toISOString(),
          by: '',
          about: { kind: 'point', element: element.id },
          method: now === null ? 'empty' : 'fill',
          note: now === null ? 'before the first can' : `one can of ${can} l`,
          struck: null,
          readings: [
            { role: 'signal', ...signal, instrument: null },
            ...(now === null
              ? []
              : [
                  {
                    role: 'truth' as const,
                    typed: String(litres),
                    unit: 'l',
                    value: litres,
                    instrument: which || null,
                  },
                ]),
          ],
        },
      },
    })
    // what was typed stays where it could not be recorded: the page says why
    if (refused) return
    setSignal(null)
    setRound(round + 1)
    setTimeout(() => box.current?.focus())
  }
  return (
    <section aria-label="Fill from cans">
      <h2>Fill from cans</h2>
      <form
        onSubmit={(e) => {
          e.preventDefault()
          record()
        }}
      >
        <Group align="flex-start" gap="sm">
          <QuantityInput
            label="A can holds"
            unit="l"
            value={can}
            width={140}
            hideUnderstood
            check={(v) => (v > 0 ? null : 'Above zero.')}
            onCommit={({ value }) => setCan(value)}
          />
          {cans.length > 0 && (
            <NativeSelect
              label="Measured with"
              value={which}
              onChange={(e) => setWhich(e.currentTarget.value)}
              data={[
                { value: '', label: 'an unknown can' },
                ...cans.map((c) => ({ value: c.id, label: c.name })),
              ]}
              w={180}
            />
          )}
          <QuantityInput
            key={round}
            inputRef={box}
            label={now === null ? 'Signal, empty' : `Signal with ${q.text(now + can, 0)} in it`}
            unit={family.signalUnit}
            onTyped={setSignal}
            width={200}
            check={signalCheck(family.drive(element.settings), family.signalUnit)}
          />
          <Button type="submit" mt={26}>
            {now === null ? 'It is empty' : 'One can poured'}
          </Button>
        </Group>
      </form>
      <p className="pale tight">
        {now === null
          ? 'Begin drained.'
          : `In the tank by what was noted: ${q.text(now)}. Pour, wait half a minute for the float, type, Enter.`}
      </p>
    </section>
  )
}
