import { Alert, Button, Group } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { storageProblem } from '../store/problem.ts'
import type { OpenBuild } from '../store/useBuild.ts'
import { exportToFile } from './exportBuild.tsx'
import { saveFile } from './saveFile.ts'

/** What must be said about saving: not saved, deleted elsewhere, refused, overtaken, lost. Nothing when all is well. */
export function SavedOrNot({ open }: { open: OpenBuild }) {
  const { save, notice, refused, lost } = open
  const away = { withCloseButton: true, closeButtonLabel: 'Put this away', onClose: open.dismiss }
  return (
    <div className="said-of-saving">
      {(save.kind === 'unsaved' || save.kind === 'gone') && <NotSaved open={open} why={save.why} />}
      {refused && (
        <Alert color="red" mb="md" role="alert" title="Not recorded" {...away}>
          {refused}
        </Alert>
      )}
      {lost.length > 0 && (
        <Alert color="red" mb="md" role="alert" title="Could not be kept" {...away}>
          <LostEdits {...{ lost }} />
        </Alert>
      )}
      {notice && (
        <Alert mb="md" role="status" {...away}>
          {notice}
        </Alert>
      )}
    </div>
  )
}

function NotSaved({ open, why }: { open: OpenBuild; why: string }) {
  const gone = open.save.kind === 'gone'
  const bringBack = (): void => {
    open
      .bringBack()
      .catch((e: unknown) => notifications.show({ color: 'red', message: storageProblem(e) }))
  }
  return (
    <Alert color="red" mb="md" role="alert" title={gone ? 'Deleted elsewhere' : 'Not saved'}>
      <p>{why}</p>
      <Group>
        {gone && <Button onClick={bringBack}>Bring it back</Button>}
        <Button variant={gone ? 'default' : 'filled'} onClick={() => void exportToFile(open.build)}>
          Export now
        </Button>
      </Group>
    </Alert>
  )
}

function LostEdits({ lost }: { lost: OpenBuild['lost'] }) {
  const text = lost.map((l) => `${l.why}\n${l.text}`).join('\n\n')
  return (
    <>
      <p>
        Another tab left no place for {lost.length === 1 ? 'a change' : `${lost.length} changes`} of
        yours: {lost[0]!.why} It stands here as text.
      </p>
      <pre className="lost-edit" tabIndex={0} aria-label="The change as text">
        {text}
      </pre>
      <Button variant="default" onClick={() => saveFile('not-kept.txt', text, 'text/plain')}>
        Save it to a file
      </Button>
    </>
  )
}
