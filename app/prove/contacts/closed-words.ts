/** How long the bodies of a contact touch, in words. */
import type { ContactStretch } from '@ligamen/core'
import { seconds } from '~/fields/display'

/** "touch for 0.830 s, in 4 stretches", with what they do of it where that is known. */
export function closedWords(stretches: readonly ContactStretch[]): string {
  const time = (kind: ContactStretch['kind']) =>
    stretches.reduce((sum, one) => (one.kind === kind ? sum + one.to - one.from : sum), 0)
  const [sticks, slides] = [time('sticks'), time('slides')]
  const all = `touch for ${seconds(sticks + slides + time('touches'), 3)}`
  // what goes on in another way is the same stretch of touching
  const times = stretches.filter(({ from }, k) => k === 0 || from > stretches[k - 1]!.to).length
  const often = times > 1 ? `, ${times} times` : ''
  return slides > 0 && sticks > 0 ? `${all}${often}, slide for ${seconds(slides, 3)}` : `${all}${often}`
}
