import { Button, Checkbox, NativeSelect } from '@mantine/core'
import { measured, assumed, type Load, type Patch } from '../../../core/build/index.ts'
import { aboveZero, notNegative } from '../../parts/checks.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { StatedChip } from '../../parts/StatedChip.tsx'
import { TextField } from '../../parts/TextField.tsx'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { EarthsTabProps } from './Earths.tsx'
import css from './Earths.module.css'

/** What draws current, where it returns, and in which states it runs. */
export default function Loads({ earths: { build } }: EarthsTabProps) {
  const { edit } = useBuild()
  const add = (): void => {
    edit({
      kind: 'addLoad',
      args: {
        load: {
          ...{ id: newId(), name: 'New load', into: build.posts[0]!.id, peakA: null },
          ...{ ampere: assumed(5), runs: build.states.map((s) => s.id) },
        },
      },
    })
  }
  return (
    <>
      {build.loads.map((l) => (
        <LoadFields key={l.id} load={l} build={build} />
      ))}
      {build.loads.length === 0 && (
        <p className="pale">No load yet: a ground without current is level.</p>
      )}
      <Fields>
        <Button variant="default" onClick={add}>
          Add a load
        </Button>
        <TextField
          label="A state of your own"
          value=""
          placeholder="Night, wipers on"
          onCommit={(name) =>
            edit({
              kind: 'addState',
              args: { state: { id: newId(), name: name.slice(0, 60) }, loads: [] },
            })
          }
        />
      </Fields>
    </>
  )
}

function LoadFields({ load, build }: { load: Load; build: EarthsTabProps['earths']['build'] }) {
  const { edit } = useBuild()
  const set = (patch: Patch<Load>): string | null =>
    edit({ kind: 'editLoad', args: { id: load.id, patch } })
  return (
    <Fields name={`Load ${load.name}`}>
      <TextField
        label="Load"
        value={load.name}
        required
        width={170}
        onCommit={(name) => set({ name })}
      />
      <div>
        <QuantityInput
          label="Draws"
          unit="A"
          value={load.ampere.value}
          width={110}
          hideUnderstood
          check={notNegative}
          onCommit={({ value }) => set({ ampere: measured(value) })}
        />
        <StatedChip basis={load.ampere.basis} />
      </div>
      <QuantityInput
        label="For a moment"
        unit="A"
        value={load.peakA}
        placeholder="–"
        width={120}
        hideUnderstood
        check={aboveZero}
        onCommit={({ value }) => set({ peakA: value })}
      />
      <NativeSelect
        label="Returns into"
        value={load.into}
        data={build.posts.map((p) => ({ value: p.id, label: p.name }))}
        onChange={(e) => set({ into: e.currentTarget.value })}
      />
      <SideBySide>
        <div className={css.runs} role="group" aria-label={`When ${load.name} runs`}>
          {build.states.map((s) => (
            <Checkbox
              key={s.id}
              label={s.name.toLowerCase()}
              checked={load.runs.includes(s.id)}
              onChange={(e) =>
                edit({
                  kind: 'runLoad',
                  args: { id: load.id, state: s.id, runs: e.currentTarget.checked },
                })
              }
            />
          ))}
          <Button
            variant="subtle"
            color="gray"
            aria-label={`Remove ${load.name}`}
            onClick={() => edit({ kind: 'removeLoad', args: { id: load.id } })}
          >
            Remove
          </Button>
        </div>
      </SideBySide>
    </Fields>
  )
}
