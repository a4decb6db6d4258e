import { fixed, roundFigures } from '../../../../core/quantity/index.ts'
import { Button, Group, NativeSelect } from '@mantine/core'
import { useMemo, useState } from 'react'
import type { Input } from '../../../../core/build/index.ts'
import type { ReadStatus } from '../../../../core/chain/index.ts'
import { findFamily } from '../../../../core/curve/index.ts'
import type { PullUpTask } from '../../../../core/input/index.ts'
import { Fields } from '../../../parts/Fields.tsx'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { ohms, useQuantity } from '../../../parts/units.ts'
import { newPull } from '../../../store/make.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { useWork } from '../../../workers/useWork.ts'
import { truthUnit } from '../stageInfo.ts'
import { aboveZero, notNegative } from '../../../parts/checks.ts'
import { pullUpName, ResolutionChart, type ResolutionRow } from './ResolutionChart.tsx'
import { Wrong } from '../../../parts/Wrong.tsx'

/** What is asked of a pull-up: where it comes from, over what it is best, and its limits. */
type Wishes = {
  series: PullUpTask['series']
  over: 'range' | 'best'
  /** most it may warm the sensor, °C; null: no matter */
  maxHeat: number | null
  marginV: number
}

/**
 * The pull-up that can be bought and resolves best where it is worst, and why: °C per count for it
 * and its neighbours.
 */
export default function PullUpDesignPanel({ status }: { status: ReadStatus }) {
  const { input } = status.assembled
  const [wishes, setWishes] = useState<Wishes>({
    series: 'E24',
    over: 'range',
    maxHeat: 0.5,
    marginV: 0.05,
  })
  const { task, heats, design, error, busy } = usePullUpDesign(status, wishes)
  if (!task)
    return (
      <p className="pale">
        {input.bits === null
          ? 'A needle gauge has no converter: its own feed is its pull-up.'
          : 'Measure the sensor first: the pull-up is sized by its curve.'}
      </p>
    )
  const fixedOhm = fixedOhmOf(input)
  return (
    <div>
      <h2>
        {fixedOhm === undefined ? 'The pull-up to fit' : `Beside the fixed ${ohms(fixedOhm)}`}
      </h2>
      <WishFields {...{ wishes, heats }} onChange={(w) => setWishes((all) => ({ ...all, ...w }))} />
      <Wrong>{error}</Wrong>
      {design && <Best {...{ status, design, heats }} series={wishes.series} />}
      {busy && !design && <p className="pale">Trying every value…</p>}
    </div>
  )
}

/** Ohms of a pull-up that cannot be changed; undefined where there is none. */
const fixedOhmOf = ({ pulls }: Input): number | undefined =>
  pulls.find((p) => p.kind === 'fixed' && p.on)?.ohm.value

/** The best pull-up for a sensor, worked out off the page. */
function usePullUpDesign({ assembled }: ReadStatus, wishes: Wishes) {
  const { input, sensor, needs } = assembled
  const { curve, family } = sensor
  const { bits } = input
  const { series, maxHeat, marginV } = wishes
  const heating = findFamily(family)?.heatingPerMw?.(sensor.element.settings) ?? 0
  const volt = input.referenceV.value
  const range = needs[wishes.over]
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
            marginV,
            ...(maxHeat === null || heating === 0 ? {} : { maxSelfHeatingC: maxHeat }),
            ...(fixedOhm === undefined ? {} : { fixedPullUpOhm: fixedOhm }),
          },
    [curve, bits, range, volt, series, maxHeat, marginV, heating, fixedOhm],
  )
  const { value, error, busy } = useWork(
    task ? (core) => core.pullUps({ family, curve }, task) : null,
    [task, family, curve],
  )
  return { task, heats: heating > 0, design: value, error, busy }
}

type Design = NonNullable<ReturnType<typeof usePullUpDesign>['design']> & ResolutionRow

function WishFields({
  wishes,
  heats,
  onChange,
}: {
  wishes: Wishes
  heats: boolean
  onChange: (wishes: Partial<Wishes>) => void
}) {
  return (
    <Fields>
      <NativeSelect
        label="From the series"
        value={wishes.series}
        onChange={(e) => onChange({ series: e.currentTarget.value as Wishes['series'] })}
        data={['E12', 'E24', 'E96']}
        w={120}
      />
      <NativeSelect
        label="Best over"
        value={wishes.over}
        onChange={(e) => onChange({ over: e.currentTarget.value as Wishes['over'] })}
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
          value={wishes.maxHeat}
          step={0.1}
          width={160}
          check={aboveZero}
          onCommit={({ value }) => onChange({ maxHeat: value })}
        />
      )}
      <QuantityInput
        label="Margin to the rails"
        unit="V"
        value={wishes.marginV}
        step={0.05}
        width={150}
        check={notNegative}
        onCommit={({ value }) => onChange({ marginV: value })}
      />
    </Fields>
  )
}

/** The best one, why, and its neighbours drawn. */
function Best({
  status,
  design,
  heats,
  series,
}: {
  status: ReadStatus
  design: Design
  heats: boolean
  series: string
}) {
  const { edit } = useBuild()
  const { input, sensor } = status.assembled
  const q = useQuantity(truthUnit(sensor.family))
  const { best } = design
  const chosen = best.pullUpOhm
  const already = input.pulls.some((p) => p.kind === 'fitted' && p.ohm.value === chosen)
  const choose = (): string | null => {
    const pull = newPull(chosen, 'fitted', input.referenceV.value, true, 'fitted pull-up')
    return edit({ kind: 'choosePullUp', args: { input: input.id, pull } })
  }
  return (
    <>
      <Group mt="xs" gap="md" role="status">
        <span className="large">
          <b>{chosen === Infinity ? 'None: no part beside it helps.' : ohms(chosen)}</b>
          {chosen !== Infinity && fixedOhmOf(input) !== undefined && ' in parallel'}: worst{' '}
          {fixed(best.worstResolutionC * q.scale, 3)} {q.unit} a count, at{' '}
          {q.text(best.worstAtC, 0)}
          {heats && `; heats the sensor ${fixed(best.selfHeatingC * q.scale, 2)} ${q.unit}`}.
        </span>
        {chosen !== Infinity && (
          <Button disabled={already} onClick={choose}>
            {already ? 'Chosen' : 'Choose it'}
          </Button>
        )}
      </Group>
      <p className="pale tight small">
        The ideal value is {pullUpName(roundFigures(design.idealOhm, 3))};{' '}
        {design.candidates.length} values of {series} stay inside the limits. A smaller one resolves
        the end of few ohms better and draws more; a larger one favours the other.
      </p>
      <ResolutionChart {...{ design, q }} />
      <p className="pale small tight">{q.unit} per count: lower resolves better.</p>
    </>
  )
}
