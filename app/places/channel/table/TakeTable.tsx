import { Button, Group, NativeSelect, Textarea } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useState } from 'react'
import { type DeviceTable, pinName } from '../../../../core/build/index.ts'
import type { DeviceProposal } from '../../../../core/chain/index.ts'
import { convertFromCore } from '../../../../core/quantity/index.ts'
import {
  TABLE_FORMATS,
  toDeviceOrder,
  writeTable,
  type TableFormat,
} from '../../../../core/table/index.ts'
import { SideBySide, Fields } from '../../../parts/Fields.tsx'
import { saveFile } from '../../../parts/saveFile.ts'
import type { StageProps } from '../tabs.tsx'
import css from './TakeTable.module.css'

/** Whether the values of the cells may leave the curve. */
export type School = 'best' | 'onCurve'

type Props = StageProps & {
  spec: DeviceTable
  proposal: DeviceProposal
  school: School
  onSchool: (school: School) => void
  /** records that it is in the device; a sentence where that is refused */
  onEnter: () => string | null
}

/** The proposed table as text, to copy or save, and the word that it was entered. */
export function TakeTable({ status, spec, proposal, school, onSchool, onEnter }: Props) {
  const { channel, sends: device } = status.assembled
  const [format, setFormat] = useState<TableFormat>('tsv')
  const text = textOf(status, spec, proposal, format)
  const { extension } = TABLE_FORMATS.find((f) => f.id === format)!
  const name = `${channel.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-table.${extension}`
  const entered = (): void => {
    if (!onEnter()) notifications.show({ message: `Recorded: this table is in ${device.name}.` })
  }
  return (
    <>
      <Fields>
        <NativeSelect
          label="Cell values"
          value={school}
          onChange={(e) => onSchool(e.currentTarget.value as School)}
          data={[
            { value: 'best', label: 'may leave the curve (best)' },
            { value: 'onCurve', label: 'lie on the curve' },
          ]}
        />
        <NativeSelect
          label="Take it as"
          value={format}
          onChange={(e) => setFormat(e.currentTarget.value as TableFormat)}
          data={TABLE_FORMATS.map((f) => ({ value: f.id, label: f.name }))}
        />
        <SideBySide>
          <Group gap="sm">
            <Button variant="default" onClick={() => copy(text)}>
              Copy
            </Button>
            <Button variant="default" onClick={() => saveFile(name, text, 'text/plain')}>
              Save
            </Button>
          </Group>
        </SideBySide>
      </Fields>
      <Textarea
        aria-label="Table as text"
        readOnly
        value={text}
        autosize
        minRows={4}
        maxRows={8}
        mt="xs"
        classNames={{ input: css.text! }}
      />
      <Group mt="sm">
        <Button onClick={entered}>I have entered it in {device.name}</Button>
      </Group>
    </>
  )
}

function textOf(
  { assembled: { sensor, sends: device, pin } }: StageProps['status'],
  spec: DeviceTable,
  proposal: DeviceProposal,
  format: TableFormat,
): string {
  const scale = convertFromCore(1, spec.valueUnit) - convertFromCore(0, spec.valueUnit)
  return writeTable(
    toDeviceOrder(proposal.table, spec),
    {
      sensor: sensor.element.name,
      device: `${device.name} pin ${pinName(pin)}`,
      axisUnit: spec.axis,
      valueUnit: spec.valueUnit,
      axisStep: spec.axisStep,
      valueStep: spec.valueStep,
      worstError: proposal.worst * scale,
      date: dayjs().format('YYYY-MM-DD'),
    },
    format,
  )
}

function copy(text: string): void {
  navigator.clipboard.writeText(text).then(
    () => notifications.show({ message: 'The table is copied.' }),
    () =>
      notifications.show({
        color: 'red',
        message: 'The browser refuses to copy: save the file instead.',
      }),
  )
}
