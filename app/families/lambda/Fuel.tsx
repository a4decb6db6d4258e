import { fixed, roundTo } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { useMemo, useState } from 'react'
import { blendInTank, mistakenLambda, shownAfr } from '../../../core/curve/lambda/index.ts'
import { stoichiometricAfr } from '../../../core/standards/index.ts'
import { orElse } from '../../../core/error.ts'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { useBuild } from '../../store/useBuild.ts'
import { num } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'

/** A share typed in per cent. */
const share = (v: number): string | null => (v >= 0 && v <= 100 ? null : '0 to 100 %')

/** What a gauge and an engine unit show of one mixture where they believe different fuels. */
export function Fuel() {
  const { build, edit } = useBuild()
  const { ethanol } = build.vehicle
  const [other, setOther] = useState(0)
  return (
    <>
      <p className="tight">
        With {fixed(ethanol * 100, 0)} % ethanol in the tank λ 1 is AFR{' '}
        <b>{fixed(stoichiometricAfr(ethanol), 2)}</b>.
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
      <Sheet
        label="What each shows"
        columns={[
          num('λ'),
          num('this one, AFR'),
          num('the other, AFR'),
          num('λ if AFR is passed on'),
        ]}
        rows={[0.8, 0.9, 1, 1.1].map((l) => ({
          key: l,
          cells: [
            fixed(l, 2),
            fixed(shownAfr(l, ethanol), 2),
            fixed(shownAfr(l, other), 2),
            fixed(mistakenLambda(l, ethanol, other), 3),
          ],
        }))}
      />
      <p className="pale">
        A gauge and an engine unit that believe different fuels show different AFR for one mixture.
        Read λ, and nobody has to agree on the fuel.
      </p>
      <PouredTogether
        onUse={(blended) => edit({ kind: 'editVehicle', args: { patch: { ethanol: blended } } })}
      />
    </>
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
          <Button variant="default" onClick={() => onUse(roundTo(blend.ethanol, 3))}>
            In the tank: {fixed(blend.ethanol * 100, 0)} %, AFR {fixed(blend.afr, 2)}. Use it
          </Button>
        )}
      </Fields>
    </>
  )
}
