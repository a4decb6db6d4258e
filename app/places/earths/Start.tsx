import { Button } from '@mantine/core'
import { useState } from 'react'
import { groundFrom, TEMPLATES, type GroundTemplate } from '../../../core/earths/index.ts'
import { Wrong } from '../../parts/Wrong.tsx'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import css from './Earths.module.css'

/** No grounds yet: the kind of vehicle that is nearest. */
export function Start() {
  const { build, edit } = useBuild()
  const [problem, setProblem] = useState<string | null>(null)
  const start = (template: GroundTemplate): void =>
    setProblem(edit({ kind: 'startGround', args: groundFrom(template, build, newId) }))
  return (
    <section>
      <h1>Earths</h1>
      <p className="column wide">
        Half of all wrong readings are made between the sensor and the converter. Take the vehicle
        that is nearest to yours: its straps and loads are assumed, and become yours as you measure
        and change them.
      </p>
      <Wrong>{problem}</Wrong>
      <div className={css.templates}>
        {TEMPLATES.map((t) => (
          <div key={t.id} className={css.template} role="group" aria-label={t.name}>
            <h2>{t.name}</h2>
            <p>{t.says}</p>
            <Button variant="default" onClick={() => start(t)}>
              Start with it
            </Button>
          </div>
        ))}
      </div>
    </section>
  )
}
