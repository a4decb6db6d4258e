import { notifications } from '@mantine/notifications'
import { fileNameOf, writeBuild, type Build } from '../../core/build/index.ts'
import { filesOf, lackingInWords } from '../store/files.ts'
import { inWords } from '../store/problem.ts'
import { writeBundle } from '../workers/bundles.ts'
import { saveBlob, saveFile } from './saveFile.ts'

/**
 * A build out as one file, whichever button asks for it: JSON, or a zip with the files kept beside it. What it had to
 * leave out is said. Where even packing fails the record alone is saved: what was typed counts most.
 */
export async function exportToFile(build: Build): Promise<void> {
  const name = fileNameOf(build)
  const alone = (): void => saveFile(name, writeBuild(build), 'application/json')
  if (build.attachments.length === 0) return alone()
  try {
    const { files, lacking } = await filesOf(build)
    const bytes = await writeBundle(build, files)
    saveBlob(
      name.replace(/json$/, 'zip'),
      new Blob([bytes as BlobPart], { type: 'application/zip' }),
    )
    const said = lackingInWords(lacking)
    if (said) warn(`${build.name} is exported. ${said}`)
  } catch (error) {
    alone()
    warn(`${build.name} is exported without its captures: ` + inWords(error, 'Packing them'))
  }
}

const warn = (message: string): void => {
  notifications.show({ color: 'red', message, autoClose: false })
}
