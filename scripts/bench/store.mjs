/** Mechanisms for the measurements, made past the interface. */
import { randomUUID } from 'node:crypto'

/**
 * @param {import('@playwright/test').Page} page
 * @param {string} name
 * @param {string} [start] what it starts as
 * @returns {Promise<string>} its id
 */
export async function create(page, name, start = 'empty') {
  const project = await (await page.request.post('/api/projects', { data: { name: 'Bench' } })).json()
  const made = await page.request.post(`/api/projects/${project.id}/mechanisms`, { data: { name, start } })
  return (await made.json()).id
}

/**
 * Stores a document over revision 1.
 * @param {import('@playwright/test').Page} page
 * @param {string} id
 * @param {object} document
 */
export async function store(page, id, document) {
  const saved = await page.request.put(`/api/mechanisms/${id}`, {
    data: document,
    headers: { 'if-match': '"1"', 'idempotency-key': randomUUID() },
  })
  if (!saved.ok()) throw new Error(await saved.text())
}
