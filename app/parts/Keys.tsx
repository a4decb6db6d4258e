import { Modal } from '@mantine/core'
import { words } from './columns.ts'
import { Sheet } from './Sheet.tsx'

const KEYS: [string, string][] = [
  ['/', 'find a channel, a place or a command'],
  ['?', 'this list'],
  ['d', 'light or dark'],
  ['n', 'add a channel, in the line-up'],
  ['l', 'back to the line-up, from a channel'],
  ['1 … 7', 'element, leads, input, table, face, prove, budget'],
  ['[ and ]', 'the reader before, the next'],
  ['+ and −', 'look closer at the scales, step back'],
  ['c', 'card for the car'],
  ['↑ ↓', 'on a scale: move the thread by one degree; with Shift by a tenth'],
  ['Page ↑ ↓', 'on a scale: by ten'],
  ['Enter', 'in a box: take it; on a point: record it and go on'],
  ['Esc', 'in a box: back to what it was'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
]

/** Every shortcut. */
export default function Keys({ opened, onClose }: { opened: boolean; onClose: () => void }) {
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title={<b>Keys</b>}
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <Sheet
        label="Shortcuts"
        columns={[words(), words()]}
        rows={KEYS.map(([k, what]) => ({
          key: k,
          cells: [
            <kbd key="k" className="key">
              {k}
            </kbd>,
            what,
          ],
        }))}
      />
    </Modal>
  )
}
