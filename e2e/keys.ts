import { errors, type Page } from '@playwright/test'

// Nothing here moves or clicks a mouse: keys only, and where they land is what Tab says.

/** Tabs until the focused thing has this role and name. */
export async function tabTo(page: Page, role: string, name: RegExp, back = false): Promise<void> {
  const at = page.locator(':focus'),
    passed: string[] = []
  for (let i = 0; i < 160; i++) {
    await page.keyboard.press(back ? 'Shift+Tab' : 'Tab')
    // what was focused may be drawn anew between two questions: then the next Tab goes on from there
    const seen =
      (await at.count()) === 0 ? '' : await at.ariaSnapshot({ timeout: 1000 }).catch(gone)
    const [, itsRole, itsName = ''] = /^- (\w+)(?: "((?:[^"\\]|\\.)*)")?/.exec(seen) ?? []
    if (itsRole === undefined) continue
    if (itsRole === role && name.test(itsName)) return
    passed.push(`${itsRole} ${itsName}`)
  }
  throw new Error(`No ${role} ${name} within 160 tabs: ${passed.join(', ')}`)
}

function gone(error: unknown): string {
  if (error instanceof errors.TimeoutError) return ''
  throw error
}

export const type = (page: Page, text: string): Promise<void> => page.keyboard.type(text)
export const press = (page: Page, ...keys: string[]): Promise<void> =>
  keys.reduce((p, k) => p.then(() => page.keyboard.press(k)), Promise.resolve())

/** Chooses in a native list by typing the beginning of the option. */
export const choose = type
