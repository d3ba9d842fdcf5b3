/** What every walk shares: a page that must stay clean, a mechanism of its own, and the closed form to compare with. */
import { randomUUID } from 'node:crypto'
import { expect, test as base } from '@playwright/test'
import type { Page } from '@playwright/test'
import { fourBar } from '../../core/test/published/closed-forms'

interface Fixtures {
  /** Messages that a walk expects, such as that of a request that was refused on purpose. */
  allowed: RegExp
  /** Whether the view is drawn: only for walks that look at its pixels, since software drawing takes most of their time. */
  drawn: boolean
  /** Fails the test when a request left the origin or the console said an error. */
  clean: undefined
}

export const test = base.extend<Fixtures>({
  allowed: [/^$/, { option: true }],
  drawn: [false, { option: true }],
  context: async ({ context, drawn }, use) => {
    if (!drawn) await context.addInitScript(drawNothing)
    await use(context)
  },
  clean: [
    async ({ context, baseURL, allowed }, use) => {
      const faults: string[] = []
      context.on('request', (request) => {
        const { origin, protocol } = new URL(request.url())
        if (/^https?:|^wss?:/.test(protocol) && origin !== new URL(baseURL!).origin)
          faults.push(request.url())
      })
      context.on('console', (message) => {
        if (message.type() === 'error') faults.push(message.text())
      })
      context.on('weberror', (error) => faults.push(String(error.error())))
      await use(undefined)
      expect(faults.filter((fault) => !allowed.test(fault))).toEqual([])
    },
    { auto: true },
  ],
})

/** Leaves out the drawing calls of WebGL: all that the page computes and asks for stays the same. */
function drawNothing() {
  const { prototype } = WebGL2RenderingContext
  const nothing = () => undefined
  prototype.drawArrays = nothing
  prototype.drawElements = nothing
  prototype.drawArraysInstanced = nothing
  prototype.drawElementsInstanced = nothing
}

/** Makes a project with one walking beam (or pusher) and opens it. */
export async function openFresh(page: Page, start = 'crank-rocker'): Promise<string> {
  const project = await (await page.request.post('/api/projects', { data: { name: 'Seed line' } })).json()
  const made = await page.request.post(`/api/projects/${project.id}/mechanisms`, {
    data: { name: 'Beam under test', start },
  })
  const { id } = await made.json()
  await page.goto(`/mechanisms/${id}`)
  await solved(page)
  return id
}

/** Stores a document over the given revision of a mechanism, past the interface. */
export async function store(page: Page, id: string, revision: number, document: unknown): Promise<void> {
  const stored = await page.request.put(`/api/mechanisms/${id}`, {
    data: document,
    headers: { 'if-match': `"${revision}"`, 'idempotency-key': randomUUID() },
  })
  expect(stored.status(), await stored.text()).toBe(200)
}

/** Every edit so far is solved. */
export const solved = (page: Page) =>
  expect(page.locator('[role="status"][aria-busy="false"]', { hasText: 'frames solved in' })).toBeVisible()

/** No edit and no question is under way any more. */
export const answered = (page: Page) =>
  expect(page.getByRole('banner').locator('[role="status"][aria-busy="true"]')).toHaveCount(0)

/** Every edit so far is saved. */
export async function saved(page: Page): Promise<void> {
  await answered(page)
  await expect(page.getByText(/^Saved \d\d:\d\d$/)).toBeVisible()
}

/** Pauses at a time typed into the time field. */
export async function goTo(page: Page, time: string): Promise<void> {
  const field = page.getByLabel('Time at the playhead')
  await field.fill(time)
  await field.press('Enter')
}

export const jointRow = (page: Page, name: string) =>
  page.getByRole('region', { name: 'Joint positions' }).getByRole('button', { name })

export async function selectCrank(page: Page) {
  await page.getByRole('button', { name: 'Body Crank', exact: true }).click()
  return page.getByLabel('Length between bores')
}

export async function setCrank(page: Page, length: string): Promise<void> {
  const field = await selectCrank(page)
  await field.fill(length)
  await field.press('Enter')
}

/** An edit that is named by these words was accepted: from here on it must not be lost. */
export const accepted = (page: Page, words: string) =>
  expect(page.getByRole('button', { name: 'Undo', exact: true })).toHaveAttribute('title', new RegExp(words))

/** Length of the crank that the server has. */
export async function storedCrank(page: Page, id: string): Promise<string> {
  const { document } = await (await page.request.get(`/api/mechanisms/${id}`, { maxRetries: 2 })).json()
  return document.parts.find((p: { id: string }) => p.id === 'crank-plate').dimensions.length
}

/** Two tabs on one mechanism; the first has saved 32 mm, the second then tries 28 mm and is told. */
export async function clash(page: Page): Promise<{ id: string; second: Page }> {
  const id = await openFresh(page)
  const second = await page.context().newPage()
  await second.goto(`/mechanisms/${id}`)
  await solved(second)
  await setCrank(page, '32 mm')
  await expect.poll(() => storedCrank(page, id)).toBe('32 mm')
  await setCrank(second, '28 mm')
  await expect(second.getByRole('alert')).toContainText('This mechanism was saved somewhere else')
  return { id, second }
}

/** Rocker angle [deg] of the demo's closed form at a time, for a crank of the given length [m]. */
export function rockerAngle(time: number, crank = 0.03): number {
  const speed = 2 * Math.PI
  const runUp = 0.4
  const turned = time < runUp ? (speed * time * time) / (2 * runUp) : speed * (time - runUp / 2)
  const { rocker } = fourBar(0.16, crank, 0.16, 0.1, [Math.PI / 3 + turned, speed, 0])
  return (rocker[0] * 180) / Math.PI
}

export { expect }
