/** The Prove stage: measured, drawn, checked, mended; reference curves; what is wrong said at its place. */
import type { Page } from '@playwright/test'
import { expect, goTo, jointRow, openFresh, rockerAngle, saved, selectCrank, solved, test } from '../fixtures'
import { choose, chooseNames, inspector, stage, typeAtOnce } from '../hands'

const chart = (page: Page, name: string) => page.getByRole('article', { name: `Chart ${name}`, exact: true })
const chip = (page: Page) => page.getByTitle('Show the checks')

/** The number that a curve's legend shows. */
async function reading(page: Page, name: string): Promise<number> {
  const text = await chart(page, name).locator('.legend strong').first().innerText()
  return Number(text.replace('−', '-').replace(/[^-\d.]/g, ''))
}

/** Measures the rocker's joint in two clicks: select, Measure. */
async function measureRocker(page: Page) {
  await jointRow(page, 'Rocker pivot').click()
  await inspector(page).getByRole('button', { name: 'Measure', exact: true }).click()
  await expect(inspector(page).getByRole('heading', { level: 2 })).toContainText('Rocker pivot')
  await solved(page)
}

async function newCheck(page: Page, words: string) {
  await page.getByRole('tab', { name: 'Checks' }).click()
  await page.getByRole('button', { name: 'New check' }).click()
  await page.getByRole('listitem').filter({ hasText: words }).click()
  await expect(inspector(page)).toContainText('What is demanded')
}

async function fill(page: Page, label: string, value: string) {
  const field = inspector(page).getByRole('textbox', { name: label, exact: true })
  await field.fill(value)
  await field.press('Enter')
}

test('a joint is measured in two clicks, drawn, checked, and mended until the check is met', async ({
  page,
  browser,
}) => {
  // what a page asks of the printer, in whatever frame it is
  await page.addInitScript(() => {
    globalThis.print = () => Reflect.set(globalThis.top!, 'printed', document.title)
  })
  await openFresh(page)
  await measureRocker(page)
  await page.getByRole('button', { name: 'Chart', exact: true }).click()
  await expect(chart(page, 'Rocker pivot')).toBeVisible()
  for (const time of [0.4, 1.3, 2.45]) {
    await goTo(page, `${time} s`)
    await expect.poll(() => reading(page, 'Rocker pivot')).toBeCloseTo(rockerAngle(time), 1)
  }

  // a press on the drawing moves the playhead
  const box = (await chart(page, 'Rocker pivot').getByRole('img').boundingBox())!
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2)
  const time = Number((await page.getByLabel('Time at the playhead').inputValue()).replace(' s', ''))
  expect(Math.abs(time - 1.25)).toBeLessThan(0.15)
  await expect.poll(() => reading(page, 'Rocker pivot')).toBeCloseTo(rockerAngle(time), 1)

  await newCheck(page, 'A probe stays within a band')
  const most = Math.max(...Array.from({ length: 2500 }, (_, k) => rockerAngle(k / 1000)))
  await fill(page, 'At most', `${(most - 1).toFixed(2)} deg`)
  await expect(chip(page)).toHaveText('1 of 1 check not met')
  await expect(inspector(page)).toContainText(/Margin\s*−1\.0°/)
  await inspector(page).getByRole('button', { name: 'Go there' }).click()
  await expect.poll(() => reading(page, 'Rocker pivot')).toBeCloseTo(most, 0)

  // a shorter crank swings the rocker less
  await stage(page, 'Connect')
  const field = await selectCrank(page)
  await field.fill('28 mm')
  await field.press('Enter')
  await expect(chip(page)).toHaveText('The check is met')
  await page.keyboard.press('Control+z')
  await expect(chip(page)).toHaveText('1 of 1 check not met')
  await page.keyboard.press('Control+y')
  await expect(chip(page)).toHaveText('The check is met')

  // all of it is found again
  await saved(page)
  await page.reload()
  await expect(chip(page)).toHaveText('The check is met')
  await chip(page).click()
  await expect(page.getByRole('button', { name: /Rocker pivot stays below/ })).toBeVisible()
  await expect(chart(page, 'Rocker pivot')).toBeVisible()

  // and handed over as a page that opens without anything else
  await page.getByRole('tab', { name: 'Report' }).click()
  const panel = page.getByRole('region', { name: 'Proof' })
  await panel.getByRole('textbox', { name: 'Author' }).fill('A. Gardener')
  await panel.getByRole('textbox', { name: 'Author' }).press('Enter')
  await saved(page)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Write the report (HTML)' }).click(),
  ])
  // or is printed, from where it can be saved as PDF
  await page.getByRole('button', { name: 'Print, or save as PDF' }).click()
  await expect
    .poll(() => page.evaluate(() => Reflect.get(globalThis, 'printed')))
    .toContain('Beam under test')
  const file = test.info().outputPath('report.html')
  await download.saveAs(file)
  const report = await (await browser.newContext({ offline: true })).newPage()
  await report.goto(`file://${file}`)
  await expect(report.getByRole('heading', { level: 2, name: 'Checks' })).toBeVisible()
  await expect(report.getByText('Of 1 check: 1 met.')).toBeVisible()
  await expect(report.getByText('A. Gardener')).toBeVisible()
  const picture = report.getByRole('img').first()
  expect(await picture.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(1200)
})

test('a reference curve from a CSV file is laid over, compared and checked; a broken one is refused by its row', async ({
  page,
}) => {
  await openFresh(page)
  await measureRocker(page)
  await page.getByRole('button', { name: 'Chart', exact: true }).click()
  const input = chart(page, 'Rocker pivot').locator('input[type=file]')
  const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })
  await input.setInputFiles(file('broken.csv', 'time;angle\n0;0\n0,5;x\n'))
  await expect(chart(page, 'Rocker pivot').getByRole('alert')).toContainText('Row 3: “x” is not a number.')
  await input.setInputFiles(file('back.csv', 'time;angle\n0;0\n0,5;1\n0,4;1\n'))
  await expect(chart(page, 'Rocker pivot').getByRole('alert')).toContainText('sort the rows by time')

  const rows = Array.from({ length: 24 }, (_, k) => {
    const time = 0.1 * k
    return `${time.toFixed(1)},${(rockerAngle(time) + (k === 12 ? 2 : 0)).toFixed(6)}`
  })
  await input.setInputFiles(file('film.csv', `time [s],filmed [deg]\n${rows.join('\n')}\n`))
  await expect(chart(page, 'Rocker pivot')).toContainText('filmed: differs by at most 2.00 ° at 1.200 s')

  await newCheck(page, 'The run agrees with a reference curve')
  await fill(page, 'Within', '1 deg')
  await expect(chip(page)).toHaveText('1 of 1 check not met')
  await fill(page, 'Within', '3 deg')
  await expect(chip(page)).toHaveText('The check is met')
})

test('what does not fit is said at its place, and the rest goes on', async ({ page }) => {
  await openFresh(page)
  await stage(page, 'Prove')
  await page.getByRole('tab', { name: 'Probes' }).click()
  const form = page.getByRole('form', { name: 'New probe' })
  const expression = async (text: string) => {
    await form.getByRole('textbox', { name: 'Expression' }).fill(text)
    await form.getByRole('button', { name: 'Measure', exact: true }).click()
  }
  await page.getByRole('button', { name: 'New probe' }).click()
  await chooseNames(form, { 'What is measured': 'Expression of other probes' })
  await expression('2 * beam_tip_height + 3 s')
  await expect(form.getByRole('alert')).toBeVisible()
  await expression('2 * nothing_of_that_name')
  await expect(form.getByRole('alert')).toContainText('nothing_of_that_name')
  await expression('1 mm / (beam_tip_height - beam_tip_height)')
  await solved(page)
  await expect(inspector(page)).toContainText(/Value\s*none/)
  await page.keyboard.press('Control+z')

  await newCheck(page, 'A probe stays within a band')
  await fill(page, 'At most', '12 deg')
  await expect(inspector(page).getByRole('alert')).toBeVisible()
  await page.keyboard.press('Escape')
  await choose(page, inspector(page).getByRole('combobox', { name: 'During' }), 'a stretch of time')
  await typeAtOnce(page, ['From', '2 s'], ['To', '1 s'])
  await expect(inspector(page)).toContainText('The stretch is empty: it ends before it starts.')
  await expect(chip(page)).toHaveText('1 of 1 check not decided')
  await inspector(page).getByRole('button', { name: 'Mute', exact: true }).click()
  await expect(chip(page)).toHaveCount(0)
  // with the probe goes what is said of it
  await page.getByRole('tab', { name: 'Probes' }).click()
  await page.getByRole('button', { name: /^Beam tip height/ }).click()
  await expect(inspector(page)).toContainText('and also Beam tip height stays below (check)')
  await inspector(page).getByRole('button', { name: 'Delete', exact: true }).click()
  await page.getByRole('tab', { name: 'Checks' }).click()
  await expect(page.getByRole('button', { name: /stays below/ })).toHaveCount(0)
})

test('keyboard alone makes a probe and a check', async ({ page }) => {
  await openFresh(page)
  await page.evaluate(() => addEventListener('pointerdown', () => (document.title = 'pressed'), true))
  const palette = page.getByRole('dialog', { name: 'Command palette' })
  const command = async (words: string) => {
    await page.keyboard.press('Control+k')
    await expect(palette.getByRole('combobox', { name: 'Action' })).toBeFocused()
    await page.keyboard.type(words)
    await expect(palette.getByRole('option').first()).toBeVisible()
    await page.keyboard.press('Enter')
    await expect(palette).toBeHidden()
  }
  await command('joint positions: rocker pivot')
  for (const key of ['p', 'm']) await page.keyboard.press(key)
  await expect(inspector(page).getByRole('heading', { level: 2 })).toContainText('Rocker pivot')
  for (const key of ['p', 'c']) await page.keyboard.press(key)
  await command('new check')
  const completes = page.getByRole('listitem').filter({ hasText: 'The motion goes through to its end' })
  await expect(completes).toBeVisible()
  await expect(async () => {
    await page.keyboard.press('ArrowDown')
    await expect(completes).toBeFocused({ timeout: 100 })
  }).toPass()
  await page.keyboard.press('Enter')
  await expect(chip(page)).toHaveText('The check is met')
  expect(await page.title()).not.toBe('pressed')
})
