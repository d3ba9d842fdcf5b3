/** Counts what a person does: every press of the mouse, every key that decides something, every field typed into once. */
import type { Page } from '@playwright/test'
import { expect, test } from './fixtures'

declare global {
  interface Window {
    actionsCounted?: number
  }
}

/** Counts from here on; the page must not be loaded anew. */
export async function countActions(page: Page): Promise<void> {
  await page.evaluate(() => {
    let typed: EventTarget | null = null
    window.actionsCounted = 0
    const count = () => {
      window.actionsCounted! += 1
      typed = null
    }
    document.addEventListener('pointerdown', count, true)
    document.addEventListener(
      'keydown',
      (event) => {
        const decides = ['Enter', 'Escape', 'Delete', ' ', 'ArrowDown', 'ArrowUp'].includes(event.key)
        if (decides || event.ctrlKey || event.metaKey) count()
      },
      true,
    )
    document.addEventListener(
      'input',
      (event) => {
        if (event.target !== typed) window.actionsCounted! += 1
        typed = event.target
      },
      true,
    )
  })
}

/** The count goes into the report; a machine that took more than it may fails. */
export async function expectActions(page: Page, atMost: number): Promise<void> {
  const actions = (await page.evaluate(() => window.actionsCounted)) ?? 0
  test.info().annotations.push({ type: 'actions', description: String(actions) })
  process.stdout.write(`${test.info().title}: ${actions} actions (at most ${atMost})\n`)
  expect(actions).toBeGreaterThan(0)
  expect(actions).toBeLessThanOrEqual(atMost)
}
