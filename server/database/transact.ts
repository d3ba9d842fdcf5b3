/** One transaction for a request: all of it is stored or nothing; it is tried again where two got in each other's way. */
import { setTimeout as wait } from 'node:timers/promises'
import type { Knex } from 'knex'
import { ProblemError } from '../http/problem'
import { inTheWay, isLost } from './faults'
import { inTurn } from './turns'

/** How often work is tried that another transaction kept from its rows, and the longest wait before it is tried again [ms]. */
const TRIES = 5
const LONGEST_WAIT = 40

/**
 * @param key of what is changed, such as the id of the project: changes of one key are made one after the other
 * Errors: 503 `outcome-unknown` when the database was lost while it was asked to keep what was done, 503 `project-busy`.
 */
export const transact = <T>(
  knex: Knex,
  key: string,
  work: (inside: Knex.Transaction) => Promise<T>,
): Promise<T> => inTurn(key, () => tried(knex, work))

async function tried<T>(knex: Knex, work: (inside: Knex.Transaction) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    let isDone = false
    try {
      return await knex.transaction(async (inside) => {
        isDone = false
        const result = await work(inside)
        isDone = true
        return result
      })
    } catch (error) {
      if (isDone && isLost(error)) throw outcomeUnknown()
      if (tries >= TRIES || !inTheWay(error)) throw error
      await wait(Math.random() * LONGEST_WAIT)
    }
  }
}

const outcomeUnknown = (): ProblemError =>
  new ProblemError(
    503,
    'outcome-unknown',
    'The database was lost while this was stored: it may have been stored or not. Ask for it before you go on.',
  )
