import { K95 } from '../constants.ts'
import type { Build } from '../build/types.ts'
import { fittedLines } from './fittedLines.ts'
import { byHash, type CardLine, type ChannelKind, type TriggerSubject } from './kind.ts'
import { amount, number, say, type Phrase } from '../quantity/said.ts'
import {
  lampsOf,
  readBy,
  triggerRestsOn,
  triggerStatus,
  type Tells,
  type TriggerStatus,
} from '../trigger/index.ts'

const SAFE =
  'Fuel off, coils unplugged or on a spark tester. Hands, hair and leads clear of belts and fans.'
const STEPS: Record<Tells, Phrase[]> = {
  angle: [
    SAFE,
    'Crank for three seconds: sync comes within two turns and is not lost.',
    'Crank again with headlamps and fans on: sync stays. The speed shown moves with the compression and does not jump.',
    'Coils on again. Lamp on the cable of cylinder 1, the angle fixed in the unit: the mark ' +
      'stands where it is commanded, at idle and at 3000 rpm.',
  ],
  turn: [
    SAFE,
    'Crank for three seconds: the unit says the cam is seen, and in the same place of the cycle at each start.',
    'Crank again with headlamps and fans on: it stays seen.',
  ],
  rate: [
    'Vehicle on rated stands, never on a jack alone. Hands clear of the wheel.',
    'Turn the wheel by hand, slowly, a whole turn: the speed comes early and does not fall out at any tooth.',
    'Roll it: the speed shown agrees with another wheel’s, and with the road’s.',
  ],
}

/** A wheel that is looked at: a signal in time, whose truth is the angle of the crank. */
export const trigger: ChannelKind<TriggerStatus, TriggerSubject> = {
  id: 'trigger',
  among: 'triggers',
  name: 'a trigger',
  restsOn: (build, of) => [of.trigger, build.devices, build.proofs, ...lampsOf(build, of.trigger)],
  status: (build, of) => triggerStatus(build, of.trigger),
  picture: () => null,
  keyOn: ({ tells }) => STEPS[tells],
  card: (_, of, { reader, lamp, fitted }) => {
    const { wheel, expects, pickup, counts, angleDeg, dwell } = of.trigger
    const short = (text: string): string => (text.length > 40 ? `${text.slice(0, 40)}…` : text)
    const lines: (CardLine | null)[] = [
      {
        label: 'Read by',
        text: `${reader.device || 'no unit yet'} pins ${reader.pin || 'not noted'}`,
      },
      { label: 'Wheel', text: short(wheel) },
      { label: 'The unit was told', text: expects === null ? 'nobody looked' : short(expects) },
      { label: 'Pickup', text: pickup === 'vr' ? 'two wires, a coil' : 'three wires, it switches' },
      angleDeg === null
        ? null
        : {
            label: 'Angle entered',
            text: say('angle')`${amount(angleDeg, '°', 1)} ${counts.from} top dead centre,
              ${counts.tooth === 'after-gap' ? 'first tooth after the gap' : 'last tooth before the gap'}`,
          },
      lamp
        ? {
            label: 'By the lamp',
            text: say(
              'lamp',
            )`${amount(lamp.offsetDeg, '°', 1)} off, ± ${number(K95 * lamp.offsetUncertaintyDeg, 1)}°`,
          }
        : null,
      ...fittedLines(fitted),
      ...dwell.map((d) => ({
        label: `Dwell, ${d.coil}`,
        text: say('dwell')`${number(d.dwellS * 1000, 2)} ms at ${number(d.batteryV, 1)} V`,
      })),
    ]
    return lines.filter((l) => l !== null)
  },
  words: (build, of) => [
    'trigger',
    'wheel',
    'pickup',
    of.trigger.wheel,
    readBy(build, of.trigger).device?.name ?? '',
  ],
  ...byHash((build: Build, of: TriggerSubject) => triggerRestsOn(build, of.trigger)),
  evidence: (build, of) =>
    lampsOf(build, of.trigger)
      .filter((m) => m.struck === null)
      .map((m) => m.id),
}
