/** The force bench of the demo: a sealing force beside its closed form, an arm that is found at rest, a motor that stalls. */
import type { Page } from '@playwright/test'
import { charted, chooseScenario, documentOf, openDocument } from '../documents'
import { expect, goTo, test } from '../fixtures'
import { inspector, jointRow, reading, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

async function type(page: Page, label: string, value: string) {
  const field = inspector(page).getByLabel(label, { exact: true })
  await field.fill(value)
  await field.press('Enter')
}

test('the sealing force of a toggle follows its closed form, on a curve and by a check', async ({ page }) => {
  await openDocument(page, 'Toggle', await documentOf('demo/files/force-bench.json'))
  await chooseScenario(page, 'Seal slowly')
  await stage(page, 'Prove')
  // two links of 60 mm, 25 degrees from being in line, the jaw down by s: P = F / (2 tan(angle))
  const sealing = (stroke: number, force: number) =>
    force / (2 * Math.tan(Math.acos((120 * Math.cos((25 * Math.PI) / 180) - stroke) / 120)))
  const stroke = () => charted(page, 'Sealing', 1)
  for (const time of ['0 s', '0.9 s', '1.3 s', '2 s']) {
    await goTo(page, time)
    await expect
      .poll(async () => Math.abs((await charted(page, 'Sealing')) - sealing(await stroke(), 40)))
      .toBeLessThan(0.3)
  }
  const chip = page.getByTitle('Show the checks')
  await expect(chip).toHaveText(/met$/)
  expect(sealing(-9, 40)).toBeGreaterThan(95)

  // a weaker cylinder does not press hard enough
  await stage(page, 'Drive')
  await page.keyboard.press('Escape')
  const loads = inspector(page).getByRole('region', { name: 'Loads' })
  await loads.getByRole('button', { name: /^Cylinder at the knee/ }).click()
  await type(page, 'Force', '36 mm')
  await expect(inspector(page).getByText('is a length, not a force')).toBeVisible()
  await type(page, 'Force', '36 N')
  expect(sealing(-9, 36)).toBeLessThan(95)
  await expect(chip).toHaveText(/not met$/)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(chip).not.toHaveText(/not met$/)
})

test('a balanced arm is found at rest, where its spring and its weight say', async ({ page }) => {
  await openDocument(page, 'Balanced arm', await documentOf('docs/format/examples/dosing-arm.json'))
  await jointRow(page, 'Pivot').click()
  // without grease, which would hold it where it is let go
  const grease = inspector(page).getByRole('group', { name: 'Grease in the pivot' })
  await grease
    .getByRole('button', { name: /Grease in the pivot/ })
    .first()
    .click()
  await grease.getByRole('button', { name: 'Disable' }).click()
  await expect(grease).toContainText('disabled')
  await page.keyboard.press('Escape')
  await inspector(page).getByRole('checkbox', { name: 'Starts where its loads balance' }).check()
  // hook 150 mm above the pivot, eye 80 mm along the arm; centre of mass at 120 mm, the dose at 240 mm
  const torque = (angle: number) => {
    const [x, z] = [0.08 * Math.cos(angle), 0.08 * Math.sin(angle)]
    const long = Math.hypot(x, 0.15 - z)
    const pull = 118 * (long - 0.04)
    return (pull * x * 0.15) / long - (0.8 * 9.80665 * 0.12 + 0.6 * 0.24) * Math.cos(angle)
  }
  let [low, high] = [(-49 * Math.PI) / 180, (59 * Math.PI) / 180]
  while (high - low > 1e-9) {
    const middle = (low + high) / 2
    if (torque(middle) > 0) low = middle
    else high = middle
  }
  const rest = (low * 180) / Math.PI
  expect(Math.abs(rest)).toBeLessThan(48)
  for (const time of ['0 s', '3 s']) {
    await goTo(page, time)
    await expect.poll(() => reading(page, 'Pivot')).toBeCloseTo(rest, 0)
  }
})

test('a motor that stalls is told with its instant, and runs once its load is taken off', async ({
  page,
}) => {
  await openDocument(page, 'Turner', await documentOf('demo/files/force-bench.json'))
  const notes = page.getByRole('status', { name: 'Notes on the run' })
  await expect(notes).toHaveCount(0)
  await chooseScenario(page, 'Blocked turner')
  await expect(notes).toContainText('Turner motor stalls at 0.000 s')
  await jointRow(page, 'Turner shaft').click()
  const bearing = inspector(page).getByRole('group', { name: 'Turner bearing' })
  await bearing
    .getByRole('button', { name: /Turner bearing/ })
    .first()
    .click()
  await type(page, 'While it moves', '-5 mN m')
  await expect(bearing.getByRole('alert')).toContainText('must not be negative')
  await page.keyboard.press('Escape')
  await type(page, 'To get away (empty: the same)', '')
  await type(page, 'While it moves', '5 mN m')
  await expect(notes).toHaveCount(0)
  await goTo(page, '1 s')
  await expect.poll(() => reading(page, 'Turner shaft')).toBeGreaterThan(90)
  // at 70 mN m it creeps; only what it takes to get away holds it
  const undo = page.getByRole('button', { name: 'Undo', exact: true })
  await undo.click()
  await expect.poll(() => reading(page, 'Turner shaft')).toBeLessThan(90)
  await expect(notes).toHaveCount(0)
  await undo.click()
  await expect(notes).toContainText('Turner motor stalls')
  // a load of its own, made and deleted
  await inspector(page).getByRole('button', { name: 'Add a force…' }).click()
  await page.getByText('Force or torque along a joint', { exact: true }).click()
  await type(page, 'Force or torque', '0.2 N m')
  await expect(notes).toHaveCount(0)
  await inspector(page)
    .getByRole('button', { name: /^Delete Force or torque along a joint/ })
    .click()
  await expect(notes).toContainText('Turner motor stalls')
})
