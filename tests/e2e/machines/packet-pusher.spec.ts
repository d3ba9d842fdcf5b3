/** A packet pusher from nothing: a motor shaft with a pinion on it drives a rack with a pusher; the teeth propose the relation. */
import { expect, test } from '../fixtures'
import {
  choose,
  drag,
  findInView,
  inspector,
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

/** Travel of the rack [mm] for a turn [deg] of a pinion of 20 teeth of module 1. */
const travel = (degrees: number): number => (degrees / 360) * Math.PI * 20

test('a packet pusher is made by hand: pinion, rack, relation from the teeth, limits', async ({ page }) => {
  await openEmpty(page, 'Packet pusher')
  await makePart(page, {
    noun: 'Box',
    name: 'Frame',
    dimensions: { 'Width (x)': '160 mm', 'Depth (y)': '80 mm', 'Height (z)': '10 mm' },
  })
  await makePart(page, {
    noun: 'Cylinder',
    name: 'Motor shaft',
    dimensions: { Diameter: '8 mm', Length: '40 mm' },
    place: ['0 mm', '90 mm', '20 mm'],
  })
  await makePart(page, {
    noun: 'Spur gear',
    name: 'Pinion',
    dimensions: { Module: '1 mm', Teeth: '20', 'Bore (0 for none)': '8 mm', 'Face width': '8 mm' },
    place: ['60 mm', '90 mm', '20 mm'],
  })
  await makePart(page, {
    noun: 'Rack',
    name: 'Rack',
    dimensions: { Module: '1 mm', Teeth: '40', 'Face width': '8 mm', 'Back to pitch line': '8 mm' },
    place: ['0 mm', '-12 mm', '20 mm'],
  })
  await makePart(page, {
    noun: 'Plate',
    name: 'Pusher',
    place: ['150 mm', '-60 mm', '20 mm'],
  })

  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Motor pivot', first: 'bottom of Motor shaft', second: 'top of Frame' })
  await makeJoint(page, {
    kind: 'Rigid',
    name: 'Pinion seat',
    first: 'pitch centre of Pinion',
    second: 'centre of Motor shaft',
  })
  const form = page.getByRole('form', { name: 'New joint' })
  await proposeJoint(page, {
    kind: 'Prismatic',
    name: 'Rack slide',
    first: 'pitch line of Rack',
    second: 'right of Frame',
  })
  await form.getByRole('button', { name: 'Where things stand' }).click()
  await expect(form).toContainText('Nothing moves: the joint is made where things stand.')
  await form.getByRole('button', { name: 'Make joint' }).click()
  await expect(jointRow(page, 'Rack slide')).toBeVisible()
  await form.getByRole('button', { name: 'Where things stand' }).click()
  await makeJoint(page, {
    kind: 'Rigid',
    name: 'Pusher seat',
    first: 'bottom of Pusher',
    second: 'end B of Rack',
  })

  // the relation is proposed from the teeth
  await page.getByRole('tab', { name: 'Relation' }).click()
  const relation = page.getByRole('form', { name: 'New relation' })
  await choose(page, relation.getByRole('combobox', { name: 'First joint position' }), 'Motor pivot')
  await choose(page, relation.getByRole('combobox', { name: 'Second joint position' }), 'Rack slide')
  await expect(relation).toContainText('Proposed from 20 teeth of module 1 mm.')
  await expect(relation).toContainText(/1 turn of Motor pivot moves Rack slide by 62\.83 mm/)
  await expect(relation).toContainText('Mobility 2 → 1.')
  await relation.getByRole('button', { name: 'Make relation' }).click()
  await expect(inspector(page)).toContainText('relation')
  await inspector(page).getByRole('button', { name: 'Snap teeth together' }).click()
  await expect(inspector(page).getByRole('status')).toContainText('axis to pitch line or axis 10.000 mm')

  // the rack follows the pinion as the teeth say, both ways
  await put(page, 'Motor pivot', '90 deg')
  const quarter = await reading(page, 'Rack slide')
  expect(Math.abs(quarter)).toBeCloseTo(travel(90), 3)
  await page.getByRole('textbox', { name: 'Position of Rack slide' }).press('Escape')

  // limits of the travel hold the drag
  const upper = inspector(page).getByRole('textbox', { name: 'Upper limit' })
  await upper.fill('25 mm')
  await upper.press('Enter')
  const lower = inspector(page).getByRole('textbox', { name: 'Lower limit' })
  await lower.fill('-25 mm')
  await lower.press('Enter')
  await expect(lower).toHaveValue('-25 mm')
  await drag(page, await findInView(page, 'Pusher'), { x: 300, y: 0 })
  const stopped = await reading(page, 'Rack slide')
  expect(Math.abs(stopped)).toBeCloseTo(25, 3)
  expect(Math.abs(travel(await reading(page, 'Motor pivot')))).toBeCloseTo(25, 3)
})
