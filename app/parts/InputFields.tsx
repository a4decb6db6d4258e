import { aboveZero } from './checks.ts'
import { NativeSelect, SimpleGrid, TextInput } from '@mantine/core'
import type { Axis, InputAsked, Pull } from '../../core/build/index.ts'
import type { SignalKind } from '../../core/curve/index.ts'
import { QuantityInput } from './QuantityInput.tsx'

export type InputDraft = {
  kind: 'converter' | 'needle'
  pin: string
  bits: string
  referenceV: number
  pull: 'fixed' | 'switchable' | 'none'
  pullOhm: number
  railV: number
  cells: string
  axis: Axis
  gateS: number
  highestHz: number
}

export const EMPTY_DRAFT: InputDraft = {
  kind: 'converter',
  pin: '',
  bits: '12',
  referenceV: 5,
  pull: 'fixed',
  pullOhm: 2490,
  railV: 5,
  cells: '16',
  axis: 'V',
  gateS: 0.1,
  highestHz: 12000,
}

/** A draft fit for a kind of signal: only a resistance needs a pull-up, edges are counted. */
export const draftFor = (signal: SignalKind): InputDraft => ({
  ...EMPTY_DRAFT,
  ...(signal === 'resistance' ? {} : { pull: 'none' as const }),
  ...(signal === 'frequency' ? { axis: 'Hz' as const, cells: '2' } : {}),
})

export const draftInput = (d: InputDraft, signal: SignalKind = 'resistance'): InputAsked => ({
  pin: d.pin.trim(),
  signal: signal === 'frequency' ? 'frequency' : 'voltage',
  bits: d.kind === 'needle' ? null : Number(d.bits),
  referenceV: d.referenceV,
  gateS: d.gateS,
  highestHz: d.highestHz,
  pullOhm: d.pull === 'none' ? null : d.pullOhm,
  pullKind: (d.pull === 'none' ? 'fixed' : d.pull) satisfies Pull['kind'],
  railV: d.kind === 'needle' ? d.railV : d.referenceV,
  cells: Math.min(256, Math.max(2, Math.round(Number(d.cells)) || 16)),
  axis:
    signal === 'frequency'
      ? d.axis === 'counts'
        ? 'counts'
        : 'Hz'
      : signal === 'voltage' && d.axis === 'Ω'
        ? 'V'
        : d.axis,
})

type Props = {
  draft: InputDraft
  signal?: SignalKind
  onChange: (draft: InputDraft) => void
}
type PartProps = {
  draft: InputDraft
  signal: SignalKind
  set: <K extends keyof InputDraft>(key: K, value: InputDraft[K]) => void
  needle: boolean
}

/** What a needle gauge and a converter are usually fed by. */
const USUAL: Record<InputDraft['kind'], Pick<InputDraft, 'railV' | 'pullOhm'>> = {
  needle: { railV: 12, pullOhm: 180 },
  converter: { railV: 5, pullOhm: 2490 },
}

/** What is asked of an input when it is first described. */
export function InputFields({ draft, signal = 'resistance', onChange }: Props) {
  const edges = signal === 'frequency'
  const needle = draft.kind === 'needle' && !edges
  const set: PartProps['set'] = (key, value) => onChange({ ...draft, [key]: value })
  const be = (kind: InputDraft['kind']): void => onChange({ ...draft, kind, ...USUAL[kind] })
  const part = { draft, signal, set, needle }
  return (
    <SimpleGrid cols={{ base: 2, sm: 4 }} mt="sm">
      {!edges && (
        <NativeSelect
          label="It is"
          value={draft.kind}
          onChange={(e) => be(e.currentTarget.value as InputDraft['kind'])}
          data={[
            { value: 'converter', label: 'a converter' },
            { value: 'needle', label: 'a needle gauge' },
          ]}
        />
      )}
      <TextInput
        label="Pin"
        placeholder="14"
        value={draft.pin}
        onChange={(e) => set('pin', e.currentTarget.value)}
      />
      {edges ? <CounterFields {...part} /> : <VoltFields {...part} />}
      <FeedFields {...part} />
      {!needle && <TableFields {...part} />}
    </SimpleGrid>
  )
}

const CounterFields = ({ draft, set }: PartProps) => (
  <>
    <QuantityInput
      label="Counts for"
      unit="s"
      value={draft.gateS}
      step={0.05}
      onCommit={({ value }) => set('gateS', value)}
      check={aboveZero}
    />
    <QuantityInput
      label="Follows up to"
      unit="Hz"
      value={draft.highestHz}
      step={100}
      onCommit={({ value }) => set('highestHz', value)}
      check={aboveZero}
    />
  </>
)

const VoltFields = ({ draft, set, needle }: PartProps) =>
  needle ? (
    <QuantityInput
      label="Fed from"
      unit="V"
      value={draft.railV}
      onCommit={({ value }) => set('railV', value)}
      check={aboveZero}
    />
  ) : (
    <>
      <NativeSelect
        label="Bits"
        value={draft.bits}
        onChange={(e) => set('bits', e.currentTarget.value)}
        data={['8', '10', '12', '14', '16']}
      />
      <QuantityInput
        label="Reference"
        unit="V"
        value={draft.referenceV}
        onCommit={({ value }) => set('referenceV', value)}
        step={0.1}
        check={aboveZero}
      />
    </>
  )

/** What feeds the pin. */
const FeedFields = ({ draft, signal, set, needle }: PartProps) => (
  <>
    <NativeSelect
      label={needle ? 'Its feed' : 'Its own pull-up'}
      value={draft.pull}
      onChange={(e) => set('pull', e.currentTarget.value as InputDraft['pull'])}
      data={[
        { value: 'fixed', label: 'fixed' },
        { value: 'switchable', label: 'switchable' },
        { value: 'none', label: signal === 'resistance' ? 'none: choose one' : 'none' },
      ]}
    />
    {draft.pull !== 'none' && (
      <QuantityInput
        label={needle ? 'Feed resistance' : 'Pull-up'}
        unit="Ω"
        value={draft.pullOhm}
        onCommit={({ value }) => set('pullOhm', value)}
        check={aboveZero}
      />
    )}
  </>
)

const AXES: Record<SignalKind, { value: InputDraft['axis']; label: string }[]> = {
  frequency: [
    { value: 'Hz', label: 'hertz' },
    { value: 'counts', label: 'counts' },
  ],
  resistance: [
    { value: 'V', label: 'volts' },
    { value: 'Ω', label: 'ohms' },
    { value: 'counts', label: 'counts' },
  ],
  voltage: [
    { value: 'V', label: 'volts' },
    { value: 'counts', label: 'counts' },
  ],
}

const TableFields = ({ draft, signal, set }: PartProps) => (
  <>
    <TextInput
      label="Table cells"
      value={draft.cells}
      inputMode="numeric"
      onChange={(e) => set('cells', e.currentTarget.value)}
      error={Number(draft.cells) >= 2 && Number(draft.cells) <= 256 ? null : '2 to 256 cells'}
    />
    <NativeSelect
      label="Table axis"
      value={draft.axis}
      onChange={(e) => set('axis', e.currentTarget.value as InputDraft['axis'])}
      data={AXES[signal]}
    />
  </>
)
