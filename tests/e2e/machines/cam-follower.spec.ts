/** A cam with a roller that rides on it, from nothing: one press sets it on, and it follows by hand and in a run. */
import { expect, solved, test } from '../fixtures'
import {
  chooseNames,
  jointRow,
  makeJoint,
  makePart,
  openEmpty,
  proposeJoint,
  put,
  reading,
  stage,
} from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('a roller is set onto a cam by hand, and rides on it', async ({ page }) => {
  await openEmpty(page, 'Cam and roller')
  await makePart(page, {
    noun: 'Box',
    name: 'Frame',
    dimensions: { 'Width (x)': '160 mm', 'Depth (y)': '80 mm', 'Height (z)': '10 mm' },
  })
  await makePart(page, { noun: 'Disc cam', name: 'Cam', place: ['0 mm', '90 mm', '30 mm'] })
  await makePart(page, {
    noun: 'Cylinder',
    name: 'Roller',
    dimensions: { Diameter: '12 mm', Length: '10 mm' },
    place: ['50 mm', '0 mm', '10 mm'],
  })
  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Cam shaft', first: 'bottom of Cam', second: 'top of Frame' })
  const joint = page.getByRole('form', { name: 'New joint' })
  await proposeJoint(page, {
    kind: 'Prismatic',
    name: 'Roller slide',
    first: 'right of Frame',
    second: 'centre of Roller',
  })
  await joint.getByRole('button', { name: 'Where things stand' }).click()
  await joint.getByRole('button', { name: 'Make joint' }).click()
  await expect(jointRow(page, 'Roller slide')).toBeVisible()

  await page.getByRole('tab', { name: 'Contact' }).click()
  const form = page.getByRole('form', { name: 'New contact' })
  await expect(form.getByRole('button', { name: 'Make contact' })).toBeDisabled()
  await chooseNames(form, { 'First body': 'Roller', 'Second body': 'Roller' })
  await expect(form).toContainText('Choose two different ones.')
  // what is fixed cannot be pushed
  await chooseNames(form, { 'First body': 'Frame', 'Second body': 'Cam' })
  await form.getByRole('button', { name: 'First rides on second' }).click()
  await expect(page.getByRole('alert')).toContainText('Frame is fixed to ground')
  await chooseNames(form, { 'First body': 'Roller' })
  await form.getByRole('button', { name: 'First rides on second' }).click()
  const contact = page.getByRole('group', { name: 'Roller on Cam' })
  await expect(contact).toContainText('touch')
  await expect(page.getByRole('alert')).toHaveCount(0)

  // by hand: half of the rise of 12 mm lifts it by 6 mm, either way round to the lower dwell
  const low = await reading(page, 'Roller slide')
  await put(page, 'Cam shaft', '-60 deg')
  expect(Math.abs((await reading(page, 'Roller slide')) - low)).toBeCloseTo(6, 3)
  await put(page, 'Cam shaft', '30 deg')
  expect(await reading(page, 'Roller slide')).toBeCloseTo(low, 3)

  // suspended, it goes back to its rest position; undone, it rides again
  await contact.getByRole('button', { name: 'Suspend Roller on Cam' }).click()
  await expect(contact).toContainText('suspended')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(contact).toContainText('touch')

  // friction of a pair of materials, or typed; less than none is refused where it stands
  const kinetic = contact.getByLabel('Kinetic friction')
  await kinetic.fill('-1')
  await kinetic.press('Enter')
  await expect(contact.getByRole('alert')).toBeVisible()
  await kinetic.fill('0.4')
  await kinetic.press('Enter')
  await expect(contact.getByRole('alert')).toHaveCount(0)
  await contact.getByLabel('Static friction').fill('0.3')
  await contact.getByLabel('Static friction').press('Enter')
  await expect(contact.getByRole('alert')).toContainText('static friction must be at least as large')
  await contact.getByLabel('Static friction').fill('0.6')
  await contact.getByLabel('Static friction').press('Enter')
  await expect(contact).toContainText('Steel on steel, dry')

  // it may give way by a depth under a force; emptied, it is rigid again
  const depth = contact.getByLabel('Gives way by')
  await depth.fill('0 mm')
  await depth.press('Enter')
  await expect(contact.getByRole('alert')).toContainText('its depth must be more than zero')
  await depth.fill('0.1 mm')
  await depth.press('Enter')
  await expect(contact.getByLabel('Under a force of')).toHaveValue('100 N')
  await depth.fill('')
  await depth.press('Enter')
  await expect(contact.getByLabel('Under a force of')).toHaveCount(0)

  await stage(page, 'Drive')
  await page.getByRole('button', { name: 'New scenario' }).first().click()
  await jointRow(page, 'Cam shaft').click()
  await page.getByRole('button', { name: 'Drive by a motor' }).click()
  await solved(page)
})
