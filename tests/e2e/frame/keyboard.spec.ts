/** A machine by keyboard alone: made, joined, limited, related, driven, watched, measured, undone; nothing is ever pressed with a pointer. */
import type { Page } from '@playwright/test'
import { expect, solved, test } from '../fixtures'
import { inspector, openEmpty, outline } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

/** Does what the palette holds by these words. */
async function command(page: Page, words: string): Promise<void> {
  const palette = page.getByRole('dialog', { name: 'Command palette' })
  await page.keyboard.press('Control+k')
  await expect(palette.getByRole('combobox', { name: 'Action' })).toBeFocused()
  await page.keyboard.type(words)
  await expect(palette.getByRole('option').first()).toContainText(new RegExp(words.split(' ')[0]!, 'i'))
  await page.keyboard.press('Enter')
  await expect(palette).toBeHidden()
}

/** Goes to a field by the palette and writes into it. */
async function write(page: Page, field: string, value: string, end = 'Tab'): Promise<void> {
  await command(page, field)
  await page.keyboard.press('Control+a')
  await page.keyboard.type(value)
  await page.keyboard.press(end)
}

/** Chooses from a list by its name. */
async function pick(page: Page, field: string, name: string): Promise<void> {
  await command(page, field)
  await page.keyboard.type(name)
  await expect(page.getByRole('option', { name, exact: true })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('option', { name, exact: true })).toHaveCount(0)
}

async function part(page: Page, noun: string, name: string, place: readonly string[] = []): Promise<void> {
  await command(page, `new ${noun}`)
  await expect(page.getByRole('form', { name: /^New / })).toBeVisible()
  await write(page, 'new name', name)
  for (const [k, value] of place.entries()) await write(page, `stands at ${'xyz'[k]!}`, value)
  await command(page, `add ${name}`)
  await expect(outline(page, name)).toBeVisible()
}

const position = (page: Page, joint: string) =>
  page.getByRole('textbox', { name: `Position of ${joint}`, exact: true })

test('everything by keyboard alone', async ({ page }) => {
  test.setTimeout(240_000)
  await openEmpty(page, 'By keyboard')
  await page.evaluate(() => {
    addEventListener('pointerdown', () => (document.title = 'pressed'), true)
  })
  await part(page, 'box', 'Base')
  await part(page, 'spur gear', 'Gear')
  await part(page, 'spur gear', 'Wheel', ['200 mm', '0 mm', '40 mm'])
  // joints to places that are typed by name
  for (const [first, second, name] of [
    ['pitch centre of Gear', 'top of Base', 'Gear shaft'],
    ['pitch centre of Wheel', 'right of Base', 'Wheel shaft'],
  ] as const) {
    await command(page, 'new joint revolute')
    await page.keyboard.press('Escape')
    await pick(page, 'new joint first pick', first)
    await pick(page, 'new joint second pick', second)
    await write(page, 'new joint name', name)
    await command(page, 'make joint')
    await expect(inspector(page).getByRole('heading', { level: 2 })).toContainText(name)
  }
  await write(page, 'inspector upper limit', '120 deg')
  await expect(inspector(page).getByRole('textbox', { name: 'Upper limit' })).toHaveValue('120 deg')
  await command(page, 'new relation between')
  await pick(page, 'first joint position', 'Gear shaft')
  await pick(page, 'second joint position', 'Wheel shaft')
  await command(page, 'make relation')
  await command(page, 'joint positions: gear shaft')
  await write(page, 'position of gear shaft', '45 deg', 'Enter')
  await expect(position(page, 'Gear shaft')).toHaveValue(/^45\.000/)
  // two wheels alike: as far
  await command(page, 'joint positions: wheel shaft')
  await expect(position(page, 'Wheel shaft')).toHaveValue(/^[−-]?45\.000/)
  await command(page, 'joint positions: gear shaft')
  // what is written wrong stays with its reason, and Escape takes it back
  await write(page, 'position of gear shaft', 'far', 'Enter')
  await expect(page.getByText('“far” is not a number with a unit')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByText('“far” is not a number with a unit')).toHaveCount(0)

  // a motor, then moves in its place, and a run that is watched
  await page.keyboard.press('3')
  await command(page, 'new scenario')
  await command(page, 'joint positions: gear shaft')
  await command(page, 'drive the selected joint by a motor')
  await write(page, 'inspector speed', '10 rpm')
  await solved(page)
  await write(page, 'time at the playhead', '0.5 s', 'Enter')
  await expect(position(page, 'Gear shaft')).toHaveValue(/^30\.000/)
  await command(page, 'delete the driver')
  await command(page, 'drive the selected joint by moves')
  await command(page, 'add a move')
  const row = page.getByRole('group', { name: 'Gear shaft, move 1', exact: true })
  await expect(row).toBeVisible()
  await write(page, 'gear shaft, move 1: value', '60 deg')
  await write(page, 'gear shaft, move 1: duration', '2 s')
  await expect(row.getByRole('textbox', { name: 'Duration', exact: true })).toHaveValue('2 s')
  await solved(page)
  await write(page, 'time at the playhead', '1 s', 'Enter')
  await expect(position(page, 'Gear shaft')).toHaveValue(/^30\.000/)
  await command(page, 'play')
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible()
  await command(page, 'pause')
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible()

  // looked at from above, measured, bound together, taken back
  for (const key of ['v', 't', 'v', 'm']) await page.keyboard.press(key)
  await pick(page, 'measuring rule first pick', 'pitch centre of Gear')
  await pick(page, 'measuring rule second pick', 'top of Base')
  await expect(page.getByRole('region', { name: 'Measuring rule' })).toContainText('Distance')
  await command(page, 'measuring rule first pick')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('region', { name: 'Measuring rule' })).toHaveCount(0)
  await page.keyboard.press('1')
  await command(page, 'outline gear')
  await page.keyboard.press('Delete')
  await expect(outline(page, 'Gear')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(outline(page, 'Gear')).toBeVisible()
  expect(await page.title()).not.toBe('pressed')
})
