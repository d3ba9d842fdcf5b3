/**
 * Clients under fire: each saves without end, sends again what was not answered, and notes what it was told. A save counts as
 * acknowledged when its answer has arrived.
 */
import { randomUUID } from 'node:crypto'
import { setTimeout as wait } from 'node:timers/promises'

/** Longest wait for an answer [ms]. */
const PATIENCE = 15_000
const AGAIN = 150
const GONE = { status: 0, body: /** @type {any} */ (null) }

/**
 * What all clients have seen together; the last four must stay 0.
 * @typedef {{ acknowledged: number, resent: number, unanswered: number, lost: number, doubled: number, broken: number, wrong: string[] }} Seen
 */

/**
 * @param {string} address
 * @param {string} method
 * @param {string} path
 * @param {{ body?: unknown, headers?: Record<string, string>, hangUpAfter?: number }} [options] `hangUpAfter`: the answer is lost then [ms]
 */
export async function ask(address, method, path, { body, headers = {}, hangUpAfter = PATIENCE } = {}) {
  try {
    const response = await fetch(`${address}/api/${path}`, {
      method,
      headers: body === undefined ? headers : { 'content-type': 'application/json', ...headers },
      body: body === undefined ? undefined : JSON.stringify(body),
      signal: AbortSignal.timeout(Math.max(1, Math.round(hangUpAfter))),
    })
    const text = await response.text()
    return { status: response.status, body: text === '' ? null : JSON.parse(text) }
  } catch {
    return GONE
  }
}

/** Asks until there is an answer that is one. @param {Parameters<typeof ask>} asked */
export async function insist(...asked) {
  for (;;) {
    const answer = await ask(...asked)
    if (answer.status !== 0 && answer.status < 500) return answer
    await wait(AGAIN)
  }
}

/**
 * One tab: it saves the mechanism again and again until told to stop.
 * @param {{ address: string, id: string, tag: string, alone: boolean, random: () => number, seen: Seen, running: () => boolean }} options
 *   `alone`: nobody else saves this mechanism, so that a conflict would be one with itself
 * @returns {Promise<{ id: string, alone: boolean, saves: { save: string, revision: number, value: string }[] }>} what was acknowledged
 */
export async function tab({ address, id, tag, alone, random, seen, running }) {
  const saves = []
  let revision = (await insist(address, 'GET', `mechanisms/${id}`)).body.revision
  for (let k = 0; running(); k++) {
    const [save, value] = [randomUUID(), `${tag} ${k}`]
    const patch = {
      body: [{ op: 'replace', path: '/name', value }],
      headers: {
        'content-type': 'application/json-patch+json',
        'if-match': `"${revision}"`,
        'idempotency-key': save,
      },
    }
    let isAlone = true
    for (;;) {
      // now and then the answer is lost on the wire
      const hangUpAfter = random() < 0.15 ? 40 * random() : undefined
      const answer = await ask(address, 'PATCH', `mechanisms/${id}`, { ...patch, hangUpAfter })
      if (answer.status === 200) {
        seen.acknowledged++
        revision = answer.body.revision
        saves.push({ save, revision, value })
        break
      }
      if (answer.status === 409 && !alone) {
        revision = answer.body.revision
        break
      }
      if (answer.status !== 0 && answer.status < 500) {
        seen.wrong.push(`${tag}: ${answer.status} ${answer.body?.detail}`)
        return { id, alone, saves }
      }
      if (answer.status === 0) seen.unanswered++
      else if (isAlone) await checkWords(address, id, save, answer, seen)
      // from here on one that was sent before may have been stored
      isAlone = false
      seen.resent++
      await wait(AGAIN * random())
    }
  }
  return { id, alone, saves }
}

/**
 * “Nothing was changed” must be true of a save that was sent once.
 * @param {string} address
 * @param {string} id
 * @param {string} save
 * @param {{ status: number, body: any }} answer
 * @param {Seen} seen
 */
async function checkWords(address, id, save, { status, body }, seen) {
  if (!/nothing was changed/.test(body?.detail ?? '')) return
  const made = await insist(address, 'GET', `mechanisms/${id}/saves/${save}`)
  if (made.status !== 404) seen.wrong.push(`“${body.detail}” (${status}), and it was stored`)
}

/**
 * Makes mechanisms, saves and deletes them: everything after the delete must be 404.
 * @param {{ address: string, project: string, random: () => number, seen: Seen, running: () => boolean }} options
 */
export async function deleter({ address, project, random, seen, running }) {
  while (running()) {
    const made = await insist(address, 'POST', `projects/${project}/mechanisms`, {
      body: { name: 'Short-lived', start: 'crank-rocker' },
    })
    if (made.status !== 201) {
      seen.wrong.push(`making a mechanism: ${made.status}`)
      return
    }
    const { id } = made.body
    const save = (/** @type {number} */ revision) =>
      ask(address, 'PATCH', `mechanisms/${id}`, {
        body: [{ op: 'replace', path: '/name', value: `Short-lived ${random()}` }],
        headers: {
          'content-type': 'application/json-patch+json',
          'if-match': `"${revision}"`,
          'idempotency-key': randomUUID(),
        },
      })
    const [removed, ...others] = await Promise.all([
      insist(address, 'DELETE', `mechanisms/${id}`),
      save(1),
      ask(address, 'PUT', `mechanisms/${id}/name`, { body: { name: 'Renamed' } }),
      ask(address, 'GET', `mechanisms/${id}`),
    ])
    // a delete whose answer was lost has been done when it comes again
    for (const { status, body } of [removed, ...others])
      if (![0, 200, 204, 404, 409, 503].includes(status))
        seen.wrong.push(`beside a delete: ${status} ${body?.detail}`)
    const after = await insist(address, 'GET', `mechanisms/${id}`)
    if (after.status !== 404) seen.wrong.push(`after a delete: ${after.status}`)
  }
}
