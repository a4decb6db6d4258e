import { NativeSelect } from '@mantine/core'
import { useSettings, type AppSettings } from '../../store/settings.ts'
import { useBuild } from '../../store/useBuild.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Instruments } from './Instruments.tsx'
import css from './Vehicle.module.css'

/** The units somebody reads, the place and the fuel, and the instruments with how good they are. */
export function VehiclePlace() {
  return (
    <section>
      <h1>Vehicle and instruments</h1>
      <PlaceAndFuel />
      <Units />
      <Instruments />
    </section>
  )
}

function PlaceAndFuel() {
  const { build, edit } = useBuild()
  return (
    <section aria-labelledby="place-and-fuel" className={css.part}>
      <h2 id="place-and-fuel">Place and fuel</h2>
      <p className="pale">
        The altitude gives the temperature of boiling water and the pressure of the air; the fuel
        gives the mixture that AFR is counted from.
      </p>
      <div className={css.row}>
        <QuantityInput
          label="The shed stands at"
          unit="m"
          value={build.vehicle.altitudeM}
          step={10}
          width={190}
          check={(v) => (v > -500 && v < 9000 ? null : '−500 to 9000 m')}
          onCommit={({ value }) =>
            edit({ kind: 'editVehicle', args: { patch: { altitudeM: value } } })
          }
        />
        <QuantityInput
          label="Ethanol in the tank"
          unit="%"
          value={100 * build.vehicle.ethanol}
          step={5}
          width={190}
          check={(v) => (v >= 0 && v <= 100 ? null : '0 to 100 %')}
          onCommit={({ value }) =>
            edit({ kind: 'editVehicle', args: { patch: { ethanol: value / 100 } } })
          }
        />
      </div>
    </section>
  )
}

const UNITS: { [K in keyof AppSettings]?: { label: string; options: AppSettings[K][] } } = {
  temperature: { label: 'Temperature in', options: ['°C', '°F'] },
  pressure: { label: 'Pressure in', options: ['kPa', 'bar', 'psi', 'inHg'] },
  altitude: { label: 'Altitude in', options: ['m', 'ft'] },
  volume: { label: 'Volume in', options: ['l', 'gal', 'imp gal'] },
  speed: { label: 'Speed in', options: ['km/h', 'mph'] },
  lambda: { label: 'Mixture in', options: ['λ', 'AFR'] },
}

function Units() {
  const [settings, setSettings] = useSettings()
  return (
    <section aria-labelledby="units-you-read" className={css.part}>
      <h2 id="units-you-read">Units you read</h2>
      <p className="pale">Yours, on this machine: the build keeps its own and reads the same.</p>
      <div className={css.row}>
        {Object.entries(UNITS).map(([key, { label, options }]) => (
          <NativeSelect
            key={key}
            label={label}
            value={settings[key as keyof AppSettings] as string}
            data={options as string[]}
            onChange={(e) => setSettings({ [key]: e.currentTarget.value } as Partial<AppSettings>)}
            w={140}
          />
        ))}
      </div>
    </section>
  )
}
