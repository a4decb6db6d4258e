import { fixed } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { num, unseen, words } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'
import { jump } from './Findings.tsx'
import { EvidenceDrawn } from './EvidenceDrawn.tsx'
import { StrengthPanel } from './Strength.tsx'
import type { TriggerTabProps } from './Trigger.tsx'

const KIND = { noise: 'edge too many', missed: 'tooth missed', 'sync-lost': 'sync lost' } as const
const MOST = 60
/** About a fault so much is shown, s. */
const ABOUT_S = 0.12

/** What the capture shows: polarity's evidence, and each fault by its time, which is gone to. */
export default function Faults({ trigger, capture }: TriggerTabProps) {
  const { read, look } = capture
  if (!read) return <p className="pale">Bring a capture first.</p>
  const { evidence, faults } = read
  return (
    <div className="stage">
      <div>
        <h2>Faults</h2>
        {faults.length === 0 ? (
          <p>None: every edge came when it was due.</p>
        ) : (
          <Sheet
            label="Faults of the capture"
            columns={[num('at, s'), words('What'), words('Why'), unseen('Look')]}
          >
            {faults.slice(0, MOST).map((f, i) => (
              <tr key={i}>
                <td className="num">{fixed(f.timeS, 3)}</td>
                <td>{KIND[f.kind]}</td>
                <td>{f.text}</td>
                <td className="to-right">
                  <Button
                    variant="subtle"
                    h={36}
                    px={8}
                    aria-label={`Look at ${fixed(f.timeS, 3)} s`}
                    onClick={() => look([f.timeS - ABOUT_S, f.timeS + ABOUT_S])}
                  >
                    Look
                  </Button>
                </td>
              </tr>
            ))}
          </Sheet>
        )}
        {faults.length > MOST && <p className="pale">and {faults.length - MOST} more</p>}
      </div>
      <div>
        <h2>Which way round the leads are</h2>
        {evidence ? (
          <Sheet
            label="Evidence of the polarity"
            columns={[
              words('Crossings'),
              num('edges'),
              num('speed is off by'),
              num('steepness'),
              num('widths differ by'),
            ]}
            rows={(['falling', 'rising'] as const).map((way) => ({
              key: way,
              cells: [
                way,
                String(evidence[way].edges),
                jump(evidence[way].rough),
                steepness(evidence[way].steep, evidence.falling.steep),
                jump(evidence[way].unlike),
              ],
            }))}
          />
        ) : (
          <p className="pale">Too little signal to tell.</p>
        )}
        {trigger.pickup === 'vr' && <EvidenceDrawn capture={capture} />}
        <p className="pale">
          At the teeth the crossings come as evenly as the engine turns, and each is as wide as the
          next, since teeth are alike; between them the one in the gap is wider, and stands
          anywhere. Steepness says little: narrow teeth are steep, and so are narrow spaces.
        </p>
        <StrengthPanel trigger={trigger} strength={read.strength} />
      </div>
    </div>
  )
}

const steepness = (steep: number, falling: number): string =>
  falling > 0 ? `${fixed(steep / falling, 2)} ×` : ''
