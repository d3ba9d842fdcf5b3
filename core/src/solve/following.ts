/** Values that follow a course: a link's coordinate is prescribed, anything else becomes a row with a target. */
import { withBreaks } from '../maths/time-function'
import type { TimeFunction } from '../maths/time-function'
import type { Mechanism } from '../mechanism/compile'
import type { Coordinate } from '../mechanism/coordinate'
import type { Reading } from '../mechanism/reading'
import type { Row } from '../mechanism/rows'
import type { PrescribedLink } from './inputs'

/** Who lets a value follow, for the words about it. */
export interface Follower {
  readonly id: string
  readonly name: string
}

/** The row in which a value follows a course. */
export const followingRow = (
  { size }: Pick<Mechanism, 'size'>,
  { id, name }: Follower,
  { terms, constant, dimension }: Reading,
  target: TimeFunction,
): Row => ({
  owner: { kind: 'driver', id, name },
  direction: 'driven value',
  weight: dimension === 'length' ? 1 / size : 1,
  terms,
  constant,
  target,
})

/** The course of the link that carries a value. @param constant what the value adds to the link's coordinate */
export const linkCourse = (course: TimeFunction, constant: number): TimeFunction =>
  withBreaks(
    (time, out) => {
      course(time, out)
      out[0] -= constant
    },
    course.breaks,
    course.knots,
  )

/** What makes a coordinate follow a course of its values, for a solver; either list can be empty. */
export function following(
  mechanism: Mechanism,
  follower: Follower,
  coordinate: Coordinate,
  course: TimeFunction,
): { readonly drives: readonly PrescribedLink[]; readonly rows: readonly Row[] } {
  const { link, constant } = coordinate
  return link >= 0
    ? { drives: [{ link, evaluate: linkCourse(course, constant) }], rows: [] }
    : { drives: [], rows: [followingRow(mechanism, follower, coordinate, course)] }
}
