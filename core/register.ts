import { EchtError } from './error.ts'

/**
 * Puts one more thing into a list that the program is made of (families, sources, kinds of channel), for as long as
 * it runs. Returns what takes it out again. Throws `EchtError` `registered-twice` for an id that is there already;
 * `what` names it in the message.
 *
 * @example const takeOut = register(SOURCES, bridged, 'source')
 */
export function register<T extends { id: string }>(list: T[], item: T, what: string): () => void {
  if (list.some((x) => x.id === item.id))
    throw new EchtError('registered-twice', `There is a ${what} "${item.id}" already.`)
  list.push(item)
  return () => {
    list.splice(list.indexOf(item), 1)
  }
}
