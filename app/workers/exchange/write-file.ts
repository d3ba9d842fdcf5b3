/** A mechanism written to a file in one of the formats of out/. */
import { slug } from '@ligamen/core'
import { shownFormats, outFormats } from './out/registry'
import type { FromExchange, ToExchange } from './protocol'

export async function writeFile(
  asked: Extract<ToExchange, { type: 'write' }>,
  say: (message: FromExchange) => void,
): Promise<void> {
  const base = slug(asked.document.name)
  say({ type: 'progress', words: 'Writing', share: null })
  const written = await [...outFormats, ...shownFormats]
    .find(({ kind }) => kind === asked.kind)!
    .write(asked, base)
  if (!written.ok) return say({ type: 'failed', problems: written.problems })
  const { ending, bytes, leftOut = [] } = written.value
  say({ type: 'written', name: `${base}${ending}`, bytes, leftOut })
}
