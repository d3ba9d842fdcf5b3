/** What is said of two bodies or groups before they have a contact. */
import type { ContactPreview } from '@ligamen/core'

const counted = (count: number, of: string): string =>
  count === 1 ? `one pair of ${of}` : `${count} pairs of ${of}`

/** What of them will meet, and how. */
export function wordsAhead({ outlines, beside, surfaces, nearest }: ContactPreview): string {
  if (outlines + surfaces === 0 && beside > 0)
    return 'Nothing of them will meet: their outlines lie beside each other. Move one along its axis.'
  if (outlines + surfaces === 0)
    return 'Nothing of them can touch: one side has no parts, or they move as one.'
  const exact = outlines > 0 ? [`${counted(outlines, 'outlines')} in one plane, exactly`] : []
  const rough =
    surfaces > 0 ? [`${counted(surfaces, 'surfaces')} on their triangles, in even steps of free motion`] : []
  const far = nearest ? '' : ' They are far apart, or deep in each other now.'
  return `Will meet: ${[...exact, ...rough].join('; ')}.${far}`
}
