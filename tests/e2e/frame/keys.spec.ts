/** Keys and the command palette: again and again, while something is typed, and with keys of one's own. */
import { expect } from '@playwright/test'
import type { Page } from '@playwright/test'
import { jointRow, openFresh, saved, selectCrank, test } from '../fixtures'
import { inspector, openEmpty, outline, stage } from '../hands'

test('the palette works every time it opens, and what is typed there does nothing else', async ({ page }) => {
  await openFresh(page)
  const palette = page.getByRole('dialog', { name: 'Command palette' })
  const field = palette.getByRole('combobox', { name: 'Action' })
  for (const words of ['show only what', 'hide or show']) {
    await page.getByRole('button', { name: 'Body Crank', exact: true }).click()
    await page.keyboard.press('Control+k')
    await expect(field).toBeFocused()
    await page.keyboard.type(words)
    await expect(field).toHaveValue(words)
    await expect(palette.getByRole('option').first()).toContainText(new RegExp(words, 'i'))
    await page.keyboard.press('Escape')
    await expect(palette).toBeHidden()
  }
  await expect(page.getByRole('button', { name: 'Show everything' })).toBeHidden()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('no such action')
  await expect(palette.getByText('No action of that name can be done now.')).toBeVisible()
  await field.fill('new joint: prismatic')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('form', { name: 'New joint' })).toBeVisible()
  await expect(page.getByRole('form', { name: 'New joint' })).toContainText('Prismatic')
})

/** Names of what can be pressed or written into in the panels, as a screen reader finds them. */
async function controlNames(page: Page): Promise<string[]> {
  const snapshot = await page.locator('#__nuxt').ariaSnapshot()
  const lines = snapshot.split('\n').filter((line) => !line.includes('[disabled]'))
  return lines.flatMap((line) => {
    const [, name] = /^\s*- (?:button|textbox|combobox|checkbox|tab|slider|link) "([^"]+)"/.exec(line) ?? []
    // the button “Choose files” opens it
    return name && name !== 'Files to bring in' ? [name] : []
  })
}

test('the palette holds every control of the panels that are open, by name', async ({ page }) => {
  await openFresh(page)
  const palette = page.getByRole('dialog', { name: 'Command palette' })
  // what was done last may still be changing the names of controls while they are read
  const held = () =>
    expect(async () => {
      const names = await controlNames(page)
      expect(names.length).toBeGreaterThan(20)
      await page.keyboard.press('Control+k')
      await expect(palette.getByRole('option').first()).toBeVisible()
      const options = await palette.getByRole('option').allTextContents()
      await page.keyboard.press('Escape')
      await expect(palette).toBeHidden()
      const missing = names.filter((name) => !options.some((option) => option.includes(name)))
      expect(missing).toEqual([])
    }).toPass()
  await jointRow(page, 'Crank shaft').click()
  await held()
  await page.getByRole('button', { name: 'Delete the driver' }).click()
  await page.getByRole('button', { name: 'Drive by moves' }).click()
  await page.getByRole('button', { name: 'Add a move' }).click()
  await held()
  for (const [place, tabs] of [
    ['Build', ['Part kit', 'Place', 'Datums', 'Files', 'Overlaps']],
    ['Connect', ['Joint', 'Mate', 'Relation', 'Contact', 'Spring', 'Poses']],
  ] as const) {
    await stage(page, place)
    if (place === 'Build') await outline(page, 'Crank').click()
    for (const tab of tabs) {
      await page.getByRole('tab', { name: tab }).click()
      await held()
    }
  }
  // a field gets the focus, a button is pressed
  await page.keyboard.press('Control+k')
  await page.keyboard.type('inspector name')
  await page.keyboard.press('Enter')
  await expect(inspector(page).getByRole('textbox', { name: 'Name' })).toBeFocused()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('see through')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Show everything' })).toBeVisible()
})

test('undo after Enter in a field undoes the edit, while typing it is that of the field', async ({
  page,
}) => {
  await openFresh(page)
  const length = await selectCrank(page)
  const before = await length.inputValue()
  await length.fill('41 mm')
  await length.press('Enter')
  await saved(page)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
  await length.press('Control+z')
  await expect(length).toHaveValue(before)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  await length.press('Control+Shift+z')
  await expect(length).toHaveValue('41 mm')
  await length.press('End')
  await length.pressSequentially('0')
  await length.press('Control+z')
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
})

test('Escape closes a list of choices before it closes the form of a part', async ({ page }) => {
  await openEmpty(page, 'Dosing gears')
  await page
    .getByRole('list', { name: 'Part kit' })
    .getByRole('button', { name: 'Spur gear', exact: true })
    .click()
  const form = page.getByRole('form', { name: /^New / })
  await form.getByLabel('Teeth').fill('31')
  await form.getByLabel('Teeth').press('Enter')
  await form.getByRole('combobox', { name: 'Main axis points' }).press('ArrowDown')
  await expect(page.getByRole('option', { name: 'front' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('option', { name: 'front' })).toBeHidden()
  await expect(form.getByLabel('Teeth')).toHaveValue('31')
  await page.keyboard.press('Escape')
  await expect(form).toBeHidden()
})

test('two keys look from a side, and keys can be changed, not to those of another', async ({ page }) => {
  await openFresh(page)
  await page.getByRole('application').focus()
  await page.keyboard.press('v')
  await expect(page.getByRole('status', { name: 'After V' })).toContainText('From above')
  await page.keyboard.press('t')
  await expect(page.getByRole('status', { name: 'After V' })).toBeHidden()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('keys: see')
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog', { name: 'Keys' })
  await dialog.getByLabel('Find an action').fill('from above')
  const keys = dialog.getByRole('button', { name: /^Keys of From above/ })
  await keys.click()
  await page.keyboard.press('v')
  await page.keyboard.press('f')
  await expect(dialog.getByRole('alert')).toContainText('From the front')
  await keys.click()
  await keys.click()
  await page.keyboard.press('v')
  await page.keyboard.press('o')
  await expect(keys).toHaveText('V O')
  await dialog.getByRole('button', { name: 'Done' }).click()
  await page.reload()
  await page.getByRole('application').focus()
  await page.keyboard.press('v')
  await expect(page.getByRole('status', { name: 'After V' })).toContainText('V O From above')
})

test('the palette finds what comes while it is open, and what is chosen stays chosen', async ({ page }) => {
  await openFresh(page)
  await page.keyboard.press('Control+k')
  const palette = page.getByRole('dialog', { name: 'Command palette' })
  await expect(palette.getByRole('combobox', { name: 'Action' })).toBeFocused()
  await page.keyboard.press('ArrowDown')
  const chosen = await palette.locator('[aria-selected="true"] span').innerText()
  // a panel that was still on its way when the palette opened
  await page.evaluate(() => {
    const button = Object.assign(document.createElement('button'), { textContent: 'Late panel' })
    document.getElementById('__nuxt')!.prepend(button)
  })
  await expect(palette.getByRole('option', { name: 'Late panel' })).toHaveCount(1)
  await expect(palette.locator('[aria-selected="true"] span')).toHaveText(chosen)
  await page.keyboard.type('late panel')
  await expect(palette.getByRole('option')).toHaveText(['Late panel'])
})
