/** A lift table from nothing: a pair of crossed links on sliders, gathered as a moving group, nested, and used twice. */
import { expect, test } from '../fixtures'
import {
  drag,
  findInView,
  inspector,
  makeJoint,
  makePart,
  openEmpty,
  outline,
  put,
  reading,
  stage,
} from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('a lift table is made of a nested moving group used twice', async ({ page }) => {
  await openEmpty(page, 'Lift table')
  await makePart(page, {
    noun: 'Box',
    name: 'Base',
    dimensions: { 'Width (x)': '40 mm', 'Depth (y)': '16 mm', 'Height (z)': '10 mm' },
  })
  const link = {
    noun: 'Link plate',
    dimensions: {
      'Length between bores': '120 mm',
      Width: '12 mm',
      Thickness: '4 mm',
      'Bore diameter': '6 mm',
    },
    points: 'front' as const,
  }
  await makePart(page, { ...link, name: 'Riser', place: ['0 mm', '-60 mm', '20 mm'] })
  await makePart(page, { ...link, name: 'Brace', place: ['0 mm', '-90 mm', '20 mm'] })
  await makePart(page, {
    noun: 'Box',
    name: 'Shoe',
    dimensions: { 'Width (x)': '16 mm', 'Depth (y)': '16 mm', 'Height (z)': '10 mm' },
    place: ['140 mm', '0 mm', '0 mm'],
  })
  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Cross pin', first: 'middle of Brace', second: 'middle of Riser' })
  await stage(page, 'Build')

  // gathered, and gathered again: a group in a group
  await outline(page, 'Riser').click()
  await outline(page, 'Brace').click({ modifiers: ['Control'] })
  await page.getByRole('tab', { name: 'Place' }).click()
  await page.getByRole('button', { name: 'Gather as moving group' }).click()
  const rename = async (name: string) => {
    await expect(inspector(page).getByRole('heading', { level: 2 })).toContainText('Group')
    const field = inspector(page).getByLabel('Name', { exact: true })
    await field.fill(name)
    await field.press('Enter')
    await expect(outline(page, name)).toBeVisible()
  }
  await rename('Cross')
  await outline(page, 'Cross').click()
  await outline(page, 'Shoe').click({ modifiers: ['Control'] })
  await page.getByRole('button', { name: 'Gather as moving group' }).click()
  await rename('Stage')
  await expect(outline(page, 'Cross')).toHaveAttribute('aria-level', '2')
  await expect(outline(page, 'Riser')).toHaveAttribute('aria-level', '3')

  // opening the group shows its inside alone
  await inspector(page).getByRole('button', { name: 'Open group' }).click()
  await expect(page.getByText('Inside Stage')).toBeVisible()
  await page.getByRole('button', { name: 'Close group' }).first().click()

  // used a second time, 40 mm further
  await outline(page, 'Stage').click()
  const along = page.getByRole('region', { name: 'Move and copy' }).getByLabel('Along y')
  await along.fill('40 mm')
  await along.press('Enter')
  await page.getByRole('button', { name: 'Copy there' }).click()
  await expect(outline(page, 'Stage 2')).toBeVisible()
  await expect(outline(page, 'Cross pin 2')).toBeVisible()

  await stage(page, 'Connect')
  // one on the right of the base, the other on its left
  for (const [suffix, near, far, face] of [
    ['', 'left', 'right', 'front'],
    [' 2', 'right', 'left', 'back'],
  ] as const) {
    const of = (name: string) => `${name}${suffix}`
    await makeJoint(page, {
      kind: 'Prismatic',
      name: of('Shoe slide'),
      first: `${near} of ${of('Shoe')}`,
      second: `${far} of Base`,
    })
    await makeJoint(page, {
      kind: 'Revolute',
      name: of('Riser foot'),
      first: `bore A of ${of('Riser')}`,
      second: `${face} of Base`,
    })
    await makeJoint(page, {
      name: of('Brace foot'),
      first: `bore B of ${of('Brace')}`,
      second: `${face} of ${of('Shoe')}`,
    })
  }
  await expect(
    page.getByRole('button', { name: /^Mobility 2 · driven 0 · 2 free motions left/ }),
  ).toBeVisible()

  // half of each link lies on either side of the cross pin: the feet are 120 cos apart, 28 where the slide is zero
  const apart = (degrees: number) => Math.abs(120 * Math.cos((degrees * Math.PI) / 180))
  await put(page, 'Riser foot', '50 deg')
  expect(28 + (await reading(page, 'Shoe slide'))).toBeCloseTo(apart(50), 3)
  // each of the two moves by itself under the mouse
  const still = await reading(page, 'Riser foot 2')
  await drag(page, await findInView(page, 'Riser'), { x: -40, y: -60 })
  const angle = await reading(page, 'Riser foot')
  expect(Math.abs(angle - 50)).toBeGreaterThan(1)
  expect(28 + (await reading(page, 'Shoe slide'))).toBeCloseTo(apart(angle), 2)
  expect(await reading(page, 'Riser foot 2')).toBeCloseTo(still, 3)
})
