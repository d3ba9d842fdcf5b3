/** The kinds of relation. A new one adds its line here. */
import { addRelationClass } from '../../document/format/relations'
import type { AnyRelation } from '../../document/format/relations'
import { belt } from './belt'
import { cam } from './cam'
import { cord } from './cord'
import { gear } from './gear'
import { index } from './index-drive'
import { programme } from './programme'
import { rack } from './rack'
import type { RelationType } from './relation-type'
import { screw } from './screw'
import { sum } from './sum'
import { table } from './table'

const types = new Map<string, RelationType<AnyRelation>>()

/** Adds a kind to the format, to what can be solved and to what is proposed. */
export function addRelationType<R extends AnyRelation>(type: RelationType<R>): void {
  types.set(type.kind, type as unknown as RelationType<AnyRelation>)
  addRelationClass(type.kind, type.fields)
}

addRelationType(gear)
addRelationType(belt)
addRelationType(rack)
addRelationType(screw)
addRelationType(sum)
addRelationType(table)
addRelationType(cam)
addRelationType(cord)
addRelationType(index)
addRelationType(programme)

/** Kinds with the words for people, in the order in which they are listed. */
export const relationKinds = (): { readonly kind: string; readonly noun: string }[] =>
  [...types.values()].map(({ kind, noun }) => ({ kind, noun }))

/** @param kind of a validated relation */
export const relationType = (kind: string): RelationType<AnyRelation> => types.get(kind)!

export const relationTypes = (): RelationType<AnyRelation>[] => [...types.values()]
