/** A point driven along a path that is made on the screen: typed, drawn in the view, changed, and out of reach. */
import { expect, goTo, openFresh, test } from '../fixtures'
import { inspector, jointRow, reading } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('a point is driven along a path that was typed and drawn', async ({ page }) => {
  await openFresh(page, 'slider-crank')
  const driven = page.locator('.chart .lane button').first()
  await driven.click()
  await page.getByRole('button', { name: 'Delete the driver' }).click()
  await page.getByRole('button', { name: 'A point along a new path' }).click()
  const form = page.getByRole('region', { name: 'Path' })
  await expect(form.getByRole('status')).toHaveText('Pick what follows the path.')
  await expect(form.getByRole('button', { name: 'Drive along it' })).toBeDisabled()

  const follower = form.getByRole('combobox', { name: 'What follows the path' })
  await follower.fill('Pusher')
  await page
    .getByRole('option', { name: / of Pusher$/ })
    .first()
    .click()
  await expect(form.getByRole('status')).toContainText('a line needs 2 points; it has 1')
  await form.getByRole('button', { name: 'Add a point' }).click()
  await expect(form.getByRole('status')).toContainText('lies on the point before it')
  const x = form.getByRole('group', { name: 'Point 2' }).getByRole('textbox', { name: 'x' })
  await x.fill('far')
  await x.press('Enter')
  await expect(form.getByRole('alert')).toContainText('far')
  await x.fill('2 m')
  await x.press('Enter')
  await expect(form.getByRole('status')).toHaveText('2000.00 mm long')

  // further than the crank lets it go: the motion stops, says so, and the path can be changed
  await form.getByRole('button', { name: 'Drive along it' }).click()
  await expect(page.getByText('stops here')).toBeVisible()
  await page.getByRole('button', { name: 'Change the path' }).click()
  await expect(x).toHaveValue('2 m')
  await form.getByRole('button', { name: 'Draw in the view' }).click()
  const box = (await page.locator('.model-view canvas').boundingBox())!
  await page.mouse.click(box.x + 0.2 * box.width, box.y + 0.4 * box.height)
  await expect(x).not.toHaveValue('2 m')
  await x.fill('-10 mm')
  await x.press('Enter')
  for (const axis of ['y', 'z']) {
    const field = form.getByRole('group', { name: 'Point 2' }).getByRole('textbox', { name: axis })
    await field.fill('0 mm')
    await field.press('Enter')
  }
  await expect(form.getByRole('status')).toHaveText('10.00 mm long')
  await form.getByRole('button', { name: 'Change the path' }).click()
  await expect(form).toHaveCount(0)
  const value = page.getByRole('group', { name: /, move 1$/ }).getByRole('textbox', { name: 'Value' })
  await value.fill('10 mm')
  await value.press('Enter')
  await expect(page.getByText('stops here')).toHaveCount(0)

  // half of the way at half of the time
  await expect(jointRow(page, 'Pusher slide')).toBeVisible()
  await goTo(page, '0 s')
  const start = await reading(page, 'Pusher slide')
  await goTo(page, '1 s')
  expect(Math.abs((await reading(page, 'Pusher slide')) - start)).toBeCloseTo(5, 2)
  await expect(inspector(page)).toBeVisible()
})
