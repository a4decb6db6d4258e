import { Button, Group, Textarea } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useRef, useState } from 'react'
import type { DeviceTable, EnteredTable } from '../../../../core/build/index.ts'
import { fromDeviceOrder, readTable, valueRangeShown } from '../../../../core/table/index.ts'
import { inWords } from '../../../store/problem.ts'

/** What is in the device now, pasted or out of a file. */
export function ImportTable({
  spec,
  onTable,
}: {
  spec: DeviceTable
  onTable: (table: EnteredTable) => string | null
}) {
  const [text, setText] = useState('')
  const [problem, setProblem] = useState<string | null>(null)
  const file = useRef<HTMLInputElement>(null)
  const take = (raw: string, name: string): void => {
    try {
      const table = fromDeviceOrder(
        readTable(raw, { axisRange: spec.axisRange, valueRange: valueRangeShown(spec) }),
        spec,
      )
      const refused = onTable({ ...table, at: new Date().toISOString(), name: name.slice(0, 200) })
      setProblem(refused)
      if (refused) return
      setText('')
      notifications.show({ message: `${table.x.length} cells taken as what the device holds now.` })
    } catch (error) {
      setProblem(inWords(error, 'Reading this table'))
    }
  }
  return (
    <details className="apart" open={!spec.entered}>
      <summary className="strong">
        {spec.entered
          ? `In the device now: ${spec.entered.x.length} cells, ${spec.entered.name}, ` +
            `${dayjs(spec.entered.at).format('D MMM YYYY')}`
          : 'Nothing says what is in the device now'}
      </summary>
      <Textarea
        label="Paste its axis and values"
        value={text}
        onChange={(e) => setText(e.currentTarget.value)}
        error={problem}
        placeholder={'0.35\t110\n0.62\t90'}
        autosize
        minRows={3}
        maxRows={6}
        styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)' } }}
      />
      <Group mt="xs">
        <Button
          variant="default"
          disabled={text.trim() === ''}
          onClick={() => take(text, 'pasted')}
        >
          Take it
        </Button>
        <Button variant="default" onClick={() => file.current?.click()}>
          From a file
        </Button>
        <input
          ref={file}
          type="file"
          hidden
          accept=".csv,.txt,.json,.tsv,text/plain"
          aria-label="Table file"
          onChange={(e) => {
            const f = e.currentTarget.files?.[0]
            e.currentTarget.value = ''
            if (f)
              void f
                .slice(0, 300_000)
                .text()
                .then((t) => take(t, f.name))
          }}
        />
      </Group>
    </details>
  )
}
