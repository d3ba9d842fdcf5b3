/** The joint that a driver acts on, or null when it drives a mate, a relation or a datum. */
import type { AnyDriver } from '@ligamen/core'

export const drivenJoint = (driver: AnyDriver): string | null =>
  'joint' in driver ? (driver.joint ?? null) : null
