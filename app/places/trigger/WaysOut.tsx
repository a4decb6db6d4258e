import { fixed } from '../../../core/quantity/index.ts'
import type { Trigger } from '../../../core/build/index.ts'
import { parseWheel, waysOut, type WayOut } from '../../../core/trigger/index.ts'
import { num, words } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'

const WAY: Record<WayOut['way'], { does: string; needs: string }> = {
  describe: {
    does: 'Tell the unit the wheel there is',
    needs: 'an entry in the unit; the angle by the lamp again',
  },
  convert: {
    does: 'A converter between pickup and unit',
    needs: 'a box that knows both wheels, its supply and ground; one more thing that can fail',
  },
  'change-wheel': {
    does: 'Fit the wheel the unit waits for',
    needs: 'the wheel, its hub true to a tenth; gap and angle anew',
  },
}

/** Ways out where the unit waits for another wheel; nothing where it waits for this one. */
export function WaysOut({ trigger: { wheel, expects } }: { trigger: Trigger }) {
  const ways = expects === null ? [] : waysOut(parseWheel(wheel), parseWheel(expects))
  if (ways.length === 0) return null
  return (
    <>
      <p className="wrong apart">
        The unit waits for {expects}, on the engine is {wheel}: it finds no place to begin.
      </p>
      <Sheet
        label="Ways out"
        columns={[
          words('Way'),
          words('Needs'),
          num('hours'),
          num('widest step, °'),
          num('off by, °'),
        ]}
        rows={ways.map((w, i) => ({
          key: w.way,
          cells: [
            i === 0 ? <b key="way">{WAY[w.way].does}</b> : WAY[w.way].does,
            WAY[w.way].needs + (w.byAngles ? '; it must take a list of angles' : ''),
            w.effortH,
            fixed(w.widestDeg, 1),
            w.offDeg === 0 ? '0' : `±${fixed(w.offDeg, 1)}`,
          ],
        }))}
      />
      <p className="pale small">
        Off by: while the engine idles, its speed swinging 5 % in a turn. A sensor of another make
        in the old place helps only where its pins and its supply are those of the old one: see
        Pickup.
      </p>
    </>
  )
}
