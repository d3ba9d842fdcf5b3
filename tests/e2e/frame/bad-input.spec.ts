/** Wrong input at every field: the message is beside it, the motion stays, nothing bad is saved. */
import type { Page } from '@playwright/test'
import { expect, goTo, jointRow, openFresh, rockerAngle, selectCrank, solved, test } from '../fixtures'

const storedCrank = async (page: Page, id: string) => {
  const { document, revision } = await (await page.request.get(`/api/mechanisms/${id}`)).json()
  return {
    revision,
    length: document.parts.find((p: { id: string }) => p.id === 'crank-plate').dimensions.length,
  }
}

test('a crank length is refused in words, stays in its field, and the last good motion goes on', async ({
  page,
}) => {
  const id = await openFresh(page)
  await goTo(page, '1.25 s')
  const field = await selectCrank(page)
  const reason = page.getByRole('alert')

  for (const [typed, message] of [
    ['sideways', /“sideways” is not a number with a unit/],
    ['40 banana', /“banana” is not a unit known here/],
    ['40 deg', /is an angle, not a length/],
    ['', /Nothing is written here/],
    ['0 mm', /Crank: Length between bores is 0 mm; it must be more than zero/],
    ['-5', /must be more than zero/],
    ['9 mm', /bores must stand further apart/],
    [
      '450 mm',
      /Rocker pin stays 30.00 mm open between Coupler and Rocker at best.*longest Crank that closes has 4(19.99|20.00) mm/,
    ],
  ] as const) {
    await field.fill(typed)
    await field.press('Enter')
    await expect(reason).toContainText(message)
    await expect(field).toHaveValue(typed)
    await expect(jointRow(page, 'Rocker pivot')).toContainText(`${rockerAngle(1.25).toFixed(1)}°`)
  }
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.getByLabel('Time at the playhead')).not.toHaveValue('1.250 s')
  await page.getByRole('button', { name: 'Back to 30 mm' }).click()
  await expect(field).toHaveValue('30 mm')
  await expect(reason).toHaveCount(0)
  expect(await storedCrank(page, id)).toEqual({ revision: 1, length: '30 mm' })
})

test('a speed, a run-up, a length of the run and a time that make no sense are refused', async ({ page }) => {
  await openFresh(page)
  const length = page.getByLabel('Length', { exact: true })
  await length.fill('0 s')
  await length.press('Enter')
  await expect(page.getByRole('alert')).toContainText('it must be more than zero seconds')
  await length.press('Escape')

  await jointRow(page, 'Crank shaft').click()
  const speed = page.getByLabel('Speed', { exact: true })
  await speed.fill('very fast')
  await speed.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Write an angular speed such as 60 rpm')
  await speed.press('Escape')
  const runUp = page.getByLabel('Acceleration time')
  await runUp.fill('-1 s')
  await runUp.press('Enter')
  await expect(page.getByRole('alert')).toContainText('must be zero or more seconds')
  await runUp.press('Escape')

  await goTo(page, 'soon')
  await expect(page.getByRole('alert')).toContainText('Write a time such as 0.4 s')
  await expect(jointRow(page, 'Crank shaft')).toContainText('60.0°')
})

test('a crank that cannot turn fully stops at its dead point, said with time and joint', async ({ page }) => {
  await openFresh(page)
  const field = await selectCrank(page)
  await field.fill('110 mm')
  await field.press('Enter')
  await expect(page.getByRole('alert')).toContainText(
    /The motion stops at 0\.\d+ s: Crank shaft stands at \d+\.\d°/,
  )
  await expect(page.getByText('stops here')).toBeVisible()
  await page.getByRole('button', { name: 'Go to where it stops' }).click()
  await expect(page.getByLabel('Time at the playhead')).not.toHaveValue('0.000 s')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('alert')).toHaveCount(0)
  await solved(page)
})

test.describe(() => {
  test.use({ allowed: /404/ })

  test('an address that leads nowhere says so', async ({ page }) => {
    await page.goto('/mechanisms/00000000-0000-4000-8000-000000000000')
    await expect(page.getByRole('heading', { name: 'This mechanism could not be opened' })).toBeVisible()
    await expect(page.getByText('it may have been deleted')).toBeVisible()
  })
})
