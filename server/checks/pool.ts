/**
 * A few threads that check what is to be stored, so that nothing that is sent keeps the server from answering others. A check
 * that takes longer than its deadline is ended with its thread, and whoever sent it is told. What is large has a thread of its
 * own that gives way to the others.
 */
import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import { Piscina } from 'piscina'
import { ProblemError, ruleBroken, unreadable } from '../http/problem'
import type { CheckJob } from './document'
import { packedLength } from './packing'
import type { CheckedDocument } from './stored'
import * as checks from './worker'

/** How long a check may take, waiting for a thread included [ms]. Small documents take a few, 10,000 bodies some seconds. */
const DEADLINE = 10_000
/** A thread that had nothing to do for so long ends [ms]: starting one takes 0.3 s. */
const IDLE = 10 * 60_000
/** Saves that wait for a thread at most; more are asked to come again. */
const MOST_WAITING = 200

/** From here on a document is large [bytes]: checking one takes a fifth of a second. */
const LARGE = 1024 * 1024
/** By how much the thread of the large ones gives way; 19 is the most. */
const GIVES_WAY = 15

/** Beside the server that was built; there is none while it is developed. */
const FILE = join(dirname(process.argv[1] ?? ''), 'check-worker.mjs')

interface Pools {
  readonly usual: Piscina
  readonly large: Piscina
}
let pools: Pools | null = null

/** Starts the first thread, so that the first save need not wait for it; none while the server is developed. */
export function startChecks(): Pools | null {
  if (!existsSync(FILE)) return null
  const options = {
    filename: FILE,
    idleTimeout: IDLE,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
  }
  return (pools ??= {
    usual: new Piscina({ ...options, minThreads: 1, maxThreads: Math.max(2, availableParallelism()) }),
    large: new Piscina({ ...options, minThreads: 0, maxThreads: 1, niceIncrement: GIVES_WAY }),
  })
}

/** Errors: 400 what cannot be read, 422 rules broken or `check-too-long`, 503 `checks-busy`. */
export async function checkDocument({ bytes, stored }: CheckJob): Promise<CheckedDocument> {
  const own = ownBytes(bytes)
  const size = bytes.length + (stored ? packedLength(stored) : 0)
  const job = { bytes: own, ...(stored && { stored: ownBytes(stored) }) }
  const checked = await run('check', job, own, size > LARGE)
  if (checked.ok) return checked
  throw checked.fault === 'rules' ? ruleBroken(checked.problems) : unreadable(checked.fault)
}

/** Errors: 415 no picture that is kept, and those of the pool. */
export async function checkPicture(bytes: Uint8Array): Promise<void> {
  const own = ownBytes(bytes)
  const fault = await run('pictureFault', own, own)
  if (fault !== null) throw new ProblemError(415, 'picture-not-png', fault)
}

/** Errors: 422 no mesh, or not of that hash, and those of the pool. */
export async function checkMesh(hash: string, bytes: Uint8Array): Promise<void> {
  const own = ownBytes(bytes)
  const fault = await run('meshFault', { hash, bytes: own }, own)
  if (fault !== null) throw new ProblemError(422, fault.code, fault.message)
}

/** A buffer of Node may be a piece of a larger one, which cannot be handed to a thread. */
const ownBytes = (bytes: Uint8Array) => new Uint8Array(bytes)

async function run<K extends keyof typeof checks>(
  name: K,
  job: Parameters<(typeof checks)[K]>[0],
  own: Uint8Array<ArrayBuffer>,
  isLarge = false,
): Promise<ReturnType<(typeof checks)[K]>> {
  const threads = startChecks()
  type Result = ReturnType<(typeof checks)[K]>
  if (!threads) return (checks[name] as (job: unknown) => Result)(job)
  try {
    const signal = AbortSignal.timeout(DEADLINE)
    const pool = isLarge ? threads.large : threads.usual
    return (await pool.run(job, { name, signal, transferList: [own.buffer] })) as Result
  } catch (error) {
    throw asProblem(error)
  }
}

function asProblem(error: unknown): unknown {
  const { name, message, code } = error as { name?: string; message?: string; code?: string }
  if (name === 'AbortError' || code === 'ERR_WORKER_OUT_OF_MEMORY')
    return new ProblemError(
      422,
      'check-too-long',
      `This could not be checked within ${DEADLINE / 1000} s, so it was not stored. Make it smaller, or write its quantities more plainly.`,
    )
  return /queue/i.test(message ?? '')
    ? new ProblemError(
        503,
        'checks-busy',
        'Too many saves wait to be checked; nothing was changed. Try again in a moment.',
      )
    : error
}
