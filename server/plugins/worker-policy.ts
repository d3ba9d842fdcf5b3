/**
 * The exchange worker alone may evaluate text as code: the kernel that reads STEP builds its calls that way. It is a thread
 * of its own without the page's document, and everything else keeps the stricter policy of nuxt.config.ts.
 */
import { setResponseHeader } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'

const POLICY = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval' 'unsafe-eval'; connect-src 'self'"

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('beforeResponse', (event) => {
    if (event.path.startsWith('/_nuxt/exchange.worker'))
      setResponseHeader(event, 'content-security-policy', POLICY)
  })
})
