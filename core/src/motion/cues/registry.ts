/** The kinds of cue, in the order in which they are offered. A new one adds its line here. */
import { addCueClass } from '../../document/format/cues'
import type { AnyCue } from '../../document/format/cues'
import { colour } from './colouring'
import type { CueType } from './cue-type'
import { cut, uncut } from './cutting'
import { fade, hide, show } from './showing'
import { spread } from './spreading'
import { step } from './stepping'
import { restore, suspend } from './switching'
import { handOver, release, take } from './taking'
import { axes, caption, curve, dimension, title, trail, value } from './writing'

const types = new Map<string, CueType<AnyCue>>()

/** Adds a kind to the format and to what can be played. */
export function addCueType<C extends AnyCue>(type: CueType<C>): void {
  types.set(type.kind, type as unknown as CueType<AnyCue>)
  addCueClass(type.kind, type.fields)
}

addCueType(take)
addCueType(release)
addCueType(handOver)
addCueType(suspend)
addCueType(restore)
addCueType(step)
addCueType(show)
addCueType(hide)
addCueType(fade)
addCueType(colour)
addCueType(cut)
addCueType(uncut)
addCueType(spread)
addCueType(caption)
addCueType(title)
addCueType(value)
addCueType(curve)
addCueType(trail)
addCueType(axes)
addCueType(dimension)

/** @param kind of a validated cue */
export const cueType = (kind: string): CueType<AnyCue> => types.get(kind)!

/** Kinds of cue, in the order in which they are offered. */
export const cueKinds = (): string[] => [...types.keys()]
