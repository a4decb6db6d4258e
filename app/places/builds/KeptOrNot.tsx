import { Button, Group } from '@mantine/core'
import dayjs from 'dayjs'
import { useSyncExternalStore } from 'react'
import useSWR from 'swr'
import { saveFile } from '../../parts/saveFile.ts'
import { clearDamaged, damagedText, listDamaged } from '../../store/builds.ts'
import { isHeld, onHeld, type Damaged } from '../../store/db.ts'
import { askToPersist, isPersisted, PERSISTED } from '../../store/persistence.ts'

/** Whether the browser keeps what is stored here, and what was found damaged and put aside. */
export function KeptOrNot() {
  const { data: persisted } = useSWR(PERSISTED, isPersisted)
  const { data: damaged = [], mutate } = useSWR<Damaged[]>('damaged', listDamaged)
  return (
    <section className="kept-or-not" aria-label="Storage">
      {persisted === true && (
        <p className="pale">This browser has promised to keep your builds until you delete them.</p>
      )}
      {persisted === false && (
        <p>
          This browser may clear your builds when its room runs short: export what matters to a
          file.{' '}
          <Button variant="subtle" onClick={() => void askToPersist()}>
            Ask it to keep them
          </Button>
        </p>
      )}
      {damaged.length > 0 && (
        <>
          <h2>Found damaged</h2>
          {damaged.map((d) => (
            <Group key={d.id} justify="space-between" wrap="wrap">
              <span>
                {d.name}, {dayjs(d.at).format('D MMM YYYY, HH:mm')}: left out{' '}
                {d.leftOut.slice(0, 3).join('; ')}
                {d.leftOut.length > 3 ? ` and ${d.leftOut.length - 3} more` : ''}
              </span>
              <Group>
                <Button
                  variant="default"
                  onClick={() => saveFile('damaged-build.json', damagedText(d), 'application/json')}
                >
                  Save it as it was found
                </Button>
                <Button
                  variant="default"
                  onClick={() => void clearDamaged(d.id).then(() => mutate())}
                >
                  Clear it
                </Button>
              </Group>
            </Group>
          ))}
        </>
      )}
    </section>
  )
}

/** Said on every page while a tab with an older Echt keeps the database from opening. */
export function HeldElsewhere() {
  const held = useSyncExternalStore(onHeld, isHeld)
  return held ? (
    <p role="alert" className="wrong">
      Another tab has an older Echt open and holds the stored builds: close or reload that tab, and
      this one goes on by itself.
    </p>
  ) : null
}
