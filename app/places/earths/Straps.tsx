import { K95 } from '../../../core/constants.ts'
import { fixed, significant } from '../../../core/quantity/index.ts'
import { Button, NativeSelect, Switch } from '@mantine/core'
import { useState } from 'react'
import { measured as asMeasured, type Patch, type Strap } from '../../../core/build/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { num, unseen, words } from '../../parts/columns.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Paged } from '../../parts/Paged.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { StatedChip } from '../../parts/StatedChip.tsx'
import { TextField } from '../../parts/TextField.tsx'
import { Wrong } from '../../parts/Wrong.tsx'
import { useBuild } from '../../store/useBuild.ts'
import type { EarthsTabProps } from './Earths.tsx'
import { milliohms, millivolts } from './Picture.tsx'
import { newStrap } from './usePull.ts'
import { postName } from './words.ts'

const JOINT: Record<Strap['jointA'], string> = {
  clean: 'clean ring on bare metal',
  crimped: 'crimped',
  soldered: 'soldered',
  unknown: 'nobody looked',
  dirty: 'painted, rusty or loose',
}
const JOINTS = Object.entries(JOINT).map(([value, label]) => ({ value, label }))

/** Every strap and wire with what it has and carries, and a form for the one that is changed. */
export default function Straps({ earths, post }: EarthsTabProps) {
  const { build, solved } = earths
  const { edit } = useBuild()
  const [open, setOpen] = useState<string | null>(null)
  const known = new Map(solved?.estimate.wires.map((w) => [w.id, w]))
  const chosen = build.straps.find((s) => s.id === open)
  const shown =
    post === null ? build.straps : build.straps.filter((s) => s.a === post || s.b === post)
  const add = (): void => {
    const [a, b] = [post ?? build.posts[0]!.id, build.posts.find((p) => p.id !== post)!.id]
    const strap = newStrap(a, b === a ? build.posts[1]!.id : b, 'new wire')
    edit({ kind: 'addStrap', args: { strap } })
    setOpen(strap.id)
  }
  return (
    <>
      <Paged items={shown} perPage={60}>
        {(some) => (
          <Sheet
            label="Straps and wires"
            columns={[
              words('Strap'),
              words('From, to'),
              num('ohms'),
              num('A'),
              num('mV across'),
              words(''),
              unseen('Change'),
            ]}
          >
            {some.map((s) => (
              <StrapRow
                key={s.id}
                strap={s}
                earths={earths}
                wire={known.get(s.id)}
                open={open === s.id}
                onOpen={() => setOpen(open === s.id ? null : s.id)}
              />
            ))}
          </Sheet>
        )}
      </Paged>
      {chosen && <StrapForm key={chosen.id} strap={chosen} earths={earths} />}
      <Button variant="default" mt="md" onClick={add}>
        Add a wire
      </Button>
    </>
  )
}

function StrapRow({
  strap,
  earths: { build, picture, measured },
  wire,
  open,
  onOpen,
}: {
  strap: Strap
  earths: EarthsTabProps['earths']
  /** its ohms, and how well they are known; nothing where it hangs from nothing */
  wire: { ohm: number; doubt: number } | undefined
  open: boolean
  onOpen: () => void
}) {
  const ampere = Math.abs(picture.ampere[strap.id] ?? 0)
  return (
    <tr>
      <td>{strap.name}</td>
      <td>
        {postName(build, strap.a)} to {postName(build, strap.b)}
      </td>
      <td className="num">{wire ? `${milliohms(wire.ohm)}, ${factorText(wire.doubt)}` : ''}</td>
      <td className="num">{fixed(ampere, 1)}</td>
      <td className="num">{wire ? millivolts(ampere * wire.ohm) : ''}</td>
      <td>
        <StatedChip basis={measured.has(strap.id) ? 'measured' : 'assumed'} />
      </td>
      <td className="to-right">
        <Button
          variant="subtle"
          h={36}
          px={8}
          aria-label={`Change ${strap.name}`}
          aria-expanded={open}
          onClick={onOpen}
        >
          {open ? 'Close' : 'Change'}
        </Button>
      </td>
    </tr>
  )
}

/** How well ohms are known: ±8 %, or by a factor. */
const factorText = (doubt: number): string =>
  doubt < 0.3 ? `±${fixed(100 * K95 * doubt, 0)} %` : `÷× ${significant(Math.exp(K95 * doubt), 2)}`

function StrapForm({ strap, earths }: { strap: Strap } & Pick<EarthsTabProps, 'earths'>) {
  const { build } = earths
  const { edit } = useBuild()
  const [problem, setProblem] = useState<string | null>(null)
  const set = (patch: Patch<Strap>): string | null => {
    const refused = edit({ kind: 'editStrap', args: { id: strap.id, patch } })
    setProblem(null)
    return refused
  }
  const end = (key: 'a' | 'b', other: string) => (to: string) => {
    if (to === other) setProblem('A strap runs between two posts: choose another end.')
    else set({ [key]: to })
  }
  const posts = build.posts.map((p) => ({ value: p.id, label: p.name }))
  // of a bolt that becomes a wire; of a wire only what is typed changes
  const guessed = strap.wire ? {} : { lengthM: 1, areaMm2: 6 }
  return (
    <Fields name={`Strap ${strap.name}`}>
      <TextField label="Name" value={strap.name} required onCommit={(name) => set({ name })} />
      <NativeSelect
        label="From"
        value={strap.a}
        data={posts}
        onChange={(e) => end('a', strap.b)(e.currentTarget.value)}
      />
      <NativeSelect
        label="To"
        value={strap.b}
        data={posts}
        onChange={(e) => end('b', strap.a)(e.currentTarget.value)}
      />
      <QuantityInput
        label="Length"
        unit="m"
        value={strap.wire?.lengthM ?? null}
        placeholder="a bolt"
        width={110}
        check={aboveZero}
        onCommit={({ value }) => set({ wire: { ...guessed, lengthM: value } })}
      />
      <QuantityInput
        label="Size"
        unit="mm²"
        value={strap.wire?.areaMm2 ?? null}
        placeholder="a bolt"
        width={130}
        check={aboveZero}
        onCommit={({ value }) => set({ wire: { ...guessed, areaMm2: value } })}
      />
      <Joints strap={strap} set={set} />
      <QuantityInput
        label="Ohms, measured"
        unit="Ω"
        value={strap.ohm?.value ?? null}
        placeholder="by its wire"
        width={150}
        check={aboveZero}
        onCommit={({ value }) => set({ ohm: asMeasured(value) })}
      />
      <SideBySide>
        {strap.ohm && (
          <Button variant="default" onClick={() => set({ ohm: null })}>
            By its wire again
          </Button>
        )}
        <Button
          variant="subtle"
          color="gray"
          onClick={() => edit({ kind: 'removeStrap', args: { id: strap.id } })}
        >
          Remove
        </Button>
      </SideBySide>
      <Wrong>{problem}</Wrong>
    </Fields>
  )
}

const Joints = ({ strap, set }: { strap: Strap; set: (patch: Patch<Strap>) => string | null }) => (
  <>
    <NativeSelect
      label="First joint"
      value={strap.jointA}
      data={JOINTS}
      onChange={(e) => set({ jointA: e.currentTarget.value as Strap['jointA'] })}
    />
    <NativeSelect
      label="Second joint"
      value={strap.jointB}
      data={JOINTS}
      onChange={(e) => set({ jointB: e.currentTarget.value as Strap['jointB'] })}
    />
    <SideBySide>
      <Switch
        label="a cable’s shield, grounded at both its ends"
        checked={strap.shield}
        onChange={(e) => set({ shield: e.currentTarget.checked })}
      />
    </SideBySide>
  </>
)
