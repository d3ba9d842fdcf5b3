/** The part generators by kind, in the order in which they are offered. A new one adds its line here. */
import { bentLink } from './bent-link'
import { box } from './box'
import { bracket } from './bracket'
import { cam } from './cam'
import { cylinder } from './cylinder'
import { disc } from './disc'
import { drum } from './drum'
import { gear } from './gear'
import { indexWheel, pinWheel } from './index-wheel'
import { internalGear } from './internal-gear'
import { imported } from './imported'
import { link } from './link'
import { nut } from './nut'
import { extruded, turned } from './outline'
import { plate } from './plate'
import { pulley } from './pulley'
import { rack } from './rack'
import { shaft } from './shaft'
import type { ShapeType } from './shape'
import { spindle } from './spindle'
import { tube } from './tube'
import { wheel } from './wheel'

const all: readonly ShapeType[] = [
  ...[box, plate, bracket, link, bentLink],
  ...[cylinder, shaft, tube, disc, wheel],
  ...[gear, internalGear, rack, pulley, drum],
  ...[cam, indexWheel, pinWheel, spindle, nut],
  ...[extruded, turned, imported],
]

const shapes = new Map(all.map((shape) => [shape.kind, shape]))

export const shapeKinds: readonly string[] = all.map(({ kind }) => kind)

export const shapeType = (kind: string): ShapeType | undefined => shapes.get(kind)
