import { fixed } from '../../../core/quantity/index.ts'
import { patched } from '../../../core/build/index.ts'
import { familyOf } from '../../../core/curve/index.ts'
import type { Sender, Tank } from '../../../core/curve/level/index.ts'
import { roundDomain, roundTicks } from '../../parts/plot/axis.ts'
import { Plot } from '../../parts/plot/Plot.tsx'
import { useQuantity } from '../../parts/units.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { TakenPoint } from '../../../core/chain/index.ts'
import { useWork } from '../../workers/useWork.ts'
import type { PanelProps } from '../registry.ts'
import { BOX, floatOf } from './start.ts'
import { TankEditor, type TankPatch } from './TankEditor.tsx'
import type { TankWork } from './work.ts'
import { Wrong } from '../../parts/Wrong.tsx'

type Predicted = TankWork['predicted']

/**
 * The tank's section and its sender: the curve before it is filled, what explains it after, and the
 * fills worth taking.
 */
export function TankShape({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element, family, points } = status.assembled.sensor
  const { signalUnit } = familyOf(family)
  const tank = (element.settings.tank as Tank | undefined) ?? BOX,
    sender = (element.settings.sender as Sender | undefined) ?? floatOf(signalUnit)
  const drawn = element.settings.tank !== undefined
  // the first edit records the whole of what was only a suggestion before
  const set = (patch: TankPatch): string | null =>
    edit({
      kind: 'editElement',
      args: {
        id: element.id,
        patch: { settings: drawn ? patch : patched({ tank, sender }, patch) },
      },
    })
  const { value, error } = useWork(
    (core) =>
      core.tank(
        tank,
        sender,
        points.map((p) => p.truth),
      ),
    [element.settings.tank, element.settings.sender, points],
  )
  return (
    <>
      <p className="pale tight">
        Draw the section from a few corners, give the length: the curve before the tank is filled,
        and what explains it after.
      </p>
      <div className="panels">
        <div>
          <TankEditor tank={tank} sender={sender} signalUnit={signalUnit} onChange={set} />
          <Wrong>{error}</Wrong>
        </div>
        {value && (
          <div>
            <PredictedCurve predicted={value.predicted} points={points} signalUnit={signalUnit} />
            <WhatItHides predicted={value.predicted} />
            <NextFills fills={value.fills} />
            {!drawn && <p className="pale">An invented box until you draw yours.</p>}
          </div>
        )}
      </div>
    </>
  )
}

/** What a tank as drawn holds, litres. */
const fullOf = (predicted: Predicted): number => predicted.points.at(-1)!.litres

/** Contents over signal as predicted, with the points measured so far. */
function PredictedCurve({
  predicted,
  points,
  signalUnit,
}: {
  predicted: Predicted
  points: readonly TakenPoint[]
  signalUnit: string
}) {
  const q = useQuantity('l')
  const signals = [...predicted.points, ...points].map((p) => p.signal)
  const digits = signalUnit === 'V' ? 3 : 1
  const litres = [...predicted.points.map((p) => p.litres), ...points.map((p) => p.truth)]
  return (
    <Plot
      label={`Predicted contents over ${signalUnit}, to ${q.text(fullOf(predicted))}`}
      height={230}
      x={roundTicks(Math.min(...signals), Math.max(...signals), 7, ` ${signalUnit}`)}
      y={roundDomain(0, q.out(Math.max(...litres)))}
      curves={[
        {
          name: 'predicted',
          places: predicted.points.map((p) => [p.signal, q.out(p.litres)]),
          ...{ stroke: 'var(--pale)', dash: '5 4' },
        },
      ]}
      spots={points.map((p) => ({ x: p.signal, y: q.out(p.truth) }))}
      tip={{
        x: (v) => `${fixed(v, digits)} ${signalUnit}`,
        y: (v) => `${fixed(v, 1)} ${q.unit}`,
      }}
    />
  )
}

/** What the tank holds, where its float cannot tell, and what its two ends alone would miss. */
function WhatItHides({ predicted }: { predicted: Predicted }) {
  const q = useQuantity('l')
  const full = fullOf(predicted),
    little = full / 200
  return (
    <p role="status" aria-label="What the tank says">
      It holds <b>{q.text(full)}</b>.{' '}
      {predicted.deadBelowL > little &&
        `Below ${q.text(predicted.deadBelowL)} the float lies on its stop: cannot tell. `}
      {full - predicted.deadAboveL > little && `Above ${q.text(predicted.deadAboveL)} likewise. `}
      From its two ends alone it would be off by up to{' '}
      <b>{q.text(Math.abs(predicted.twoEndsErrorL))}</b>, near{' '}
      {q.text(predicted.twoEndsWorstAtL, 0)}.
    </p>
  )
}

function NextFills({ fills }: Pick<TankWork, 'fills'>) {
  const q = useQuantity('l')
  return fills.length === 0 ? (
    <p className="pale">By the shape as drawn, the fills already taken say all that it can hide.</p>
  ) : (
    <p>
      By the shape as drawn, fills worth taking next:{' '}
      <b>{fills.map((f) => q.text(f.litres, 0)).join(', ')}</b>; without the first, up to{' '}
      {q.text(fills[0]!.errorL)} off.
    </p>
  )
}
