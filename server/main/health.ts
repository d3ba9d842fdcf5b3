/** Whether the process lives (`/healthz`), and whether it can serve (`/readyz`): a balancer asks. */
import type { ServerResponse } from 'node:http'
import { database } from '../database/connection'

/** How long the database may take to be called ready [ms]. */
const PATIENCE = 2000

export interface HealthRoutes {
  readonly answers: Readonly<Record<string, (response: ServerResponse) => Promise<void>>>
  /** From now on it is not ready. */
  drain(): void
}

export function healthRoutes(): HealthRoutes {
  let draining = false
  const send = (response: ServerResponse, status: number, text: string) => {
    response.writeHead(status, { 'content-type': 'text/plain', 'cache-control': 'no-store' }).end(text)
    return Promise.resolve()
  }
  return {
    answers: {
      '/healthz': (response) => send(response, 200, 'alive'),
      '/readyz': async (response) => {
        if (draining) return send(response, 503, 'ending')
        return (await hasSchema()) ? send(response, 200, 'ready') : send(response, 503, 'no database')
      },
    },
    drain: () => {
      draining = true
    },
  }
}

const hasSchema = (): Promise<boolean> =>
  database()('projects')
    .first('id')
    .timeout(PATIENCE)
    .then(
      () => true,
      () => false,
    )
