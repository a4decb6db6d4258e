import { isClosed, type OnOffStatus, type Way } from '../../../core/onOff/index.ts'

export type Levels = Record<Way, number>

/** Where it switches each way: as measured, else as wanted, else at a third and two thirds of its range. */
export const switchLevels = (
  { thresholds, onOff }: OnOffStatus,
  [low, high]: readonly [number, number],
): Levels => ({
  rising: thresholds.rising?.truth ?? onOff.risingAt ?? low + ((high - low) * 2) / 3,
  falling: thresholds.falling?.truth ?? onOff.fallingAt ?? low + (high - low) / 3,
})

/** What a switch and its reader say at a truth. */
export type SwitchNow = {
  truth: number
  closed: boolean
  on: boolean
  /** volts at the pin, the middle of what its parts give; null where nothing holds it */
  pinV: number | null
  /** nothing holds the pin, or not surely enough: the device may say either */
  doubtful: boolean
}

/** The same, when it came from `before`: between the two thresholds the contact stays as it was. */
export function switchNow(
  status: OnOffStatus,
  range: readonly [number, number],
  truth: number,
  before: boolean,
): SwitchNow {
  const { onOff, fitted } = status
  const closed = isClosed(onOff, switchLevels(status, range), truth, before)
  const high = closed === (onOff.switched?.switches === 'battery')
  const [from, to] = (high ? fitted?.highV : fitted?.lowV) ?? [0, 0]
  return {
    ...{ truth, closed, on: closed === (onOff.onWhen === 'closed') },
    pinV: fitted ? (from + to) / 2 : null,
    doubtful: !fitted || fitted.marginV <= 0,
  }
}
