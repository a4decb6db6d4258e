import { useState } from 'react'
import { switchingVerdict } from '../../../core/curve/lambda/index.ts'
import { Say } from '../../parts/Say.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'

/** What a switching sensor can tell instead. */
export function Switching() {
  const [volt, setVolt] = useState<number | null>(null)
  const verdict = volt === null ? null : switchingVerdict(volt)
  return (
    <>
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
    </>
  )
}
