import { Button } from '@mantine/core'
import dayjs from 'dayjs'
import type { Accuracy, Instrument, Patch } from '../../../core/build/index.ts'
import { limitsOf } from '../../../core/chain/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { TextField } from '../../parts/TextField.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { differenceUnit, useQuantity } from '../../parts/units.ts'
import { INSTRUMENT_KINDS } from './kinds.ts'
import css from './Vehicle.module.css'

const notNegative = (v: number): string | null => (v >= 0 ? null : 'It cannot be negative.')

/** One instrument: what it may be off by, in a sentence, and the numbers behind it. */
export function InstrumentCard({ instrument }: { instrument: Instrument }) {
  const { edit } = useBuild()
  const set = (patch: Patch<Instrument>): string | null =>
    edit({ kind: 'editInstrument', args: { id: instrument.id, patch } })
  return (
    <div role="group" aria-label={instrument.name} className={css.card}>
      <div className={css.head}>
        <TextField
          label={INSTRUMENT_KINDS[instrument.kind].name}
          value={instrument.name}
          width={220}
          required
          onCommit={(name) => set({ name })}
        />
        <Button
          className={css.remove}
          variant="subtle"
          color="gray"
          aria-label={`Remove ${instrument.name}`}
          onClick={() => edit({ kind: 'removeInstrument', args: { id: instrument.id } })}
        >
          Remove
        </Button>
      </div>
      <AccuracySentence instrument={instrument} />
      <div className={css.fields}>
        <AccuracyFields instrument={instrument} set={set} />
        {INSTRUMENT_KINDS[instrument.kind].probe && (
          <ProbeFields instrument={instrument} set={set} />
        )}
      </div>
    </div>
  )
}

/** What the numbers of its data sheet mean at a common reading. */
function AccuracySentence({ instrument }: { instrument: Instrument }) {
  const { reads, example } = INSTRUMENT_KINDS[instrument.kind]
  const q = useQuantity(reads)
  const difference = useQuantity(differenceUnit(reads))
  const { own, shared } = limitsOf(instrument, example.value, example.digit)
  const nothing = difference.text(0)
  const sameWay = difference.text(shared)
  const byChance = difference.text(own)
  const parts =
    sameWay === nothing
      ? ', by chance each time.'
      : byChance === nothing
        ? ', the same way in every reading: averaging does not remove it.'
        : `: ${sameWay} the same way in every reading, which averaging does not remove, and ${byChance} by chance.`
  return (
    <p className={css.sentence}>
      At {q.text(example.value, 0)} it may be off by <b>{difference.text(own + shared)}</b>
      {parts}{' '}
      {instrument.iceCheck && (
        <span className="pale">
          Held in ice on {dayjs(instrument.iceCheck.at).format('D MMM YYYY')}; what it showed there
          is taken off.
        </span>
      )}
    </p>
  )
}

type Fields = { instrument: Instrument; set: (patch: Patch<Instrument>) => string | null }

function AccuracyFields({ instrument, set }: Fields) {
  const { accuracy: a, kind } = instrument
  const accuracy = (patch: Partial<Accuracy>): string | null => set({ accuracy: patch })
  return (
    <>
      <QuantityInput
        label="Of the reading, ±"
        unit="%"
        value={a.percent}
        step={0.1}
        hideUnderstood
        check={notNegative}
        onCommit={({ value }) => accuracy({ percent: value })}
      />
      <QuantityInput
        label="Last digits, ±"
        unit="counts"
        value={a.digits}
        hideUnderstood
        check={notNegative}
        onCommit={({ value }) => accuracy({ digits: value })}
      />
      <QuantityInput
        label="Fixed part, ±"
        unit={INSTRUMENT_KINDS[kind].unit}
        value={a.offset}
        step={0.1}
        hideUnderstood
        check={notNegative}
        onCommit={({ value }) => accuracy({ offset: value })}
      />
      <QuantityInput
        label="The same way in all"
        unit="%"
        value={a.commonShare * 100}
        step={10}
        hideUnderstood
        check={(v) => (v >= 0 && v <= 100 ? null : '0 to 100 %')}
        onCommit={({ value }) => accuracy({ commonShare: value / 100 })}
      />
    </>
  )
}

function ProbeFields({ instrument, set }: Fields) {
  return (
    <>
      <QuantityInput
        label="Shows in stirred ice"
        unit="°C"
        value={instrument.iceCheck?.readC ?? null}
        step={0.1}
        hideUnderstood
        check={(v) =>
          Math.abs(v) < 5 ? null : 'More than 5 °C off in ice: is the ice crushed and stirred?'
        }
        onCommit={({ value }) => set({ iceCheck: { readC: value, at: new Date().toISOString() } })}
      />
      <QuantityInput
        label="Lag"
        unit="s"
        value={instrument.lagS}
        hideUnderstood
        check={notNegative}
        onCommit={({ value }) => set({ lagS: value })}
      />
    </>
  )
}
