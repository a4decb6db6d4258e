import { useMemo } from 'react'
import { makeableTruths, type ReadStatus } from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/index.ts'
import { orElse } from '../../../../core/error.ts'
import { useBuild } from '../../../store/useBuild.ts'

/** What a family says of the points of a sensor: the best next one, what it looks like, what is odd. */
export function useAdvice({ assembled: { sensor, needs } }: ReadStatus) {
  const { build } = useBuild()
  const { element } = sensor
  const family = familyOf(element.family)
  const next = useMemo(() => {
    if (!sensor.fit) return null
    const makeable = makeableTruths(build, family, needs.range)
    return orElse(
      () => family.bestNext(sensor.points, makeable, needs.range, element.settings),
      null,
    )
  }, [sensor, family, build, needs.range, element.settings])
  const candidates = useMemo(
    () =>
      orElse(
        () => (sensor.points.length > 0 ? family.identify(sensor.points, element.settings) : []),
        [],
      ),
    [sensor.points, family, element.settings],
  )
  const findings = useMemo(() => {
    // what the checks may want to know of the place
    const settings = { ...element.settings, altitudeM: build.vehicle.altitudeM ?? 0 }
    return orElse(() => family.checks(sensor.points, sensor.fit, settings), [])
  }, [sensor, family, element.settings, build.vehicle.altitudeM])
  return { next, candidates, findings }
}

export type Advice = ReturnType<typeof useAdvice>
