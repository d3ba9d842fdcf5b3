/** The control desk: joints and datums put on it, moved by slider, knob, number and hand, and recorded into lanes. */
import { expect, goTo, openFresh, test } from '../fixtures'
import { choose, inspector, jointRow, reading } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('what is done on the desk is recorded into lanes and played again', async ({ page }) => {
  await openFresh(page)
  await jointRow(page, 'Crank shaft').click()
  await page.getByRole('button', { name: 'Delete the driver' }).click()
  await page.getByRole('button', { name: 'Desk', exact: true }).click()
  const desk = page.getByRole('region', { name: 'Control desk' })
  await expect(desk).toContainText('Put joints on the desk')
  await expect(desk.getByRole('button', { name: 'Record' })).toBeDisabled()
  await choose(page, desk.getByRole('combobox', { name: 'Put on the desk' }), 'Crank shaft')
  await choose(page, desk.getByRole('combobox', { name: 'Put on the desk' }), 'Rocker pivot')

  // nothing done, nothing recorded
  await desk.getByRole('button', { name: 'Record' }).click()
  await desk.getByRole('button', { name: /^Stop/ }).click()
  await expect(desk.getByRole('status')).toContainText('Nothing moved by more than the tolerance')

  // a wrong number stays beside its field
  const number = desk.getByRole('textbox', { name: 'Position of Crank shaft' })
  await number.fill('a lot')
  await number.press('Enter')
  await expect(desk.getByRole('alert')).toContainText('a lot')
  await desk.getByRole('button', { name: 'Cancel' }).click()

  const start = await reading(page, 'Crank shaft')
  const slider = desk.getByRole('slider', { name: 'Slide Crank shaft' })
  await desk.getByRole('button', { name: 'Record' }).click()
  for (const share of [0.1, 0.2, 0.3, 0.4, 0.5]) await slider.fill(String(share))
  await expect.poll(() => reading(page, 'Crank shaft')).not.toBe(start)
  const reached = await reading(page, 'Crank shaft')
  await desk.getByRole('button', { name: /^Stop/ }).click()
  await expect(desk.getByRole('status')).toContainText(/moves? in the lanes of Crank shaft\./)
  // what follows from it has no lane of its own
  await expect(page.getByRole('img', { name: /^Curve of / })).toHaveCount(2)
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toHaveAttribute(
    'title',
    /Undo: Record Crank shaft/,
  )
  await goTo(page, '60 s')
  await expect.poll(() => reading(page, 'Crank shaft')).toBeCloseTo(reached, 1)

  // by a knob, with the keys
  await choose(page, desk.getByRole('combobox', { name: 'Crank shaft is set by' }), 'knob')
  const knob = desk.getByRole('slider', { name: 'Turn Crank shaft' })
  await knob.focus()
  await page.keyboard.press('ArrowRight')
  await expect.poll(() => reading(page, 'Crank shaft')).not.toBeCloseTo(reached, 1)

  // what is put on the desk stays with the document
  await page.reload()
  await page.getByRole('button', { name: 'Desk', exact: true }).click()
  await expect(knob).toBeVisible()
})

test('a datum on the desk is dragged by its mark and typed, as far as it reaches', async ({ page }) => {
  await openFresh(page)
  await jointRow(page, 'Crank shaft').click()
  await page.getByRole('button', { name: 'Delete the driver' }).click()
  await page.getByRole('button', { name: 'Desk', exact: true }).click()
  const desk = page.getByRole('region', { name: 'Control desk' })
  const field = desk.getByRole('combobox', { name: 'Put on the desk' })
  await field.fill('as a point')
  await field.press('ArrowDown')
  const option = page.getByRole('option').first()
  const [datum] = (await option.textContent())!.trim().split(' of ')
  await option.click()
  const place = desk.getByRole('group', { name: datum })
  const x = place.getByRole('textbox', { name: 'x', exact: true })
  const y = place.getByRole('textbox', { name: 'y', exact: true })
  const before = await x.inputValue()

  await x.fill('10 m')
  await x.press('Enter')
  await expect(desk.getByRole('alert')).toContainText('out of reach')
  await expect(desk.getByRole('alert')).toContainText(/stay [\d.]+ mm short/)
  await x.press('Escape')
  await expect(x).toHaveValue(before)
  await expect(y).toBeVisible()
  await expect(inspector(page)).toBeVisible()
})
