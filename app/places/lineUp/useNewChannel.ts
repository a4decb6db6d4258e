import { useForm } from '@mantine/form'
import { useNavigate } from 'react-router'
import { familyOf, families } from '../../../core/curve/index.ts'
import { draftFor, draftInput, type InputDraft } from '../../parts/InputFields.tsx'
import { newChannel, newInput } from '../../store/make.ts'
import { useBuild } from '../../store/useBuild.ts'
import { NEW, placeOf } from './placeOfInput.ts'
import { needsProblems, startOf, withBest, type Needs } from './needs.ts'

type Asked = {
  name: string
  family: string
  needs: Needs
  /** somebody said where it matters most: until then that keeps its share of the range */
  bestSaid: boolean
  settings: Record<string, unknown>
  device: string
  deviceName: string
  draft: InputDraft
}

/** What a new channel measures, how well, and by which sensor: as far as it is said. */
export function useNewChannel(onDone: () => void) {
  const { build, edit } = useBuild()
  const navigate = useNavigate()
  const form = useForm<Asked>({
    initialValues: {
      ...{ name: '', deviceName: '', device: build.devices[0]?.id ?? NEW },
      ...startWith(families[0]!.id),
    },
    validate: (asked) => needsProblems(asked.name, asked.needs, familyOf(asked.family).quantity),
  })
  const family = familyOf(form.values.family)
  const set = (values: (asked: Asked) => Partial<Asked>): void => {
    form.setValues((now) => values(now as Asked))
    form.clearErrors()
  }
  const add = (asked: Asked): void => {
    const made = channelOf(asked)
    const { channel, element } = made
    const place = placeOf(build, asked, made.input)
    const refused = edit({ kind: 'addChannel', args: { channel, elements: [element], ...place } })
    if (refused) {
      form.setErrors({ whole: refused })
      return
    }
    onDone()
    void navigate(`/build/${build.id}/channel/${channel.id}/${channel.reads[0]!.id}`)
  }
  return {
    form,
    family,
    add: form.onSubmit(add),
    /** what was said of the pin stays; what the new kind of sensor needs changes */
    choose: (id: string) =>
      set(({ draft: { pin } }) => {
        const start = startWith(id)
        return { ...start, draft: { ...start.draft, pin } }
      }),
    setNeed: (key: keyof Needs, value: number) =>
      set((asked) => {
        const needs = { ...asked.needs, [key]: value }
        if (key === 'bestLow' || key === 'bestHigh') return { needs, bestSaid: true }
        const follows = key !== 'accuracy' && !asked.bestSaid
        return { needs: follows ? withBest(needs, startOf(asked.family)) : needs }
      }),
    setSetting: (patch: Record<string, unknown>) =>
      set(({ settings }) => ({ settings: { ...settings, ...patch } })),
    setDraft: (draft: InputDraft) => set(() => ({ draft })),
  }
}

export type NewChannel = ReturnType<typeof useNewChannel>

/** What a kind of sensor begins with. */
const startWith = (
  id: string,
): Pick<Asked, 'family' | 'needs' | 'bestSaid' | 'settings' | 'draft'> => ({
  ...{ family: id, needs: startOf(id), bestSaid: false, settings: {} },
  draft: draftFor(familyOf(id).signal),
})

/** The channel, its sensor and its input, as they are asked for. */
function channelOf({ name, family: id, needs, settings, draft }: Asked) {
  const family = familyOf(id)
  const range: [number, number] = [needs.low, needs.high]
  const input = newInput(draftInput(draft, family.signal), { unit: family.truthUnit, range })
  const made = newChannel({
    ...{ name: name.trim(), family, settings, input: input.input.id },
    needs: { range, best: [needs.bestLow, needs.bestHigh], accuracy: needs.accuracy },
  })
  return { ...made, input }
}
