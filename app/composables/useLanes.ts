/** The lanes of the timing chart: one for each driver of the scenario, then one for each probe. */
import { parseQuantity, sizeOfUnit } from '@ligamen/core'
import type { AnyDriver, Channel, Take } from '@ligamen/core'
import { display } from '~/services/display'
import { drivenJoint, drivenName, driverNote } from '~/services/drivers'
import { useMechanismStore } from '~/stores/mechanism'
import { usePlaybackStore } from '~/stores/playback'
import { useRunStore } from '~/stores/run'

export interface Lane {
  id: string
  kind: 'driver' | 'probe'
  name: string
  note: string
  /** Joint behind a driver's lane. */
  joint: string | null
  /** Points (time [s], value in the shown unit). */
  points: { x: number; y: number }[]
  /** Where its values stand in the take. */
  column: Column | null
}

/** Unit of a lane's axis. */
const UNITS: Readonly<Record<Channel['measures'], string>> = {
  angle: 'deg',
  length: 'mm',
  angularSpeed: 'rpm',
}

type Column = { values: Float64Array; stride: number; column: number; measures: Channel['measures'] }

export function useLanes() {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const playback = usePlaybackStore()

  const length = computed(() => {
    const read = parseQuantity(mechanism.scenario?.length ?? 0, 'time')
    return read.ok ? read.value : 0
  })

  const lanes = computed<Lane[]>(() => {
    const { take } = run
    const drivers = (mechanism.scenario?.drivers ?? []).map<Lane>((driver) => ({
      id: driver.id,
      kind: 'driver',
      name: drivenName(mechanism.document, driver),
      note: driverNote(driver),
      joint: drivenJoint(driver),
      ...drawn(take, take && driverColumn(take, driver)),
    }))
    const probes = (mechanism.document?.probes ?? []).map<Lane>((probe) => ({
      id: probe.id,
      kind: 'probe',
      name: probe.name,
      note: 'probe',
      joint: null,
      ...drawn(take, take && probeColumn(take, probe.id)),
    }))
    return [...drivers, ...probes]
  })

  /** Value of a lane at the playhead, in words. */
  const reading = ({ column }: Lane): string =>
    column
      ? display(column.values[playback.frame * column.stride + column.column] ?? 0, column.measures, 0)
      : ''

  return { lanes, length, reading }
}

/** The coordinate that a driver prescribes, when it is one of a joint. */
function driverColumn(take: Take, driver: AnyDriver): Column | null {
  const joint = drivenJoint(driver)
  if (joint === null || driver.kind === 'path') return null
  const of = (key: string) => driver.freedom === undefined && key.startsWith(`${joint}/`)
  const channel = take.coordinateChannels.find(({ key }) => key === `${joint}/${driver.freedom}` || of(key))
  return channel ? coordinateColumn(take, channel.key) : null
}

function coordinateColumn(take: Take, key: string): Column | null {
  const column = take.coordinateChannels.findIndex((channel) => channel.key === key)
  return column < 0
    ? null
    : {
        values: take.coordinates,
        stride: take.coordinateChannels.length,
        column,
        measures: take.coordinateChannels[column]!.measures,
      }
}

function probeColumn(take: Take, id: string): Column | null {
  const index = take.probeChannels.findIndex((channel) => channel.key === id)
  return index < 0
    ? null
    : {
        values: take.probes,
        stride: 3 * take.probeChannels.length,
        column: 3 * index,
        measures: take.probeChannels[index]!.measures,
      }
}

const drawn = (take: Take | null, column: Column | null): Pick<Lane, 'points' | 'column'> => ({
  points: take ? points(take, column) : [],
  column,
})

function points(take: Take, column: Column | null): Lane['points'] {
  if (!column) return []
  const unit = sizeOfUnit(UNITS[column.measures])
  return Array.from({ length: take.frames }, (_, frame) => ({
    x: frame * take.interval,
    y: column.values[frame * column.stride + column.column]! / unit,
  }))
}
