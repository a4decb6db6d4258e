import type { ReactNode } from 'react'
import type { OnOff, Patch } from '../../../core/build/index.ts'
import { EchtError, orElse } from '../../../core/error.ts'
import {
  designSwitchedInput,
  switchedInput,
  type InputDesign,
  type InputParts,
  type SwitchedInputTask,
} from '../../../core/input/index.ts'
import { Wrong } from '../Wrong.tsx'
import { Designs } from './Designs.tsx'
import { Drawer } from './Drawer.tsx'
import { partsText } from './partsText.ts'
import { TaskFields } from './TaskFields.tsx'
import { Zones } from './Zones.tsx'

/** What of an input is typed, whatever switches: without how often, which each says in its own way. */
export type Typed = Omit<NonNullable<OnOff['input']>, 'edgesHz'>

/** A delay in what it costs. */
export type Delay = { name: string; text: (delayS: number) => string }

/**
 * The input of what switches: every school with parts that can be bought in its worst corner, parts from the drawer,
 * and what is fitted.
 */
export function SwitchedInput({
  input,
  task,
  set,
  delay,
  children,
}: {
  input: Typed
  task: SwitchedInputTask
  set: (patch: Patch<Typed>) => string | null
  delay: Delay
  /** boxes of its own */
  children?: ReactNode
}) {
  const { designs, problem } = designed(task)
  const fitted = input.fitted && orElse(() => switchedInput(task, input.fitted!), null)
  // parts are one thing: none of them says anything without the others
  const fit = (parts: InputParts | null): string | null =>
    set({ fitted: parts && { ...parts } } as Patch<Typed>)
  return (
    <>
      <TaskFields input={input} set={set}>
        {children}
      </TaskFields>
      <Wrong>{problem}</Wrong>
      <div className="stage">
        <div>
          <Fitted task={task} fitted={fitted} />
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
    if (!(error instanceof EchtError)) throw error
    return { designs: null, problem: error.message }
  }
}

/** What is left by the parts that are fitted, with the battery at either end. */
function Fitted({ task, fitted }: { task: SwitchedInputTask; fitted: InputDesign | null }) {
  if (!fitted) return <p className="pale">No parts are fitted yet: the pin floats.</p>
  const at = (volt: number): string =>
    switchedInput({ ...task, batteryV: [volt, volt] }, fitted).marginV.toFixed(2)
  const [low, high] = task.batteryV
  return (
    <p role="status">
      Fitted: <b>{partsText(fitted)}</b>, {fitted.marginV.toFixed(2)} V left in the worst corner;{' '}
      {at(low)} V at {low} V of battery, {at(high)} V at {high} V.
    </p>
  )
}
