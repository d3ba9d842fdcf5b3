/** Clearances: a collision is found between frames, shown at its worst place, checked, mended, and told in the report. */
import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { expect, openFresh, test } from '../fixtures'
import { choose, inspector, stage } from '../hands'

const panel = (page: Page) => page.getByRole('region', { name: 'Proof' })
const chip = (page: Page) => page.getByTitle('Show the checks')
const callout = (page: Page) => page.getByRole('status', { name: 'Values in the view' })

async function toClearances(page: Page) {
  await stage(page, 'Prove')
  await panel(page).getByRole('tab', { name: 'Clearance' }).click()
}

/** The shaft pins of the frame, which stand in the way of the coupler. */
async function setPins(page: Page, length: string) {
  await stage(page, 'Connect')
  await page.getByRole('button', { name: 'Body Frame', exact: true }).click()
  const field = inspector(page).getByRole('textbox', { name: 'Length', exact: true }).first()
  await field.fill(length)
  await field.press('Enter')
}

test('a collision is found, checked, mended until the check is met, and told in the report', async ({
  page,
}) => {
  await openFresh(page)
  await toClearances(page)
  await expect(panel(page)).toContainText('Every two bodies that no joint joins')
  await panel(page).getByRole('button', { name: 'Find clearances' }).click()
  await expect(panel(page)).toContainText('One pair overlaps.')

  // at its worst place, on the model and in the lanes
  const pair = panel(page).getByRole('button', { name: /Frame – Coupler/ })
  await expect(pair).toContainText('−2.00 mm')
  await pair.click()
  await expect(callout(page)).toContainText('−2.00 mm Frame – Coupler, deepest at')
  const lanes = page.getByRole('region', { name: 'Clearance lanes' })
  await expect(lanes.getByRole('button', { name: /^Overlap from/ })).toHaveCount(2)
  // where it would first stop, and what they share where they are deepest
  const stops = lanes.getByRole('button', { name: /^stops here, 0\.\d{3} s/ })
  await expect(stops).toBeVisible()
  await panel(page).getByRole('button', { name: 'Volume shared' }).click()
  await expect(panel(page)).toContainText(/They share [1-9][\d.]* mm³ at/)
  await stops.click()
  await expect(page.getByLabel('Time at the playhead')).toHaveValue(/^0\.5\d+ s$/)
  await page.getByLabel('Time at the playhead').fill('0 s')
  await page.getByLabel('Time at the playhead').press('Enter')
  await panel(page).getByRole('button', { name: 'Volume shared' }).click()
  await expect(panel(page)).toContainText(/They share nothing at/)
  await lanes.getByRole('button', { name: /^Overlap from 1\./ }).click()
  const time = Number((await page.getByLabel('Time at the playhead').inputValue()).replace(' s', ''))
  expect(time).toBeGreaterThan(1.5)
  expect(time).toBeLessThan(1.9)

  // as a check, which is not met
  await panel(page).getByRole('button', { name: 'New check', exact: true }).click()
  await expect(inspector(page)).toContainText('Frame never overlaps Coupler.')
  await expect(inspector(page)).toContainText('Frame and Coupler overlap by 2.00 mm')
  await expect(chip(page)).toContainText('1 of 1 check not met')

  // shorter pins leave room; nothing is followed before the stage is open again
  await setPins(page, '27 mm')
  await toClearances(page)
  await expect(panel(page)).toContainText('Nothing overlaps.')
  // pins of the coupler still slide along the pillars
  await expect(panel(page).getByRole('button', { name: /Frame – Coupler/ })).toContainText('touch from')
  await expect(chip(page)).toContainText('The check is met')
  await page.keyboard.press('Control+z')
  await expect(panel(page)).toContainText('One pair overlaps.')
  await page.keyboard.press('Control+y')
  await expect(panel(page)).toContainText('Nothing overlaps.')

  // what is told in the report
  await panel(page).getByRole('tab', { name: 'Report' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Write the report (HTML)' }).click(),
  ])
  const html = await readFile(await download.path(), 'utf8')
  expect(html).toContain('<h2>Clearances</h2>')
  expect(html).toContain('Frame – Coupler')
})

test('pairs are left out and looked at again, measured as a probe, and what counts is said', async ({
  page,
}) => {
  await openFresh(page)
  await toClearances(page)
  await panel(page).getByRole('button', { name: 'Find clearances' }).click()
  const pair = panel(page).getByRole('button', { name: /Frame – Coupler/ })
  await pair.click()
  await panel(page).getByRole('button', { name: 'Leave out' }).click()
  await expect(panel(page)).toContainText('Nothing overlaps.')
  await expect(callout(page)).toHaveCount(0)
  const left = panel(page).getByRole('region', { name: 'Pairs left out' })
  await expect(left).toContainText('Frame – Coupler')
  await left.getByRole('button', { name: 'Look at it again' }).click()
  await expect(panel(page)).toContainText('One pair overlaps.')

  // what counts: a wrong value is refused beside its field, a larger one makes it a touch
  const counts = panel(page).getByRole('region', { name: 'What counts' })
  const touching = counts.getByRole('textbox', { name: 'Touching up to' })
  await touching.fill('two')
  await touching.press('Enter')
  await expect(counts.getByRole('alert')).toBeVisible()
  await touching.fill('3 mm')
  await touching.press('Enter')
  await expect(panel(page)).toContainText('Nothing overlaps.')
  await expect(pair).toContainText('touch from')

  // only pairs that are named; one of a body with itself is refused
  const which = panel(page).getByRole('form', { name: 'Which pairs' })
  const sides = [/^Body or group/, /^Other body or group/].map((name) =>
    which.getByRole('combobox', { name }),
  )
  for (const side of sides) await choose(page, side, 'Frame')
  await which.getByRole('button', { name: 'Look only at this pair' }).click()
  await expect(which.getByRole('alert')).toContainText('has “Frame” on both sides')
  await choose(page, sides[0]!, 'Crank')
  await choose(page, sides[1]!, 'Rocker')
  await which.getByRole('button', { name: 'Look only at this pair' }).click()
  await expect(panel(page)).toContainText('1 pair, between frames too')
  await expect(pair).toHaveCount(0)
  await which.getByRole('button', { name: 'Delete Crank – Rocker from the pairs' }).click()
  await expect(pair).toContainText('touch from')

  // measured as a probe, whose value is written into the view
  await pair.click()
  await panel(page).getByRole('button', { name: 'Measure', exact: true }).click()
  await expect(inspector(page).getByRole('heading', { level: 2 })).toContainText(
    'Clearance of Frame and Coupler',
  )
  await expect(inspector(page)).toContainText('At the playhead')
  await inspector(page).getByRole('checkbox', { name: 'Written into the view' }).check()
  await expect(callout(page)).toContainText('Clearance of Frame and Coupler')
  // one that is deleted is gone from the view; the playhead is where it was, so the pair is still shown
  await inspector(page).getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(callout(page)).not.toContainText('Clearance of Frame and Coupler')
  await expect(callout(page)).toContainText('Frame – Coupler, touching at')
})
