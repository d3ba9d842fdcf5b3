/** The part generators by kind, in the order in which they are offered. A new one adds its line here. */
import { bentLink } from './plates/bent-link'
import { box } from './plates/box'
import { bracket } from './plates/bracket'
import { cam } from './wheels/cam'
import { couplingDisc, couplingHub } from './couplings/coupling'
import { cross, fork } from './couplings/universal'
import { barrel, pistonRod } from './shafts/hydraulic'
import { key } from './shafts/key'
import { cylinder } from './shafts/cylinder'
import { disc } from './wheels/disc'
import { drum } from './wheels/drum'
import { gear } from './wheels/gear'
import { indexWheel, pinWheel } from './wheels/index-wheel'
import { internalGear } from './wheels/internal-gear'
import { imported } from './imported'
import { lever } from './plates/lever'
import { link } from './plates/link'
import { nut } from './shafts/nut'
import { extruded, turned } from './plates/outline'
import { plate } from './plates/plate'
import { pulley } from './wheels/pulley'
import { rack } from './wheels/rack'
import { pawl, ratchet } from './wheels/ratchet'
import { shaft } from './shafts/shaft'
import type { ShapeType } from './shape'
import { spindle } from './shafts/spindle'
import { spokedWheel } from './wheels/spoked-wheel'
import { springSeat } from './shafts/spring-seat'
import { tube } from './shafts/tube'
import { wheel } from './wheels/wheel'

const all: readonly ShapeType[] = [
  ...[box, plate, bracket, link, bentLink, lever],
  ...[cylinder, shaft, tube, key, springSeat],
  ...[barrel, pistonRod],
  ...[disc, wheel, spokedWheel, ratchet, pawl],
  ...[gear, internalGear, rack, pulley, drum],
  ...[cam, indexWheel, pinWheel, spindle, nut],
  ...[couplingHub, couplingDisc, fork, cross],
  ...[extruded, turned, imported],
]

const shapes = new Map(all.map((shape) => [shape.kind, shape]))

/** Kinds of shape, as documents write them. */
export const shapeKinds: readonly string[] = all.map(({ kind }) => kind)

/** A part generator by its kind; undefined for an unknown one. */
export const shapeType = (kind: string): ShapeType | undefined => shapes.get(kind)
