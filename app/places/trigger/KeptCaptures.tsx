import { significant } from '../../../core/quantity/index.ts'
import { Button, Group } from '@mantine/core'
import { useState } from 'react'
import type { Attachment, Trigger } from '../../../core/build/index.ts'
import { num, unseen, words } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'
import { Wrong } from '../../parts/Wrong.tsx'
import { keepFile, keptFile } from '../../store/files.ts'
import { newId } from '../../store/id.ts'
import { inWords } from '../../store/problem.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { CaptureNow } from './useCapture.ts'
import { RemoveButton } from '../../parts/RemoveButton.tsx'

/** Captures kept beside the build: they go out with it, and come in with it. */
export function KeptCaptures({
  trigger,
  capture,
  rateHz,
}: {
  trigger: Trigger
  capture: CaptureNow
  rateHz: number | null
}) {
  const { build, edit } = useBuild()
  const [problem, setProblem] = useState<string | null>(null)
  const kept = build.attachments.filter((a) => a.trigger === trigger.id)
  const attempt = (what: string, work: () => Promise<string | null>): void => {
    setProblem(null)
    work().then(setProblem, (error: unknown) => setProblem(inWords(error, what)))
  }
  const keep = () =>
    attempt('Keeping this capture', async () => {
      const { name, sha256, bytes } = await capture.file()
      if (kept.some((a) => a.sha256 === sha256)) return `${name} is kept already.`
      await keepFile({ sha256, bytes })
      const attachment: Attachment = {
        ...{ id: newId(), sha256, bytes: bytes.length, kind: 'capture', name },
        trigger: trigger.id,
      }
      return edit({ kind: 'addAttachment', args: { attachment } })
    })
  const open = ({ sha256, name }: Attachment) =>
    attempt('Opening this capture', async () => {
      const { bytes, why } = await keptFile(sha256)
      if (!bytes)
        return why === 'damaged'
          ? `${name} is damaged in this browser’s storage and is not opened. Import the build from ` +
              'a backup, or open the capture’s own file and keep it again.'
          : `${name} is not in this browser: import the build as it was exported, a zip with its captures.`
      await capture.open(new File([bytes as BlobPart], name), rateHz)
      return null
    })
  const fromFile = capture.kept !== null && capture.kept.fromFile
  return (
    <>
      {fromFile && (
        <Group mt="sm">
          <Button variant="default" onClick={keep}>
            Keep it with the build
          </Button>
        </Group>
      )}
      <Wrong>{problem}</Wrong>
      {kept.length > 0 && (
        <KeptTable
          kept={kept}
          onOpen={open}
          onRemove={({ id }) => edit({ kind: 'removeAttachment', args: { id } })}
        />
      )}
    </>
  )
}

function KeptTable({
  kept,
  onOpen,
  onRemove,
}: {
  kept: readonly Attachment[]
  onOpen: (attachment: Attachment) => void
  onRemove: (attachment: Attachment) => void
}) {
  return (
    <Sheet
      label="Captures kept with the build"
      apart
      columns={[words('Capture'), num('MB'), unseen('Open'), unseen('Remove')]}
    >
      {kept.map((a) => (
        <tr key={a.id}>
          <td>{a.name}</td>
          <td className="num">{significant(a.bytes / 1e6, 2)}</td>
          <td>
            <Button variant="subtle" h={36} px={8} onClick={() => onOpen(a)}>
              Open
            </Button>
          </td>
          <td>
            <RemoveButton of={a.name} onClick={() => onRemove(a)} />
          </td>
        </tr>
      ))}
    </Sheet>
  )
}
