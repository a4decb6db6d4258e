import { orElse } from '../../../core/error.ts'
import { Group, NativeSelect, Switch } from '@mantine/core'
import { useMemo } from 'react'
import type { Face, Patch } from '../../../core/build/index.ts'
import {
  faceText,
  readerChains,
  readersAt,
  settleS,
  walkForward,
  stageBy,
} from '../../../core/chain/index.ts'
import { fixed, unitsLike } from '../../../core/quantity/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { TextField } from '../../parts/TextField.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { differenceUnit, useQuantity } from '../../parts/units.ts'
import { NeedleScale } from './NeedleScale.tsx'
import { ReadersPicture } from './ReadersPicture.tsx'
import { useRestTruth } from './restTruth.ts'
import { truthUnit } from './stageInfo.ts'
import type { StageProps } from './tabs.tsx'

/**
 * How the device shows the value: digits or a needle, its damping, its warning; and every reader of
 * this sensor side by side.
 */
export default function FaceStage({ status }: StageProps) {
  const { build, edit } = useBuild()
  const truth = useRestTruth()
  const { read, device, channel, needs, sensor } = status.assembled
  const { face } = read
  const unit = truthUnit(sensor.family)
  const q = useQuantity(unit)
  const set = (patch: Patch<Face>): string | null =>
    edit({ kind: 'editRead', args: { id: read.id, patch: { face: patch } } })
  const shown = useMemo(() => {
    return orElse(() => (status.chain ? walkForward(status.chain, truth).shown : null), null)
  }, [status.chain, truth])
  const chains = useMemo(
    () => readerChains(build, channel.id, read.source.id),
    [build, channel.id, read.source.id],
  )
  const readers = useMemo(
    () => readersAt(chains, truth, needs.accuracy),
    [chains, truth, needs.accuracy],
  )
  const units = unitsLike(unit, build.vehicle.ethanol)
  const { needle, warning } = face
  return (
    <div className="stage">
      <div>
        <h2>Face</h2>
        <Group align="flex-start" mt="sm" wrap="wrap">
          <TextField
            label={`Name on ${device.name}`}
            value={face.name}
            onCommit={(name) => set({ name })}
          />
          <NativeSelect
            label="Shows"
            value={face.unit ?? ''}
            onChange={(e) => set({ unit: e.currentTarget.value || null })}
            data={[{ value: '', label: 'as its table' }, ...units]}
            w={160}
          />
          <NativeSelect
            label="Decimals shown"
            value={String(face.decimals)}
            onChange={(e) => set({ decimals: Number(e.currentTarget.value) })}
            data={['0', '1', '2', '3']}
            w={130}
          />
          <QuantityInput
            label="Damping"
            unit="s"
            value={face.dampingS}
            step={0.5}
            width={130}
            hideUnderstood
            check={(v) => (v >= 0 ? null : 'It cannot be negative.')}
            onCommit={({ value }) => set({ dampingS: value })}
          />
        </Group>
        <p className="pale tight">
          The last digit hides up to {fixed(0.5 * 10 ** -face.decimals, face.decimals + 1)}; it is
          in the ribbon at the last scale.
          {face.dampingS > 0 &&
            ` A step shows to nine tenths after ${settleS(face.dampingS).toFixed(1)} s.`}
        </p>
        <Switch
          mt="xs"
          label="a moving needle"
          checked={needle !== null}
          onChange={(e) =>
            set({
              needle: e.currentTarget.checked
                ? {
                    sweepDegrees: 90,
                    low: needs.range[0],
                    high: needs.range[1],
                    markStep: niceStep(needs.range),
                  }
                : null,
            })
          }
        />
        {needle && (
          <Group align="flex-start" mt="xs" wrap="wrap">
            <QuantityInput
              label="Sweep"
              unit="°"
              value={needle.sweepDegrees}
              step={5}
              width={120}
              hideUnderstood
              check={(v) => (v > 0 && v <= 360 ? null : 'Up to 360°')}
              onCommit={({ value }) => set({ needle: { sweepDegrees: value } })}
            />
            <QuantityInput
              label="First mark"
              unit={unit}
              value={needle.low}
              width={140}
              hideUnderstood
              check={(v) => (v !== needle.high ? null : 'The two ends are the same.')}
              onCommit={({ value }) => set({ needle: { low: value } })}
            />
            <QuantityInput
              label="Last mark"
              unit={unit}
              value={needle.high}
              width={140}
              hideUnderstood
              check={(v) => (v !== needle.low ? null : 'The two ends are the same.')}
              onCommit={({ value }) => set({ needle: { high: value } })}
            />
            <QuantityInput
              label="A mark every"
              unit={differenceUnit(unit)}
              value={needle.markStep}
              width={140}
              hideUnderstood
              check={(v) => (v > 0 ? null : 'Above zero')}
              onCommit={({ value }) => set({ needle: { markStep: value } })}
            />
          </Group>
        )}
        {needle && shown !== null && (
          <NeedleScale needle={needle} value={shown} truth={truth} warning={warning} q={q} />
        )}
        <Switch
          mt="xs"
          label="a warning"
          checked={warning !== null}
          onChange={(e) =>
            set({
              warning: e.currentTarget.checked
                ? { when: 'above', at: needs.best[1], hysteresis: needs.accuracy }
                : null,
            })
          }
        />
        {warning && (
          <Group align="flex-start" mt="xs" wrap="wrap">
            <NativeSelect
              label="On"
              value={warning.when}
              onChange={(e) =>
                set({ warning: { when: e.currentTarget.value as 'above' | 'below' } })
              }
              data={['above', 'below']}
              w={110}
            />
            <QuantityInput
              label="at"
              unit={unit}
              value={warning.at}
              width={140}
              hideUnderstood
              onCommit={({ value }) => set({ warning: { at: value } })}
            />
            <QuantityInput
              label="off again by"
              unit={differenceUnit(unit)}
              value={warning.hysteresis}
              width={140}
              hideUnderstood
              check={(v) => (v >= 0 ? null : 'It cannot be negative.')}
              onCommit={({ value }) => set({ warning: { hysteresis: value } })}
            />
          </Group>
        )}
        {warning && shown !== null && status.worst && (
          <p className={warning.hysteresis < status.worst.band ? 'doubt' : 'pale'}>
            {warning.hysteresis < status.worst.band
              ? `The band is ${q.pm(status.worst.band)}: with ${q.pm(warning.hysteresis).slice(1)} of hysteresis the lamp may come on ${q.pm(status.worst.band).slice(1)} ${q.unit} early or late, whatever it is set to.`
              : `On ${warning.when} ${q.text(warning.at)} as shown, off again at ${q.text(warning.when === 'above' ? warning.at - warning.hysteresis : warning.at + warning.hysteresis)}.`}
          </p>
        )}
      </div>
      <div>
        <h2>Every reader of this sensor at {q.text(truth)}</h2>
        <ReadersPicture readers={readers} truth={truth} accuracy={needs.accuracy} q={q} />
        <table className="sheet-table apart" aria-label="Readers">
          <thead>
            <tr>
              <th>Reader</th>
              <th className="num">shows</th>
              <th className="num">off, {q.unit}</th>
              <th className="num">±</th>
            </tr>
          </thead>
          <tbody>
            {readers.readers.map((r) => (
              <tr key={r.read}>
                <td>
                  {r.device} pin {r.pin}
                </td>
                {r.problem ? (
                  <td colSpan={3}>{r.problem}</td>
                ) : (
                  <>
                    <td className="num">
                      {faceText(
                        build.channels.flatMap((c) => c.reads).find((x) => x.id === r.read)!.face,
                        r.shown!,
                        unit,
                      )}
                    </td>
                    <td className="num">{q.off(r.off)}</td>
                    <td className="num">{q.pm(r.half).slice(1)}</td>
                  </>
                )}
              </tr>
            ))}
          </tbody>
        </table>
        <p className="pale">
          {readers.readers.length < 2
            ? 'One reader only. Add another at the top to see where they part.'
            : readers.partsAt
              ? `They part ${stageBy(readers.partsAt.stage).where}, by ${q.pm(readers.partsAt.by).slice(1)} ${q.unit} there; shown, they are ${q.pm(readers.apart).slice(1)} apart.`
              : `They stay together: ${q.pm(readers.apart).slice(1)} ${q.unit} apart at most.`}
        </p>
      </div>
    </div>
  )
}

const niceStep = ([low, high]: readonly [number, number]): number => {
  const raw = (high - low) / 8,
    power = 10 ** Math.floor(Math.log10(raw))
  return power * [1, 2, 5, 10].find((m) => m * power >= raw * 0.999)!
}
