/** The solver's worker: see service.ts. */
import { SolverService } from './service'
import type { ToSolver } from './protocol'

const channel = new MessageChannel()
const waiting: (() => void)[] = []
channel.port1.onmessage = () => waiting.shift()?.()

const service = new SolverService({
  say: (message, transfer = []) => (globalThis as unknown as Worker).postMessage(message, transfer),
  // a message to ourselves comes after those that wait, without the delay of a timer
  listen: () =>
    new Promise((resolve) => {
      waiting.push(resolve)
      channel.port2.postMessage(null)
    }),
  now: () => performance.now(),
})

globalThis.onmessage = ({ data }: MessageEvent<ToSolver>) => service.hear(data)
