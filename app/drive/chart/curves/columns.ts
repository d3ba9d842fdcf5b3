/** What of a take belongs to a lane of the timing chart: the quantity with its first and second derivatives. */
import { channelOf, coordinatesOf } from '@ligamen/core'
import type { AnyDriver, Channel, MechanismDocument, Take } from '@ligamen/core'
import { drivenJoint } from '~/model/driven-joint'
import { positionDimension } from '~/fields/display'
import type { Samples } from './curve'

export interface Column {
  readonly samples: Samples
  readonly rates: Samples
  readonly accelerations: Samples
  readonly dimension: Channel['dimension']
}

/** A driver of a relation as one of the relation's input; any other as it is. */
export function onJoint(document: MechanismDocument | null, driver: AnyDriver): AnyDriver {
  const relation = driver.kind !== 'path' && driver.relation
  const input = document?.relations?.find(({ id }) => id === relation)
  return input ? ({ ...driver, ...coordinatesOf(input)[0]![1] } as AnyDriver) : driver
}

/** Whether a driver prescribes a length or an angle, known before there is a take. */
export function drivenDimension(
  document: MechanismDocument | null,
  channels: readonly Channel[],
  driver: AnyDriver,
): 'length' | 'angle' {
  if (driver.kind === 'path') return 'length'
  const mate = document?.mates?.find(({ id }) => id === driver.mate)
  if (mate) return mate.kind === 'angle' ? 'angle' : 'length'
  const onInput = onJoint(document, driver)
  const channel = onInput.kind === 'path' ? undefined : channelOf(channels, onInput)
  return positionDimension(channel?.dimension)
}

/** The coordinate that a driver prescribes, when it is one of a joint. */
export function driverColumn(take: Take, driver: AnyDriver): Column | null {
  return drivenJoint(driver) === null || driver.kind === 'path' ? null : coordinateColumn(take, driver)
}

/** A coordinate of a joint, with its derivatives; null where the joint has no such freedom. */
export function coordinateColumn(take: Take, on: Parameters<typeof channelOf>[1]): Column | null {
  const { coordinates, coordinateRates, coordinateAccelerations, coordinateChannels: channels, frames } = take
  const channel = channelOf(channels, on)
  if (!channel) return null
  const first = channels.indexOf(channel)
  const of = (values: Float64Array): Samples => ({ values, stride: channels.length, first, frames })
  return {
    samples: of(coordinates),
    rates: of(coordinateRates),
    accelerations: of(coordinateAccelerations),
    dimension: channel.dimension,
  }
}

export function probeColumn(take: Take, id: string): Column | null {
  const { probes: values, probeChannels: channels, frames } = take
  const index = channels.findIndex((channel) => channel.key === id)
  const channel = channels[index]
  if (!channel) return null
  const of = (derivative: number): Samples => ({
    values,
    stride: 3 * channels.length,
    first: 3 * index + derivative,
    frames,
  })
  return { samples: of(0), rates: of(1), accelerations: of(2), dimension: channel.dimension }
}
