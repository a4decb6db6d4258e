import { fixed } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import type { InputDesign, InputParts } from '../../../core/input/index.ts'
import { num, unseen, words } from '../columns.ts'
import { Say } from '../Say.tsx'
import { Sheet } from '../Sheet.tsx'
import { partsText } from './partsText.ts'
import { SCHOOL } from './school.ts'
import type { Delay } from './SwitchedInput.tsx'

const isSame = (a: InputParts | null, b: InputParts): boolean =>
  a?.school === b.school && a.upOhm === b.upOhm && a.downOhm === b.downOhm

/** Every school with its best parts, most margin first. */
export function Designs({
  designs,
  fitted,
  delay,
  onFit,
}: {
  designs: readonly InputDesign[]
  fitted: InputParts | null
  delay: Delay
  onFit: (parts: InputParts) => void
}) {
  const [best] = designs
  return (
    <>
      {best && (
        <p className="large">
          Best: <b>{partsText(best)}</b>, {SCHOOL[best.school]}: {fixed(best.marginV, 2)} V are left
          in the worst corner.
        </p>
      )}
      <Sheet
        label="Ways to read the sensor"
        columns={[
          num(''),
          words('How'),
          words('Parts'),
          num('margin, V'),
          num('carries, mA'),
          num(delay.name),
          unseen('Fit'),
        ]}
      >
        {designs.map((d, i) => (
          <tr key={d.school} className={d.marginV <= 0 ? 'is-suspect' : undefined}>
            <td className="num">{i + 1}</td>
            <td>
              {SCHOOL[d.school]}
              {d.says.map((s) => (
                <p key={s.code} className="pale tight small">
                  <Say of={s} />
                </p>
              ))}
            </td>
            <td>{partsText(d)}</td>
            <td className="num">{fixed(d.marginV, 2)}</td>
            <td className="num">{fixed(d.sinkA * 1000, 1)}</td>
            <td className="num">{delay.text(d.delayS)}</td>
            <td>
              <Button
                variant="subtle"
                h={36}
                px={8}
                disabled={isSame(fitted, d)}
                aria-label={`Fit ${partsText(d)}, ${SCHOOL[d.school]}`}
                onClick={() => onFit({ school: d.school, upOhm: d.upOhm, downOhm: d.downOhm })}
              >
                {isSame(fitted, d) ? 'Fitted' : 'Fit'}
              </Button>
            </td>
          </tr>
        ))}
      </Sheet>
    </>
  )
}
