/** The patch that gives a stored document another name, to be checked. */
import type { CheckJob } from '../checks/document'

export const renaming = (document: Uint8Array, name: string): CheckJob => ({
  stored: document,
  bytes: Buffer.from(JSON.stringify([{ op: 'replace', path: '/name', value: name }])),
})
