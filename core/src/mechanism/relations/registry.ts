/** The relation types by kind. A new one adds its line here. */
import type { AnyRelation } from '../../document/format/relations'
import { belt } from './belt'
import { cord } from './cord'
import { gear } from './gear'
import { rack } from './rack'
import type { RelationType } from './relation-type'
import { screw } from './screw'
import { sum } from './sum'
import { table } from './table'

const types = { gear, belt, rack, screw, sum, table, cord }

export const relationType = (kind: AnyRelation['kind']): RelationType<AnyRelation> =>
  types[kind] as unknown as RelationType<AnyRelation>
