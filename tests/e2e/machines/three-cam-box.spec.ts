/** A box of three cams on one shaft with a roller on each, from an empty mechanism: set on in one press, dragged, played, read. */
import type { Page } from '@playwright/test'
import { expect, goTo, solved, test } from '../fixtures'
import {
  chooseNames,
  drag,
  findInView,
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

/** Lift of the kit's cam [mm] by the angle from the start of its rise [deg]: 12 mm in 120 deg by polynomial 3-4-5, 60 deg of dwell, as long a return. */
function lift(angle: number): number {
  const at = ((angle % 360) + 360) % 360
  const rise = (u: number) => 12 * (10 * u ** 3 - 15 * u ** 4 + 6 * u ** 5)
  if (at < 120) return rise(at / 120)
  if (at < 180) return 12
  return at < 300 ? 12 - rise((at - 180) / 120) : 0
}

/** How far each roller is from where it is lowest [mm], while the shaft stands at an angle [deg]. */
const expected = (shaft: number) => [0, 120, 240].map((phase) => lift(-shaft - phase))

/** Lowest place of a roller [mm]: base circle and roller are 31 mm, and it was made 50 mm from the shaft. */
const LOW = 31 - 50

async function lifts(page: Page): Promise<number[]> {
  const found = []
  for (const n of [1, 2, 3]) found.push((await reading(page, `Slide ${n}`)) - LOW)
  return found
}

async function ridesAt(page: Page, shaft: number): Promise<void> {
  await expect
    .poll(async () => {
      const found = await lifts(page)
      return Math.max(...expected(shaft).map((value, k) => Math.abs(value - found[k]!)))
    })
    .toBeLessThan(0.006)
}

test('three rollers ride on three cams a third of a turn apart', async ({ page }) => {
  await openEmpty(page, 'Three-cam box')
  await makePart(page, {
    noun: 'Box',
    name: 'Frame',
    dimensions: { 'Width (x)': '160 mm', 'Depth (y)': '80 mm', 'Height (z)': '10 mm' },
  })
  for (const n of [1, 2, 3]) {
    await makePart(page, { noun: 'Disc cam', name: `Cam ${n}`, place: ['0 mm', `${90 * n} mm`, '30 mm'] })
    await makePart(page, {
      noun: 'Cylinder',
      name: `Roller ${n}`,
      dimensions: { Diameter: '12 mm', Length: '10 mm' },
      place: ['50 mm', '0 mm', `${10 * n} mm`],
    })
  }
  await stage(page, 'Connect')
  const joint = page.getByRole('form', { name: 'New joint' })
  await makeJoint(page, { name: 'Cam shaft', first: 'bottom of Cam 1', second: 'top of Frame' })
  for (const n of [2, 3]) {
    await proposeJoint(page, {
      kind: 'Rigid',
      name: `Key ${n}`,
      first: `bottom of Cam ${n}`,
      second: `top of Cam ${n - 1}`,
    })
    const angle = joint.getByLabel('Angle', { exact: true })
    await angle.fill('120 mm')
    await angle.press('Enter')
    await expect(joint.getByRole('alert')).toBeVisible()
    await angle.fill('120 deg')
    await angle.press('Enter')
    await joint.getByRole('button', { name: 'Make joint' }).click()
  }
  for (const n of [1, 2, 3]) {
    await proposeJoint(page, {
      kind: 'Prismatic',
      name: `Slide ${n}`,
      first: 'right of Frame',
      second: `centre of Roller ${n}`,
    })
    await joint.getByRole('button', { name: 'Where things stand' }).click()
    await joint.getByRole('button', { name: 'Make joint' }).click()
    await expect(jointRow(page, `Slide ${n}`)).toBeVisible()
  }

  await page.getByRole('tab', { name: 'Contact' }).click()
  const form = page.getByRole('form', { name: 'New contact' })
  for (const n of [1, 2, 3]) {
    await chooseNames(form, { 'First body': `Roller ${n}`, 'Second body': `Cam ${n}` })
    await form.getByRole('button', { name: 'First rides on second' }).click()
    await expect(page.getByRole('group', { name: `Roller ${n} on Cam ${n}` })).toContainText('touch')
  }
  await expect(page.getByRole('alert')).toHaveCount(0)

  // typed, and dragged
  for (const shaft of [-60, 40, -200]) {
    await put(page, 'Cam shaft', `${shaft} deg`)
    await ridesAt(page, shaft)
  }
  await put(page, 'Cam shaft', '0 deg')
  const at = await findInView(page, 'Cam 3')
  await drag(page, at, { x: 25, y: 30 })
  const dragged = await reading(page, 'Cam shaft')
  expect(Math.abs(dragged)).toBeGreaterThan(2)
  await ridesAt(page, dragged)

  // played: a turn a second
  await stage(page, 'Drive')
  await page.getByRole('button', { name: 'New scenario' }).first().click()
  await jointRow(page, 'Cam shaft').click()
  await page.getByRole('button', { name: 'Drive by a motor' }).click()
  await solved(page)
  for (const time of ['0.3 s', '0.85 s']) {
    await goTo(page, time)
    await ridesAt(page, await reading(page, 'Cam shaft'))
  }
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await page.getByRole('button', { name: 'Pause', exact: true }).click()
  await ridesAt(page, await reading(page, 'Cam shaft'))
})
