import 'fake-indexeddb/auto'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { hashOfBytes, type Attachment } from '../../core/build/index.ts'
import { clearBuild, deleteBuild, duplicateBuild, newBuild, sessionOf } from './builds.ts'
import { database } from './db.ts'
import { filesOf, keepFile, keptFile, lackingInWords } from './files.ts'

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text)
const HOUR_MS = 3_600_000

/** A file kept some hours ago, and the record of it. */
async function keptHoursAgo(text: string, hours: number): Promise<Attachment> {
  const bytes = bytesOf(text)
  const sha256 = hashOfBytes(bytes)
  await keepFile({ sha256, bytes })
  await (await database()).put('files', { sha256, bytes, keptAt: Date.now() - hours * HOUR_MS })
  return {
    id: `of-${text}`,
    sha256,
    bytes: bytes.length,
    kind: 'capture',
    name: text,
    trigger: null,
  }
}
const hasFile = async ({ sha256 }: Attachment): Promise<boolean> =>
  (await (await database()).get('files', sha256)) !== undefined

afterEach(() => vi.unstubAllGlobals())

describe('files beside the builds', () => {
  it('go when the last build that names them is cleared, and not before', async () => {
    const build = await newBuild('Of one file')
    const attachment = await keptHoursAgo('a', 3)
    const unnamed = await keptHoursAgo('b', 3)
    const justKept = await keptHoursAgo('c', 0.5)
    const session = await sessionOf(build.id)
    expect(session.edit({ kind: 'addAttachment', args: { attachment } })).toBe(null)
    await session.settled()
    const copy = await duplicateBuild(build.id)
    await deleteBuild(build.id)
    await clearBuild(build.id)
    expect([await hasFile(attachment), await hasFile(unnamed)]).toEqual([true, false])
    expect(await hasFile(justKept)).toBe(true)
    await deleteBuild(copy.id)
    expect(await hasFile(attachment)).toBe(true)
    await clearBuild(copy.id)
    expect(await hasFile(attachment)).toBe(false)
  })

  it('stay where a change that can be undone names them', async () => {
    const build = await newBuild('Removed again')
    const other = await newBuild('Cleared')
    const attachment = await keptHoursAgo('d', 3)
    const session = await sessionOf(build.id)
    session.edit({ kind: 'addAttachment', args: { attachment } })
    session.edit({ kind: 'removeAttachment', args: { id: attachment.id } })
    await session.settled()
    expect(session.build.attachments).toEqual([])
    await clearBuild(other.id)
    expect(await hasFile(attachment)).toBe(true)
  })

  it('of the sample are fetched once, and nothing else is taken for them', async () => {
    const [right, wrong] = [bytesOf('the capture'), bytesOf('a page that says no')]
    const sha256 = hashOfBytes(right)
    let answer: Response | null = null
    let asked = 0
    vi.stubGlobal('fetch', () => {
      asked++
      return answer ? Promise.resolve(answer) : Promise.reject(new TypeError('no network'))
    })
    expect(await keptFile(sha256)).toEqual({ bytes: null, why: 'missing' })
    answer = new Response(wrong as BodyInit)
    expect(await keptFile(sha256)).toEqual({ bytes: null, why: 'missing' })
    answer = new Response(null, { status: 404 })
    expect(await keptFile(sha256)).toEqual({ bytes: null, why: 'missing' })
    answer = new Response(right as BodyInit)
    expect((await keptFile(sha256)).bytes).toEqual(right)
    expect((await keptFile(sha256)).bytes).toEqual(right)
    expect(asked).toBe(4)
    const named = { id: 'x', sha256, bytes: 11, kind: 'capture', name: 'x', trigger: null } as const
    const { build } = await sessionOf((await newBuild('Names it')).id)
    const { files, lacking } = await filesOf({ ...build, attachments: [named] })
    expect([[...files.keys()], lacking]).toEqual([[sha256], []])
  })

  it('that the disk spoilt or lost are named, never taken for what was kept', async () => {
    vi.stubGlobal('fetch', () => Promise.resolve(new Response(null, { status: 404 })))
    const bytes = bytesOf('a capture of some length')
    const sha256 = hashOfBytes(bytes)
    const attachments = [
      { id: 'a', sha256, bytes: bytes.length, kind: 'capture', name: 'a.csv', trigger: null },
      { id: 'b', sha256: 'b'.repeat(64), bytes: 9, kind: 'capture', name: 'b.csv', trigger: null },
    ] as const
    const { build } = await sessionOf((await newBuild('Spoilt')).id)
    const named = { ...build, attachments: [...attachments] }
    await keepFile({ sha256, bytes })
    expect((await filesOf(named)).lacking.map((l) => [l.name, l.why])).toEqual([
      ['b.csv', 'missing'],
    ])
    await keepFile({ sha256, bytes: bytes.subarray(0, 5) })
    const { files, lacking } = await filesOf(named)
    expect(files.size).toBe(0)
    expect(lacking.map((l) => [l.name, l.why])).toEqual([
      ['a.csv', 'damaged'],
      ['b.csv', 'missing'],
    ])
    expect(lackingInWords(lacking)).toBe(
      '2 captures are not with it: a.csv (damaged), b.csv (not here).',
    )
    expect(lackingInWords([])).toBe(null)
  })
})
