/** What a new mechanism can start from. */
import type { MechanismDocument } from '@ligamen/core'
import { packetPusher } from '../../demo/documents/packet-pusher'
import { walkingBeam } from '../../demo/documents/walking-beam'

const startingPoints: Readonly<Record<string, MechanismDocument>> = {
  'crank-rocker': walkingBeam,
  'slider-crank': packetPusher,
}

export const startingPointIds = Object.keys(startingPoints)

/** A document of its own that starts as the named mechanism. */
export const startFrom = (id: string, name: string): MechanismDocument => ({
  ...structuredClone(startingPoints[id]),
  name,
})
