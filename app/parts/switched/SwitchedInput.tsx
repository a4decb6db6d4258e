import { fixed } from '../../../core/quantity/index.ts'
import type { ReactNode } from 'react'
import type { Device, Input, OnOff, Patch, Pin } from '../../../core/build/index.ts'
import { refusal, orElse } from '../../../core/error.ts'
import {
  designSwitchedInput,
  levelParts,
  switchedInput,
  type InputDesign,
  type InputParts,
  type SwitchedInputTask,
} from '../../../core/input/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { PinName } from '../PinName.tsx'
import { Wrong } from '../Wrong.tsx'
import { Designs } from './Designs.tsx'
import { Drawer } from './Drawer.tsx'
import { partsText } from './partsText.ts'
import { TaskFields } from './TaskFields.tsx'
import { Zones } from './Zones.tsx'

/** What is typed of what switches: without how often, which each says in its own way. */
export type SwitchedTyped = Omit<NonNullable<OnOff['switched']>, 'edgesHz'>

/** A delay in what it costs. */
export type Delay = { name: string; text: (delayS: number) => string }

/**
 * The input of what switches: every school with parts that can be bought in its worst corner, parts from the drawer,
 * and what is fitted.
 */
export function SwitchedInput({
  switched,
  input,
  device,
  pin,
  task,
  set,
  delay,
  children,
}: {
  switched: SwitchedTyped
  /** the front end that reads it */
  input: Input
  device: Device
  pin: Pin
  task: SwitchedInputTask
  set: (patch: Patch<SwitchedTyped>) => string | null
  delay: Delay
  /** boxes of its own */
  children?: ReactNode
}) {
  const { designs, problem } = designed(task)
  const { edit } = useBuild()
  const parts = levelParts(input)
  const fitted = parts && orElse(() => switchedInput(task, parts), null)
  // parts are one thing: none of them says anything without the others
  const fit = (parts: InputParts | null): string | null =>
    edit({ kind: 'editInput', args: { input: input.id, patch: { fitted: parts } } })
  return (
    <>
      <TaskFields {...{ switched, input, set }}>
        <PinName device={device} pin={pin} label={`Pin of ${device.name}`} />
        {children}
      </TaskFields>
      <Wrong>{problem}</Wrong>
      <div className="stage">
        <div>
          <Fitted task={task} fitted={fitted} own={input.fitted === null} />
          {designs && <Designs designs={designs} fitted={fitted} delay={delay} onFit={fit} />}
          <Drawer task={task} onFit={fit} />
        </div>
        {(designs ?? fitted) && <Zones designs={designs ?? []} fitted={fitted} task={task} />}
      </div>
    </>
  )
}

function designed(task: SwitchedInputTask): {
  designs: InputDesign[] | null
  problem: string | null
} {
  try {
    return { designs: designSwitchedInput(task), problem: null }
  } catch (error) {
    return { designs: null, problem: refusal(error).message }
  }
}

/** What is left by the parts that are fitted, with the battery at either end. */
function Fitted({
  task,
  fitted,
  own,
}: {
  task: SwitchedInputTask
  fitted: InputDesign | null
  /** it is the pull-up the input has, and nothing beside it */
  own: boolean
}) {
  if (!fitted) return <p className="pale">No parts are fitted yet: the pin floats.</p>
  const at = (volt: number): string =>
    fixed(switchedInput({ ...task, batteryV: [volt, volt] }, fitted).marginV, 2)
  const [low, high] = task.batteryV
  return (
    <p role="status">
      {own ? 'Its own' : 'Fitted'}: <b>{partsText(fitted)}</b>, {fixed(fitted.marginV, 2)} V left in
      the worst corner; {at(low)} V at {low} V of battery, {at(high)} V at {high} V.
    </p>
  )
}
