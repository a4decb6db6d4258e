import { fixed } from '../../../core/quantity/index.ts'
import { Switch } from '@mantine/core'
import { useState } from 'react'
import { coilCircuit } from '../../../core/earths/index.ts'
import { AmountField } from '../../parts/Amount.tsx'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import css from './Earths.module.css'

/**
 * A relay that a unit switches to ground, drawn with the currents that run: how low-side switching and the diode
 * work.
 */
export function RelayCircuit() {
  const [task, setTask] = useState({ batteryV: 13.8, coilOhm: 85, coilH: 0.3, loadA: 15 })
  const [on, setOn] = useState(true)
  const [diode, setDiode] = useState(true)
  const set = (patch: Partial<typeof task>): void => setTask((t) => ({ ...t, ...patch }))
  const { coilA, pinV, decayS } = coilCircuit({ ...task, on, diode })
  return (
    <section aria-label="A relay" className="apart">
      <h2>A relay that a unit switches</h2>
      <Fields>
        <AmountField
          label="Battery"
          unit="V"
          value={task.batteryV}
          on={(batteryV) => set({ batteryV })}
        />
        <AmountField
          label="Coil"
          unit="Ω"
          value={task.coilOhm}
          on={(coilOhm) => set({ coilOhm })}
        />
        <AmountField label="Load" unit="A" value={task.loadA} on={(loadA) => set({ loadA })} />
        <SideBySide>
          <Switch
            label="the unit’s pin is on"
            checked={on}
            onChange={(e) => setOn(e.currentTarget.checked)}
          />
        </SideBySide>
        <SideBySide>
          <Switch
            label="diode across the coil"
            checked={diode}
            onChange={(e) => setDiode(e.currentTarget.checked)}
          />
        </SideBySide>
      </Fields>
      <Drawn on={on} diode={diode} coilA={coilA} loadA={on ? task.loadA : 0} />
      <p className="tight">
        {on
          ? `The unit takes pin 85 to its ground: ${milliamps(coilA)} run from the battery ` +
            `through the coil into the unit, and the contact carries the ${task.loadA} A. The ` +
            'unit’s ground carries the coil, never the load.'
          : diode
            ? `At the moment of switching off the coil keeps its ${milliamps(coilA)}: they run ` +
              `round through the diode and die in ${fixed(decayS * 1000, 0)} ms. The pin ` +
              `sees ${fixed(pinV, 1)} V.`
            : `Without a diode the ${milliamps(coilA)} of the coil have nowhere to go: the pin ` +
              'rises until something breaks down, by hundreds of volts. It kills units and ' +
              'rings in every trigger wire beside it.'}
      </p>
      <p className="pale small">
        Stripe of the diode to the battery side, pin 86: the other way round it is a short. A
        high-side switch feeds the load itself and has its ground where it is bolted.
      </p>
    </section>
  )
}

const milliamps = (ampere: number): string => `${fixed(ampere * 1000, 0)} mA`

/** Battery line above, ground below; coil left, contact right. What carries current is in ink. */
function Drawn({
  on,
  diode,
  coilA,
  loadA,
}: {
  on: boolean
  diode: boolean
  coilA: number
  loadA: number
}) {
  const coil = on ? css.live : css.dead
  const round = !on && diode ? css.live : css.dead
  return (
    <svg
      viewBox="0 0 560 230"
      width={560}
      className={css.circuit}
      role="img"
      aria-label={said(on, diode, coilA, loadA)}
    >
      <path className={on ? css.live : css.dead} d="M60 24H500" />
      <text x={60} y={16}>
        battery, fused
      </text>
      <path className={coil} d="M140 24V66 M140 134V170" />
      <rect
        className={on || diode ? css.live : css.dead}
        x={126}
        y={66}
        width={28}
        height={68}
        rx={3}
      />
      <text x={76} y={104}>
        coil
      </text>
      <text x={146} y={58}>
        86
      </text>
      <text x={146} y={152}>
        85
      </text>
      {diode && (
        <g>
          <path className={round} d="M140 60H212V86 M212 114V140H140" />
          <path className={css.diode} d="M200 114h24l-12 -24z M200 90h24" />
        </g>
      )}
      <path className={coil} d={on ? 'M140 170V206' : 'M140 170l16 30'} />
      <text x={166} y={192}>
        the unit’s pin{on ? `, ${milliamps(coilA)}` : ', open'}
      </text>
      <path className={on ? css.live : css.dead} d="M380 24V76 M380 124V140 M380 184V206" />
      <path className={on ? css.live : css.dead} d={on ? 'M380 76V124' : 'M380 124l-22 -42'} />
      <text x={390} y={78}>
        30
      </text>
      <text x={390} y={122}>
        87
      </text>
      <rect className={on ? css.live : css.dead} x={362} y={140} width={36} height={44} rx={3} />
      <text x={408} y={168}>
        load, {on ? `${loadA} A` : 'none'}
      </text>
      <path className={css.level} d="M60 206H500" />
      <text x={60} y={224}>
        ground
      </text>
    </svg>
  )
}

const said = (on: boolean, diode: boolean, coilA: number, loadA: number): string =>
  on
    ? `The pin is on: ${milliamps(coilA)} through the coil, ${loadA} A through the contact`
    : diode
      ? 'The pin is off: the coil’s current runs round through the diode'
      : 'The pin is off, and no diode takes the coil’s current'
