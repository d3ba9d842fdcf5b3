/** Scenarios side by side: several moves at once, what is laid over the lanes, comparing, and takes that need no solving. */
import { expect, goTo, openFresh, saved, solved, test } from '../fixtures'
import { choose, inspector, jointRow, reading, stage } from '../hands'
import type { Page } from '@playwright/test'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

/** A slider-crank whose crank is driven by two moves, at 0.5 s and 1.2 s. */
async function openWithMoves(page: Page) {
  await openFresh(page, 'slider-crank')
  await jointRow(page, 'Crank shaft').click()
  await page.getByRole('button', { name: 'Delete the driver' }).click()
  await page.getByRole('button', { name: 'Drive by moves' }).click()
  for (const [k, time] of ['0.5 s', '1.2 s'].entries()) {
    await page.getByRole('button', { name: 'Add a move' }).click()
    const row = page.getByRole('group', { name: `Crank shaft, move ${k + 1}`, exact: true })
    await choose(page, row.getByRole('combobox', { name: /^Start of/ }), 'at a time')
    const field = row.getByRole('textbox', { name: 'Time', exact: true })
    await field.fill(time)
    await field.press('Enter')
    await expect(field).toHaveValue(time)
  }
}
const moveMark = (page: Page, k: number) =>
  page.getByRole('button', { name: new RegExp(`^Crank shaft, move ${k}, `) })

test('several moves are chosen, shifted, copied and deleted together', async ({ page }) => {
  await openWithMoves(page)
  await moveMark(page, 1).press('Enter')
  await moveMark(page, 2).press('Control+Enter')
  await expect(moveMark(page, 1)).toHaveAttribute('aria-pressed', 'true')
  await expect(moveMark(page, 2)).toHaveAttribute('aria-pressed', 'true')
  // a frame is a sixtieth of a second here
  for (let k = 0; k < 3; k++) await moveMark(page, 2).press('ArrowRight')
  await expect(moveMark(page, 1)).toHaveAccessibleName(/0\.55–1\.05 s/)
  await expect(moveMark(page, 2)).toHaveAccessibleName(/1\.25–1\.75 s/)

  // dragged together by the first one
  const box = (await moveMark(page, 1).boundingBox())!
  const lane = (await page.locator('.chart .moves').boundingBox())!
  await page.mouse.move(box.x + 30, box.y + 20)
  await page.mouse.down()
  await page.mouse.move(box.x + 30 - 0.1 * lane.width, box.y + 20, { steps: 6 })
  await page.mouse.up()
  await expect(moveMark(page, 1)).toHaveAccessibleName(/0\.35–0\.85 s/)
  await expect(moveMark(page, 2)).toHaveAccessibleName(/1\.05–1\.55 s/)

  await page.getByRole('button', { name: 'Copy the 2 chosen' }).click()
  await goTo(page, '1.7 s')
  await page.getByRole('button', { name: 'Put 2 at the playhead' }).click()
  await expect(moveMark(page, 3)).toHaveAccessibleName(/1\.70–2\.20 s/)
  await expect(moveMark(page, 4)).toHaveAccessibleName(/2\.40–2\.90 s/)
  await moveMark(page, 4).press('Delete')
  await expect(moveMark(page, 3)).toHaveCount(0)
  await expect(moveMark(page, 2)).toHaveCount(1)

  // the whole lane once more, with its dwells; how often is a number of times
  const times = page.getByRole('textbox', { name: 'Times', exact: true })
  await times.fill('none')
  await times.press('Enter')
  await expect(page.getByRole('alert')).toContainText('none')
  await times.fill('0')
  await times.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Repeat it 1 to 500 times')
  await times.fill('2')
  await times.press('Enter')
  await page.getByRole('button', { name: 'Repeat', exact: true }).click()
  await expect(page.getByRole('group', { name: 'Crank shaft, move 6', exact: true })).toBeVisible()
})

test('speeds are laid over the lanes, and a scenario is compared with its copy', async ({ page }) => {
  await openWithMoves(page)
  await page.getByRole('button', { name: 'Lay the speed over the lanes' }).click()
  // 30 degrees in half a second by 3-4-5: 1.875 times the mean speed (VDI 2143)
  await expect(
    page.getByRole('button', { name: /^Crank shaft/ }).filter({ hasText: 'at most 112.5°/s' }),
  ).toBeVisible()

  await page.getByRole('button', { name: 'Copy the scenario' }).click()
  const side = inspector(page)
  await expect(side).toContainText('Compared')
  await choose(page, side.getByRole('combobox', { name: 'With the scenario' }), 'Steady push')
  await expect(side.getByText('The two move alike.')).toBeVisible()

  await page.locator('.chart .lane button').first().click()
  const value = page
    .getByRole('group', { name: 'Crank shaft, move 2' })
    .getByRole('textbox', { name: 'Value', exact: true })
  await value.fill('40 deg')
  await value.press('Enter')
  // beside the model, so that nothing is selected
  await page.locator('.model-view canvas').click({ position: { x: 30, y: 300 } })
  const list = side.getByRole('list', { name: 'Largest differences' })
  await expect(list.getByRole('button', { name: /^Crank shaft 10\.0°/ })).toBeVisible()
  await list.getByRole('button', { name: /^Crank shaft/ }).click()
  await expect(page.getByLabel('Time at the playhead')).toHaveValue('1.700 s')
})

test('a take stays over a reload and over edits that do not matter, and is solved anew by those that do', async ({
  page,
}) => {
  await openFresh(page)
  const status = page.getByRole('status').filter({ hasText: 'frames solved in' })
  const told = await status.textContent()
  await goTo(page, '1 s')
  const angle = await reading(page, 'Rocker pivot')

  // a name does not matter
  await inspector(page)
    .getByRole('button', { name: /^Delete the driver/ })
    .waitFor({ state: 'hidden' })
  await stage(page, 'Connect')
  await jointRow(page, 'Crank shaft').click()
  await stage(page, 'Drive')
  await page.keyboard.press('Escape')
  const name = inspector(page).getByLabel('Name', { exact: true })
  await name.fill('One turn')
  await name.press('Enter')
  await saved(page)
  await expect(status).toHaveText(told!)

  // stored, so that a reload shows it without solving: the time it took is the one of before
  await expect
    .poll(() =>
      page.evaluate(
        () =>
          new Promise<number>((resolve, reject) => {
            const opened = indexedDB.open('ligamen-takes')
            opened.onerror = () => reject(new Error('no database'))
            opened.onsuccess = () => {
              if (!opened.result.objectStoreNames.contains('takes')) resolve(0)
              else {
                const count = opened.result.transaction('takes').objectStore('takes').count()
                count.onsuccess = () => resolve(count.result)
              }
              opened.result.close()
            }
          }),
      ),
    )
    .toBeGreaterThan(0)
  await page.reload()
  await solved(page)
  await expect(status).toHaveText(told!)
  await goTo(page, '1 s')
  expect(await reading(page, 'Rocker pivot')).toBe(angle)

  // a speed matters; taking it back needs no solving again
  await jointRow(page, 'Crank shaft').click()
  const speed = inspector(page).getByLabel('Speed', { exact: true })
  const before = await speed.inputValue()
  await speed.fill('31 rpm')
  await speed.press('Enter')
  await expect(speed).toHaveValue('31 rpm')
  // two runs may take the same time: the motion tells that it is another one
  await expect.poll(() => reading(page, 'Rocker pivot')).not.toBe(angle)
  await jointRow(page, 'Crank shaft').click()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(speed).toHaveValue(before)
  await expect(status).toHaveText(told!)
})
