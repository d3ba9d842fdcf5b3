/** Nothing is lost: two tabs, a server that is gone, a page that dies. */
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

test.use({ allowed: /409|ERR_INTERNET_DISCONNECTED|ERR_FAILED/ })

/** Two tabs that clash, and what the second is told. */
async function conflict(page: Page): Promise<{ id: string; second: Page }> {
  const { id, second } = await clash(page)
  const notice = second.getByRole('alert')
  await expect(notice).toContainText('Crank: Length between bores 30 mm → 32 mm')
  await expect(second.getByText('Not saved: changed elsewhere')).toBeVisible()
  await expect(await selectCrank(second)).toHaveValue('28 mm')
  expect(await storedCrank(page, id)).toBe('32 mm')
  return { id, second }
}

test('the second of two tabs is told, keeps its edit, and saves it over the other when asked', async ({
  page,
}) => {
  const { id, second } = await conflict(page)
  await second.getByRole('button', { name: 'Save mine over it' }).click()
  await saved(second)
  expect(await storedCrank(page, id)).toBe('28 mm')
})

test('the second tab keeps its version as a copy', async ({ page }) => {
  const { id, second } = await conflict(page)
  await second.getByRole('button', { name: 'Keep mine as a copy' }).click()
  await second.waitForURL((url) => !url.pathname.endsWith(id))
  await solved(second)
  await expect(second.getByText('Beam under test copy')).toBeVisible()
  await expect(await selectCrank(second)).toHaveValue('28 mm')
  expect(await storedCrank(page, id)).toBe('32 mm')
})

test('the second tab takes the other version', async ({ page }) => {
  const { second } = await conflict(page)
  await second.getByRole('button', { name: 'Take theirs' }).click()
  await saved(second)
  await expect(await selectCrank(second)).toHaveValue('32 mm')
})

test('while the server is gone edits are kept, and they are saved when it is back', async ({
  page,
  context,
}) => {
  const id = await openFresh(page)
  // the map, which comes after the first motion
  await expect(page.getByRole('button', { name: 'Body Crank', exact: true })).toBeVisible()
  await context.setOffline(true)
  await setCrank(page, '33 mm')
  await expect(page.getByText('Server not reached; edits are kept here')).toBeVisible()
  await setCrank(page, '34 mm')
  await accepted(page, '34 mm')
  await context.setOffline(false)
  await saved(page)
  expect(await storedCrank(page, id)).toBe('34 mm')
})

test('an edit that never reached the server survives the page', async ({ page }) => {
  const id = await openFresh(page)
  await page.route(`**/api/mechanisms/${id}`, (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  )
  await setCrank(page, '35 mm')
  await expect(page.getByText('Server not reached; edits are kept here')).toBeVisible()
  await page.unroute(`**/api/mechanisms/${id}`)
  // a crash asks nobody before leaving
  const next = await page.context().newPage()
  await page.close({ runBeforeUnload: false })
  await next.goto(`/mechanisms/${id}`)
  await expect(next.getByText('were found here and are saved now')).toBeVisible()
  await expect(await selectCrank(next)).toHaveValue('35 mm')
  expect(await storedCrank(next, id)).toBe('35 mm')
})

test('a reload loses no undo', async ({ page }) => {
  const id = await openFresh(page)
  await setCrank(page, '33 mm')
  await expect.poll(() => storedCrank(page, id)).toBe('33 mm')
  await page.reload()
  await solved(page)
  const undo = page.getByRole('button', { name: 'Undo' })
  await expect(undo).toBeEnabled()
  await undo.click()
  await expect(await selectCrank(page)).toHaveValue('30 mm')
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(await selectCrank(page)).toHaveValue('33 mm')
})

test('a rename in the second of two tabs survives its reload, and is told', async ({ page }) => {
  const { id, second } = await conflict(page)
  await second.getByRole('complementary', { name: 'Inspector' }).getByLabel('Name').fill('Long crank')
  await second.getByRole('complementary', { name: 'Inspector' }).getByLabel('Name').press('Enter')
  await setCrank(page, '36 mm')
  await expect.poll(() => storedCrank(page, id)).toBe('36 mm')
  await second.reload()
  await expect(second.getByRole('alert')).toContainText('Crank → Long crank')
  await expect(second.getByText('are saved now')).toBeHidden()
  await second.getByRole('button', { name: 'Take theirs' }).click()
  await saved(second)
  await expect(second.getByText('are saved now')).toBeHidden()
  await expect(await selectCrank(second)).toHaveValue('36 mm')
})
