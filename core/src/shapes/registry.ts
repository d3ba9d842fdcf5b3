/** The part generators by kind. A new one adds its line here. */
import { box } from './box'
import { cylinder } from './cylinder'
import { link } from './link'
import type { ShapeType } from './shape'

const shapes: Readonly<Record<string, ShapeType>> = { box, cylinder, link }

export const shapeKinds: readonly string[] = Object.keys(shapes)

export const shapeType = (kind: string): ShapeType | undefined =>
  Object.hasOwn(shapes, kind) ? shapes[kind] : undefined
