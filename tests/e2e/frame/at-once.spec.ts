/** Fields that are entered faster than the mechanism is solved: none takes back what was entered in another. */
import { expect, test } from '../fixtures'
import { choose, inspector, makePart, openEmpty, outline, stage, typeAtOnce } from '../hands'

test('several fields of one thing entered at once are all kept, and undone one by one', async ({ page }) => {
  const field = (name: string) => inspector(page).getByRole('textbox', { name, exact: true })
  const entered = (name: string) => expect(field(name)).toHaveAttribute('aria-busy', 'false')
  await openEmpty(page, 'At once')
  await makePart(page, { noun: 'Box', name: 'Tray' })
  await outline(page, 'Tray').click()
  await typeAtOnce(page, ['x', '40 mm'], ['y', '30 mm'], ['About z', '90 deg'])
  await entered('About z')
  expect([await field('x').inputValue(), await field('y').inputValue()]).toEqual(['40 mm', '30 mm'])
  await page.keyboard.press('Control+z')
  await expect(field('About z')).toHaveValue('0 deg')
  expect([await field('x').inputValue(), await field('y').inputValue()]).toEqual(['40 mm', '30 mm'])
  // what is entered last counts, also when it is what was there before
  await typeAtOnce(page, ['x', '70 mm'], ['x', '40 mm'])
  await entered('x')
  await expect(field('x')).toHaveValue('40 mm')
  await page.keyboard.press('Control+z')
  await expect(field('x')).toHaveValue('70 mm')

  await stage(page, 'Drive')
  await page.keyboard.press('Escape')
  await choose(page, inspector(page).getByRole('combobox', { name: 'Moves' }), 'freely, by masses and loads')
  await choose(page, inspector(page).getByRole('combobox', { name: 'Gravity' }), 'along x, y and z')
  await typeAtOnce(page, ['Gravity along x', '1 m/s^2'], ['Gravity along y', '2 m/s^2'])
  await entered('Gravity along y')
  await expect(field('Gravity along y')).toHaveValue('2 m/s^2')
  await expect(field('Gravity along x')).toHaveValue('1 m/s^2')
})
