import { NativeSelect, SimpleGrid, TextInput } from '@mantine/core'
import type { DeviceTable, Pull } from '../../core/build/index.ts'
import type { InputAsked } from '../store/make.ts'
import { QuantityInput } from './QuantityInput.tsx'

export type InputDraft = { kind: 'converter' | 'needle'; pin: string; bits: string; referenceV: number; pull: 'fixed' | 'switchable' | 'none'; pullOhm: number; railV: number; cells: string; axis: DeviceTable['axis'] }

export const EMPTY_DRAFT: InputDraft = { kind: 'converter', pin: '', bits: '12', referenceV: 5, pull: 'fixed', pullOhm: 2490, railV: 5, cells: '16', axis: 'V' }

export const draftInput = (d: InputDraft): InputAsked => ({
  pin: d.pin.trim(), bits: d.kind === 'needle' ? null : Number(d.bits), referenceV: d.referenceV,
  pullOhm: d.pull === 'none' ? null : d.pullOhm, pullKind: (d.pull === 'none' ? 'fixed' : d.pull) satisfies Pull['kind'],
  railV: d.kind === 'needle' ? d.railV : d.referenceV, cells: Math.min(256, Math.max(2, Math.round(Number(d.cells)) || 16)), axis: d.axis,
})

/** What is asked of an input when it is first described. */
export function InputFields({ draft, onChange }: { draft: InputDraft; onChange: (draft: InputDraft) => void }) {
  const set = <K extends keyof InputDraft>(key: K, value: InputDraft[K]): void => onChange({ ...draft, [key]: value })
  const needle = draft.kind === 'needle'
  return (
    <>
      <SimpleGrid cols={{ base: 2, sm: 4 }} mt="sm">
        <NativeSelect label="It is" value={draft.kind} onChange={(e) => onChange({ ...draft, kind: e.currentTarget.value as InputDraft['kind'], ...(e.currentTarget.value === 'needle' ? { railV: 12, pullOhm: 180 } : { railV: 5, pullOhm: 2490 }) })}
          data={[{ value: 'converter', label: 'a converter with a table' }, { value: 'needle', label: 'a needle gauge' }]} />
        <TextInput label="Pin" placeholder="14" value={draft.pin} onChange={(e) => set('pin', e.currentTarget.value)} />
        {!needle && <NativeSelect label="Bits" value={draft.bits} onChange={(e) => set('bits', e.currentTarget.value)} data={['8', '10', '12', '14', '16']} />}
        {!needle && <QuantityInput label="Reference" unit="V" value={draft.referenceV} onCommit={({ value }) => set('referenceV', value)} step={0.1} check={(v) => (v > 0 ? null : 'The reference must be above zero.')} />}
        {needle && <QuantityInput label="Fed from" unit="V" value={draft.railV} onCommit={({ value }) => set('railV', value)} check={(v) => (v > 0 ? null : 'The supply must be above zero.')} />}
        <NativeSelect label={needle ? 'Its feed' : 'Its own pull-up'} value={draft.pull} onChange={(e) => set('pull', e.currentTarget.value as InputDraft['pull'])}
          data={[{ value: 'fixed', label: 'fixed' }, { value: 'switchable', label: 'switchable' }, { value: 'none', label: 'none: choose one' }]} />
        {draft.pull !== 'none' && <QuantityInput label={needle ? 'Feed resistance' : 'Pull-up'} unit="Ω" value={draft.pullOhm} onCommit={({ value }) => set('pullOhm', value)} check={(v) => (v > 0 ? null : 'It must be above zero.')} />}
        {!needle && <TextInput label="Table cells" value={draft.cells} inputMode="numeric" onChange={(e) => set('cells', e.currentTarget.value)} error={Number(draft.cells) >= 2 && Number(draft.cells) <= 256 ? null : '2 to 256 cells'} />}
        {!needle && <NativeSelect label="Table axis" value={draft.axis} onChange={(e) => set('axis', e.currentTarget.value as InputDraft['axis'])} data={[{ value: 'V', label: 'volts' }, { value: 'Ω', label: 'ohms' }, { value: 'counts', label: 'counts' }]} />}
      </SimpleGrid>
    </>
  )
}
