/** The lanes of the timing chart: one for each driver of the scenario, for each joint that loads act on, then for each probe. */
import { drivenName, driverNote, moveKey } from '@ligamen/core'
import type { AnyDriver, Channel, Take } from '@ligamen/core'
import {
  coordinateColumn,
  driverColumn,
  drivenDimension,
  onJoint,
  probeColumn,
} from '~/drive/chart/curves/columns'
import type { Column } from '~/drive/chart/curves/columns'
import { rangeOf, sampleAt } from '~/drive/chart/curves/curve'
import type { Samples } from '~/drive/chart/curves/curve'
import { plannedSamples } from '~/drive/chart/curves/planned-samples'
import { display } from '~/fields/display'
import { jointsWithLoads } from './load-lanes'
import { drivenJoint } from '~/model/driven-joint'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'
import { useTimingStore } from '~/timing/timing'

export interface Lane {
  id: string
  kind: 'driver' | 'load' | 'probe'
  name: string
  note: string
  /** Joint behind the lane of a driver or of loads. */
  joint: string | null
  /** The driver; null for others. */
  driver: AnyDriver | null
  /** Its values in the take (SI) with their first and second derivatives, their range, and the time between two [s]. */
  samples: Samples | null
  rates: Samples | null
  accelerations: Samples | null
  range: readonly [number, number] | null
  interval: number
  /** The same in the scenario that is compared, and the time between two of its values [s]. */
  compared: { readonly samples: Samples; readonly interval: number } | null
  dimension: Channel['dimension']
}

export function useLanes() {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const playback = usePlaybackStore()
  const timing = useTimingStore()

  const lanes = computed<Lane[]>(() => {
    const { take } = run
    const drivers = (mechanism.scenario?.drivers ?? []).map<Lane>((driver) => ({
      id: driver.id,
      kind: 'driver',
      name: drivenName(mechanism.document!, driver),
      note: driverNote(driver),
      joint: drivenJoint(driver),
      driver,
      ...withLevels(
        driver,
        beside(
          drawn(take, take && columnOf(take, driver)),
          run.compared && driverColumn(run.compared, onJoint(mechanism.document, driver)),
        ),
      ),
      dimension: dimensionOf(driver),
    }))
    const probes = (mechanism.document?.probes ?? []).map<Lane>((probe) => ({
      id: probe.id,
      kind: 'probe',
      name: probe.name,
      note: 'probe',
      joint: null,
      driver: null,
      ...beside(
        drawn(take, take && probeColumn(take, probe.id)),
        run.compared && probeColumn(run.compared, probe.id),
      ),
    }))
    return [...drivers, ...loadLanes(new Set(drivers.map(({ joint }) => joint))), ...probes]
  })

  const loadLanes = (driven: ReadonlySet<string | null>): Lane[] =>
    jointsWithLoads(mechanism.document, mechanism.scenario, driven).map(({ joint, freedom, note }) => {
      const of = (take: Take | null) => take && coordinateColumn(take, { joint, freedom })
      return {
        ...{ id: `loads-${joint}`, kind: 'load', name: mechanism.nameOf(joint), note, joint, driver: null },
        ...beside(drawn(run.take, of(run.take)), of(run.compared)),
      }
    })

  /** With the curve of the scenario that is compared, on one scale. */
  function beside(curve: Drawn, other: Column | null): Drawn {
    if (!other || !curve.range) return curve
    const range = rangeOf(other.samples) ?? curve.range
    return {
      ...curve,
      range: [Math.min(curve.range[0], range[0]), Math.max(curve.range[1], range[1])],
      compared: { samples: other.samples, interval: run.compared!.interval },
    }
  }

  /** What a driver prescribes: a joint's coordinate, a relation's input, or what its moves say. */
  function columnOf(take: Take, driver: AnyDriver): Column | null {
    const own = driverColumn(take, onJoint(mechanism.document, driver))
    if (own || !('moves' in driver)) return own
    const dimension = dimensionOf(driver)
    return { ...plannedSamples(driver, timing.items, take, dimension), dimension }
  }

  const dimensionOf = (driver: AnyDriver) =>
    drivenDimension(mechanism.document, run.report?.channels ?? [], driver)

  /** The lane of moves reaches to all their levels, those that are not solved yet included. */
  function withLevels(driver: AnyDriver, curve: Drawn): Drawn {
    if (!('moves' in driver)) return curve
    if (timing.scale?.lane === driver.id) return { ...curve, range: timing.scale.range }
    const own = new Set(driver.moves.map((move, k) => moveKey(driver.id, move, k)))
    const levels = timing.items.flatMap(({ key, levels: ends }) => (own.has(key) && ends ? ends : []))
    const all = [...(curve.range ?? []), ...levels]
    return all.length === 0 ? curve : { ...curve, range: [Math.min(...all), Math.max(...all)] }
  }

  /** Value of a lane at the playhead, in words. */
  const reading = ({ samples, dimension }: Lane): string =>
    samples ? display(sampleAt(samples, playback.frame), dimension, 0) : ''

  return { lanes, reading }
}

type Drawn = Pick<
  Lane,
  'samples' | 'rates' | 'accelerations' | 'range' | 'interval' | 'dimension' | 'compared'
>

const drawn = (take: Take | null, column: Column | null): Drawn => ({
  samples: column?.samples ?? null,
  rates: column?.rates ?? null,
  accelerations: column?.accelerations ?? null,
  range: column && rangeOf(column.samples),
  interval: take?.interval ?? 0,
  compared: null,
  dimension: column?.dimension ?? 'length',
})
