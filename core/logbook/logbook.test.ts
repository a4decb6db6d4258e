import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { applyChange, type Build, type Edited, pathOf, undo } from '../build/index.ts'
import { readOf } from '../build/find.ts'
import { measured } from '../build/types.ts'
import { triggerRestsOn } from '../trigger/index.ts'
import { dueAgain, logbook, SEASON_DAYS, type Happening } from './index.ts'

const build = saltmarshNine()
const NOW = '2026-12-01T10:00:00Z'
let stamped = 0
const edited = (b: Build, change: Edited): Build =>
  applyChange(b, change, { id: `c-${++stamped}`, at: NOW, by: 'Wren' })
const newest = (b: Build): Happening => logbook(b)[0]!.said
const coolant = pathOf(build, 'rd-coolant').input

describe('what happened', () => {
  it('stands newest first, with every measurement once and none twice', () => {
    const entries = logbook(build)
    const times = entries.map((e) => e.at)
    expect(times).toEqual([...times].sort().reverse())
    const taken = entries.filter((e) => e.kind === 'measured' || e.kind === 'checked')
    expect(new Set(taken.map((e) => e.id)).size).toBe(build.measurements.length)
    expect(new Set(entries.map((e) => e.id)).size).toBe(entries.length)
  })
  it('says a change of the pull-up by its pin, with both values', () => {
    const changed = edited(build, {
      kind: 'editPullUp',
      args: { input: coolant.id, pull: coolant.pulls[0]!.id, patch: { ohm: measured(1800) } },
    })
    expect(newest(changed)).toMatchObject({
      kind: 'changed',
      of: 'Engine unit',
      fields: [{ name: 'pull-up of pin 14', unit: 'Ω', before: 2490, after: 1800 }],
    })
    expect(logbook(changed)[0]!.channels).toEqual(['ch-coolant'])
  })
  it('calls every number of a trigger by its name', () => {
    const gap = {
      ...{ peakV: 1, rpm: 200, gapM: 1e-3, diameterM: 0.15, thresholdV: 0.3, limitV: 100 },
      ...{ crankRpm: 120, limiterRpm: 7500, runoutM: 2e-4, clearM: 3e-4 },
    }
    const edit = (patch: Partial<typeof gap>): Edited => ({
      kind: 'editGap',
      args: { id: 'tr-crank', patch, usual: gap },
    })
    const begun = edited(build, edit({}))
    expect(newest(begun)).toMatchObject({ of: 'Crank', fields: [{ name: 'numbers of its gap' }] })
    const names = Object.keys(gap).map((key) => {
      const said = newest(edited(begun, edit({ [key]: 7 })))
      return said.kind === 'changed' ? said.fields[0]!.name : ''
    })
    expect(new Set(names).size).toBe(names.length)
    expect(names).not.toContain('trigger')
    expect(names).not.toContain('numbers of its gap')
    const dwell = { id: 'd', coil: 'Coil 1', batteryV: 13.8, dwellS: 0.0032 }
    const kept = edited(build, { kind: 'addDwell', args: { id: 'tr-crank', dwell } })
    expect(newest(kept)).toMatchObject({ of: 'Crank', fields: [{ name: 'dwell of a coil' }] })
  })
  it('names the posts of a ground that was changed, and of a repair says the repair', () => {
    const into = {
      kind: 'editLoad',
      args: { id: 'gl-fan', patch: { into: 'gp-battery' } },
    } as const
    const said = {
      kind: 'changed',
      of: 'Fan',
      fields: [
        { name: 'return of the load', before: 'Display, ground', after: 'Battery negative' },
      ],
    }
    expect(newest(edited(build, into))).toMatchObject(said)
    const repaired = edited(build, {
      kind: 'rewireGround',
      args: {
        at: NOW,
        why: 'before',
        ohms: [{ strap: 'gs-head-block', ohm: 0.001, doubt: 0.2 }],
        amperes: [],
        change: into,
      },
    })
    expect(newest(repaired)).toMatchObject(said)
    const looked = edited(build, { kind: 'editVehicle', args: { patch: { state: 'state-idle' } } })
    expect(newest(looked)).toMatchObject({ fields: [{ before: null, after: 'Idle' }] })
  })
  it('says a range in the unit of its channel, and a setting as its family calls it', () => {
    const range = edited(build, {
      kind: 'editChannel',
      args: { id: 'ch-map', patch: { needs: { range: { 1: 240 } } } },
    })
    expect(newest(range)).toMatchObject({
      fields: [{ name: 'range of use', unit: 'kPa a', after: 240 }],
    })
    const element = readOf(build, 'rd-wheel').channel.elements[0]!
    const teeth = edited(build, {
      kind: 'editElement',
      args: { id: element, patch: { settings: { teeth: 50 } } },
    })
    const said = newest(teeth)
    expect(said).toMatchObject({ kind: 'changed', fields: [{ unit: null, after: 50 }] })
    expect(said.kind === 'changed' && said.fields[0]!.name).toMatch(/teeth/)
  })
  it('names what came and went, what was struck and what was taken back', () => {
    const gone = edited(build, { kind: 'removeChannel', args: { id: 'ch-coolant' } })
    expect(newest(gone)).toMatchObject({ kind: 'removed', thing: 'channels' })
    const { id } = build.measurements[0]!
    const struck = edited(build, {
      kind: 'strikeMeasurement',
      args: { id, at: NOW, why: 'a slip' },
    })
    expect(newest(struck)).toMatchObject({ kind: 'struck', measurement: { id } })
    const back = undo(struck, { id: 'u-1', at: '2026-12-01T10:01:00Z', by: 'Wren' })
    expect(newest(back)).toMatchObject({ kind: 'undone', at: NOW, what: { kind: 'struck' } })
  })
  it('keeps verdicts and tables entered apart from other changes', () => {
    const kinds = logbook(build).map((e) => e.kind)
    expect(kinds.filter((k) => k === 'proven')).toHaveLength(
      build.changes.filter((c) => c.kind === 'prove').length,
    )
    expect(kinds.filter((k) => k === 'entered').length).toBeGreaterThan(0)
    const entered = logbook(build).find((e) => e.kind === 'entered')!
    expect(entered.channels.length).toBeGreaterThan(0)
    expect(entered.said).toMatchObject({ device: 'Engine unit' })
  })
  it('a field nobody gave a name is called by its path, and nothing is lost', () => {
    const noted = edited(build, {
      kind: 'editDevice',
      args: { id: 'engine-unit', patch: { note: 'under the seat now' } },
    })
    expect(newest(noted)).toMatchObject({
      fields: [{ name: 'note', unit: null, after: 'under the seat now' }],
    })
  })
})

describe('what is due again', () => {
  const days = (n: number): string => new Date(Date.parse(NOW) + n * 86_400_000).toISOString()
  it('is a proof that something has changed under, and every one that is a season old', () => {
    const provenNow = dueAgain(build, NOW).filter((d) => d.kind === 'prove')
    const changed = edited(build, {
      kind: 'editPullUp',
      args: { input: coolant.id, pull: coolant.pulls[0]!.id, patch: { ohm: measured(1800) } },
    })
    const after = dueAgain(changed, NOW).filter((d) => d.kind === 'prove')
    expect(after).toHaveLength(provenNow.length + 1)
    expect(after).toContainEqual(
      expect.objectContaining({
        why: 'changed',
        path: expect.stringContaining('/channel/ch-coolant/') as string,
      }),
    )
    const nextYear = dueAgain(build, days(SEASON_DAYS + 1)).filter((d) => d.kind === 'prove')
    expect(nextYear).toHaveLength(build.proofs.length)
  })
  it('is a trigger whose angle was entered anew since it was proven', () => {
    const [crank] = build.triggers
    const proven = edited(build, {
      kind: 'prove',
      args: {
        proof: {
          ...{ id: 'p-crank', read: crank!.id, measurements: [], at: NOW, by: '' },
          dependsOn: triggerRestsOn(build, crank!),
          inForce: null,
        },
      },
    })
    const dueOf = (b: Build) => dueAgain(b, NOW).filter((d) => d.name === crank!.name)
    expect(dueOf(proven)).toEqual([])
    const entered = edited(proven, {
      kind: 'enterTriggerAngle',
      args: { id: crank!.id, angleDeg: 60, at: NOW, why: '' },
    })
    expect(dueOf(entered)).toEqual([
      expect.objectContaining({ why: 'changed', path: `/trigger?of=${crank!.id}&tab=prove` }),
    ])
    expect(logbook(proven)[0]!.said).toMatchObject({ kind: 'proven', about: crank!.name })
  })
  it('is a thermometer nobody ever held in ice, and one whose ice check is old', () => {
    const without = edited(build, {
      kind: 'editInstrument',
      args: { id: 'kitchen-probe', patch: { iceCheck: null, checkedAt: null } },
    })
    expect(dueAgain(without, NOW)[0]).toMatchObject({ why: 'never', id: 'kitchen-probe' })
    expect(
      dueAgain(build, NOW).some((d) => d.kind === 'instrument' && d.id === 'kitchen-probe'),
    ).toBe(false)
    expect(dueAgain(build, days(400))).toContainEqual(
      expect.objectContaining({ why: 'old', id: 'kitchen-probe' }),
    )
  })
})
