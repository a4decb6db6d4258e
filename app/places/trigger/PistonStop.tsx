import { fixed } from '../../../core/quantity/index.ts'
import { useState } from 'react'
import { refusal } from '../../../core/error.ts'
import { topDeadCentre } from '../../../core/trigger/index.ts'
import { Caution } from '../../parts/Caution.tsx'
import { Fields } from '../../parts/Fields.tsx'
import { Fold } from '../../parts/Fold.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Wrong } from '../../parts/Wrong.tsx'

/** Top dead centre itself, by a stop that the piston touches from both sides. */
export function PistonStop() {
  const [one, setOne] = useState<number | null>(null)
  const [other, setOther] = useState<number | null>(null)
  const { top, problem } =
    one === null || other === null ? { top: null, problem: null } : found(one, other)
  return (
    <Fold name="Find top dead centre" says="a piston stop, a degree wheel, from both sides">
      <ol>
        <li>
          Plugs out, battery off. Screw the stop into cylinder one, a degree wheel on the crank.
        </li>
        <li>Turn by hand until the piston touches: read the wheel.</li>
        <li>Turn the other way until it touches again: read it again.</li>
        <li>Stop out before anything turns by the starter.</li>
      </ol>
      <Fields name="A piston stop">
        <QuantityInput
          label="Touches at"
          unit="°"
          width={120}
          hideUnderstood
          onTyped={(t) => setOne(t?.value ?? null)}
        />
        <QuantityInput
          label="the other way at"
          unit="°"
          width={140}
          hideUnderstood
          onTyped={(t) => setOther(t?.value ?? null)}
        />
      </Fields>
      <Wrong>{problem}</Wrong>
      {top !== null && (
        <p className="large" role="status">
          Top dead centre is at <b>{fixed(top, 1)}°</b> of the degree wheel: set its pointer there
          to 0.
        </p>
      )}
      <Caution>
        By hand alone: a starter drives the piston into the stop, and breaks one of the two.
      </Caution>
    </Fold>
  )
}

function found(one: number, other: number): { top: number | null; problem: string | null } {
  try {
    return { top: topDeadCentre(one, other), problem: null }
  } catch (error) {
    return { top: null, problem: refusal(error).message }
  }
}
