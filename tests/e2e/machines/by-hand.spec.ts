/**
 * Machines built as a new user would, from empty mechanisms, with the interface alone: each ends on a number that the closed
 * form gives, and tells how many actions it took.
 */
import { expect, test } from '../fixtures'
import { countActions, expectActions } from '../count'
import {
  choose,
  chooseNames,
  inspector,
  makeJoint,
  makePart,
  openEmpty,
  outline,
  put,
  reading,
  stage,
} from '../hands'
import type { Page } from '@playwright/test'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

const BASE = { 'Width (x)': '300 mm', 'Depth (y)': '120 mm', 'Height (z)': '10 mm' }

async function begin(page: Page, name: string): Promise<void> {
  page.setDefaultTimeout(15000)
  await openEmpty(page, name)
  await countActions(page)
}
const box = (
  page: Page,
  name: string,
  dimensions: Record<string, string>,
  place?: [string, string, string],
) => makePart(page, { noun: 'Box', name, dimensions, ...(place ? { place } : {}) })

/** A datum at a typed place of a body, upright unless told. */
async function typedDatum(
  page: Page,
  name: string,
  body: string,
  place: Record<'x' | 'y' | 'z', string>,
  direction: Partial<Record<'x' | 'y' | 'z', string>> = {},
): Promise<void> {
  await stage(page, 'Build')
  await page.getByRole('tab', { name: 'Datums' }).click()
  const form = page.getByRole('form', { name: 'New datum' })
  await form.getByRole('textbox', { name: 'Name' }).fill(name)
  await choose(page, form.getByRole('combobox', { name: 'Body' }), body)
  const fill = async (label: string, value: string) => {
    const field = form.getByRole('textbox', { name: label, exact: true })
    await field.fill(value)
    await field.press('Tab')
  }
  for (const [axis, value] of Object.entries(place)) if (value !== '0 mm') await fill(`At ${axis}`, value)
  for (const [axis, value] of Object.entries(direction)) await fill(`Direction ${axis}`, value)
  await form.getByRole('button', { name: 'Make datum' }).click()
  await expect(inspector(page).getByRole('heading', { level: 2 })).toContainText(name)
}

/** Chooses joint positions, and a kind where one is given, and makes the relation. */
async function relate(page: Page, positions: readonly [string, string], kind?: string): Promise<void> {
  await page.getByRole('tab', { name: 'Relation' }).click()
  const form = page.getByRole('form', { name: 'New relation' })
  if (kind) await choose(page, form.getByRole('combobox', { name: 'Kind of relation' }), kind)
  await chooseNames(form, {
    'First joint position': positions[0],
    'Second joint position': positions[1],
  })
  await form.getByRole('button', { name: 'Make relation' }).click()
  await expect(form.getByRole('button', { name: 'Make relation' })).toBeDisabled()
}

test('an offset-shaft coupling: its key in both keyways, two tongues at right angles', async ({ page }) => {
  await begin(page, 'Offset coupling')
  await box(page, 'Base', BASE)
  await makePart(page, { noun: 'Stepped shaft', name: 'Shaft', place: ['0 mm', '200 mm', '0 mm'] })
  await makePart(page, { noun: 'Parallel key', name: 'Key', place: ['80 mm', '200 mm', '0 mm'] })
  await makePart(page, {
    noun: 'Coupling hub with tongue',
    name: 'Hub A',
    dimensions: {
      'Bore (0 for none)': '12 mm',
      'Keyway width (0 for none)': '4 mm',
      'Keyway depth beyond the bore': '1.5 mm',
    },
    place: ['160 mm', '200 mm', '0 mm'],
  })
  await makePart(page, {
    noun: 'Coupling disc with crossed slots',
    name: 'Middle',
    place: ['240 mm', '200 mm', '0 mm'],
  })
  await makePart(page, {
    noun: 'Coupling hub with tongue',
    name: 'Hub B',
    place: ['320 mm', '200 mm', '0 mm'],
  })
  // above the second hub, 8 mm beside the first axis
  await typedDatum(page, 'Second axis', 'Base', { x: '8 mm', y: '0 mm', z: '116 mm' })

  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Drive', first: 'bottom of Shaft', second: 'top of Base' })
  await makeJoint(page, { kind: 'Rigid', name: 'Key seat', first: 'seat of Key', second: 'keyway of Shaft' })
  await makeJoint(page, { name: 'Hub seat', first: 'keyway of Hub A', second: 'crown of Key' })
  await makeJoint(page, {
    kind: 'Prismatic',
    name: 'Tongue A',
    first: 'slot bottom of Middle',
    second: 'tongue of Hub A',
  })
  await makeJoint(page, { name: 'Tongue B', first: 'tongue of Hub B', second: 'slot top of Middle' })
  await makeJoint(page, {
    kind: 'Revolute',
    name: 'Driven',
    first: 'bottom of Hub B',
    second: 'Second axis of Base',
  })
  await expect(page.getByRole('banner')).toContainText('Mobility 1')

  await expectActions(page, 140)
  // equal angles; the middle slides by e cos(angle) in the tongue: its centre goes round a circle on the line of centres
  const [start, home] = [await reading(page, 'Driven'), await reading(page, 'Drive')]
  for (const angle of [45, 90, 150]) {
    await put(page, 'Drive', `${home + angle} deg`)
    await expect.poll(async () => Math.abs((await reading(page, 'Driven')) - start)).toBeCloseTo(angle, 3)
    const slide = Math.abs(8 * Math.cos((angle * Math.PI) / 180))
    expect(Math.abs(await reading(page, 'Tongue A'))).toBeCloseTo(slide, 3)
  }
})

test('an index wheel: one relation over three turns', async ({ page }) => {
  await begin(page, 'Index wheel')
  await box(page, 'Base', BASE)
  await makePart(page, { noun: 'Pin wheel', name: 'Driver', place: ['0 mm', '200 mm', '0 mm'] })
  await makePart(page, { noun: 'Slotted index wheel', name: 'Wheel', place: ['200 mm', '200 mm', '0 mm'] })
  await typedDatum(page, 'Wheel seat', 'Base', { x: '60 mm', y: '0 mm', z: '5 mm' })
  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Crank', first: 'wheel axis of Driver', second: 'top of Base' })
  await makeJoint(page, { name: 'Index', first: 'wheel axis of Wheel', second: 'Wheel seat of Base' })
  await relate(page, ['Crank', 'Index'])
  await expectActions(page, 60)
  const start = await reading(page, 'Index')
  for (const turns of [1, 2, 3]) {
    await put(page, 'Crank', `${turns} turn`)
    await expect.poll(async () => Math.abs((await reading(page, 'Index')) - start)).toBeCloseTo(60 * turns, 3)
  }
})

test('a hoist: its cord winds on a drum', async ({ page }) => {
  await begin(page, 'Hoist')
  await box(page, 'Frame', { 'Height (z)': '300 mm' })
  await makePart(page, { noun: 'Grooved drum', name: 'Drum', dimensions: { Diameter: '40 mm' } })
  // under the rim of the drum, where it belongs
  await box(page, 'Load', {}, ['65 mm', '20 mm', '-100 mm'])
  await stage(page, 'Connect')
  const joint = page.getByRole('form', { name: 'New joint' })
  await joint.getByRole('textbox', { name: 'Offset' }).fill('35 mm')
  await makeJoint(page, { name: 'Axle', first: 'centre of Drum', second: 'right of Frame' })
  await joint.getByRole('button', { name: 'Where things stand' }).click()
  await makeJoint(page, { kind: 'Prismatic', name: 'Lift', first: 'top of Load', second: 'top of Frame' })
  await page.getByRole('tab', { name: 'Relation' }).click()
  const form = page.getByRole('form', { name: 'New relation' })
  await choose(page, form.getByRole('combobox', { name: 'Kind of relation' }), 'Cord on a drum')
  await chooseNames(form, { 'Turn of the drum': 'Axle', 'Made fast at': 'top of Load' })
  await expect(form).toContainText('winds 125.66 mm of cord')
  await form.getByRole('button', { name: 'Make relation' }).click()
  await expect(form.getByRole('button', { name: 'Make relation' })).toBeDisabled()
  await expectActions(page, 42)
  const [lift, axle] = [await reading(page, 'Lift'), await reading(page, 'Axle')]
  await put(page, 'Axle', `${axle + 180} deg`)
  // hanging straight down from the drum it moves by half a circumference
  await expect.poll(async () => Math.abs((await reading(page, 'Lift')) - lift)).toBeCloseTo(20 * Math.PI, 3)
})

test('a toy train: six wheels by one relation', async ({ page }) => {
  await begin(page, 'Toy train')
  await box(page, 'Rail', { 'Width (x)': '400 mm', 'Depth (y)': '60 mm', 'Height (z)': '10 mm' })
  await box(page, 'Train', { 'Width (x)': '160 mm', 'Depth (y)': '40 mm', 'Height (z)': '20 mm' }, [
    '0 mm',
    '0 mm',
    '40 mm',
  ])
  await makePart(page, {
    noun: 'Wheel',
    name: 'Wheel',
    dimensions: { Diameter: '40 mm', 'Width of the rim': '8 mm' },
    place: ['-50 mm', '-28 mm', '25 mm'],
    points: 'front',
  })
  await stage(page, 'Connect')
  const form = page.getByRole('form', { name: 'New joint' })
  // both are where they belong: nothing moves
  await form.getByRole('button', { name: 'Where things stand' }).click()
  await makeJoint(page, { name: 'Axle', first: 'centre of Wheel', second: 'front of Train' })
  await form.getByRole('button', { name: 'Where things stand' }).click()
  await makeJoint(page, { kind: 'Prismatic', name: 'Line', first: 'left of Train', second: 'left of Rail' })
  await stage(page, 'Build')
  await page.getByRole('tab', { name: 'Place' }).click()
  const place = async (label: string, value: string) => {
    const field = page.getByRole('region', { name: 'Move and copy' }).getByRole('textbox', { name: label })
    await field.fill(value)
    await field.press('Tab')
  }
  await outline(page, 'Wheel').click()
  await place('Along x', '50 mm')
  await page.getByRole('button', { name: 'Row of 3' }).click()
  await expect(outline(page, 'Wheel 3')).toBeVisible()
  await outline(page, 'Wheel').click({ modifiers: ['Control'] })
  await place('Along x', '0 mm')
  await place('Along y', '56 mm')
  await page.getByRole('button', { name: 'Copy there' }).click()
  await expect(outline(page, 'Wheel 6')).toBeVisible()
  await page.getByRole('treeitem', { name: /^Line/ }).click()
  for (const name of ['Axle', 'Axle 2', 'Axle 3', 'Axle 4', 'Axle 5', 'Axle 6'])
    await page
      .getByRole('treeitem', { name: new RegExp(`^${name} [a-z]+$`) })
      .click({ modifiers: ['Control'] })
  await inspector(page).getByRole('button', { name: 'Relate them' }).click()
  const relation = page.getByRole('form', { name: 'New relation' })
  await relation.getByRole('checkbox', { name: 'The first with each of the others' }).click()
  await expect(relation).toContainText('Mobility 7 → 1.')
  await relation.getByRole('button', { name: 'Make relation' }).click()
  await expect(page.getByRole('button', { name: /^Mobility 1 / })).toBeVisible()
  await expectActions(page, 72)
  const start = await reading(page, 'Axle 5')
  const line = await reading(page, 'Line')
  await put(page, 'Line', `${line + 100} mm`)
  for (const wheel of ['Axle', 'Axle 5'])
    await expect
      .poll(async () => Math.abs((await reading(page, wheel)) - start))
      .toBeCloseTo((100 / (Math.PI * 40)) * 360, 2)
})

test('three cams: each follower follows its own', async ({ page }) => {
  await begin(page, 'Three cams')
  await box(page, 'Base', { 'Height (z)': '10 mm' })
  await makePart(page, {
    noun: 'Cylinder',
    name: 'Camshaft',
    dimensions: { Diameter: '8 mm', Length: '120 mm' },
  })
  await makePart(page, { noun: 'Disc cam', name: 'Cam', place: ['0 mm', '0 mm', '30 mm'] })
  await makePart(page, {
    noun: 'Wheel',
    name: 'Roller',
    dimensions: {
      Diameter: '12 mm',
      'Width of the rim': '10 mm',
      'Thickness of the rim': '2 mm',
      'Hub diameter': '6 mm',
      'Bore (0 for none)': '3 mm',
    },
    place: ['31 mm', '0 mm', '30 mm'],
  })
  await typedDatum(page, 'Way', 'Base', { x: '31 mm', y: '0 mm', z: '30 mm' }, { x: '1', z: '0' })
  await stage(page, 'Connect')
  const form = page.getByRole('form', { name: 'New joint' })
  await makeJoint(page, { name: 'Drive', first: 'bottom of Camshaft', second: 'top of Base' })
  await form.getByRole('button', { name: 'Where things stand' }).click()
  await makeJoint(page, {
    kind: 'Rigid',
    name: 'Seat',
    first: 'cam axis of Cam',
    second: 'bottom of Camshaft',
  })
  await makeJoint(page, {
    kind: 'Prismatic',
    name: 'Guide',
    first: 'Way of Base',
    second: 'centre of Roller',
  })
  // two more, with what joins them to shaft and base, each a third of a turn on
  await stage(page, 'Build')
  await outline(page, 'Cam').click()
  await outline(page, 'Roller').click({ modifiers: ['Control'] })
  await page.getByRole('tab', { name: 'Place' }).click()
  const along = page.getByRole('region', { name: 'Move and copy' }).getByRole('textbox', { name: 'Along z' })
  await along.fill('30 mm')
  await along.press('Tab')
  await page.getByRole('button', { name: 'Row of 3' }).click()
  await expect(page.getByText('each with Seat and Guide')).toBeVisible()
  await stage(page, 'Connect')
  for (const follower of ['Guide', 'Guide 2', 'Guide 3']) await relate(page, ['Drive', follower])
  await expectActions(page, 90)
  const rest = await reading(page, 'Guide')
  await put(page, 'Drive', '-120 deg')
  // after the whole rise of 12 mm all three are up
  for (const follower of ['Guide', 'Guide 2', 'Guide 3'])
    await expect.poll(async () => Math.abs((await reading(page, follower)) - rest)).toBeCloseTo(12, 3)
})

test('a digger arm: its cylinder lifts the boom', async ({ page }) => {
  await begin(page, 'Digger arm')
  const link = (name: string, length: string, points?: 'front') =>
    makePart(page, {
      noun: 'Link plate',
      name,
      dimensions: { 'Length between bores': length },
      ...(points ? { points } : {}),
    })
  await link('Base', '30 mm', 'front')
  await link('Boom', '160 mm')
  await link('Stick', '100 mm')
  await makePart(page, {
    noun: 'Cylinder barrel with eye',
    name: 'Barrel',
    dimensions: { 'From the eye to the mouth': '30 mm' },
  })
  await makePart(page, {
    noun: 'Piston rod with eye',
    name: 'Rod',
    dimensions: { 'From the piston to the eye': '30 mm' },
  })
  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Boom pivot', first: 'bore A of Boom', second: 'bore A of Base' })
  await makeJoint(page, { name: 'Stick pivot', first: 'bore A of Stick', second: 'bore B of Boom' })
  await makeJoint(page, { name: 'Foot', first: 'eye of Barrel', second: 'bore B of Base' })
  // leaned toward the boom, so that the rod comes out of its barrel
  await put(page, 'Foot', '-60 deg')
  await makeJoint(page, { name: 'Head', first: 'eye of Rod', second: 'middle of Boom' })
  await makeJoint(page, {
    kind: 'Prismatic',
    name: 'Stroke',
    first: 'piston of Rod',
    second: 'mouth of Barrel',
  })
  await expect(page.getByRole('banner')).toContainText('Mobility 2')
  // out of the barrel is to be positive
  await inspector(page).getByRole('button', { name: 'Count the other way' }).click()
  await expectActions(page, 67)
  // the law of cosines in the triangle of both pins, 30 mm apart, and the middle of the boom at 80 mm; from eye to eye it is
  // 60 mm and the stroke
  const angle = (length: number) =>
    Math.acos((30 ** 2 + 80 ** 2 - length ** 2) / (2 * 30 * 80)) * (180 / Math.PI)
  await put(page, 'Stroke', '0 mm')
  const boom = await reading(page, 'Boom pivot')
  await put(page, 'Stroke', '20 mm')
  await expect
    .poll(async () => Math.abs((await reading(page, 'Boom pivot')) - boom))
    .toBeCloseTo(angle(80) - angle(60), 3)
})

test('an eccentric gear pair on an arm: a turn of one turns the other by the ratio', async ({ page }) => {
  await begin(page, 'Eccentric gears')
  await box(page, 'Base', BASE)
  const gear = (name: string, teeth: string, at: string) =>
    makePart(page, {
      noun: 'Spur gear',
      name,
      dimensions: { Teeth: teeth, Module: '2 mm' },
      place: [at, '200 mm', '0 mm'],
    })
  await gear('Pinion', '20', '0 mm')
  await gear('Wheel', '40', '100 mm')
  await makePart(page, {
    noun: 'Link plate',
    name: 'Arm',
    dimensions: { 'Length between bores': '60 mm' },
    place: ['0 mm', '260 mm', '0 mm'],
  })
  await makePart(page, {
    noun: 'Link plate',
    name: 'Rocker',
    dimensions: { 'Length between bores': '70 mm' },
    place: ['100 mm', '260 mm', '0 mm'],
  })
  await typedDatum(page, 'Off centre', 'Pinion', { x: '6 mm', y: '0 mm', z: '0 mm' })
  await typedDatum(page, 'Rocker seat', 'Base', { x: '60 mm', y: '-60 mm', z: '5 mm' })
  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Crank', first: 'Off centre of Pinion', second: 'top of Base' })
  await makeJoint(page, { name: 'Arm pivot', first: 'bore A of Arm', second: 'pitch centre of Pinion' })
  await makeJoint(page, { name: 'Wheel pivot', first: 'pitch centre of Wheel', second: 'bore B of Arm' })
  await makeJoint(page, { name: 'Rocker foot', first: 'bore A of Rocker', second: 'Rocker seat of Base' })
  await makeJoint(page, { name: 'Rocker pivot', first: 'bore B of Rocker', second: 'bore B of Arm' })
  await relate(page, ['Arm pivot', 'Wheel pivot'])
  await expect(page.getByRole('banner')).toContainText('Mobility 1')
  await expectActions(page, 95)
  const [wheel, arm] = [await reading(page, 'Wheel pivot'), await reading(page, 'Arm pivot')]
  await put(page, 'Crank', `${(await reading(page, 'Crank')) + 360} deg`)
  // after a whole turn the arm is back, and the wheel has turned on it by 20/40 of a turn
  await expect.poll(async () => Math.abs((await reading(page, 'Arm pivot')) - arm)).toBeCloseTo(360, 3)
  expect(Math.abs((await reading(page, 'Wheel pivot')) - wheel)).toBeCloseTo(180, 3)
})

test('a platform on three sliders turns as they go round together', async ({ page }) => {
  await begin(page, 'Platform on three sliders')
  await makePart(page, { noun: 'Disc', name: 'Base', dimensions: { Diameter: '240 mm' } })
  await box(page, 'Slider', { 'Width (x)': '16 mm', 'Depth (y)': '16 mm', 'Height (z)': '6 mm' }, [
    '60 mm',
    '0 mm',
    '8 mm',
  ])
  await makePart(page, {
    noun: 'Extruded outline',
    name: 'Platform',
    dimensions: {
      Thickness: '4 mm',
      'Outline, a line for each point':
        '-100, -100\n100, -100\n100, 100\n-100, 100\nslot 45, 0, 75, 0, 8\nslot -22.5, 38.97114317, -37.5, 64.95190528, 8\nslot -22.5, -38.97114317, -37.5, -64.95190528, 8',
    },
    place: ['0 mm', '0 mm', '20 mm'],
  })
  await stage(page, 'Connect')
  const joint = page.getByRole('form', { name: 'New joint' })
  await joint.getByRole('button', { name: 'Where things stand' }).click()
  await makeJoint(page, { kind: 'Prismatic', name: 'Way', first: 'back of Slider', second: 'centre of Base' })
  await joint.getByRole('textbox', { name: 'Offset' }).fill('6 mm')
  await makeJoint(page, { kind: 'Planar', name: 'Table', first: 'centre of Platform', second: 'top of Base' })
  // two more sliders, each a third of a turn on, with their ways
  await stage(page, 'Build')
  await page.getByRole('tab', { name: 'Place' }).click()
  await outline(page, 'Slider').click()
  const angle = page.getByRole('region', { name: 'Turn and mirror' }).getByRole('textbox', { name: 'Angle' })
  await angle.fill('120 deg')
  await angle.press('Tab')
  await page.getByRole('button', { name: 'Circle of 3' }).click()
  await expect(outline(page, 'Slider 3')).toBeVisible()
  await stage(page, 'Connect')
  for (const [k, slider] of ['Slider', 'Slider 2', 'Slider 3'].entries())
    await makeJoint(page, {
      ...(k === 0 ? { kind: 'Pin in slot' } : {}),
      name: `Pin ${k + 1}`,
      first: `top of ${slider}`,
      second: `slot ${k + 1} of Platform`,
    })
  await page.getByRole('button', { name: 'Outline', exact: true }).click()
  await page.getByRole('treeitem', { name: /^Way [a-z]+$/ }).click()
  for (const way of ['Way 2', 'Way 3'])
    await page.getByRole('treeitem', { name: new RegExp(`^${way} `) }).click({ modifiers: ['Control'] })
  await inspector(page).getByRole('button', { name: 'Relate them' }).click()
  const relation = page.getByRole('form', { name: 'New relation' })
  await relation.getByRole('checkbox', { name: 'The first with each of the others' }).click()
  await choose(page, relation.getByRole('combobox', { name: 'Kind of relation' }), 'Sum of positions')
  await relation.getByRole('button', { name: 'Make relation' }).click()
  await expect(page.getByRole('banner')).toContainText('Mobility 1')
  await expectActions(page, 97)
  const table = await reading(page, 'Table, turn about z')
  const way = await reading(page, 'Way')
  await put(page, 'Way', `${way + 20} mm`)
  // all pins go on by 20 mm at right angles to their slots, which are 60 mm from the middle
  await expect
    .poll(async () => Math.abs((await reading(page, 'Table, turn about z')) - table))
    .toBeCloseTo((Math.atan(20 / 60) * 180) / Math.PI, 3)
})
