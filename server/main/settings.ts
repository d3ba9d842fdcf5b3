/** What the environment says about this server, checked before anything starts. */

export interface Settings {
  readonly host: string
  readonly port: number
  /** Names under which it may be asked, in small letters and without ports. */
  readonly names: ReadonlySet<string>
  /** Requests of one address within ten seconds; 0 for as many as it likes. */
  readonly rate: number
}

const LOOPBACK = ['localhost', '127.0.0.1', '[::1]']
/** Far more than pages of one address ask for. */
const RATE = 3000

/** @throws with a sentence that says what to mend */
export function settings(env: NodeJS.ProcessEnv): Settings {
  const host = env.NITRO_HOST ?? env.HOST ?? '127.0.0.1'
  const port = numberOf('PORT', env.NITRO_PORT ?? env.PORT ?? '3000', 65_535)
  const own = /^(0\.0\.0\.0|::)$/.test(host) ? [] : [host.includes(':') ? `[${host}]` : host]
  const more = (env.LIGAMEN_HOSTS ?? '').split(',').map((name) => name.trim())
  return {
    host,
    port,
    names: new Set([...LOOPBACK, ...own, ...more].filter(Boolean).map((name) => name.toLowerCase())),
    rate: numberOf('LIGAMEN_RATE', env.LIGAMEN_RATE ?? String(RATE), 1e9),
  }
}

function numberOf(name: string, text: string, most: number): number {
  const value = Number(text)
  if (/^\d+$/.test(text) && value <= most) return value
  throw new Error(`${name} is “${text}”; it must be a whole number from 0 to ${most}.`)
}
