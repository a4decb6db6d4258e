import { STAGE, stageBy, type Chain } from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/index.ts'
import { fixed } from '../../../../core/quantity/index.ts'
import type { Quantity } from '../../../parts/units.ts'
import { partScale, stageText, stageUnit, stageUnitText } from '../stageInfo.ts'
import type { ScalesFrame } from './frame.ts'
import { Grip } from './Grip.tsx'
import type { Hold } from './hold.ts'
import type { ThreadPlace, ThreadPlaces } from './threadOf.ts'

type Props = {
  chain: Chain
  thread: ThreadPlaces
  truth: number
  frame: ScalesFrame
  q: Quantity
  decimals: number
  hold: Hold
  still: boolean | undefined
}

/** Where the thread is taken hold of: on every scale, on those of the parts, and on what the truth is turned into. */
export function Grips(props: Props) {
  const { places } = props.thread
  return (
    <>
      <PartGrips {...props} />
      <TurnedGrip {...props} />
      {places.map((place, i) => (
        <StageGrip key={place.id} {...props} place={place} isLast={i === places.length - 1} />
      ))}
    </>
  )
}

const PartGrips = ({ chain: { spec }, thread, frame, q, hold, still }: Props) =>
  thread.parts.map((p, i) => {
    const text = stageText(STAGE.element, p.signal, spec, q),
      unit = stageUnit(STAGE.element, spec)
    return (
      <Grip
        key={i}
        {...{ frame, text, still }}
        x={p.x}
        height={p.height}
        name={`${partScale(i)}, ${unit}`}
        now={p.signal}
        aloud={`${text} ${unit}, ${q.text(p.truth)} in it`}
        under={q.text(p.truth)}
        onHold={(at) => hold.lift(i, at)}
        onSteps={(by) => hold.shiftBy(i, by)}
        onKey={{ Home: hold.level }}
      />
    )
  })

function TurnedGrip({ chain: { spec }, thread: { turned }, truth, frame, hold, still }: Props) {
  const { between } = familyOf(spec.sensor.family)
  if (!turned || !between) return null
  const text = fixed(turned.value, 1)
  const open = (): void => hold.open(STAGE.element)
  return (
    <Grip
      {...{ frame, still, text }}
      x={turned.x}
      height={truth}
      name={`${between.name}, ${between.unit}`}
      now={turned.value}
      aloud={`${text} ${between.unit}`}
      onHold={(at) => hold.pull(STAGE.truth, at)}
      onLetGo={open}
      onSteps={(by) => hold.pull(STAGE.truth, truth + by * hold.step)}
      onKey={{ Enter: open }}
    />
  )
}

function StageGrip({
  chain: { spec },
  frame,
  q,
  decimals,
  hold,
  still,
  place,
  isLast,
}: Props & { place: ThreadPlace; isLast: boolean }) {
  const { id, value, x, height } = place
  const text = stageText(id, value, spec, q, isLast ? decimals : undefined),
    unit = stageUnitText(id, spec, q)
  return (
    <Grip
      {...{ frame, text, still, x, height }}
      name={`${stageBy(id).name}, ${unit}`}
      now={value}
      aloud={`${text} ${unit}`}
      onHold={(at) => hold.pull(id, at)}
      onLetGo={() => hold.open(id)}
      onSteps={(by) => hold.pull(id, height + by * hold.step)}
      onKey={{
        Home: () => hold.pull(id, spec.range[0]),
        End: () => hold.pull(id, spec.range[1]),
        Enter: () => hold.open(id),
      }}
    />
  )
}
