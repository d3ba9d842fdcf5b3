/** Edits that the server has not got are there again, and the words about them are true, whatever happened to page, server and store. */
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import {
  accepted,
  clash,
  expect,
  openFresh,
  saved,
  selectCrank,
  setCrank,
  solved,
  storedCrank,
  test,
} from '../fixtures'

test.use({ allowed: /409|404|503|ERR_INTERNET_DISCONNECTED|ERR_FAILED/ })

/** Keeps saves of a mechanism from the server. */
const holdSaves = (page: Page, id: string) =>
  page
    .context()
    .route(`**/api/mechanisms/${id}`, (route) =>
      ['PATCH', 'PUT'].includes(route.request().method()) ? route.abort() : route.continue(),
    )

/** An edit that never reached the server, whose page has died. Returns another page of the same browser. */
async function crashWithEdit(page: Page, id: string, length = '35 mm'): Promise<Page> {
  await holdSaves(page, id)
  await setCrank(page, length)
  await expect(page.getByText('Server not reached; edits are kept here')).toBeVisible()
  const next = await page.context().newPage()
  await page.close({ runBeforeUnload: false })
  await next.context().unroute(`**/api/mechanisms/${id}`)
  return next
}

/** Changes what the journal keeps of a mechanism, from a page of the same origin. */
const rewriteJournal = (page: Page, change: 'version' | 'cut off') =>
  page.evaluate(async (how) => {
    const open = indexedDB.open('ligamen-journal')
    const base = await new Promise<IDBDatabase>((resolve) => (open.onsuccess = () => resolve(open.result)))
    const entries = base.transaction('unsaved', 'readwrite').objectStore('unsaved')
    const ended = (request: IDBRequest) =>
      new Promise((resolve) => (request.onsuccess = () => resolve(request.result)))
    for (const key of (await ended(entries.getAllKeys())) as IDBValidKey[]) {
      const entry = (await ended(entries.get(key))) as { document: { version: number } }
      if (how === 'version') entry.document.version = 99
      await ended(entries.put(how === 'version' ? entry : { revision: 1, document: { format: 'liga' } }, key))
    }
    base.close()
  }, change)

const failure = (page: Page) => page.getByRole('heading', { name: 'This mechanism could not be opened' })

test('an edit is there after its page was killed 0, 60, 250 and 1000 ms later', async ({ page }) => {
  test.setTimeout(90_000)
  const id = await openFresh(page)
  let here = page
  for (const [k, delay] of [0, 60, 250, 1000].entries()) {
    const length = `${34 + k} mm`
    const field = await selectCrank(here)
    await field.fill(length)
    await field.press('Enter')
    await accepted(here, length)
    await here.evaluate((time) => new Promise((resolve) => setTimeout(resolve, time)), delay)
    const next = await here.context().newPage()
    await here.close({ runBeforeUnload: false })
    await next.goto(`/mechanisms/${id}`)
    await solved(next)
    await expect(await selectCrank(next)).toHaveValue(length)
    await expect.poll(() => storedCrank(next, id)).toBe(length)
    await saved(next)
    here = next
  }
})

test('a save whose answer was lost is known again: no conflict with oneself, in the same page and in the next', async ({
  page,
}) => {
  const id = await openFresh(page)
  // the server gets it, the page never hears of it
  await page.context().route(`**/api/mechanisms/${id}`, async (route) => {
    if (route.request().method() === 'PATCH') await route.fetch()
    await (route.request().method() === 'PATCH' ? route.abort() : route.continue())
  })
  await setCrank(page, '33 mm')
  await expect(page.getByText('Server not reached; edits are kept here')).toBeVisible()
  await setCrank(page, '34 mm')
  await accepted(page, '34 mm')
  const next = await page.context().newPage()
  await page.close({ runBeforeUnload: false })
  await next.context().unroute(`**/api/mechanisms/${id}`)
  await next.goto(`/mechanisms/${id}`)
  await expect(next.getByText('were found here and are saved now')).toBeVisible()
  await expect(await selectCrank(next)).toHaveValue('34 mm')
  await expect.poll(() => storedCrank(next, id)).toBe('34 mm')
  await expect(next.getByRole('alert')).toHaveCount(0)
})

test('a clash of two tabs survives the crash of the second, and mine is kept as a copy', async ({ page }) => {
  const { id, second } = await clash(page)
  await second.close({ runBeforeUnload: false })
  const third = await page.context().newPage()
  // it is told where the mechanisms are listed, too
  await third.goto('/')
  const kept = third.getByRole('region', { name: 'Edits kept only in this browser' })
  await expect(kept).toContainText('Beam under test')
  await kept.getByRole('link', { name: 'Open' }).click()
  await expect(third.getByRole('alert')).toContainText('was saved somewhere else')
  await third.getByRole('button', { name: 'Keep mine as a copy' }).click()
  await third.waitForURL((url) => /\/mechanisms\//.test(url.pathname) && !url.pathname.endsWith(id))
  await solved(third)
  await expect(await selectCrank(third)).toHaveValue('28 mm')
  expect(await storedCrank(page, id)).toBe('32 mm')
  await third.goto('/')
  await expect(third.getByText('Beam under test copy').first()).toBeVisible()
  await expect(kept).toHaveCount(0)
})

test('mine is kept when somebody has deleted the original and its project', async ({ page }) => {
  const id = await openFresh(page)
  const { project } = await (await page.request.get(`/api/mechanisms/${id}`)).json()
  const next = await crashWithEdit(page, id)
  await next.request.delete(`/api/projects/${project.id}`)
  await next.goto(`/mechanisms/${id}`)
  await expect(failure(next)).toBeVisible()
  const kept = next.getByRole('region', { name: 'Edits kept in this browser' })
  await expect(kept).toContainText('Edits of “Beam under test” that have not reached the server')
  const [download] = await Promise.all([
    next.waitForEvent('download'),
    kept.getByRole('button', { name: 'Download it' }).click(),
  ])
  const file = JSON.parse(readFileSync(await download.path(), 'utf8'))
  expect(file.parts.find((p: { id: string }) => p.id === 'crank-plate').dimensions.length).toBe('35 mm')
  await kept.getByRole('button', { name: 'Keep mine as a new mechanism' }).click()
  await next.waitForURL((url) => !url.pathname.endsWith(id))
  await solved(next)
  await expect(await selectCrank(next)).toHaveValue('35 mm')
  await expect(next.getByText('Beam under test copy')).toBeVisible()
})

test('mine is opened when the original is gone, worked on, and kept from there', async ({ page }) => {
  const id = await openFresh(page)
  const next = await crashWithEdit(page, id)
  await next.request.delete(`/api/mechanisms/${id}`)
  await next.goto(`/mechanisms/${id}`)
  await next.getByRole('button', { name: 'Open mine' }).click()
  await solved(next)
  await expect(next.getByRole('alert')).toContainText('There is no mechanism with the id')
  await setCrank(next, '36 mm')
  await accepted(next, '36 mm')
  await next.getByRole('button', { name: 'Keep mine as a copy' }).first().click()
  await next.waitForURL((url) => !url.pathname.endsWith(id))
  await solved(next)
  await expect(await selectCrank(next)).toHaveValue('36 mm')
})

test('mine is let go when asked, and not before', async ({ page }) => {
  const id = await openFresh(page)
  const next = await crashWithEdit(page, id)
  await next.request.delete(`/api/mechanisms/${id}`)
  await next.goto(`/mechanisms/${id}`)
  const kept = next.getByRole('region', { name: 'Edits kept in this browser' })
  await expect(kept).toBeVisible()
  await next.reload()
  await kept.getByRole('button', { name: 'Discard it' }).click()
  await expect(kept).toHaveCount(0)
  await next.reload()
  await expect(failure(next)).toBeVisible()
  await expect(kept).toHaveCount(0)
})

for (const change of ['version', 'cut off'] as const)
  test(`a journal that cannot be read (${change}) is set aside with a message, and locks nothing`, async ({
    page,
  }) => {
    const id = await openFresh(page)
    const next = await crashWithEdit(page, id)
    await next.goto('/mark.svg')
    await rewriteJournal(next, change)
    await next.goto(`/mechanisms/${id}`)
    await solved(next)
    const notice = next.getByRole('alert')
    await expect(notice).toContainText('cannot be read, or are of another version')
    await expect(await selectCrank(next)).toHaveValue('30 mm')
    // it can be worked on meanwhile
    await setCrank(next, '31 mm')
    await expect.poll(() => storedCrank(next, id)).toBe('31 mm')
    const [download] = await Promise.all([
      next.waitForEvent('download'),
      notice.getByRole('button', { name: 'Download them' }).click(),
    ])
    expect(readFileSync(await download.path(), 'utf8')).toContain(change === 'version' ? '35 mm' : 'liga')
    await notice.getByRole('button', { name: 'Discard them' }).click()
    await expect(notice).toHaveCount(0)
    await next.reload()
    await solved(next)
    await expect(notice).toHaveCount(0)
  })

for (const how of ['full', 'blocked', 'silent'] as const)
  test(`a browser whose storage is ${how} keeps edits in memory, says so once, and saves them`, async ({
    page,
  }) => {
    await page.addInitScript((kind) => {
      if (kind === 'full')
        IDBObjectStore.prototype.put = () => {
          throw new DOMException('full', 'QuotaExceededError')
        }
      if (kind === 'blocked')
        IDBFactory.prototype.open = () => {
          throw new DOMException('blocked', 'SecurityError')
        }
      // a request that is never answered
      if (kind === 'silent') IDBFactory.prototype.open = () => new EventTarget() as IDBOpenDBRequest
    }, how)
    const id = await openFresh(page)
    const notice = page.getByRole('alert').filter({ hasText: 'kept in memory only' })
    await setCrank(page, '33 mm')
    await expect(notice).toBeVisible()
    await expect.poll(() => storedCrank(page, id)).toBe('33 mm')
    await saved(page)
    await notice.getByRole('button', { name: 'Understood' }).click()
    await setCrank(page, '34 mm')
    await expect.poll(() => storedCrank(page, id)).toBe('34 mm')
    await expect(notice).toHaveCount(0)
  })

test('a server that is gone when the page is opened: mine is opened from here, and saved when it is back', async ({
  page,
}) => {
  const id = await openFresh(page)
  const next = await crashWithEdit(page, id)
  await next.context().route('**/api/**', (route) => route.abort())
  await next.goto(`/mechanisms/${id}`)
  await expect(failure(next)).toBeVisible()
  await next.getByRole('button', { name: 'Open mine' }).click()
  await solved(next)
  await expect(next.getByText('Server not reached; edits are kept here')).toBeVisible()
  await setCrank(next, '37 mm')
  await accepted(next, '37 mm')
  await next.context().unroute('**/api/**')
  await saved(next)
  expect(await storedCrank(next, id)).toBe('37 mm')
})

test('a database that is gone and back: the words are true, and the edit is there', async ({ page }) => {
  const id = await openFresh(page)
  await page.context().route('**/api/**', (route) =>
    route.fulfill({
      status: 503,
      contentType: 'application/problem+json',
      headers: { 'retry-after': '1' },
      body: JSON.stringify({ status: 503, detail: 'The database cannot be reached; nothing was changed.' }),
    }),
  )
  await setCrank(page, '38 mm')
  await expect(page.getByText('Server not reached; edits are kept here')).toBeVisible()
  await page.context().unroute('**/api/**')
  await saved(page)
  expect(await storedCrank(page, id)).toBe('38 mm')
})

test('a rename on the start page goes together with edits that are on their way', async ({ page }) => {
  const id = await openFresh(page)
  const list = await page.context().newPage()
  await page.request.put(`/api/mechanisms/${id}/name`, { data: { name: 'Called otherwise' } })
  await setCrank(page, '39 mm')
  await expect.poll(() => storedCrank(page, id)).toBe('39 mm')
  await saved(page)
  await expect(page.getByText('Called otherwise')).toBeVisible()
  await expect(page.getByRole('alert')).toHaveCount(0)
  const { document } = await (await page.request.get(`/api/mechanisms/${id}`)).json()
  expect(document.name).toBe('Called otherwise')
  // undo takes the edit back, and leaves the name
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect.poll(() => storedCrank(page, id)).toBe('30 mm')
  await list.goto('/')
  await expect(list.getByText('Called otherwise').first()).toBeVisible()
})
