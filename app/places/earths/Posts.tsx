import { Button, NativeSelect } from '@mantine/core'
import type { Patch, Post } from '../../../core/build/index.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { num, words } from '../../parts/columns.ts'
import { Paged } from '../../parts/Paged.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { TextField } from '../../parts/TextField.tsx'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { EarthsTabProps } from './Earths.tsx'
import { newStrap } from './usePull.ts'
import { readerName } from '../../../core/ground/index.ts'

const KIND: Record<Post['kind'], string> = {
  battery: 'battery negative',
  stud: 'stud',
  block: 'engine block',
  head: 'head',
  body: 'body or frame',
  device: 'ground of a device',
  sensors: 'sensor ground of a device',
  tank: 'tank',
  load: 'return of a load',
}

/** The posts, and what each reader's sensor stands on. */
export default function Posts({ earths }: EarthsTabProps) {
  const { build } = earths
  const { edit } = useBuild()
  const reads = build.channels.flatMap((c) => c.reads.map((r) => r.id))
  const add = (): void => {
    const post: Post = {
      ...{ id: newId(), name: 'New stud', kind: 'stud', device: null },
      along: 0.5,
    }
    const battery = build.posts.find((p) => p.kind === 'battery') ?? build.posts[0]!
    const straps = [newStrap(post.id, battery.id, 'wire of the new stud')]
    edit({ kind: 'addPost', args: { post, straps } })
  }
  return (
    <>
      <Paged items={build.posts} perPage={30}>
        {(shown) => shown.map((p) => <PostFields key={p.id} post={p} build={build} />)}
      </Paged>
      <Button variant="default" mt="md" onClick={add}>
        Add a post
      </Button>
      <h2 className="apart">What each sensor stands on</h2>
      {/* each row offers every post: of very many posts few rows at a time */}
      <Paged items={reads} perPage={build.posts.length > 60 ? 10 : 60}>
        {(shown) => (
          <Sheet
            label="What sensors stand on"
            columns={[words('Reader'), words('Grounded at'), num('')]}
          >
            {shown.map((read) => (
              <StandRow key={read} read={read} earths={earths} />
            ))}
          </Sheet>
        )}
      </Paged>
    </>
  )
}

function PostFields({ post, build }: { post: Post; build: EarthsTabProps['earths']['build'] }) {
  const { edit } = useBuild()
  const set = (patch: Patch<Post>): string | null =>
    edit({ kind: 'editPost', args: { id: post.id, patch } })
  const ofDevice = post.kind === 'device' || post.kind === 'sensors'
  return (
    <Fields name={`Post ${post.name}`}>
      <TextField
        label="Post"
        value={post.name}
        required
        width={230}
        onCommit={(name) => set({ name })}
      />
      <NativeSelect
        label="It is"
        value={post.kind}
        data={Object.entries(KIND).map(([value, label]) => ({ value, label }))}
        onChange={(e) => {
          const kind = e.currentTarget.value as Post['kind']
          const device =
            kind === 'device' || kind === 'sensors' ? (build.devices[0]?.id ?? null) : null
          set({ kind, device })
        }}
      />
      {ofDevice && (
        <NativeSelect
          label="Whose"
          value={post.device ?? ''}
          data={build.devices.map((d) => ({ value: d.id, label: d.name }))}
          onChange={(e) => set({ device: e.currentTarget.value })}
        />
      )}
      <QuantityInput
        label="Front to rear"
        unit="%"
        value={Math.round(post.along * 100)}
        width={130}
        hideUnderstood
        check={(v) => (v >= 0 && v <= 100 ? null : '0 (front) to 100 (rear)')}
        onCommit={({ value }) => set({ along: value / 100 })}
      />
      <SideBySide>
        <Button
          variant="subtle"
          color="gray"
          aria-label={`Remove ${post.name}`}
          onClick={() => edit({ kind: 'removePost', args: { id: post.id } })}
        >
          Remove
        </Button>
      </SideBySide>
    </Fields>
  )
}

function StandRow({
  read,
  earths: { build, solved },
}: {
  read: string
  earths: EarthsTabProps['earths']
}) {
  const { edit } = useBuild()
  const stand = build.stands.find((s) => s.read === read)
  const name = readerName(build, read)
  return (
    <tr>
      <td>{name}</td>
      <td>
        <NativeSelect
          aria-label={`Ground of ${name}`}
          value={stand?.post ?? ''}
          data={[
            { value: '', label: 'the ground of its own device' },
            ...build.posts.map((p) => ({ value: p.id, label: p.name })),
          ]}
          onChange={(e) => {
            const post = e.currentTarget.value || null
            edit({ kind: 'standOn', args: { id: newId(), read, post, bolted: false } })
          }}
        />
      </td>
      <td className="pale">
        {solved?.ground.feet.has(read)
          ? ''
          : 'its device has no ground here, or one that hangs from nothing'}
      </td>
    </tr>
  )
}
