import { Button, Group, NativeSelect, SegmentedControl, Switch, TextInput } from '@mantine/core'
import { useForm } from '@mantine/form'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import {
  type Channel,
  elementOf,
  type Patch,
  pinName,
  wiredReads,
} from '../../../../core/build/index.ts'
import { sourceBy, type ReadStatus } from '../../../../core/chain/index.ts'
import { familyOf, SOURCES } from '../../../../core/curve/index.ts'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { useBuild } from '../../../store/useBuild.ts'
import { newElement, newPin, newRead } from '../../../store/make.ts'
import { newId } from '../../../store/id.ts'
import { Wrong } from '../../../parts/Wrong.tsx'

/** The ways in which so many sensors of a family can hang together. */
const waysOf = (family: string, takes: number) =>
  SOURCES.filter((s) => s.takes === takes && s.can(family)).map((s) => ({
    value: s.id,
    label: s.name,
  }))

/**
 * A channel of two senders whose truths add: which of them is looked at, how they hang together,
 * and the second one put on or taken off.
 */
export function TwoSensors({
  channel,
  status,
  part,
  onPart,
}: {
  channel: Channel
  status: ReadStatus
  part: number | null
  onPart: (part: number) => void
}) {
  const { build, edit } = useBuild()
  const navigate = useNavigate()
  const [adding, setAdding] = useState(false)
  const elements = channel.elements.map((id) => elementOf(build, id))
  const { family } = elements[0]!
  const source = sourceBy(channel)
  const together = SOURCES.filter((s) => s.join).map((s) => s.id)
  if (elements.length < 2) {
    return adding ? (
      <Second channel={channel} status={status} onDone={() => setAdding(false)} />
    ) : (
      <Group pt={12}>
        <Button variant="subtle" color="gray" onClick={() => setAdding(true)}>
          Add a second sender
        </Button>
      </Group>
    )
  }
  const takeOff = (): void => {
    edit({ kind: 'removeSecondSensor', args: { channel: channel.id } })
    // the reader looked at may have gone with it
    const stays = wiredReads(channel).find((r) => r.source.id === elements[0]!.id)!
    void navigate(`/build/${build.id}/channel/${channel.id}/${stays.id}?stage=element`)
  }
  const patch = (p: Patch<Channel>): string | null =>
    edit({ kind: 'editChannel', args: { id: channel.id, patch: p } })
  return (
    <section className="stage-body" aria-label="Two senders of this channel">
      <Group align="flex-end" wrap="wrap">
        {part !== null && (
          <SegmentedControl
            aria-label="Which sender"
            value={String(part)}
            onChange={(v) => onPart(Number(v))}
            data={elements.map((e, i) => ({ value: String(i), label: e.name }))}
          />
        )}
        {source.join && (
          <>
            <NativeSelect
              label="They hang"
              value={channel.combine}
              onChange={(e) => patch({ combine: e.currentTarget.value })}
              data={waysOf(family, elements.length).filter((w) => together.includes(w.value))}
              w={220}
            />
            <Switch
              label="a pipe or a pump keeps both level"
              checked={channel.linked}
              onChange={(e) => patch({ linked: e.currentTarget.checked })}
              mb={10}
            />
          </>
        )}
        <Button variant="default" onClick={takeOff}>
          Take {elements[1]!.name} off
        </Button>
      </Group>
      <p className="pale tight">
        {!source.join
          ? 'Each is read by itself; the display adds them. Switch between them above.'
          : channel.linked
            ? 'Level here means both filled to the same share of what each can hold.'
            : 'While one may be fuller than the other, one reading fits a whole bar of litres: the ribbon holds it.'}
      </p>
    </section>
  )
}

type SecondProps = { channel: Channel; status: ReadStatus; onDone: () => void }

/** Puts a second sender on a channel: like the first in what was said of it, on a pin of its own where it needs one. */
function useSecond({ channel, status, onDone }: SecondProps) {
  const { edit } = useBuild()
  const { sensor, input, sends: device, read } = status.assembled
  const family = familyOf(sensor.element.family)
  const form = useForm({
    initialValues: {
      name: `${channel.name}, second sender`,
      combine: waysOf(family.id, 2)[0]!.value,
      pin: '',
      most: channel.needs.range[1],
    },
  })
  const { name, combine, pin, most } = form.values
  const source = SOURCES.find((s) => s.id === combine)!
  const needs = {
    ...channel.needs,
    range: [channel.needs.range[0], most] as [number, number],
    best: [channel.needs.best[0], Math.min(channel.needs.best[1], most)] as [number, number],
  }
  // the second is taken to be like the first in what was said of it
  const alike = Object.fromEntries(
    family.settings.flatMap(({ id }) =>
      id in sensor.element.settings ? [[id, sensor.element.settings[id]]] : [],
    ),
  )
  const add = (): void => {
    const element = newElement(name.trim() || `${channel.name}, second sender`, family, alike)
    const at = newPin(pin, 'signal', [input.signal])
    const own =
      source.join === undefined
        ? {
            ...input,
            ...{ id: newId(), pin: at.id },
            pulls: input.pulls.map((p) => ({ ...p, id: newId() })),
            table: input.table && { ...input.table, entered: null },
          }
        : null
    const refused = edit({
      kind: 'addSecondSensor',
      args: {
        channel: channel.id,
        element,
        combine,
        needs,
        ...(own
          ? {
              input: { device: device.id, input: own, pin: at },
              read: {
                ...newRead(element.id, own.id, read.face.name),
                face: { ...read.face, needle: null, warning: null },
              },
            }
          : {}),
      },
    })
    if (refused) form.setFieldError('record', refused)
    else onDone()
  }
  return { family, source, form, add }
}

function Second(props: SecondProps) {
  const { channel, status, onDone } = props
  const { pin, sends: device } = status.assembled
  const { family, source, form, add } = useSecond(props)
  return (
    <form
      className="stage-body"
      aria-label="A second sender"
      onSubmit={form.onSubmit(add)}
      noValidate
    >
      <Group align="flex-end" wrap="wrap">
        <TextInput label="Second sender" {...form.getInputProps('name')} w={260} autoFocus />
        <NativeSelect
          label="They hang"
          {...form.getInputProps('combine')}
          data={waysOf(family.id, 2)}
          w={230}
        />
        {!source.join && (
          <TextInput label={`Its pin of ${device.name}`} {...form.getInputProps('pin')} w={130} />
        )}
        <QuantityInput
          label="Both hold together"
          unit={family.truthUnit}
          value={form.values.most}
          width={160}
          hideUnderstood
          check={(v) => (v > channel.needs.best[0] ? null : 'More than where it matters from.')}
          onCommit={({ value }) => form.setFieldValue('most', value)}
        />
        <Button type="submit">Add it</Button>
        <Button variant="default" onClick={onDone}>
          Not now
        </Button>
      </Group>
      <Wrong>{form.errors.record}</Wrong>
      <p className="pale tight">
        {source.why}
        {!source.join && ` The new pin is taken to be like pin ${pinName(pin)}.`}
      </p>
    </form>
  )
}
