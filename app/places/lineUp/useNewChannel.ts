import { useState } from 'react'
import { useNavigate } from 'react-router'
import { familyOf, families } from '../../../core/curve/index.ts'
import { draftFor, draftInput, type InputDraft } from '../../parts/InputFields.tsx'
import { newChannel, newDevice, newInput } from '../../store/make.ts'
import { useBuild } from '../../store/useBuild.ts'
import { needsProblem, startOf, withBest, type Needs } from './needs.ts'

/** The choice of a device that is not in the build yet. */
export const NEW = 'new'

/** What a new channel measures, how well, and by which sensor: as far as it is said. */
export function useNewChannel(onDone: () => void) {
  const { build, edit } = useBuild()
  const navigate = useNavigate()
  const [name, setName] = useState('')
  const [familyId, setFamilyId] = useState(families[0]!.id)
  const family = familyOf(familyId)
  const [needs, setNeeds] = useState(() => startOf(familyId))
  const [settings, setSettings] = useState<Record<string, unknown>>({})
  const [deviceId, setDeviceId] = useState(build.devices[0]?.id ?? NEW)
  const [deviceName, setDeviceName] = useState('')
  const [draft, setDraft] = useState<InputDraft>(() => draftFor(family.signal))
  const [problem, setProblem] = useState<string | null>(null)
  // where it matters most keeps its share of the range until somebody says where
  const [bestSaid, setBestSaid] = useState(false)
  const setNeed = (key: keyof Needs, value: number): void => {
    const ofRange = key === 'low' || key === 'high'
    if (key === 'bestLow' || key === 'bestHigh') setBestSaid(true)
    setNeeds((n) => {
      const next = { ...n, [key]: value }
      return ofRange && !bestSaid ? withBest(next, startOf(familyId)) : next
    })
  }
  const choose = (id: string): void => {
    setFamilyId(id)
    setNeeds(startOf(id))
    setBestSaid(false)
    setSettings({})
    // what was said of the pin stays; what the new kind of signal needs changes
    setDraft((d) => ({ ...draftFor(familyOf(id).signal), pin: d.pin }))
  }
  const add = (): void => {
    const wrong = needsProblem(name, needs, family.quantity)
    if (wrong) return setProblem(wrong)
    const range: [number, number] = [needs.low, needs.high]
    const input = newInput(draftInput(draft, family.signal), { unit: family.truthUnit, range })
    const known = build.devices.find((d) => d.id === deviceId)
    const { channel, element } = newChannel({
      name: name.trim(),
      family,
      settings,
      input: input.id,
      needs: { range, best: [needs.bestLow, needs.bestHigh], accuracy: needs.accuracy },
    })
    const place = known
      ? { devices: [], input: { device: known.id, input } }
      : { devices: [{ ...newDevice(deviceName.trim() || 'Engine unit'), inputs: [input] }] }
    const refused = edit({ kind: 'addChannel', args: { channel, elements: [element], ...place } })
    if (refused) return setProblem(refused)
    onDone()
    void navigate(`/build/${build.id}/channel/${channel.id}/${channel.reads[0]!.id}`)
  }
  return {
    ...{ name, family, needs, settings, deviceId, deviceName, draft, problem },
    ...{ choose, setNeed, setDeviceId, setDeviceName, setDraft, add },
    setName: (text: string) => {
      setName(text)
      setProblem(null)
    },
    setSetting: (patch: Record<string, unknown>) => setSettings((s) => ({ ...s, ...patch })),
  }
}

export type NewChannel = ReturnType<typeof useNewChannel>
