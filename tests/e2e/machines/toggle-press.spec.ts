/** A toggle press from nothing: links, pins, a slide with limits, dragged and read against the closed form. */
import { expect, test } from '../fixtures'
import {
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

/** Where the ram is [mm] for a crank link of 60 mm at an angle and a lower link of 80 mm; its slide counts from 70. */
const ram = (degrees: number): number => {
  const angle = (degrees * Math.PI) / 180
  return 60 * Math.cos(angle) + Math.sqrt(80 ** 2 - (60 * Math.sin(angle)) ** 2) - 70
}

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('a toggle press is made by hand, limited, dragged and read', async ({ page }) => {
  page.setDefaultTimeout(15000)
  await openEmpty(page, 'Toggle press')
  await makePart(page, {
    noun: 'Box',
    name: 'Frame',
    dimensions: { 'Width (x)': '100 mm', 'Depth (y)': '60 mm', 'Height (z)': '20 mm' },
  })
  await expect(inspector(page)).toContainText('fixed to ground')
  const link = { Width: '20 mm', Thickness: '8 mm', 'Bore diameter': '8 mm' }
  await makePart(page, {
    noun: 'Link plate',
    name: 'Upper link',
    dimensions: { 'Length between bores': '60 mm', ...link },
    place: ['0 mm', '100 mm', '10 mm'],
  })
  await makePart(page, {
    noun: 'Link plate',
    name: 'Lower link',
    dimensions: { 'Length between bores': '80 mm', ...link },
    place: ['80 mm', '100 mm', '10 mm'],
  })
  await makePart(page, {
    noun: 'Box',
    name: 'Ram',
    dimensions: { 'Width (x)': '40 mm', 'Depth (y)': '40 mm', 'Height (z)': '20 mm' },
    place: ['180 mm', '100 mm', '0 mm'],
  })
  await makePart(page, {
    noun: 'Cylinder',
    name: 'Pin',
    dimensions: { Diameter: '8 mm', Length: '20 mm' },
    place: ['-100 mm', '100 mm', '10 mm'],
  })

  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Frame pin', first: 'bore A of Upper link', second: 'top of Frame' })
  await makeJoint(page, { name: 'Knee pin', first: 'bore A of Lower link', second: 'bore B of Upper link' })
  await makeJoint(page, {
    kind: 'Rigid',
    name: 'Pin fastening',
    first: 'centre of Pin',
    second: 'bore B of Upper link',
  })
  await makeJoint(page, {
    kind: 'Prismatic',
    name: 'Ram slide',
    first: 'left of Ram',
    second: 'right of Frame',
  })
  await proposeJoint(page, {
    kind: 'Revolute',
    name: 'Ram pin',
    first: 'bore B of Lower link',
    second: 'top of Ram',
  })
  const form = page.getByRole('form', { name: 'New joint' })
  await expect(form).toContainText('Mobility 3 → 1.')
  await form.getByRole('button', { name: 'Make joint' }).click()
  await expect(
    page.getByRole('button', { name: /^Mobility 1 · driven 0 · 1 free motion left/ }),
  ).toBeVisible()

  // every position is one of the closed form
  await put(page, 'Frame pin', '60 deg')
  await expect(jointRow(page, 'Ram slide')).toContainText(`${ram(60).toFixed(2)} mm`)

  // limits: typed, and taken from where it is
  await jointRow(page, 'Ram slide').click()
  const upper = inspector(page).getByRole('textbox', { name: 'Upper limit' })
  await upper.fill('nonsense')
  await upper.press('Enter')
  await expect(inspector(page).getByRole('alert')).toContainText('length')
  await upper.fill('60 mm')
  await upper.press('Enter')
  await inspector(page).getByRole('button', { name: 'Lower limit here, at the present position' }).click()
  await expect(inspector(page).getByRole('textbox', { name: 'Lower limit' })).toHaveValue(/^20\.82/)

  // dragging a body moves it as the joints let it, up to the limit
  await drag(page, await findInView(page, 'Ram'), { x: 200, y: 0 })
  expect(await reading(page, 'Ram slide')).toBeCloseTo(60, 2)
  const angle = await reading(page, 'Frame pin')
  expect(ram(angle)).toBeCloseTo(60, 2)
})
