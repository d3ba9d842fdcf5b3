/** The kinds of shot, in the order in which they are offered. A new one adds its line here. */
import { addShotClass } from '../../document/format/shots'
import type { AnyShot } from '../../document/format/shots'
import { along } from './along'
import { follows, rides } from './carried'
import { held } from './held'
import { moved } from './moved'
import type { ShotType } from './shot-type'
import { towards } from './towards'
import { turned } from './turned'

const types = new Map<string, ShotType<AnyShot>>()

/** Adds a kind to the format and to what can be shown. */
function addShotType<S extends AnyShot>(type: ShotType<S>): void {
  types.set(type.kind, type as unknown as ShotType<AnyShot>)
  addShotClass(type.kind, type.fields)
}

addShotType(held)
addShotType(moved)
addShotType(turned)
addShotType(towards)
addShotType(along)
addShotType(follows)
addShotType(rides)

/** @param kind of a validated shot */
export const shotType = (kind: string): ShotType<AnyShot> => types.get(kind)!

/** Kinds of shot, in the order in which they are offered. */
export const shotKinds = (): string[] => [...types.keys()]
