/** A path while it is being given: the shapes people choose from, its points, and the course that they make. */
import { inverse } from '@ligamen/core'
import type { Frame, Path, Quantity } from '@ligamen/core'
import { pointIn } from '~/model/pose/shown-poses'

export type Point = [Quantity, Quantity, Quantity]

/** A path without its place in the document. */
export type Course = Omit<Path, 'id' | 'name' | 'datum'>

/** What people choose from, and the most points of each; a circle is a closed arc. */
export const PATH_SHAPES = [
  { value: 'line', title: 'line', kind: 'line', closed: false, points: 2 },
  { value: 'arc', title: 'arc through three points', kind: 'arc', closed: false, points: 3 },
  { value: 'circle', title: 'circle through three points', kind: 'arc', closed: true, points: 3 },
  { value: 'polyline', title: 'from corner to corner', kind: 'polyline', closed: false, points: 99 },
  { value: 'curve', title: 'smooth through points', kind: 'curve', closed: false, points: 99 },
] as const

export type PathShape = (typeof PATH_SHAPES)[number]

/** Planes that points are drawn on; null for one that faces the viewer. */
export const PATH_PLANES = [
  { value: 'front', title: 'front (x, z)', normal: [0, 1, 0] },
  { value: 'top', title: 'top (x, y)', normal: [0, 0, 1] },
  { value: 'side', title: 'side (y, z)', normal: [1, 0, 0] },
  { value: 'facing', title: 'facing the viewer', normal: null },
] as const

export type PathPlane = (typeof PATH_PLANES)[number]['value']

export const planeOf = (plane: PathPlane) => PATH_PLANES.find(({ value }) => value === plane)!

/** A point that is drawn lands on a grid of this [m]. */
const GRID = 1e-3

/** The shape that a path of the document was chosen as. */
export const shapeOf = ({ kind, closed }: Pick<Path, 'kind' | 'closed'>): PathShape =>
  PATH_SHAPES.find((shape) =>
    kind === 'arc' && closed === true ? shape.value === 'circle' : shape.kind === kind,
  )!

/** What a shape and its points say to the core; only what has corners or bends can be closed at will. */
export const courseOf = (shape: PathShape, points: readonly Point[], closed: boolean): Course => ({
  kind: shape.kind,
  points: points.map((point) => [...point]),
  ...(shape.closed || (closed && shape.points > 3) ? { closed: true } : {}),
})

/** One point more; a shape that has all its points already gets a new last one. */
export const withPoint = ({ points: most }: PathShape, points: readonly Point[], point: Point): Point[] => [
  ...(points.length >= most ? points.slice(0, most - 1) : points),
  point,
]

/** The same points with one number of one of them changed. */
export const withNumber = (points: readonly Point[], k: number, axis: number, value: Quantity): Point[] =>
  points.map((point, i) => (i === k ? (point.map((v, a) => (a === axis ? value : v)) as Point) : point))

/** A place in ground as a point of a path that starts at `origin`, to the nearest millimetre. */
export const onGrid = (origin: Frame, place: readonly [number, number, number]): Point =>
  pointIn(inverse(origin), place).map(
    (along) => `${Number((Math.round(along / GRID) * GRID * 1000).toFixed(3))} mm`,
  ) as Point
