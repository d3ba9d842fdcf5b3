/** The demo: play, scrub, read what the closed form gives, change a number, see motion and curve change. */
import type { Page } from '@playwright/test'
import { expect, goTo, jointRow, openFresh, rockerAngle, saved, selectCrank, solved, test } from '../fixtures'

const time = (page: Page) => page.getByLabel('Time at the playhead')

test('the demo opens from the start page, plays, pauses and reads the rocker angle of the closed form', async ({
  page,
}) => {
  await page.goto('/')
  await page
    .getByRole('link', { name: /Walking beam/ })
    .first()
    .click()
  await solved(page)
  await expect(page.getByText('Mobility 1 · driven 1 · fully determined').first()).toBeVisible()
  await page.getByRole('button', { name: '3 harmless redundancies' }).click()
  const mobility = page.getByRole('region', { name: 'Mobility' })
  await expect(mobility).toContainText(
    'Rocker pin holds slide along z, tilt about y and tilt about x a second time.',
  )
  await mobility.getByRole('button', { name: 'Close the mobility panel' }).click()

  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(time(page)).not.toHaveValue('0.000 s')
  await page.getByRole('button', { name: 'Pause' }).click()
  const paused = await time(page).inputValue()
  await expect(time(page)).toHaveValue(paused)

  await goTo(page, '1.25 s')
  await jointRow(page, 'Rocker pivot').click()
  const inspector = page.getByRole('complementary', { name: 'Inspector' })
  await expect(inspector).toContainText(`${rockerAngle(1.25).toFixed(4)}°`)
  await expect(jointRow(page, 'Rocker pivot')).toContainText(`${rockerAngle(1.25).toFixed(1)}°`)
})

test('the playhead steps by keys and is dragged on the chart', async ({ page }) => {
  await openFresh(page)
  const head = page.getByRole('slider', { name: 'Playhead' })
  await head.focus()
  await page.keyboard.press('ArrowRight')
  await expect(time(page)).toHaveValue('0.017 s')
  await page.keyboard.press('PageUp')
  await expect(time(page)).toHaveValue('0.183 s')
  await page.keyboard.press('End')
  await expect(time(page)).toHaveValue('2.500 s')
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible()
  await page.keyboard.press('Space')

  const tracks = (await page.locator('.chart .ruler').boundingBox())!
  await page.mouse.move(tracks.x + 5, tracks.y + 10)
  await page.mouse.down()
  await page.mouse.move(tracks.x + tracks.width / 2, tracks.y + 10, { steps: 5 })
  await page.mouse.up()
  await expect(time(page)).toHaveValue('1.250 s')
})

test('without looping it stops at the end; at a tenth of the speed it takes its time', async ({ page }) => {
  await openFresh(page)
  await page.getByRole('button', { name: 'Loop' }).click()
  await goTo(page, '2.3 s')
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(time(page)).toHaveValue('2.500 s')
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible()
})

test('a new crank length shows in motion and numbers, is undone, redone and found after a reload', async ({
  page,
}) => {
  await openFresh(page)
  await goTo(page, '1.25 s')
  const field = await selectCrank(page)
  const before = `${rockerAngle(1.25).toFixed(1)}°`
  const after = `${rockerAngle(1.25, 0.036).toFixed(1)}°`
  expect(after).not.toBe(before)
  await expect(jointRow(page, 'Rocker pivot')).toContainText(before)

  // how soon is measured by `npm run bench`
  for (const [typed, crank] of [
    ['31', 0.031],
    ['33 mm', 0.033],
    ['28 mm', 0.028],
    ['32 mm', 0.032],
    ['27 mm', 0.027],
    ['36 mm', 0.036],
  ] as const) {
    await field.fill(typed)
    await field.press('Enter')
    await expect(jointRow(page, 'Rocker pivot')).toContainText(`${rockerAngle(1.25, crank).toFixed(1)}°`)
  }

  for (let edits = 0; edits < 6; edits++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(jointRow(page, 'Rocker pivot')).toContainText(before)
  await expect(field).toHaveValue('30 mm')
  for (let edits = 0; edits < 6; edits++) await page.locator('body').press('Control+Shift+Z')
  await expect(jointRow(page, 'Rocker pivot')).toContainText(after)
  await expect(page.getByRole('button', { name: 'Redo' })).toBeDisabled()

  await saved(page)
  await page.reload()
  await solved(page)
  await expect(await selectCrank(page)).toHaveValue('36 mm')
})

test('the motor is set, flipped and drawn in its lane', async ({ page }) => {
  await openFresh(page)
  await jointRow(page, 'Crank shaft').click()
  const speed = page.getByLabel('Speed', { exact: true })
  await speed.fill('0.5 turns/s')
  await speed.press('Enter')
  await goTo(page, '2.5 s')
  await expect(jointRow(page, 'Crank shaft')).toContainText('474.0°')
  await page.getByRole('button', { name: 'Flip direction' }).click()
  await expect(page.getByText('Against its axis', { exact: true })).toBeVisible()
  await expect(jointRow(page, 'Crank shaft')).toContainText('−354.0°')
  await expect(page.getByText('motor · 0.5 turns/s · against its axis')).toBeVisible()
  await expect(page.getByText('Crank pin, Rocker pin and Rocker pivot move with it.')).toBeVisible()
})

test('picking in the model, on the link map and in the list is one selection', async ({ page }) => {
  await openFresh(page)
  const inspector = page.getByRole('complementary', { name: 'Inspector' })
  const view = (await page.locator('.model-view canvas').boundingBox())!
  // the beam lies across the upper half of the view
  await page.mouse.click(view.x + view.width * 0.5, view.y + view.height * 0.33)
  await expect(inspector).toContainText('Beam')
  await expect(page.getByRole('button', { name: 'Body Beam', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await page.getByRole('button', { name: /^Joint Rocker pivot/ }).click()
  await expect(jointRow(page, 'Rocker pivot')).toHaveAttribute('aria-pressed', 'true')
  await page.mouse.click(view.x + 20, view.y + view.height - 20)
  await expect(inspector).toContainText('Frames a second')
})

test('the packet pusher slides as its closed form says', async ({ page }) => {
  await openFresh(page, 'slider-crank')
  await goTo(page, '1 s')
  // 90 rpm with a run-up of 0.2 s: 1.35 turns from 70 deg
  const angle = ((70 + 360 * 1.5 * 0.9) * Math.PI) / 180
  const slide = 30 * Math.cos(angle) + Math.sqrt(110 ** 2 - (30 * Math.sin(angle)) ** 2) - 140
  await expect(jointRow(page, 'Pusher slide')).toContainText(`${slide.toFixed(2).replace('-', '−')} mm`)
})
