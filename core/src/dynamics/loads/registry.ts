/** The kinds of load. A new one adds its line here. */
import { addLoadClass } from '../../document/format/loads'
import type { AnyLoad } from '../../document/format/loads'
import { effort } from './kinds/effort'
import { force } from './kinds/force'
import { jointFriction } from './kinds/joint-friction'
import { jointSpring } from './kinds/joint-spring'
import { jointTable } from './kinds/joint-table'
import { motorLine } from './kinds/motor-line'
import { stop } from './kinds/stop'
import { torque } from './kinds/torque'
import { wrap } from './kinds/wrap'
import type { LoadType } from './load-type'

const types = new Map<string, LoadType<AnyLoad>>()

/** Adds a kind to the format and to what can act. */
function addLoadType<L extends AnyLoad>(type: LoadType<L>): void {
  types.set(type.kind, type as unknown as LoadType<AnyLoad>)
  addLoadClass(type.kind, type.fields)
}

addLoadType(force)
addLoadType(torque)
addLoadType(jointSpring)
addLoadType(jointTable)
addLoadType(jointFriction)
addLoadType(wrap)
addLoadType(stop)
addLoadType(effort)
addLoadType(motorLine)

/** All kinds, in the order in which they are offered. */
export const loadKinds = (): readonly string[] => [...types.keys()]

/** @param kind of a validated load */
export const loadType = (kind: string): LoadType<AnyLoad> => types.get(kind)!
