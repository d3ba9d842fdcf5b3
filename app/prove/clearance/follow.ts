/**
 * Clearances on as many workers as there are cores: one records the motion, then all follow pairs of bodies, a few at a time.
 * Workers stay for the next time with the solids that they have made; ending them is what cancels at once.
 */
import { clearancesOf, reuse } from '@ligamen/core'
import type {
  Clearances,
  ClearanceTask,
  Followed,
  MechanismDocument,
  OpenBody,
  PairClearance,
} from '@ligamen/core'
import type { FromClearance, Meshes, ToClearance } from '~/workers/clearance/protocol'

/** Pairs that a worker follows before it answers: the first ones take long. */
const FIRST = 80
const AT_ONCE = 12
const MOST_WORKERS = 16

export interface Asked {
  readonly document: MechanismDocument
  readonly scenario: string
  readonly meshes: Meshes
}

export interface Found {
  readonly clearances: Clearances
  /** How many pairs were followed anew. */
  readonly anew: number
}

/** A newer search has begun, or all were ended. */
export class Superseded extends Error {}

export class ClearanceWorkers {
  private workers: Worker[] = []
  private before: Followed | null = null
  /** Counts searches; one that is no longer the newest stops. */
  private newest = 0
  /** The search that is under way, whichever way it ends. */
  private running: Promise<unknown> = Promise.resolve()
  /** Ends what waits for an answer. */
  private readonly waiting = new Set<(why: Error) => void>()

  /** @param progress is told the share that is done. Throws `Superseded`, and what a worker could not do. */
  async find(asked: Asked, progress: (share: number) => void): Promise<Found> {
    const mine = ++this.newest
    // what an older one has begun comes to an end first; it starts nothing more
    await this.running
    this.goOn(mine)
    const found = this.follow(mine, asked, progress)
    this.running = found.catch(() => undefined)
    return found
  }

  /** Ends everything at once; solids are made again the next time. */
  end(): void {
    this.newest++
    for (const worker of this.workers) worker.terminate()
    this.workers = []
    for (const give of this.waiting) give(new Superseded())
    this.waiting.clear()
  }

  private async follow(mine: number, asked: Asked, progress: (share: number) => void): Promise<Found> {
    const workers = this.started()
    const [recording, ...others] = workers
    for (const worker of others)
      worker.postMessage({ type: 'document', records: false, ...asked } satisfies ToClearance)
    const { task } = await this.ask(recording!, { type: 'document', records: true, ...asked }, 'recorded')
    this.goOn(mine)
    const { known, pairs } = reuse(this.before, task)
    const numbers = longestFirst(task, pairs)
    const found: PairClearance[] = [...known]
    for (const worker of workers) worker.postMessage({ type: 'task', task } satisfies ToClearance)
    let next = 0
    const work = async (worker: Worker) => {
      while (next < numbers.length) {
        this.goOn(mine)
        const own = numbers.slice(next, next + (next < FIRST ? 1 : AT_ONCE))
        next += own.length
        const answer = await this.ask(worker, { type: 'follow', pairs: own }, 'followed')
        found.push(...answer.pairs)
        progress((found.length - known.length) / Math.max(1, numbers.length))
      }
    }
    // all of them come to rest, so that no answer is left for the next search
    const ended = await Promise.allSettled(workers.map(work))
    this.goOn(mine)
    for (const one of ended) if (one.status === 'rejected') throw one.reason
    const open = new Map<string, OpenBody>()
    for (const worker of workers)
      for (const one of (await this.ask(worker, { type: 'open' }, 'open')).open) open.set(one.body, one)
    this.before = { task, pairs: found }
    return { clearances: clearancesOf(task, found, [...open.values()]), anew: numbers.length }
  }

  private goOn(mine: number): void {
    if (mine !== this.newest) throw new Superseded()
  }

  private started(): readonly Worker[] {
    const cores = Math.min(MOST_WORKERS, Math.max(1, navigator.hardwareConcurrency || 1))
    while (this.workers.length < cores)
      this.workers.push(
        new Worker(new URL('../../workers/clearance/clearance.worker.ts', import.meta.url), {
          type: 'module',
        }),
      )
    return this.workers
  }

  private ask<K extends FromClearance['type']>(
    worker: Worker,
    question: ToClearance,
    wanted: K,
  ): Promise<Extract<FromClearance, { type: K }>> {
    return new Promise((resolve, reject) => {
      this.waiting.add(reject)
      worker.onmessage = ({ data }: MessageEvent<FromClearance>) => {
        this.waiting.delete(reject)
        if (data.type === 'failed') reject(new Error(data.message))
        else if (data.type === wanted) resolve(data as Extract<FromClearance, { type: K }>)
      }
      worker.onerror = ({ message }) => reject(new Error(message))
      worker.postMessage(question)
    })
  }
}

/** Places in the task of the pairs that are left, those that move longest first, so that no long one is left for last. */
function longestFirst(task: ClearanceTask, left: readonly ClearanceTask['pairs'][number][]): number[] {
  const weight = task.bodies.map(({ track }) => track.times.length)
  const wanted = new Set(left)
  return task.pairs
    .map((pair, k) => ({ k, pair, weight: weight[pair.a]! + weight[pair.b]! }))
    .filter(({ pair }) => wanted.has(pair))
    .sort((one, two) => two.weight - one.weight)
    .map(({ k }) => k)
}
