/** Swept volume and reach: found with progress, shown on the model, measured, written to files; wrong input is said at its place. */
import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { expect, openFresh, setCrank, test } from '../fixtures'
import { stage } from '../hands'

const panel = (page: Page) => page.getByRole('region', { name: 'Proof' })

async function choose(page: Page, form: string, field: string, option: string) {
  await page.getByRole('form', { name: form }).getByLabel(field, { exact: true }).fill(option)
  await page.getByRole('option', { name: option, exact: true }).first().click()
}

test('the space that a body covers is found, measured, written, and told to be old after an edit', async ({
  page,
}) => {
  await openFresh(page)
  await stage(page, 'Prove')
  await page.keyboard.press('p')
  await page.keyboard.press('s')
  const form = page.getByRole('form', { name: 'Swept volume' })
  await expect(form.getByRole('button', { name: 'Find swept volume' })).toBeDisabled()
  await choose(page, 'Swept volume', 'Body or group', 'Crank')

  // a stretch that ends before it starts is refused in words, and nothing is lost
  const end = form.getByLabel('To (the end when empty)')
  await form.getByLabel('From', { exact: true }).fill('1 s')
  await form.getByLabel('From', { exact: true }).press('Enter')
  await end.fill('0.5 s')
  await end.press('Enter')
  await form.getByRole('button', { name: 'Find swept volume' }).click()
  await expect(panel(page).getByRole('alert')).toContainText('whose end comes after its start')
  await end.fill('')
  await end.press('Enter')
  await form.getByLabel('From', { exact: true }).fill('0')
  await form.getByLabel('From', { exact: true }).press('Enter')

  await form.getByRole('button', { name: 'Find swept volume' }).click()
  const found = page.getByRole('region', { name: 'Swept volume of Crank' })
  await expect(found).toContainText('cm³')
  const volume = Number(/([\d.]+) cm³/.exec(await found.innerText())![1])
  expect(volume).toBeGreaterThan(5)
  const [stl] = await Promise.all([
    page.waitForEvent('download'),
    found.getByRole('button', { name: 'Write STL' }).click(),
  ])
  expect(stl.suggestedFilename()).toBe('Swept volume of Crank.stl')
  expect(volumeOf(await readFile(await stl.path()))).toBeCloseTo(volume, 1)
  const [glb] = await Promise.all([
    page.waitForEvent('download'),
    found.getByRole('button', { name: 'Write GLB' }).click(),
  ])
  expect((await readFile(await glb.path())).subarray(0, 4).toString()).toBe('glTF')
  await page.getByLabel('Shown on the model').uncheck()
  await page.getByLabel('Shown on the model').check()

  // another motion: what was found is of the one before
  await stage(page, 'Connect')
  await setCrank(page, '28 mm')
  await stage(page, 'Prove')
  await expect(found).toContainText('This is of the motion before the last edit.')
  await page.getByRole('button', { name: 'Clear', exact: true }).click()
  await expect(found).toBeHidden()
})

test('where a datum can get is found while joints go through ranges, and what stops it is said', async ({
  page,
}) => {
  await openFresh(page)
  await stage(page, 'Prove')
  await panel(page).getByRole('tab', { name: 'Space' }).click()
  const form = page.getByRole('form', { name: 'Reach' })
  await form.getByLabel('Datum', { exact: true }).click()
  await page.getByRole('option').first().click()
  await form.getByLabel('Joint that goes through a range').click()
  await page.getByRole('option').first().click()
  const range = form.getByRole('group').first()
  await range.getByLabel('Start of the range').fill('30 deg')
  await range.getByLabel('Start of the range').press('Enter')
  await range.getByLabel('End of the range').fill('10 deg')
  await range.getByLabel('End of the range').press('Enter')
  await form.getByRole('button', { name: 'Find reach' }).click()
  await expect(panel(page).getByRole('alert')).toContainText('needs a range whose end lies above its start')
  await range.getByLabel('End of the range').fill('390 deg')
  await range.getByLabel('End of the range').press('Enter')
  await form.getByRole('button', { name: 'Find reach' }).click()
  await expect(form).toContainText('181 points')
  await range.getByRole('button', { name: /^Leave out/ }).click()
  await expect(form.getByRole('group')).toHaveCount(0)
})

/** Of the closed surface of a binary STL in metres [cm^3]. */
function volumeOf(file: Buffer): number {
  let six = 0
  for (let k = 0; k < file.readUInt32LE(80); k++) {
    const [a, b, c] = [12, 24, 36].map((at) => [0, 4, 8].map((i) => file.readFloatLE(84 + 50 * k + at + i)))
    six +=
      a![0]! * (b![1]! * c![2]! - b![2]! * c![1]!) +
      a![1]! * (b![2]! * c![0]! - b![0]! * c![2]!) +
      a![2]! * (b![0]! * c![1]! - b![1]! * c![0]!)
  }
  return (six / 6) * 1e6
}
