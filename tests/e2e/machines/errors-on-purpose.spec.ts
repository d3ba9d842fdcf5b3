/** A new user's slips, one at every step: each is told where it is, nothing is lost, and the machine runs in the end. */
import { countActions, expectActions } from '../count'
import { expect, goTo, solved, test } from '../fixtures'
import { chooseNames, inspector, jointRow, openEmpty, outline, reading, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('errors on purpose: wrong lengths, picks, limits, positions and speeds', async ({ page }) => {
  await openEmpty(page, 'Slips')
  await countActions(page)
  const kit = page.getByRole('list', { name: 'Part kit' })
  await kit.getByRole('button', { name: 'Box', exact: true }).click()
  await page.getByRole('button', { name: 'Add Box' }).click()
  await kit.getByRole('button', { name: 'Link plate', exact: true }).click()

  // a length that is none: it cannot be added, and is once it is mended
  const form = page.getByRole('form', { name: 'New Link plate' })
  const length = form.getByRole('textbox', { name: 'Length between bores' })
  await length.fill('abc')
  await length.press('Tab')
  await expect(form).toContainText('“abc” is not a number with a unit')
  const add = form.getByRole('button', { name: 'Add Link plate' })
  await expect(add).toBeDisabled()
  await length.fill('100 mm')
  await length.press('Tab')
  await add.click()
  await expect(outline(page, 'Link plate')).toBeVisible()

  // a second joint between the same two would contradict: it cannot be made, and the picks are cleared
  await stage(page, 'Connect')
  const joint = page.getByRole('form', { name: 'New joint' })
  await chooseNames(joint, { 'First pick': 'bore A of Link plate', 'Second pick': 'top of Box' })
  await joint.getByRole('button', { name: 'Make joint' }).click()
  await expect(jointRow(page, 'Link plate pivot')).toBeVisible()
  await chooseNames(joint, { 'First pick': 'bore B of Link plate', 'Second pick': 'right of Box' })
  await expect(joint).toContainText('Would contradict')
  await expect(joint).toContainText('Link plate pivot')
  await joint.getByRole('button', { name: 'Clear picks' }).click()

  // a limit of exactly 0 holds: what is beyond it says so, until it is moved
  const upper = inspector(page).getByRole('textbox', { name: 'Upper limit' })
  await upper.fill('0 deg')
  await upper.press('Tab')
  const position = page
    .getByRole('region', { name: 'Joint positions' })
    .getByRole('textbox', { name: 'Position of Link plate pivot', exact: true })
  await position.fill('30 deg')
  await position.press('Enter')
  const told = page.getByRole('region', { name: 'Joint positions' }).getByRole('alert')
  await expect(told).toContainText('limit')
  await upper.fill('90 deg')
  await upper.press('Tab')
  await expect(told).toHaveCount(0)

  // what was deleted comes back with all that hung on it
  await page.getByRole('button', { name: 'Body Link plate', exact: true }).click()
  await page.keyboard.press('Delete')
  await expect(jointRow(page, 'Link plate pivot')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(jointRow(page, 'Link plate pivot')).toBeVisible()

  // a speed that is none
  await stage(page, 'Drive')
  await page.getByRole('button', { name: 'New scenario' }).first().click()
  await jointRow(page, 'Link plate pivot').click()
  await page.getByRole('button', { name: 'Drive by a motor' }).click()
  const speed = inspector(page).getByRole('textbox', { name: 'Speed', exact: true })
  await speed.fill('fast')
  await speed.press('Tab')
  await expect(inspector(page).getByRole('alert')).toContainText('Write an angular speed such as 60 rpm')
  await speed.fill('10 rpm')
  await speed.press('Tab')
  await expect(inspector(page).getByRole('alert')).toHaveCount(0)
  await solved(page)
  await expectActions(page, 30)
  await goTo(page, '0.5 s')
  // 60 degrees a second
  expect(Math.abs(await reading(page, 'Link plate pivot'))).toBeCloseTo(30, 3)
})
