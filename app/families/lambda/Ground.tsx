import { K95 } from '../../../core/constants.ts'
import { Button } from '@mantine/core'
import { useMemo } from 'react'
import { measured } from '../../../core/build/index.ts'
import { fixed, roundTo } from '../../../core/quantity/index.ts'
import { StatedChip } from '../../parts/StatedChip.tsx'
import { useBuild } from '../../store/useBuild.ts'
import type { PanelProps } from '../registry.ts'
import { groundSeen } from './ground.ts'

/** The ground between controller and device, from the manual's line and test outputs as the device reads them. */
export function Ground({ status }: PanelProps) {
  const { edit } = useBuild()
  const { sensor, wired: read, sends: device, input } = status.assembled
  const { found, heard } = useMemo(() => groundSeen(sensor.points), [sensor.points])
  return (
    <>
      {!found ? (
        <p className="pale">
          Take two lines of the manual and one test output as {device.name} reads it: the ground
          between controller and {device.name} follows from them.
        </p>
      ) : (
        <>
          <p role="status">
            {device.name} reads <b>{fixed(Math.abs(found.volt) * 1000, 0)} mV</b> ±
            {fixed(1000 * K95 * found.sigmaV, 0)} {found.volt >= 0 ? 'above' : 'below'} the
            controller’s own line
            {found.slopeAgrees
              ? ', at every output alike.'
              : ', but not at every output alike: a wrong scale, not only a ground.'}
          </p>
          <p>
            Entered under Leads: {fixed(read.wire.groundOffsetV.value * 1000, 0)} mV{' '}
            <StatedChip basis={read.wire.groundOffsetV.basis} />
            {input.differential ? ' A differential input cancels it.' : ''}
          </p>
          {Math.abs(found.volt - read.wire.groundOffsetV.value) > 0.002 && (
            <Button
              variant="default"
              onClick={() =>
                edit({
                  kind: 'editRead',
                  args: {
                    id: read.id,
                    patch: {
                      wire: {
                        groundOffsetV: measured(roundTo(found.volt, 4), heard),
                      },
                    },
                  },
                })
              }
            >
              Enter {fixed(found.volt * 1000, 0)} mV under Leads
            </Button>
          )}
          <p className="pale">
            Use either: points as {device.name} reads them hold the ground already; points of the
            manual need it under Leads.
          </p>
        </>
      )}
    </>
  )
}
