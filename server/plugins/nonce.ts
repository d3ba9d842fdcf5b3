/** The scripts and styles of a page carry its nonce; server/main names it in the policy. */
import { defineNitroPlugin } from 'nitropack/runtime'
import type { Nonced } from '../main/headers'

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:html', (html, { event }) => {
    const { nonce } = event.node.res as Nonced
    if (!nonce) return
    const marked = (part: string) => part.replace(/<(script|style)(?=[\s>])/g, `<$1 nonce="${nonce}"`)
    for (const place of ['head', 'bodyPrepend', 'body', 'bodyAppend'] as const)
      html[place] = html[place].map(marked)
  })
  // what a page was made with is nobody's business
  nitro.hooks.hook('render:response', (response) => {
    delete response.headers?.['x-powered-by']
  })
})
