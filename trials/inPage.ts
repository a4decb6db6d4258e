/**
 * Functions that run inside a page of the application, driven by its own boxes and keys. Each is self-contained:
 * nothing but its argument crosses into the page.
 */

/** What one tab did to the build both have open: the values it typed, each of its own kind, and its undos and redos. */
export type TabDid = { typed: string[]; undone: number; redone: number; refused: string[] }

type TabTask = { tab: string; edits: number; longestMs: number; seed: number }

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

type BoxesDid = { boxes: number; tries: number; lost: string[] }
type BoxesTask = { values: string[] }

/**
 * Types every one of some values into every box of the page it can find, with Enter and on leaving it: those that
 * stand there, those that are folded, and those of every dialog the page can open, which is then sent off. Says
 * after which the page was lost. Runs in the page.
 */
export async function tryEveryBox({ values }: BoxesTask): Promise<BoxesDid> {
  type Box = HTMLInputElement | HTMLTextAreaElement
  const rest = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))
  const did: BoxesDid = { boxes: 0, tries: 0, lost: [] }
  const here = location.pathname + location.search
  const setters = {
    INPUT: Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!,
    TEXTAREA: Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!.set!,
  }
  const isBox = (e: Box): boolean =>
    !['file', 'checkbox', 'radio', 'hidden'].includes(e.type) &&
    !e.readOnly &&
    !e.disabled &&
    e.getClientRects().length > 0
  const boxesIn = (where: string): Box[] =>
    [...document.querySelectorAll<Box>(`${where} input, ${where} textarea`)].filter(isBox)
  const nameOf = (e: Box): string =>
    e.labels?.[0]?.textContent ?? e.getAttribute('aria-label') ?? '?'
  const alive = (): boolean =>
    document.querySelector('header') !== null &&
    document.querySelector('nav') !== null &&
    !/This page failed|for a reason this program does not know/.test(
      document.body.textContent ?? '',
    )
  const type = async (box: Box, value: string, enter: boolean): Promise<void> => {
    setters[box.tagName as 'INPUT' | 'TEXTAREA'].call(box, value)
    box.dispatchEvent(new Event('input', { bubbles: true }))
    await rest(0)
    const key = { key: 'Enter', bubbles: true, cancelable: true }
    if (enter && box.tagName === 'INPUT') box.dispatchEvent(new KeyboardEvent('keydown', key))
    box.dispatchEvent(new FocusEvent('focusout', { bubbles: true }))
    await rest(15)
    did.tries++
  }
  const isLost = (by: string): boolean => {
    if (alive()) return false
    did.lost.push(by)
    return true
  }
  const buttons = (where: string, words: RegExp): HTMLButtonElement[] =>
    [...document.querySelectorAll<HTMLButtonElement>(`${where} button`)].filter(
      (b) =>
        !b.disabled &&
        b.getClientRects().length > 0 &&
        words.test(b.textContent || (b.getAttribute('aria-label') ?? '')),
    )

  for (const d of document.querySelectorAll<HTMLDetailsElement>('main details:not([open])'))
    d.open = true
  for (const b of buttons('main', /^Compare|^Record from the bench|second sender$/)) b.click()
  await rest(400)
  const count = boxesIn('main').length
  did.boxes = count
  for (let k = 0; k < count; k++)
    for (const value of values) {
      const box = boxesIn('main')[k]
      if (!box) break
      await type(box, value, true)
      if (isLost(`${nameOf(box)}: ${value.slice(0, 30)}`)) return did
    }
  // forms and what adds something, with whatever stands in them now
  for (const b of buttons(
    'main',
    /^(Add it|Record|Take them|Take it|Note it|Add the|Use it|One more)/,
  )) {
    if (!b.isConnected) continue
    b.click()
    await rest(60)
    if (isLost(`pressing ${b.textContent}`)) return did
    if (location.pathname + location.search !== here) return did
  }
  const openers = buttons('main', /^(Add a|Edit the channel|New build)/).length
  for (let o = 0; o < openers; o++)
    for (const value of values) {
      const opener = buttons('main', /^(Add a|Edit the channel|New build)/)[o]
      if (!opener || location.pathname + location.search !== here) break
      opener.click()
      await rest(350)
      const dialog = boxesIn('[role=dialog]').length
      did.boxes += value === values[0] ? dialog : 0
      for (let k = 0; k < dialog; k++) {
        const box = boxesIn('[role=dialog]')[k]
        if (box) await type(box, value, false)
      }
      buttons('[role=dialog]', /^(Add the|Done|Start|Add it)/)[0]?.click()
      await rest(150)
      if (
        isLost(
          `the dialog of ${opener.textContent || opener.getAttribute('aria-label')}: ${value.slice(0, 30)}`,
        )
      )
        return did
      document.activeElement?.dispatchEvent(
        new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }),
      )
      buttons('[role=dialog]', /^Close/)[0]?.click()
      await rest(200)
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
  const tx = db.transaction(['builds', 'pieces'])
  const asked = <T>(request: IDBRequest<T>): Promise<T> =>
    new Promise((done, failed) => {
      request.onsuccess = () => done(request.result)
      request.onerror = () => failed(request.error)
    })
  const kept = (await asked(tx.objectStore('builds').get(id))) as
    { build: Record<string, unknown>; pieces?: Record<string, number> } | undefined
  for (const [list, count] of Object.entries(kept?.pieces ?? {})) {
    const all: unknown[] = []
    for (let n = 0; n < count; n++)
      all.push(...((await asked(tx.objectStore('pieces').get([id, list, n]))) as unknown[]))
    kept!.build[list] = all
  }
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
