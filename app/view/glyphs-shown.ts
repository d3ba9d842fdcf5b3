/** Which joints carry a glyph on the model: all of a few; of many only what is driven; of a crowd only what is selected. */
import type { AnyDriver, ModelReport } from '@ligamen/core'
import { drivenJoint } from '~/model/driven-joint'
import type { GlyphSpec } from '~/view/three/glyphs'

/** With more joints than this only what is driven carries its arrow, and small: a crowd of glyphs shows nothing. */
const SOME_JOINTS = 24
/** And with more than this only the selected one. */
const MANY_JOINTS = 150

type Joints = ModelReport['joints']

/** Whether there are too many to show all: then it depends on what is selected which ones are. */
export const isCrowd = (joints: Joints): boolean => joints.length > SOME_JOINTS

/** @param drivers of the scenario shown, whose joints carry an arrow */
export function glyphsShown(
  joints: Joints,
  drivers: readonly AnyDriver[],
  isSelected: (joint: string) => boolean,
): GlyphSpec[] {
  const { length } = joints
  return joints.flatMap(({ id, kind, from, to, frame, carried }) => {
    const driver = drivers.find((d) => drivenJoint(d) === id)
    const isShown = length <= SOME_JOINTS || (length <= MANY_JOINTS && driver !== undefined)
    if (!isShown && !isSelected(id)) return []
    const isBackwards = driver?.kind === 'motor' && driver.reversed === true
    // what is carried by its first datum goes against the position that it is counted by
    const reversed = isBackwards !== (driver !== undefined && carried.body === from)
    // an arrow goes along with what it drives
    const place = driver ? carried : { body: from, frame }
    return [{ id, kind, ...place, joined: [from, to], driven: driver !== undefined, reversed }]
  })
}
