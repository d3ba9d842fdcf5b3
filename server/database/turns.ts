/**
 * Turns: what changes one project is done one after the other, so that a project whose rows are locked keeps one connection
 * waiting, and never all of them.
 */
import { ProblemError } from '../http/problem'

/** Longest wait for a turn [ms], and how many may wait. */
const PATIENCE = 5000
const MOST_WAITING = 100

const lines = new Map<string, (() => void)[]>()

/** Does the work when all that came before for the same key has ended. Error: 503 `project-busy`; then it is not done at all. */
export async function inTurn<T>(key: string, work: () => Promise<T>): Promise<T> {
  await turn(key)
  try {
    return await work()
  } finally {
    next(key)
  }
}

function turn(key: string): Promise<void> {
  const line = lines.get(key)
  if (!line) {
    lines.set(key, [])
    return Promise.resolve()
  }
  if (line.length >= MOST_WAITING) return Promise.reject(busy())
  return new Promise((resolve, reject) => {
    const begin = () => {
      clearTimeout(timer)
      resolve()
    }
    const timer = setTimeout(() => {
      line.splice(line.indexOf(begin), 1)
      reject(busy())
    }, PATIENCE)
    line.push(begin)
  })
}

function next(key: string): void {
  const begin = lines.get(key)?.shift()
  if (begin) begin()
  else lines.delete(key)
}

const busy = (): ProblemError =>
  new ProblemError(
    503,
    'project-busy',
    'Too much is being stored in this project at once; nothing was changed. Try again in a moment.',
  )
