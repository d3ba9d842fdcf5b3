/** A datum made to follow a path: the path, the datum in ground that it starts from, and the driver along it. */
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Path } from '../../document/format/parts'
import { inverse, multiply } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { succeed } from '../../result'
import type { Result } from '../../result'
import { addDriver, laneOf, scenarioOf } from './scenario-edits'
import { placementOf } from '../../geometry/placement'
import { freshId, slug } from '../../document/ids'
import type { DatumPick } from '../../document/picks'
import { datumOf } from '../../document/picks'
import { samplePath } from '../../geometry/paths/paths'

export interface PathWish {
  readonly name: string
  /** What follows it. */
  readonly follower: DatumPick
  /** Its points are given from where it starts, along the axes of ground. */
  readonly course: Omit<Path, 'id' | 'name' | 'datum'>
  readonly oriented: boolean
  /** The frame in ground in which it starts. */
  readonly start: Frame
  /** What stays still, with its frame in ground. */
  readonly still: { readonly body: string; readonly frame: Frame }
}

/** How long a new drive along a path takes. */
const DURATION = '2 s'

/** Alters the draft; returns the id of the driver. Errors: those of the path. */
export function driveAlong(draft: MechanismDocument, scenario: string, wish: PathWish): Result<string> {
  const { name, follower, course, oriented, start, still } = wish
  const sampled = samplePath(course, 2)
  if (!sampled.ok) return sampled
  const place = multiply(inverse(still.frame), start)
  const from = freshId(draft, slug(`${name} start`))
  draft.datums.push({
    id: from,
    name: `Start of ${name}`,
    body: still.body,
    at: placementOf(place),
  })
  const datum = datumOf(draft, follower)
  const path = freshId(draft, slug(name))
  draft.paths = [...(draft.paths ?? []), { id: path, name, datum: from, ...course }]
  const driver = addDriver(draft, scenario, `along ${name}`, {
    kind: 'path',
    datum,
    path,
    ...(oriented ? { oriented } : {}),
    moves: [],
  })
  laneOf(scenarioOf(draft, scenario), driver)!.moves.push({
    id: freshId(draft, `${driver}-move`),
    start: '0 s',
    duration: DURATION,
    law: 'polynomial-3-4-5',
    to: inMillimetres(sampled.value.length),
  })
  return succeed(driver)
}

/** To a thousandth of a millimetre, and never beyond the end. */
const inMillimetres = (length: number): string => `${Math.floor(length * 1e6) / 1e3} mm`
