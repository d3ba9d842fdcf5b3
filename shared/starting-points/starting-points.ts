/** What a new mechanism can start from. */
import type { MechanismDocument } from '@ligamen/core'
import { packetPusher } from './packet-pusher'
import { walkingBeam } from './walking-beam'

/** Nothing but a run of two seconds. */
const empty: MechanismDocument = {
  format: 'ligamen/mechanism',
  version: 1,
  name: 'Empty',
  parts: [],
  bodies: [],
  datums: [],
  joints: [],
  probes: [],
  scenarios: [{ id: 'run', name: 'Run', length: '2 s', frameRate: 60, drivers: [] }],
}

const startingPoints: Readonly<Record<string, MechanismDocument>> = {
  empty,
  'crank-rocker': walkingBeam,
  'slider-crank': packetPusher,
}

export const startingPointIds = Object.keys(startingPoints)

/** A document of its own that starts as the named mechanism. */
export const startFrom = (id: string, name: string): MechanismDocument => ({
  ...structuredClone(startingPoints[id]),
  name,
})
