/** The lanes of the timing chart: one for each driver of the scenario, then one for each probe. */
import { parseQuantity } from '@ligamen/core'
import type { AnyDriver, Channel, Take } from '@ligamen/core'
import { rangeOf, sampleAt } from '~/services/curve'
import type { Samples } from '~/services/curve'
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
  /** Its values in the take (SI), their range, and the time between two [s]. */
  samples: Samples | null
  range: readonly [number, number] | null
  interval: number
  measures: Channel['measures']
}

interface Column {
  readonly samples: Samples
  readonly measures: Channel['measures']
}

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
  const reading = ({ samples, measures }: Lane): string =>
    samples ? display(sampleAt(samples, playback.frame), measures, 0) : ''

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
  const { coordinates: values, coordinateChannels: channels, frames } = take
  const first = channels.findIndex((channel) => channel.key === key)
  const channel = channels[first]
  return channel
    ? { samples: { values, stride: channels.length, first, frames }, measures: channel.measures }
    : null
}

function probeColumn(take: Take, id: string): Column | null {
  const { probes: values, probeChannels: channels, frames } = take
  const index = channels.findIndex((channel) => channel.key === id)
  const channel = channels[index]
  return channel
    ? {
        samples: { values, stride: 3 * channels.length, first: 3 * index, frames },
        measures: channel.measures,
      }
    : null
}

const drawn = (
  take: Take | null,
  column: Column | null,
): Pick<Lane, 'samples' | 'range' | 'interval' | 'measures'> => ({
  samples: column?.samples ?? null,
  range: column && rangeOf(column.samples),
  interval: take?.interval ?? 0,
  measures: column?.measures ?? 'length',
})
