/** Drivers of every kind, as the screen speaks of them. */
import type { AnyDriver } from '@ligamen/core'

/** The joint that a driver stands on, or null when it drives a mate, a relation or a datum. */
export const drivenJoint = (driver: AnyDriver): string | null =>
  driver.kind === 'path' ? null : (driver.joint ?? null)

/** How a driver drives, in a few words. */
export function driverNote(driver: AnyDriver): string {
  switch (driver.kind) {
    case 'motor':
      return `motor · ${driver.speed ?? driver.by}${driver.reversed ? ' · against its axis' : ''}`
    case 'acceleration':
      return `acceleration · ${driver.acceleration}`
    case 'moves':
      return `${driver.moves.length} ${driver.moves.length === 1 ? 'move' : 'moves'}`
    case 'values':
      return `${driver.values.length} values`
    case 'path':
      return 'follows a path'
  }
}
