/** The solver's worker on this thread: messages are copied, and heard one after the other, as between threads. */
import type { FromSolver, ToSolver } from '~/workers/solver/protocol'
import { SolverService } from '~/workers/solver/service'

const turn = () => new Promise<void>((resolve) => setImmediate(resolve))

export class WorkerHere {
  onmessage: (event: { data: FromSolver }) => void = () => undefined
  onerror: (event: { message: string }) => void = () => undefined
  private isEnded = false
  private readonly service = new SolverService({
    say: (message) => {
      const data = structuredClone(message)
      void turn().then(() => this.isEnded || this.onmessage({ data }))
    },
    listen: turn,
    now: () => performance.now(),
  })

  constructor(address: URL) {
    if (!address.pathname.endsWith('solver.worker.ts')) throw new Error(`No test runs ${address.pathname}.`)
  }

  postMessage(message: ToSolver): void {
    const data = structuredClone(message)
    void turn().then(() => {
      if (this.isEnded) return
      try {
        this.service.hear(data)
      } catch (error) {
        this.onerror({ message: String(error) })
      }
    })
  }

  terminate(): void {
    this.isEnded = true
  }
}
