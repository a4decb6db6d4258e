import type { Input } from '../../../../core/build/index.ts'
import { Button, Group, NativeSelect } from '@mantine/core'
import { useMemo, useState } from 'react'
import type { ReadStatus } from '../../../../core/chain/index.ts'
import { findFamily } from '../../../../core/curve/registry.ts'
import type { PullUpTask } from '../../../../core/input/index.ts'
import { ohms, useQuantity } from '../../../parts/units.ts'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { useBuild } from '../../../store/useBuild.ts'
import { truthUnit } from '../stageInfo.ts'
import { pullUpName, ResolutionChart } from './ResolutionChart.tsx'
import { newPull } from '../../../store/make.ts'
import { useWork } from '../../../workers/useWork.ts'

/**
 * The pull-up that can be bought and resolves best where it is worst, and why: °C per count for it
 * and its neighbours.
 */
export default function PullUpDesign({ status }: { status: ReadStatus }) {
  const { edit } = useBuild()
  const q = useQuantity(truthUnit(status.assembled.sensor.family))
  const { input, sensor, needs } = status.assembled
  const [series, setSeries] = useState<PullUpTask['series']>('E24')
  const [over, setOver] = useState<'range' | 'best'>('range')
  const [maxHeat, setMaxHeat] = useState<number | null>(0.5)
  const [margin, setMargin] = useState(0.05)
  const heating = findFamily(sensor.family)?.heatingPerMw?.(sensor.element.settings) ?? 0
  const { curve, family } = sensor
  const { bits } = input
  const volt = input.referenceV.value
  const range = needs[over]
  const fixedOhm = fixedOhmOf(input)
  // by what it rests on and nothing else: an edit of the fitted pull-up asks for no other design
  const task = useMemo(
    (): PullUpTask | null =>
      curve === undefined || bits === null
        ? null
        : {
            rangeC: range,
            supplyV: volt,
            referenceV: volt,
            bits,
            series,
            dissipationMwPerK: heating > 0 ? 1 / heating : 1,
            marginV: margin,
            ...(maxHeat === null || heating === 0 ? {} : { maxSelfHeatingC: maxHeat }),
            ...(fixedOhm === undefined ? {} : { fixedPullUpOhm: fixedOhm }),
          },
    [curve, bits, range, volt, series, maxHeat, margin, heating, fixedOhm],
  )
  const {
    value: design,
    error,
    busy,
  } = useWork(task ? (core) => core.pullUps({ family, curve }, task) : null, [task, family, curve])
  if (!task)
    return (
      <p className="pale">
        {input.bits === null
          ? 'A needle gauge has no converter: its own feed is its pull-up.'
          : 'Measure the sensor first: the pull-up is sized by its curve.'}
      </p>
    )
  const factor = q.scale
  const heats = heating > 0
  const chosen = design?.best.pullUpOhm
  const already = input.pulls.some((p) => p.kind === 'fitted' && p.ohm.value === chosen)
  return (
    <div>
      <h2>
        {fixedOhm !== undefined ? `Beside the fixed ${ohms(fixedOhm)}` : 'The pull-up to fit'}
      </h2>
      <Group align="flex-start" mt="xs" gap="sm" wrap="wrap">
        <NativeSelect
          label="From the series"
          value={series}
          onChange={(e) => setSeries(e.currentTarget.value as PullUpTask['series'])}
          data={['E12', 'E24', 'E96']}
          w={120}
        />
        <NativeSelect
          label="Best over"
          value={over}
          onChange={(e) => setOver(e.currentTarget.value as typeof over)}
          data={[
            { value: 'range', label: 'the whole range' },
            { value: 'best', label: 'where it matters' },
          ]}
          w={170}
        />
        {heats && (
          <QuantityInput
            label="Self-heating at most"
            unit="Δ°C"
            value={maxHeat}
            step={0.1}
            width={160}
            check={(v) => (v > 0 ? null : 'It must be above zero.')}
            onCommit={({ value }) => setMaxHeat(value)}
          />
        )}
        <QuantityInput
          label="Margin to the rails"
          unit="V"
          value={margin}
          step={0.05}
          width={150}
          check={(v) => (v >= 0 ? null : 'It cannot be negative.')}
          onCommit={({ value }) => setMargin(value)}
        />
      </Group>
      {error && (
        <p role="alert" className="wrong">
          {error}
        </p>
      )}
      {design && chosen !== undefined && (
        <>
          <Group mt="xs" gap="md" role="status">
            <span className="large">
              {chosen === Infinity ? (
                <b>None: no part beside it helps.</b>
              ) : (
                <>
                  <b>{ohms(chosen)}</b>
                  {fixedOhm !== undefined ? ' in parallel' : ''}
                </>
              )}
              : worst {(design.best.worstResolutionC * factor).toFixed(3)} {q.unit} a count, at{' '}
              {q.text(design.best.worstAtC, 0)}
              {heats
                ? `; heats the sensor ${(design.best.selfHeatingC * factor).toFixed(2)} ${q.unit}`
                : ''}
              .
            </span>
            {chosen !== Infinity && (
              <Button
                disabled={already}
                onClick={() =>
                  edit({
                    kind: 'choosePullUp',
                    args: {
                      input: input.id,
                      pull: {
                        ...newPull(
                          chosen,
                          'fitted',
                          input.referenceV.value,
                          true,
                          'fitted pull-up',
                        ),
                      },
                    },
                  })
                }
              >
                {already ? 'Chosen' : 'Choose it'}
              </Button>
            )}
          </Group>
          <p className="pale tight small">
            The ideal value is {pullUpName(Number(design.idealOhm.toPrecision(3)))};{' '}
            {design.candidates.length} values of {series} stay inside the limits. A smaller one
            resolves the end of few ohms better and draws more; a larger one favours the other.
          </p>
          <ResolutionChart {...{ design, q }} />
          <p className="pale" style={{ fontSize: 14, margin: 0 }}>
            {q.unit} per count: lower resolves better.
          </p>
        </>
      )}
      {busy && !design && <p className="pale">Trying every value…</p>}
    </div>
  )
}

/** Ohms of a pull-up that cannot be changed; undefined where there is none. */
const fixedOhmOf = ({ pulls }: Input): number | undefined =>
  pulls.find((p) => p.kind === 'fixed' && p.on)?.ohm.value
