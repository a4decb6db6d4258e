import { describe, expect, it } from 'vitest'
import { after, fit, of, sensedReading, switchBuild } from '../../../core/onOff/onOff.fixture.ts'
import { onOffStatus, type OnOffStatus, usualSwitched } from '../../../core/onOff/index.ts'
import { switchLevels, switchNow } from './switchNow.ts'
import { wiredReads } from '../../../core/build/index.ts'

const { build, channel } = switchBuild('temperature')
const [read] = channel.reads
const status = (of_: typeof build): OnOffStatus => onOffStatus(of_, of(of_, channel), read!)
const RANGE = [60, 120] as const

describe('the thread of a switch', () => {
  it('goes by what was measured, else by what is wanted', () => {
    expect(switchLevels(status(build), RANGE)).toEqual({ rising: 95, falling: 90 })
    const taken = after(build, sensedReading(channel, 'rising', 97))
    expect(switchLevels(status(taken), RANGE)).toEqual({ rising: 97, falling: 90 })
  })
  it('is in doubt while nothing holds the pin', () => {
    expect(switchNow(status(build), RANGE, 110, false)).toMatchObject({
      ...{ closed: true, on: true, pinV: null, doubtful: true },
    })
  })
  it('stands in the zone of the level its contact makes, and remembers what it was', () => {
    const held = status(after(build, fit(channel)))
    const above = switchNow(held, RANGE, 110, false)
    expect([above.closed, above.on, above.doubtful]).toEqual([true, true, false])
    expect(above.pinV!).toBeLessThan(1.2)
    const below = switchNow(held, RANGE, 70, true)
    expect(below.closed).toBe(false)
    expect(below.pinV!).toBeGreaterThan(2.8)
    expect(switchNow(held, RANGE, 92, true).closed).toBe(true)
    expect(switchNow(held, RANGE, 92, false).closed).toBe(false)
  })
  it('to the battery is high while it is closed', () => {
    const battery = after(
      build,
      {
        kind: 'editSwitchedOnOff',
        args: {
          id: channel.id,
          usual: usualSwitched(channel.onOff!),
          patch: { switches: 'battery' },
        },
      },
      {
        kind: 'editInput',
        args: {
          input: wiredReads(channel)[0]!.input,
          patch: { fitted: { school: 'from-battery', upOhm: 10_000, downOhm: 10_000 }, limitV: 9 },
        },
      },
    )
    expect(switchNow(status(battery), RANGE, 110, false).pinV!).toBeGreaterThan(2.8)
    expect(switchNow(status(battery), RANGE, 70, false).pinV!).toBeLessThan(1.2)
  })
})
