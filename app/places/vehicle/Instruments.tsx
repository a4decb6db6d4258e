import { Button, Group, NativeSelect } from '@mantine/core'
import { useState } from 'react'
import type { Instrument } from '../../../core/build/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { newId } from '../../store/id.ts'
import { InstrumentCard } from './InstrumentCard.tsx'
import { INSTRUMENT_KINDS } from './kinds.ts'
import css from './Vehicle.module.css'

/** The instruments and how far each can be trusted. */
export function Instruments() {
  const { build, edit } = useBuild()
  const [kind, setKind] = useState<Instrument['kind']>('meter')
  const add = (): string | null =>
    edit({
      kind: 'addInstrument',
      args: {
        instrument: {
          id: newId(),
          name: INSTRUMENT_KINDS[kind].name,
          kind,
          accuracy: INSTRUMENT_KINDS[kind].start,
          lagS: INSTRUMENT_KINDS[kind].probe ? 5 : null,
          iceCheck: null,
          checkedAt: null,
          note: '',
        },
      },
    })
  return (
    <section aria-label="Instruments" className={css.part}>
      <h2>Instruments</h2>
      <p className="pale">
        What a data sheet states, and what it means at a common reading. Every band of this build
        follows from it.
      </p>
      {build.instruments.length === 0 && (
        <p className="pale">None named yet: cheap hand-held ones are assumed for all readings.</p>
      )}
      <div className={css.cards}>
        {build.instruments.map((i) => (
          <InstrumentCard key={i.id} instrument={i} />
        ))}
      </div>
      <Group mt="lg" align="flex-end">
        <NativeSelect
          label="Add a"
          value={kind}
          onChange={(e) => setKind(e.currentTarget.value as Instrument['kind'])}
          data={Object.entries(INSTRUMENT_KINDS).map(([value, { name }]) => ({
            value,
            label: name.toLowerCase(),
          }))}
        />
        <Button variant="default" onClick={add}>
          Add it
        </Button>
      </Group>
    </section>
  )
}
