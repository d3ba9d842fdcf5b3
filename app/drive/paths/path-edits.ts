/** What a path that was given does to the document: it changes one that is there, or drives a follower along a new one. */
import { driveAlong, identityFrame, unused } from '@ligamen/core'
import type { Frame, MechanismDocument } from '@ligamen/core'
import type { NamedDatum } from '~/model/picking/named-datums'
import { frameIn } from '~/model/pose/shown-poses'
import type { ShownPoses } from '~/model/pose/shown-poses'
import type { Course } from './path-draft'

/** The path keeps its name and its datum. */
export function changePath({ paths }: MechanismDocument, id: string, course: Course): void {
  const path = paths?.find((one) => one.id === id)
  if (!path) return
  delete path.closed
  Object.assign(path, course)
}

/** A name for the path of a body that no other path has. */
export const nameForPath = ({ paths }: MechanismDocument, body: string): string =>
  unused(new Set(paths?.map(({ name }) => name)), `Path of ${body}`)

/** What is to be driven along a new path, and how. */
export interface NewPath {
  readonly name: string
  readonly follower: NamedDatum
  readonly course: Course
  /** Whether the follower turns along with the path. */
  readonly oriented: boolean
  /** Where it starts in ground. */
  readonly start: Frame
}

/** Adds the path and the driver along it; returns the driver's id, or null where there is none. */
export function driveAlongNew(
  draft: MechanismDocument,
  scenario: string,
  { follower, ...path }: NewPath,
  shown: ShownPoses | null,
): string | null {
  const { id: body } = draft.bodies.find(({ grounded }) => grounded)!
  const still = { body, frame: shown ? frameIn(shown, body) : identityFrame() }
  const made = driveAlong(draft, scenario, { ...path, follower: follower.pick, still })
  return made.ok ? made.value : null
}
