import { fixed } from '../../../core/quantity/index.ts'
import { NativeSelect } from '@mantine/core'
import { useState, type ReactNode } from 'react'
import { refusal } from '../../../core/error.ts'
import {
  chooseWire,
  INSULATION_CLASSES,
  WIRE_SIZES,
  wireThere,
  type WireStandard,
} from '../../../core/ground/index.ts'
import { AmountField } from '../../parts/Amount.tsx'
import { Caution } from '../../parts/Caution.tsx'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Say } from '../../parts/Say.tsx'
import { Wrong } from '../../parts/Wrong.tsx'

type Task = {
  ampere: number
  oneWayM: number
  allowedDropV: number
  ambientC: number
  insulationC: number
  bundled: number
  standard: WireStandard
  /** of a wire that is there already, mm²; null: one is chosen */
  areaMm2: number | null
}
const START: Task = {
  ...{ ampere: 8, oneWayM: 3, allowedDropV: 0.4, ambientC: 40, insulationC: 125 },
  bundled: 1,
  ...{ standard: 'mm²', areaMm2: null },
}

/** The wire for a current, out and back, and its fuse; or what a wire that is there may carry and loses. */
export default function WireAndFuse() {
  const [task, setTask] = useState(START)
  const set = (patch: Partial<Task>): void => setTask((t) => ({ ...t, ...patch }))
  return (
    <>
      <TaskFields task={task} set={set} />
      {task.areaMm2 === null ? <Chosen {...task} /> : <There {...task} areaMm2={task.areaMm2} />}
      <p className="pale small">
        Copper of IEC 60028, sizes of IEC 60228 and ASTM B258, insulation classes of ISO 19642; in a
        bundle by the table of IEC 60364-5-52. The drop is that of copper as warm as its current
        makes it.
      </p>
      <Caution>
        A wire without a fuse near the battery is a fire. Local rules and whoever inspects the
        vehicle decide what may be changed.
      </Caution>
    </>
  )
}

/** Wires that carry as much and lie together, the wire itself among them. */
const BUNDLES = [1, 2, 3, 4, 6, 9, 12, 20]

function TaskFields({ task, set }: { task: Task; set: (patch: Partial<Task>) => void }) {
  const sizes = WIRE_SIZES[task.standard]
  return (
    <Fields>
      <NativeSelect
        label="Sizes in"
        value={task.standard}
        data={[
          { value: 'mm²', label: 'mm²' },
          { value: 'awg', label: 'AWG' },
        ]}
        onChange={(e) => set({ standard: e.currentTarget.value as WireStandard, areaMm2: null })}
        w={110}
      />
      <NativeSelect
        label="The wire"
        value={task.areaMm2 ?? ''}
        data={[
          { value: '', label: 'find one' },
          ...sizes.map((s) => ({ value: String(s.areaMm2), label: `is there: ${s.label}` })),
        ]}
        onChange={(e) => set({ areaMm2: Number(e.currentTarget.value) || null })}
        w={180}
      />
      <AmountField label="Current" unit="A" value={task.ampere} on={(ampere) => set({ ampere })} />
      <AmountField
        label="Length one way"
        unit="m"
        value={task.oneWayM}
        on={(oneWayM) => set({ oneWayM })}
      />
      {task.areaMm2 === null && (
        <AmountField
          label="Drop allowed"
          unit="V"
          value={task.allowedDropV}
          on={(allowedDropV) => set({ allowedDropV })}
        />
      )}
      <QuantityInput
        label="Air around it"
        unit="°C"
        value={task.ambientC}
        width={130}
        onCommit={({ value }) => set({ ambientC: value })}
      />
      <NativeSelect
        label="Insulation"
        value={task.insulationC}
        data={INSULATION_CLASSES.map((c) => ({
          value: String(c.upToC),
          label: `class ${c.id}, to ${c.upToC} °C`,
        }))}
        onChange={(e) => set({ insulationC: Number(e.currentTarget.value) })}
        w={180}
      />
      <NativeSelect
        label="In its bundle"
        value={task.bundled}
        data={BUNDLES.map((n) => ({
          value: String(n),
          label: n === 1 ? 'it is alone' : `${n} as loaded`,
        }))}
        onChange={(e) => set({ bundled: Number(e.currentTarget.value) })}
        w={150}
      />
    </Fields>
  )
}

function Chosen(task: Task) {
  return (
    <Worked work={() => chooseWire(task)}>
      {(found) => (
        <>
          <p className="large">
            <b>{found.label}</b>, out and back: {fixed(found.dropV, 2)} V. Fuse{' '}
            <b>{found.fuseA} A</b>, near the source.
          </p>
          {found.warnings.map((w) => (
            <p key={w.code} className="doubt tight">
              <Say of={w} />
            </p>
          ))}
        </>
      )}
    </Worked>
  )
}

function There(task: Task & { areaMm2: number }) {
  return (
    <Worked work={() => wireThere(task)}>
      {({ carriesA, dropV, fuseA, enough, insulation }) => (
        <>
          <p className="large">
            It may carry <b>{fixed(carriesA, 1)} A</b> all day, and drops <b>{fixed(dropV, 2)} V</b>{' '}
            out and back at {task.ampere} A.{' '}
            {fuseA === null ? 'No fuse that is sold protects it.' : `Fuse ${fuseA} A at most.`}
          </p>
          {!enough && (
            <p className="wrong tight">
              Too thin for {task.ampere} A in this heat.
              {insulation !== null && ` In class ${insulation} it would carry it.`}
            </p>
          )}
        </>
      )}
    </Worked>
  )
}

/** What the core makes of a task, or why it will not. */
function Worked<T>({ work, children }: { work: () => T; children: (found: T) => ReactNode }) {
  const { found, problem } = tried(work)
  if (problem !== null) return <Wrong>{problem}</Wrong>
  return (
    <div role="status" aria-label="The wire">
      {children(found as T)}
    </div>
  )
}

function tried<T>(work: () => T): { found?: T; problem: string | null } {
  try {
    return { found: work(), problem: null }
  } catch (error) {
    return { problem: refusal(error).message }
  }
}
