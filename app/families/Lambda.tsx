import { Button, NativeSelect, Switch } from '@mantine/core'
import dayjs from 'dayjs'
import { useMemo, useState } from 'react'
import {
  blendInTank,
  feedFindings,
  freeAirFinding,
  groundFromPoints,
  mistakenLambda,
  placementFindings,
  shownAfr,
  switchingVerdict,
  type Feed,
  type Placement,
} from '../../core/curve/lambda/index.ts'
import { stoichiometricAfr } from '../../core/standards/index.ts'
import { measured } from '../../core/build/index.ts'
import { orElse } from '../../core/error.ts'
import { fixed } from '../../core/quantity/index.ts'
import { Beside, Fields } from '../parts/Fields.tsx'
import { Say } from '../parts/Say.tsx'
import { Findings } from '../parts/Findings.tsx'
import { QuantityInput } from '../parts/QuantityInput.tsx'
import { StatedChip } from '../parts/StatedChip.tsx'
import { newId } from '../store/id.ts'
import { useBuild } from '../store/useBuild.ts'
import type { PanelProps } from './registry.ts'

const PLACE: Placement = {
  angleDeg: 12,
  afterCollectorMm: 300,
  toJointMm: 500,
  toOpenEndMm: 1500,
  turbo: 'none',
  gasC: 650,
  limitC: 930,
}
const FEED: Feed = {
  heaterA: 3,
  fuseA: 5,
  crankingV: 8.5,
  resetsBelowV: 7,
  sharedFuse: false,
  warmUpS: 20,
}

/**
 * Fuel and AFR, the ground difference, where the sensor sits, what feeds it, its age, and what a
 * switching sensor can tell.
 */
export default function Lambda({ status }: PanelProps) {
  return (
    <div className="panels apart">
      <Fuel />
      <Ground status={status} />
      <Place status={status} />
      <Supply status={status} />
      <FreeAir status={status} />
      <Switching />
    </div>
  )
}

/** A share typed in per cent. */
const share = (v: number): string | null => (v >= 0 && v <= 100 ? null : '0 to 100 %')

/** What a gauge and an engine unit show of one mixture where they believe different fuels. */
function Fuel() {
  const { build, edit } = useBuild()
  const { ethanol } = build.vehicle
  const [other, setOther] = useState(0)
  return (
    <section aria-label="Fuel and AFR">
      <h2>Fuel and AFR</h2>
      <p className="tight">
        With {(ethanol * 100).toFixed(0)} % ethanol in the tank λ 1 is AFR{' '}
        <b>{stoichiometricAfr(ethanol).toFixed(2)}</b>.
      </p>
      <Fields>
        <QuantityInput
          label="Ethanol in the tank"
          unit="%"
          value={100 * ethanol}
          step={5}
          width={190}
          check={share}
          onCommit={({ value }) =>
            edit({ kind: 'editVehicle', args: { patch: { ethanol: value / 100 } } })
          }
        />
        <QuantityInput
          label="The other believes ethanol"
          unit="%"
          value={other * 100}
          width={240}
          check={share}
          onCommit={({ value }) => setOther(value / 100)}
        />
      </Fields>
      <table className="sheet-table" aria-label="What each shows">
        <thead>
          <tr>
            <th className="num">λ</th>
            <th className="num">this one, AFR</th>
            <th className="num">the other, AFR</th>
            <th className="num">λ if AFR is passed on</th>
          </tr>
        </thead>
        <tbody>
          {[0.8, 0.9, 1, 1.1].map((l) => (
            <tr key={l}>
              <td className="num">{l.toFixed(2)}</td>
              <td className="num">{shownAfr(l, ethanol).toFixed(2)}</td>
              <td className="num">{shownAfr(l, other).toFixed(2)}</td>
              <td className="num">{mistakenLambda(l, ethanol, other).toFixed(3)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="pale">
        A gauge and an engine unit that believe different fuels show different AFR for one mixture.
        Read λ, and nobody has to agree on the fuel.
      </p>
      <PouredTogether
        onUse={(blended) => edit({ kind: 'editVehicle', args: { patch: { ethanol: blended } } })}
      />
    </section>
  )
}

/** Fillings of different fuels, and what they make in the tank. */
function PouredTogether({ onUse }: { onUse: (ethanol: number) => void }) {
  const [fills, setFills] = useState([
    { litres: 20, ethanol: 0.05 },
    { litres: 10, ethanol: 0.85 },
  ])
  const put = (i: number, patch: Partial<(typeof fills)[number]>): void =>
    setFills(fills.map((fill, k) => (k === i ? { ...fill, ...patch } : fill)))
  const blend = useMemo(() => orElse(() => blendInTank(fills), null), [fills])
  return (
    <>
      <h3 className="tight">Poured together</h3>
      {fills.map((f, i) => (
        <Fields key={i}>
          <QuantityInput
            label={`Filling ${i + 1}, litres`}
            unit="l"
            value={f.litres}
            width={170}
            hideUnderstood
            check={(v) => (v >= 0 ? null : 'Not less than nothing.')}
            onCommit={({ value }) => put(i, { litres: value })}
          />
          <QuantityInput
            label={`Filling ${i + 1}, ethanol`}
            unit="%"
            value={f.ethanol * 100}
            width={170}
            hideUnderstood
            check={share}
            onCommit={({ value }) => put(i, { ethanol: value / 100 })}
          />
        </Fields>
      ))}
      <Fields>
        <Button variant="subtle" onClick={() => setFills([...fills, { litres: 10, ethanol: 0 }])}>
          One more filling
        </Button>
        {blend && (
          <Button variant="default" onClick={() => onUse(Number(blend.ethanol.toFixed(3)))}>
            In the tank: {(blend.ethanol * 100).toFixed(0)} %, AFR {blend.afr.toFixed(2)}. Use it
          </Button>
        )}
      </Fields>
    </>
  )
}

function Ground({ status }: PanelProps) {
  const { edit } = useBuild()
  const { sensor, read, device, input } = status.assembled
  const manual = sensor.points.filter((p) => p.method === 'manual'),
    heard = sensor.points.filter((p) => p.method === 'output')
  const found = useMemo(() => {
    if (manual.length < 2 || heard.length === 0) return null
    const [a, b] = [manual[0]!, manual.at(-1)!]
    const slope = (b.signal - a.signal) / (b.truth - a.truth)
    return orElse(
      () =>
        groundFromPoints(
          { slope, offset: a.signal - slope * a.truth },
          heard.map((p) => ({
            lambda: p.truth,
            volt: p.signal,
            sigmaV: p.signalUncertainty ?? 0.005,
          })),
        ),
      null,
    )
  }, [sensor.points]) // eslint-disable-line react-hooks/exhaustive-deps
  return (
    <section aria-label="Ground difference">
      <h2>Ground difference</h2>
      {!found ? (
        <p className="pale">
          Take two lines of the manual and one test output as {device.name} reads it: the ground
          between controller and {device.name} follows from them.
        </p>
      ) : (
        <>
          <p role="status">
            {device.name} reads <b>{fixed(Math.abs(found.volt) * 1000, 0)} mV</b> ±
            {(1960 * found.sigmaV).toFixed(0)} {found.volt >= 0 ? 'above' : 'below'} the
            controller’s own line
            {found.slopeAgrees
              ? ', at every output alike.'
              : ', but not at every output alike: a wrong scale, not only a ground.'}
          </p>
          <p>
            Entered under Leads: {fixed(read.wire.groundOffsetV.value * 1000, 0)} mV{' '}
            <StatedChip basis={read.wire.groundOffsetV.basis} />
            {input.differential ? ' A differential input cancels it.' : ''}
          </p>
          {Math.abs(found.volt - read.wire.groundOffsetV.value) > 0.002 && (
            <Button
              variant="default"
              onClick={() =>
                edit({
                  kind: 'editRead',
                  args: {
                    id: read.id,
                    patch: {
                      wire: {
                        groundOffsetV: measured(
                          Number(found.volt.toFixed(4)),
                          heard.map((p) => p.measurement.id),
                        ),
                      },
                    },
                  },
                })
              }
            >
              Enter {fixed(found.volt * 1000, 0)} mV under Leads
            </Button>
          )}
          <p className="pale">
            Use either: points as {device.name} reads them hold the ground already; points of the
            manual need it under Leads.
          </p>
        </>
      )}
    </section>
  )
}

function Place({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element } = status.assembled.sensor
  const place = { ...PLACE, ...(element.settings.placement as Partial<Placement> | undefined) }
  const set = (patch: Partial<Placement>): string | null =>
    edit({
      kind: 'editElement',
      args: { id: element.id, patch: { settings: { placement: patch } } },
    })
  const box = (key: Exclude<keyof Placement, 'turbo'>, label: string, unit: string) => (
    <QuantityInput
      label={label}
      unit={unit}
      value={unit === 'mm' ? place[key] / 1000 : place[key]}
      width={190}
      hideUnderstood
      onCommit={({ value }) => set({ [key]: unit === 'mm' ? value * 1000 : value })}
    />
  )
  const findings = placementFindings(place)
  return (
    <section aria-label="Placement">
      <h2>Where it sits</h2>
      <Fields>
        {box('angleDeg', 'Above level', '°')}
        {box('afterCollectorMm', 'After the joining of the pipes', 'mm')}
        {box('toJointMm', 'Nearest joint upstream', 'mm')}
        {box('toOpenEndMm', 'To the open end', 'mm')}
        {box('gasC', 'Gas reaches', '°C')}
        {box('limitC', 'It bears', '°C')}
        <NativeSelect
          label="Turbine"
          value={place.turbo}
          onChange={(e) => set({ turbo: e.currentTarget.value as Placement['turbo'] })}
          data={[
            { value: 'none', label: 'none' },
            { value: 'after', label: 'sensor after it' },
            { value: 'before', label: 'sensor before it' },
          ]}
          w={190}
        />
      </Fields>
      {findings.length === 0 ? (
        <p role="status">Nothing speaks against this place.</p>
      ) : (
        <Findings findings={findings} label="Placement findings" />
      )}
    </section>
  )
}

function Supply({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element } = status.assembled.sensor
  const feed = { ...FEED, ...(element.settings.feed as Partial<Feed> | undefined) }
  const set = (patch: Partial<Feed>): string | null =>
    edit({ kind: 'editElement', args: { id: element.id, patch: { settings: { feed: patch } } } })
  const box = (key: Exclude<keyof Feed, 'sharedFuse'>, label: string, unit: string) => (
    <QuantityInput
      label={label}
      unit={unit}
      value={feed[key]}
      width={170}
      hideUnderstood
      check={(v) => (v > 0 ? null : 'It must be above zero.')}
      onCommit={({ value }) => set({ [key]: value })}
    />
  )
  return (
    <section aria-label="Heater and supply">
      <h2>Heater and supply</h2>
      <Fields>
        {box('heaterA', 'Heater, cold', 'A')}
        {box('fuseA', 'Fuse', 'A')}
        {box('crankingV', 'While cranking', 'V')}
        {box('resetsBelowV', 'It resets below', 'V')}
        {box('warmUpS', 'Warm-up', 's')}
      </Fields>
      <Switch
        mt="xs"
        label="shares its fuse with something else"
        checked={feed.sharedFuse}
        onChange={(e) => set({ sharedFuse: e.currentTarget.checked })}
      />
      <Findings findings={feedFindings(feed)} label="Supply findings" />
    </section>
  )
}

type AirRecord = { at: string; oxygen: number }

function FreeAir({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element } = status.assembled.sensor
  const record = (
    Array.isArray(element.settings.freeAir) ? element.settings.freeAir : []
  ) as AirRecord[]
  const [typed, setTyped] = useState<number | null>(null)
  const [round, setRound] = useState(0)
  const keep = (): void => {
    if (typed === null) return
    const item = { id: newId(), at: new Date().toISOString(), oxygen: typed / 100 }
    if (edit({ kind: 'putInSetting', args: { element: element.id, list: 'freeAir', item } })) return
    setTyped(null)
    setRound(round + 1)
  }
  return (
    <section aria-label="Free air">
      <h2>Free air, and its age</h2>
      <p className="pale tight">
        Out of the exhaust, hot, in clean air: 20.95 % oxygen. A heated sensor burns skin and lights
        fuel vapour: out of doors, away from fuel.
      </p>
      <Fields>
        <QuantityInput
          key={round}
          label="It shows oxygen"
          unit="%"
          width={170}
          step={0.1}
          placeholder="20.9"
          onTyped={(t) => setTyped(t?.value ?? null)}
          check={(v) => (v > 0 && v <= 40 ? null : '0 to 40 %')}
        />
        <Beside>
          <Button variant="default" disabled={typed === null} onClick={keep}>
            Note it
          </Button>
        </Beside>
      </Fields>
      {record.length > 0 && (
        <table className="sheet-table" aria-label="Free-air record">
          <tbody>
            {record.map((r, i) => {
              const f = freeAirFinding(r.oxygen, record[i - 1]?.oxygen)
              return (
                <tr key={r.at}>
                  <td>{dayjs(r.at).format('D MMM YYYY')}</td>
                  <td className="num">{(r.oxygen * 100).toFixed(2)} %</td>
                  <td className={f.level === 'note' ? 'pale' : f.level}>{f.text}</td>
                </tr>
              )
            })}
          </tbody>
        </table>
      )}
    </section>
  )
}

function Switching() {
  const [volt, setVolt] = useState<number | null>(null)
  const verdict = volt === null ? null : switchingVerdict(volt)
  return (
    <section aria-label="Switching sensor">
      <h2>A switching sensor instead</h2>
      <p className="pale tight">
        It says rich or lean of λ 1 and nothing more. Recommended: a wide-range controller wherever
        anything is tuned under load.
      </p>
      <QuantityInput
        label="Its volts"
        unit="V"
        width={150}
        step={0.05}
        onTyped={(t) => setVolt(t?.value ?? null)}
      />
      {verdict && (
        <p role="status">
          <b>{verdict.side}.</b> <Say of={verdict.says} />
        </p>
      )}
    </section>
  )
}
