/**
 * Functions that run inside a page of the application, driven by its own boxes and keys. Each is self-contained:
 * nothing but its argument crosses into the page.
 */

/** What one tab did to the build both have open: the values it typed, each of its own kind, and its undos and redos. */
export type TabDid = { typed: string[]; undone: number; redone: number; refused: string[] }

export type TabTask = { tab: string; edits: number; longestMs: number; seed: number }

/**
 * Types into boxes of the page at random moments, a value of its own each time, with undo and redo among them.
 * Runs in the page.
 */
export async function typeAtRandom({ tab, edits, longestMs, seed }: TabTask): Promise<TabDid> {
  let state = seed
  const uniform = (): number => {
    state = (state * 48271) % 2147483647
    return state / 2147483647
  }
  const rest = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))
  const did: TabDid = { typed: [], undone: 0, redone: 0, refused: [] }
  const box = (label: string): HTMLInputElement | null =>
    [...document.querySelectorAll('label')].find((l) => l.textContent === label)
      ?.control as HTMLInputElement | null
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!
  const press = (target: EventTarget, key: string, more: object = {}): boolean =>
    target.dispatchEvent(
      new KeyboardEvent('keydown', {
        key,
        code: `Key${key.toUpperCase()}`,
        bubbles: true,
        cancelable: true,
        ...more,
      }),
    )
  const labels = [
    'Wire colour',
    'Connector cavity',
    'Signal wire, plug to pin',
    'Ground wire, plug to device',
    'Sensor ground above device ground, loads on',
  ]
  for (let i = 0; i < edits; i++) {
    await rest(uniform() * longestMs)
    const what = uniform()
    if (what < 0.12) {
      press(document.body, 'z', { ctrlKey: true, code: 'KeyZ' })
      did.undone++
    } else if (what < 0.2) {
      press(document.body, 'y', { ctrlKey: true, code: 'KeyY' })
      did.redone++
    } else {
      const which = Math.floor(uniform() * labels.length)
      const input = box(labels[which]!)
      if (!input) continue
      // a value nobody else types: a word, or a number small enough to be a wire's
      const value =
        which < 2 ? `${tab}-${i}` : `0.${tab === 'a' ? 1 : 2}${String(i).padStart(4, '0')}`
      set.call(input, value)
      input.dispatchEvent(new Event('input', { bubbles: true }))
      await rest(0)
      press(input, 'Enter')
      did.typed.push(value)
    }
  }
  return did
}

export type BoxesDid = { boxes: number; tries: number; lost: string[] }
export type BoxesTask = { values: string[]; only?: number[] }

/**
 * Types every one of some values into every box of the page it can find, with Enter and on leaving it, opening what
 * is folded first. Says after which the page was lost. Runs in the page.
 */
export async function tryEveryBox({ values, only }: BoxesTask): Promise<BoxesDid> {
  const rest = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))
  const did: BoxesDid = { boxes: 0, tries: 0, lost: [] }
  const setters = {
    INPUT: Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!,
    TEXTAREA: Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!.set!,
  }
  const unfold = (): void => {
    for (const d of document.querySelectorAll<HTMLDetailsElement>('main details:not([open])'))
      d.open = true
    for (const b of document.querySelectorAll<HTMLElement>('main button[aria-expanded="false"]'))
      if (/compare/i.test(b.textContent ?? '')) b.click()
  }
  const boxes = (): (HTMLInputElement | HTMLTextAreaElement)[] =>
    [
      ...document.querySelectorAll<HTMLInputElement | HTMLTextAreaElement>(
        'main input, main textarea, [role=dialog] input, [role=dialog] textarea',
      ),
    ].filter(
      (e) =>
        !['file', 'checkbox', 'radio', 'hidden'].includes(e.type) &&
        !e.readOnly &&
        !e.disabled &&
        !e.closest('.mantine-Select-root') &&
        e.getClientRects().length > 0,
    )
  const nameOf = (e: HTMLInputElement | HTMLTextAreaElement): string =>
    e.labels?.[0]?.textContent ?? e.getAttribute('aria-label') ?? '?'
  const alive = (): boolean =>
    document.querySelector('header') !== null &&
    document.querySelector('nav') !== null &&
    !/This page failed|for a reason this program does not know/.test(
      document.body.textContent ?? '',
    )
  unfold()
  await rest(300)
  const count = boxes().length
  did.boxes = count
  for (let k = 0; k < count; k++) {
    if (only && !only.includes(k)) continue
    for (const value of values) {
      const box = boxes()[k]
      if (!box) break
      setters[box.tagName as 'INPUT' | 'TEXTAREA'].call(box, value)
      box.dispatchEvent(new Event('input', { bubbles: true }))
      await rest(0)
      const key = { key: 'Enter', bubbles: true, cancelable: true }
      if (box.tagName === 'INPUT') box.dispatchEvent(new KeyboardEvent('keydown', key))
      box.dispatchEvent(new FocusEvent('focusout', { bubbles: true }))
      await rest(20)
      did.tries++
      if (!alive()) {
        did.lost.push(`${nameOf(box)}: ${value.slice(0, 30)}`)
        return did
      }
    }
  }
  return did
}

/** What the database of this page holds of a build, as text. Runs in the page. */
export async function storedText(id: string): Promise<string> {
  const db = await new Promise<IDBDatabase>((done, failed) => {
    const open = indexedDB.open('echt')
    open.onsuccess = () => done(open.result)
    open.onerror = () => failed(open.error)
  })
  const kept = await new Promise<{ build: unknown } | undefined>((done, failed) => {
    const got = db.transaction('builds').objectStore('builds').get(id)
    got.onsuccess = () => done(got.result as { build: unknown } | undefined)
    got.onerror = () => failed(got.error)
  })
  db.close()
  return JSON.stringify(kept?.build ?? null)
}

/** Long tasks of the page from now on: begins to watch them, and returns how to ask. Runs in the page. */
export function watchLongTasks(): void {
  const seen: number[] = []
  ;(window as unknown as { longTasks: number[] }).longTasks = seen
  new PerformanceObserver((list) => {
    for (const e of list.getEntries()) seen.push(e.duration)
  }).observe({ type: 'longtask' })
}
