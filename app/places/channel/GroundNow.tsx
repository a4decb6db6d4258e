import { fixed } from '../../../core/quantity/index.ts'
import { Button, NativeSelect } from '@mantine/core'
import { Link } from 'react-router'
import { assumed, type WiredRead } from '../../../core/build/index.ts'
import { offsetOf } from '../../../core/ground/index.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { useBuild } from '../../store/useBuild.ts'

/** What the vehicle's straps and loads make of this reader's ground, in the state that is looked at. */
export function GroundNow({ read }: { read: WiredRead }) {
  const { build, edit } = useBuild()
  const earths = <Link to={`/build/${build.id}/earths`}>Earths</Link>
  if (build.posts.length === 0)
    return <p className="pale">What a strap and a fan do to it is drawn under {earths}.</p>
  const offset = offsetOf(build, read)
  const typed = read.wire.groundOffsetV.basis === 'measured'
  return (
    <>
      <Fields name="By the vehicle’s grounds">
        <NativeSelect
          label="State of the vehicle"
          value={build.vehicle.state ?? ''}
          data={[
            { value: '', label: 'at rest' },
            ...build.states.map((s) => ({ value: s.id, label: s.name })),
          ]}
          onChange={(e) =>
            edit({ kind: 'editVehicle', args: { patch: { state: e.currentTarget.value || null } } })
          }
        />
        {typed && (
          <SideBySide>
            <Button
              variant="default"
              onClick={() =>
                edit({
                  kind: 'editRead',
                  args: { id: read.id, patch: { wire: { groundOffsetV: assumed(0) } } },
                })
              }
            >
              Go by the grounds instead
            </Button>
          </SideBySide>
        )}
      </Fields>
      <p className="pale">
        {typed
          ? 'What was measured at the pin counts, whatever the grounds say. '
          : offset
            ? `The vehicle’s grounds make ${fixed(offset.volt * 1000, 1)} ± ` +
              `${fixed(offset.band * 1000, 1)} mV of it now. `
            : 'At rest nothing runs and the grounds are level. '}
        See {earths}.
      </p>
    </>
  )
}
