/** Shapes beyond the kit: cut out of each other, made one body, and an outline whose points are dragged on the model. */
import { answered, expect, test } from '../fixtures'
import { inspector, makePart, openEmpty, outline } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('a shape is cut out of another, refused where they are apart, and two bodies become one', async ({
  page,
}) => {
  await openEmpty(page, 'Shapes by hand')
  const box = { 'Width (x)': '40 mm', 'Depth (y)': '20 mm', 'Height (z)': '10 mm' }
  await makePart(page, { noun: 'Box', name: 'Block', dimensions: box, place: ['0 mm', '0 mm', '0 mm'] })
  await makePart(page, {
    noun: 'Box',
    name: 'Notch',
    dimensions: { 'Width (x)': '10 mm', 'Depth (y)': '30 mm', 'Height (z)': '4 mm' },
    place: ['0 mm', '0 mm', '30 mm'],
  })
  await page.getByRole('tab', { name: 'Place' }).click()
  const shapes = page.getByRole('region', { name: 'Shapes' })
  await outline(page, 'Block').click()
  await expect(shapes).toHaveCount(0)
  await outline(page, 'Notch').click({ modifiers: ['Control'] })
  await shapes.getByRole('button', { name: 'Cut out of Block' }).click()
  await expect(shapes).toContainText('Notch does not reach into Block')

  // half of it stands in the block: 10 x 20 x 2 mm of 40 x 20 x 10 mm
  await outline(page, 'Notch').click()
  await inspector(page).getByRole('textbox', { name: 'z', exact: true }).fill('5 mm')
  await inspector(page).getByRole('textbox', { name: 'z', exact: true }).press('Enter')
  await expect(inspector(page).getByRole('textbox', { name: 'z', exact: true })).toHaveValue('5 mm')
  await outline(page, 'Block').click()
  await outline(page, 'Notch').click({ modifiers: ['Control'] })
  await expect(shapes).not.toContainText('does not reach')
  await shapes.getByRole('button', { name: 'Cut out of Block' }).click()
  await expect(shapes).toContainText('Block is cut by Notch')
  await outline(page, 'Block').click()
  await expect(inspector(page)).toContainText('imported part')
  // 7600 mm³ of steel
  await expect(inspector(page)).toContainText('59.66 g')
  await page.keyboard.press('Control+z')
  await expect(inspector(page)).toContainText('box')
  await expect(inspector(page).getByRole('textbox', { name: 'Width (x)' })).toHaveValue('40 mm')

  await outline(page, 'Notch').click({ modifiers: ['Control'] })
  await shapes.getByRole('button', { name: 'Make one body' }).click()
  await expect(outline(page, 'Notch')).toHaveCount(0)
  await expect(shapes).toContainText('Notch is part of Block now')
  await expect(inspector(page).getByRole('region', { name: 'Part Notch' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(outline(page, 'Notch')).toBeVisible()
})

test('points of an outline are dragged on the model', async ({ page }) => {
  await openEmpty(page, 'Outline by hand')
  await page
    .getByRole('list', { name: 'Part kit' })
    .getByRole('button', { name: 'Extruded outline', exact: true })
    .click()
  const form = page.getByRole('form', { name: 'New Extruded outline' })
  const text = form.getByRole('textbox', { name: 'Outline, a line for each point' })
  await text.fill('0, 0\n80, 0, round -3 mm\n80, 60\n0, 60')
  await text.press('Tab')
  await expect(form).toContainText('Line 2: a corner of its own')
  await text.fill('0, 0\n80, 0\n80, 60, round 5 mm\n0, 60')
  await text.press('Tab')
  await form.getByRole('button', { name: 'Add Extruded outline' }).click()
  await expect(outline(page, 'Extruded outline')).toBeVisible()
  // from above, the middle of the outline in the middle of the view
  await page.keyboard.press('v')
  await page.keyboard.press('t')
  await page.getByRole('button', { name: 'Fit the model into the view' }).click()
  const corners = () => inspector(page).getByRole('textbox', { name: 'Outline, a line for each point' })
  const box = (await page.locator('.model-view canvas').boundingBox())!
  const middle = [box.x + box.width / 2, box.y + box.height / 2] as const
  // the mark of the first point lies toward the left and below: it is looked for along the diagonal
  const before = await corners().inputValue()
  for (let share = 0.9; share > 0.1 && (await corners().inputValue()) === before; share -= 0.04) {
    const x = middle[0] - share * (box.height / 2) * (4 / 3)
    const y = middle[1] + share * (box.height / 2)
    if (x < box.x + 4 || y > box.y + box.height - 4) continue
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x - 20, y, { steps: 4 })
    await page.mouse.up()
    await answered(page)
  }
  await expect(corners()).toHaveValue(
    /^-\d+ mm, -?\d+ mm\n80 mm, 0 mm\n80 mm, 60 mm, round 5 mm\n0 mm, 60 mm$/,
  )
  await page.keyboard.press('Control+z')
  await expect(corners()).toHaveValue(before)
})
