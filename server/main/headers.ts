/** The headers of every answer, and the policy of what a page may load. */
import type { IncomingMessage, ServerResponse } from 'node:http'
import helmet from 'helmet'

const shared = {
  // it is often served over plain HTTP on a machine's own address
  strictTransportSecurity: false,
  crossOriginResourcePolicy: { policy: 'same-origin' },
  referrerPolicy: { policy: 'same-origin' },
  xFrameOptions: { action: 'deny' },
} as const

/** Only what carries the nonce of the page runs or styles. */
const nonced = (_: unknown, response: unknown): string => `'nonce-${(response as Nonced).nonce}'`

const page = helmet({
  ...shared,
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'", "'wasm-unsafe-eval'", nonced],
      styleSrc: ["'self'", nonced],
      imgSrc: ["'self'", 'data:', 'blob:'],
      fontSrc: ["'self'", 'data:'],
      workerSrc: ["'self'", 'blob:'],
      objectSrc: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  },
})

/**
 * The exchange worker alone may evaluate text as code: the kernel that reads STEP builds its calls that way. It is a thread
 * of its own without the page's document.
 */
const exchange = helmet({
  ...shared,
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'none'"],
      scriptSrc: ["'self'", "'wasm-unsafe-eval'", "'unsafe-eval'"],
      connectSrc: ["'self'"],
    },
  },
})

/** An answer with the nonce of its page. */
export interface Nonced extends ServerResponse {
  nonce?: string
}

export function setHeaders(request: IncomingMessage, response: Nonced, path: string): void {
  const chosen = path.startsWith('/_nuxt/exchange.worker') ? exchange : page
  chosen(request, response, () => undefined)
}

/**
 * For the page behind a link: what is in it runs, in an origin of its own, and asks nobody for anything.
 * @param mayEmbed whether pages elsewhere may show it in a frame
 */
export function framedPolicy(response: ServerResponse, nonce: string, mayEmbed: boolean): void {
  const policy = [
    "default-src 'none'",
    `script-src 'nonce-${nonce}'`,
    `style-src 'nonce-${nonce}'`,
    'font-src data:',
    'img-src data: blob:',
    "base-uri 'none'",
    "form-action 'none'",
    `frame-ancestors ${mayEmbed ? '*' : "'none'"}`,
    'sandbox allow-scripts',
  ]
  response.setHeader('content-security-policy', policy.join('; '))
  // it has an origin of its own already
  response.removeHeader('origin-agent-cluster')
  if (!mayEmbed) return
  response.removeHeader('x-frame-options')
  response.setHeader('cross-origin-resource-policy', 'cross-origin')
}
