import { useState } from 'react'
import type { DeviceTable, EnteredTable } from '../../../../core/build/index.ts'
import { useQuantity } from '../../../parts/units.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { useWork } from '../../../workers/useWork.ts'
import { truthUnit } from '../stageInfo.ts'
import type { StageProps } from '../tabs.tsx'
import { BeyondTheRange } from './BeyondTheRange.tsx'
import { ImportTable } from './ImportTable.tsx'
import { Pairs } from './Pairs.tsx'
import { TableDescription } from './TableDescription.tsx'
import { TableErrorChart } from './TableErrorChart.tsx'
import { TakeTable, type School } from './TakeTable.tsx'
import { TableToEnter } from './TableToEnter.tsx'
import { WorstErrors } from './WorstErrors.tsx'
import { Wrong } from '../../../parts/Wrong.tsx'

/** The table this device should hold, what it holds now, and the way between. */
export default function TableStage({ status }: StageProps) {
  const { input, sends: device, sensor } = status.assembled
  const spec = input.table
  if (!spec) return <p className="pale">{device.name} has no table: it moves a needle by itself.</p>
  if (!status.chain)
    return <p className="pale">The table is made from the curve: {status.assembled.problem}</p>
  if (spec.form === 'table') return <AsTable status={status} spec={spec} />
  return (
    <div className="stage">
      <div>
        <TableDescription input={input} spec={spec} family={sensor.family} />
        <Pairs status={status} spec={spec} />
      </div>
    </div>
  )
}

function AsTable({ status, spec }: StageProps & { spec: DeviceTable }) {
  const { edit } = useBuild()
  const { input, needs, sensor } = status.assembled
  const q = useQuantity(truthUnit(sensor.family))
  const chain = status.chain!
  const [school, setSchool] = useState<School>('best')
  const made = useWork(
    (core) => core.tables(chain.spec, spec, new Date().toISOString(), 'made here'),
    [chain, spec],
  )
  const proposal = made.value?.[school]
  const enter = (table: EnteredTable): string | null =>
    edit({
      kind: 'enterTable',
      args: { input: input.id, entered: { ...table, at: new Date().toISOString() } },
    })
  return (
    <div className="stage">
      <div>
        <TableDescription input={input} spec={spec} family={sensor.family} />
        <ImportTable spec={spec} onTable={enter} />
        <Wrong>{made.error}</Wrong>
        {proposal && <TableToEnter table={proposal.table} now={made.value!.now} spec={spec} />}
      </div>
      <div>
        <h2>What it errs by</h2>
        {made.value && <TableErrorChart errors={made.value.errors} range={needs.range} q={q} />}
        {made.value && proposal && (
          <>
            <WorstErrors {...{ status, spec, q }} made={made.value} />
            <BeyondTheRange proposal={proposal} spec={spec} q={q} />
            <TakeTable
              {...{ status, spec, proposal, school }}
              onSchool={setSchool}
              onEnter={() => enter(proposal.table)}
            />
          </>
        )}
        {made.busy && !made.value && <p className="pale">Placing the breakpoints…</p>}
      </div>
    </div>
  )
}
