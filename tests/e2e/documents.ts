/** Documents of files, opened as mechanisms of their own, and the numbers of their charts. */
import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { solved, store } from './fixtures'
import { openEmpty, stage } from './hands'

/** The document of a file of the repository. */
export const documentOf = async (path: string) =>
  JSON.parse(await readFile(new URL(`../../${path}`, import.meta.url), 'utf8'))

/** Opens a document in Drive, solved. */
export async function openDocument(page: Page, name: string, document: unknown): Promise<void> {
  await openEmpty(page, name)
  const id = /mechanisms\/([^/?]+)/.exec(page.url())![1]!
  await store(page, id, 1, document)
  await page.reload()
  await stage(page, 'Drive')
  await solved(page)
}

export async function chooseScenario(page: Page, name: string): Promise<void> {
  await page.getByRole('combobox', { name: 'Scenario', exact: true }).press('ArrowDown')
  await page.getByRole('option', { name, exact: true }).click()
  await solved(page)
}

/** The number that the legend of a chart shows for one of its curves. */
export async function charted(page: Page, chart: string, curve = 0): Promise<number> {
  const article = page.getByRole('article', { name: `Chart ${chart}`, exact: true })
  const text = await article.locator('.legend strong').nth(curve).innerText()
  return Number(text.replace('−', '-').replace(/[^-\d.]/g, ''))
}
