/** The kinds of path, each given by points. A new one adds its line here. */
import { addPathKind } from '../../document/format/parts'
import { arc } from './arc'
import { curve } from './curve'
import type { PathType } from './path-curve'
import { line, polyline } from './polyline'

const types = new Map<string, PathType>()

/** Adds a kind to the format and to what can be followed. */
export function addPathType(type: PathType): void {
  types.set(type.kind, type)
  addPathKind(type.kind)
}

addPathType(line)
addPathType(arc)
addPathType(polyline)
addPathType(curve)

/** @param kind of a validated path */
export const pathType = (kind: string): PathType => types.get(kind)!
