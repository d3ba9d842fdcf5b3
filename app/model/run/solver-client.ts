/** The solver as seen from the screen: a worker behind promises. */
import type { Operation } from 'fast-json-patch'
import type { MechanismDocument, ModelReport, Problem, Standing, Take, TakePart } from '@ligamen/core'
import type { FromSolver, Question, ToSolver } from '../../workers/solver/protocol'
import type { Answer, Asked, Questions } from '../../workers/solver/questions'

export type Verdict =
  | { ok: true; report: ModelReport; standing: Standing | null; fingerprint: string }
  | { ok: false; problems: Problem[] }

export interface SolverEvents {
  progress: (share: number) => void
  part: (part: TakePart) => void
  take: (take: Take, milliseconds: number, fingerprint: string) => void
  unsolved: (problem: Problem) => void
  compared: (take: Take | null, problem: Problem | null) => void
  cancelled: () => void
  dragged: (standing: Standing, gap: number) => void
}

export class SolverClient {
  private readonly worker = new Worker(new URL('../../workers/solver/solver.worker.ts', import.meta.url), {
    type: 'module',
  })
  private readonly verdicts = new Map<number, (verdict: Verdict) => void>()
  private readonly answers = new Map<number, (answer: unknown) => void>()
  private requests = 0

  constructor(events: SolverEvents) {
    this.worker.onmessage = ({ data }: MessageEvent<FromSolver>) => {
      if (data.type === 'progress') events.progress(data.share)
      else if (data.type === 'part') events.part(data.part)
      else if (data.type === 'take') events.take(data.take, data.milliseconds, data.fingerprint)
      else if (data.type === 'unsolved') events.unsolved(data.problem)
      else if (data.type === 'compared') events.compared(data.take, data.problem)
      else if (data.type === 'cancelled') events.cancelled()
      else if (data.type === 'dragged') events.dragged(data.standing, data.gap)
      else if (data.type === 'answered') {
        this.answers.get(data.request)?.(data.answer)
        this.answers.delete(data.request)
      } else this.settle(data)
    }
    this.worker.onerror = (event) => {
      for (const [request] of this.verdicts) {
        this.settle({
          type: 'refused',
          request,
          problems: [{ code: 'solver-failed', message: `The solver failed: ${event.message}` }],
        })
      }
    }
  }

  /** @param known what takes at hand were solved from: these are not solved again */
  open(document: MechanismDocument, scenario: string, known: string[]): Promise<Verdict> {
    return this.try((request) => ({ type: 'open', request, document, scenario, known }))
  }

  propose(patches: Operation[], scenario: string, home: boolean, known: string[]): Promise<Verdict> {
    return this.try((request) => ({ type: 'propose', request, patches, scenario, home, known }))
  }

  /** Solves another scenario beside the one shown, or none. */
  compare(scenario: string | null): void {
    this.send({ type: 'compare', scenario })
  }

  ask<K extends keyof Questions>(question: K, asked: Asked<K>): Promise<Answer<K>> {
    const request = ++this.requests
    return new Promise((resolve) => {
      this.answers.set(request, resolve as (answer: unknown) => void)
      this.send({ type: 'ask', request, ...({ question, asked } as unknown as Question) })
    })
  }

  /** Makes triangles of imported parts known. */
  keepMeshes(meshes: readonly (readonly [string, Float32Array])[]): void {
    this.send({ type: 'meshes', meshes })
  }

  grab(body: string, point: readonly [number, number, number], alone: boolean): void {
    this.send({ type: 'grab', body, point, alone })
  }

  drag(target: readonly [number, number, number]): void {
    this.send({ type: 'drag', target })
  }

  setLive(isLive: boolean): void {
    this.send({ type: 'live', isLive })
  }

  cancel(): void {
    this.send({ type: 'cancel' })
  }

  close(): void {
    this.worker.terminate()
  }

  private try(message: (request: number) => ToSolver): Promise<Verdict> {
    const request = ++this.requests
    return new Promise((resolve) => {
      this.verdicts.set(request, resolve)
      this.send(message(request))
    })
  }

  private settle(answer: Extract<FromSolver, { type: 'accepted' | 'refused' }>): void {
    const resolve = this.verdicts.get(answer.request)
    this.verdicts.delete(answer.request)
    resolve?.(
      answer.type === 'accepted'
        ? { ok: true, report: answer.report, standing: answer.standing, fingerprint: answer.fingerprint }
        : { ok: false, problems: answer.problems },
    )
  }

  private send(message: ToSolver): void {
    this.worker.postMessage(message)
  }
}
