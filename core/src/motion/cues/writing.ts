/** What is written and drawn on the picture for a while: captions, values, curves, trails, axes and dimensions. */
import { IsIn, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import { Cue } from '../../document/format/cues'
import { IsSpan } from '../../document/format/timing'
import { NoMotion } from '../../document/rules/no-motion'
import { RefTo } from '../../document/rules/references'
import { AreIds, IsId } from '../../document/rules/rules'
import type { Quantity } from '../../units/quantity'
import { spanValue } from '../../units/share'
import { listed } from '../../wording'
import { defineCue } from './cue-type'
import type { CueType } from './cue-type'
import { PLACES } from './seen'
import type { PicturePlace } from './seen'

/** It lasts a while; to the end of the scenario when left out. */
abstract class Lasting extends Cue {
  @IsOptional() @IsSpan(0) duration?: Quantity
}

/** A text, shown as it is typed. */
export class Caption extends Lasting {
  @IsIn(['caption', 'title']) kind!: 'caption' | 'title'
  @IsString()
  @IsNotEmpty({ message: 'Write something, or delete the cue.' })
  @MaxLength(400)
  @NoMotion()
  text!: string
  /** A caption is below, a title in the middle when left out. */
  @IsOptional() @IsIn([...PLACES]) @NoMotion() place?: PicturePlace
}

/** The value of a probe, or its curve up to now. */
export class Reading extends Lasting {
  @IsIn(['value', 'curve']) kind!: 'value' | 'curve'
  @IsId() @RefTo('probe') @NoMotion() probe!: string
  /** A value is beside what it measures where that has a place, else above; a curve below on the right. */
  @IsOptional() @IsIn([...PLACES]) @NoMotion() place?: PicturePlace
}

/** The path of datums, as far as they have come. */
export class Trailing extends Lasting {
  @IsIn(['trail']) kind!: 'trail'
  @AreIds() @RefTo('datum') @NoMotion() datums!: string[]
}

/** The axes of joints. */
export class ShowingAxes extends Lasting {
  @IsIn(['axes']) kind!: 'axes'
  @AreIds() @RefTo('joint') @NoMotion() joints!: string[]
}

/** The distance of two datums, as a dimension line. */
export class Dimensioning extends Lasting {
  @IsIn(['dimension']) kind!: 'dimension'
  @IsId() @RefTo('datum') @NoMotion() a!: string
  @IsId() @RefTo('datum') @NoMotion() b!: string
}

declare module '../../document/format/cues' {
  interface CueKinds {
    caption: Caption
    reading: Reading
    trailing: Trailing
    showingAxes: ShowingAxes
    dimensioning: Dimensioning
  }
}

const lasting = <C extends Caption | Reading | Trailing | ShowingAxes | Dimensioning>(
  type: Omit<CueType<C>, 'duration' | 'see' | 'lasts'>,
): CueType<C> =>
  defineCue<C>({
    ...type,
    lasts: true,
    duration: ({ duration }, length) => (duration === undefined ? Infinity : spanValue(duration, length)),
    see(cue, seen, _, opacity) {
      seen.shown.push({ cue, opacity })
    },
  })

const shortened = (text: string) => (text.length > 40 ? `${text.slice(0, 38)} …` : text)

const written = (kind: Caption['kind'], text: string) =>
  lasting<Caption>({
    kind,
    fields: Caption,
    title: `write a ${kind}`,
    words: (cue) => `“${shortened(cue.text)}”`,
    draft: () => ({ text, duration: '2 s' }),
  })

export const caption = written('caption', 'What is seen here')
export const title = written('title', 'Title')

const read = (kind: Reading['kind'], verb: string, noun: string) =>
  lasting<Reading>({
    kind,
    fields: Reading,
    title: verb,
    words: ({ probe }, nameOf) => `${noun} of ${nameOf(probe)}`,
    draft: (_, targets) => (targets[0] === undefined ? null : { probe: targets[0], duration: '3 s' }),
  })

export const value = read('value', 'write a value', 'value')
export const curve = read('curve', 'draw a curve', 'curve')

export const trail = lasting<Trailing>({
  kind: 'trail',
  fields: Trailing,
  title: 'draw a trail',
  words: ({ datums }, nameOf) => `trail of ${listed(datums.map(nameOf))}`,
  draft: (_, targets) => (targets.length > 0 ? { datums: [...targets] } : null),
})

export const axes = lasting<ShowingAxes>({
  kind: 'axes',
  fields: ShowingAxes,
  title: 'draw axes of joints',
  words: ({ joints }, nameOf) => `axes of ${listed(joints.map(nameOf))}`,
  draft: (_, targets) => (targets.length > 0 ? { joints: [...targets] } : null),
})

export const dimension = lasting<Dimensioning>({
  kind: 'dimension',
  fields: Dimensioning,
  title: 'draw a dimension',
  words: ({ a, b }, nameOf) => `distance of ${nameOf(a)} and ${nameOf(b)}`,
  draft: (_, [a, b]) => (a !== undefined && b !== undefined ? { a, b } : null),
})
