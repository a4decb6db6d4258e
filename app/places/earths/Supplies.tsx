import { roundFigures, fixed } from '../../../core/quantity/index.ts'
import { NativeSelect, Switch } from '@mantine/core'
import { useMemo, useState } from 'react'
import type { Device, DeviceSupply } from '../../../core/build/index.ts'
import {
  dropouts,
  feedOf,
  NEAR_LIMIT,
  railBudgets,
  type Dropout,
  type SupplyFeed,
  type RailBudget,
} from '../../../core/earths/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { num, words } from '../../parts/columns.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { useQuantity } from '../../parts/units.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { EarthsTabProps } from './Earths.tsx'
import { RelayCircuit } from './RelayCircuit.tsx'

/** What each device is fed by and feeds: its sensor supply, and what cranking does to it. */
export default function Supplies({ earths: { build } }: EarthsTabProps) {
  const [crankingV, setCrankingV] = useState(8.5)
  const budgets = useMemo(() => railBudgets(build), [build])
  const stops = dropouts(build, crankingV)
  return (
    <>
      <Fields>
        <QuantityInput
          label="Battery while cranking"
          unit="V"
          value={crankingV}
          width={190}
          check={(v) => (v >= 3 && v <= 16 ? null : '3 to 16 V')}
          onCommit={({ value }) => setCrankingV(value)}
        />
      </Fields>
      {build.devices.map((d) => (
        <OneDevice
          key={d.id}
          device={d}
          budget={budgets.find((b) => b.device === d.id)}
          stops={stops.find((s) => s.device === d.id)}
          crankingV={crankingV}
        />
      ))}
      <FeedTest />
      <RelayCircuit />
    </>
  )
}

function OneDevice({
  device,
  budget,
  stops,
  crankingV,
}: {
  device: Device
  budget: RailBudget | undefined
  stops: Dropout | undefined
  crankingV: number
}) {
  const { edit } = useBuild()
  const { supply } = device
  const set = (patch: Partial<DeviceSupply>): string | null =>
    edit({ kind: 'editDevice', args: { id: device.id, patch: { supply: patch } } })
  return (
    <section aria-label={`Supply of ${device.name}`} className="apart">
      <h2>{device.name}</h2>
      <Fields>
        <QuantityInput
          label="Sensor supply gives at most"
          unit="A"
          value={supply.railMa === null ? null : supply.railMa / 1000}
          placeholder="such as 50 mA"
          width={210}
          check={aboveZero}
          onCommit={({ value }) => set({ railMa: roundFigures(value * 1000, 6) })}
        />
        <QuantityInput
          label="Stops below"
          unit="V"
          value={supply.stopsBelowV}
          placeholder="not known"
          width={150}
          check={(v) => (v > 0 && v < 16 ? null : 'Between 0 and 16 V')}
          onCommit={({ value }) => set({ stopsBelowV: value })}
        />
        <NativeSelect
          label="Its feed"
          value={supply.feed}
          data={[
            { value: 'unknown', label: 'not known' },
            { value: 'permanent', label: 'permanent' },
            { value: 'switched', label: 'switched by the key' },
            { value: 'relay', label: 'by a relay' },
          ]}
          onChange={(e) => set({ feed: e.currentTarget.value as DeviceSupply['feed'] })}
        />
        <SideBySide>
          <Switch
            label="must live through cranking"
            checked={supply.mustLive}
            onChange={(e) => set({ mustLive: e.currentTarget.checked })}
          />
        </SideBySide>
      </Fields>
      {stops?.stops && (
        <p className={stops.grade === 'wrong' ? 'wrong' : 'pale'}>
          {saysOfCranking(stops, crankingV)}
          {stops.grade === 'wrong'
            ? ', and it must not: feed it from the battery by a relay that holds, or find what makes the battery sag.'
            : ': it comes back by itself, and nothing depends on it.'}
        </p>
      )}
      {budget && <Budget budget={budget} />}
    </section>
  )
}

function Budget({ budget: { parts, ma, limitMa, used, falls, sag } }: { budget: RailBudget }) {
  const near = used !== null && used > NEAR_LIMIT
  return (
    <>
      <p className={near ? 'wrong' : undefined} role="status">
        It feeds <b>{fixed(ma, 1)} mA</b>
        {limitMa !== null && ` of ${limitMa} mA, ${fixed((used ?? 0) * 100, 0)} %`}.
        {near &&
          (used! > 1
            ? ' More than it gives: move sensors to another supply, or use larger pull-ups.'
            : ' Near its limit: it warms and sags. Split it, or use larger pull-ups.')}{' '}
        One short of it takes down {falls.length === 1 ? falls[0] : `${falls.length} channels`}.
      </p>
      <details>
        <summary>What hangs on it</summary>
        <Sheet
          label="What hangs on it"
          columns={[words('Channel'), words('Pin'), words('What'), num('mA')]}
          rows={parts.map((p) => ({
            key: `${p.read} ${p.what} ${p.ma}`,
            cells: [p.channel, p.pin, p.what, fixed(p.ma, 2)],
          }))}
        />
      </details>
      {sag.length > 0 && (
        <ul aria-label="What a sagging reference moves">
          {sag.slice(0, 3).map((s) => (
            <Sag key={s.read} {...s} />
          ))}
        </ul>
      )}
    </>
  )
}

function Sag({ channel, off, unit, share }: RailBudget['sag'][number]) {
  const q = useQuantity(unit)
  return (
    <li className={share > 1 ? 'wrong' : 'pale'}>
      A reference that sags by 1 % moves {channel} by {q.pm(off, 1).slice(1)} {q.unit}: its sensor
      does not follow the same reference.
    </li>
  )
}

const FEED: Record<SupplyFeed, string> = {
  permanent: 'Permanent: fuse it near the battery, and mind what it draws while parked.',
  switched: 'Switched, and alive while cranking: right for an engine unit’s key signal.',
  'drops-out-on-crank':
    'It drops out on crank: harmless for a gauge, fatal for a controller that must live through it.',
  accessory: 'Alive at accessory only: not for anything the engine needs.',
  none: 'No feed at any position.',
}
const KEYS = ['off', 'accessory', 'on', 'crank'] as const

/** A feed found by test: volts of one wire at each position of the key. */
function FeedTest() {
  const [volts, setVolts] = useState<Partial<Record<(typeof KEYS)[number], number>>>({})
  const { off, accessory, on, crank } = volts
  const whole =
    off !== undefined && accessory !== undefined && on !== undefined && crank !== undefined
  return (
    <section aria-label="A feed by test" className="apart">
      <h2>Which feed is this wire?</h2>
      <p className="pale tight">
        Its volts at each position of the key, meter black on the battery.
      </p>
      <Fields>
        {KEYS.map((key) => (
          <QuantityInput
            key={key}
            label={`At ${key}`}
            unit="V"
            width={120}
            hideUnderstood
            check={(v) => (v >= -1 && v <= 20 ? null : '0 to 20 V')}
            onTyped={(t) =>
              setVolts(({ [key]: _, ...rest }) => (t ? { ...rest, [key]: t.value } : rest))
            }
          />
        ))}
      </Fields>
      {whole && (
        <p role="status">
          <b>{FEED[feedOf({ off, accessory, on, crank }, 12.6)]}</b>
        </p>
      )}
    </section>
  )
}

/** At which volts it stops, and at its own ground, where cranking lifts that. */
function saysOfCranking({ seesV }: Dropout, crankingV: number): string {
  const lifted = crankingV - seesV >= 0.05
  return lifted
    ? `At ${crankingV} V it sees ${fixed(seesV, 1)} V above its own ground, which cranking lifts, and stops`
    : `At ${crankingV} V it stops`
}
