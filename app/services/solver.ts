/** The solver as seen from the screen: a worker behind promises. */
import type { Operation } from 'fast-json-patch'
import type { MechanismDocument, ModelReport, Problem, Take } from '@ligamen/core'
import type { FromSolver, ToSolver } from '../workers/protocol'

export type Verdict = { ok: true; report: ModelReport } | { ok: false; problems: Problem[] }

export interface SolverEvents {
  progress: (share: number) => void
  take: (take: Take, milliseconds: number) => void
  cancelled: () => void
}

export class SolverClient {
  private readonly worker = new Worker(new URL('../workers/solver.worker.ts', import.meta.url), {
    type: 'module',
  })
  private readonly pending = new Map<number, (verdict: Verdict) => void>()
  private requests = 0

  constructor(events: SolverEvents) {
    this.worker.onmessage = ({ data }: MessageEvent<FromSolver>) => {
      if (data.type === 'progress') events.progress(data.share)
      else if (data.type === 'take') events.take(data.take, data.milliseconds)
      else if (data.type === 'cancelled') events.cancelled()
      else this.settle(data)
    }
    this.worker.onerror = (event) => {
      for (const [request] of this.pending) {
        this.settle({
          type: 'refused',
          request,
          problems: [{ code: 'solver-failed', message: `The solver failed: ${event.message}` }],
        })
      }
    }
  }

  open(document: MechanismDocument, scenario: string): Promise<Verdict> {
    return this.ask((request) => ({ type: 'open', request, document, scenario }))
  }

  propose(patches: Operation[], scenario: string): Promise<Verdict> {
    return this.ask((request) => ({ type: 'propose', request, patches, scenario }))
  }

  cancel(): void {
    this.send({ type: 'cancel' })
  }

  close(): void {
    this.worker.terminate()
  }

  private ask(message: (request: number) => ToSolver): Promise<Verdict> {
    const request = ++this.requests
    return new Promise((resolve) => {
      this.pending.set(request, resolve)
      this.send(message(request))
    })
  }

  private settle(answer: Extract<FromSolver, { request: number }>): void {
    const resolve = this.pending.get(answer.request)
    this.pending.delete(answer.request)
    resolve?.(
      answer.type === 'accepted'
        ? { ok: true, report: answer.report }
        : { ok: false, problems: answer.problems },
    )
  }

  private send(message: ToSolver): void {
    this.worker.postMessage(message)
  }
}
