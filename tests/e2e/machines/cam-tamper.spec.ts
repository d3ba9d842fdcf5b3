/** The cam-worked tamper of the demo: its lift-off measured, drawn and checked by hand, and mended by a stronger spring. */
import { charted, chooseScenario, documentOf, openDocument } from '../documents'
import { expect, goTo, test } from '../fixtures'
import { choose, chooseNames, inspector, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('a tamper lifts off its eccentric when it is too fast, on a curve and by a check', async ({ page }) => {
  const document = await documentOf('demo/files/cam-tamper.json')
  for (const own of ['probes', 'checks', 'charts']) document[own] = []
  await openDocument(page, 'Tamper', document)
  await chooseScenario(page, 'Tamp at 900 rpm')

  await stage(page, 'Prove')
  await page.getByRole('tab', { name: 'Probes' }).click()
  await page.getByRole('button', { name: 'New probe' }).click()
  const form = page.getByRole('form', { name: 'New probe' })
  await chooseNames(form, { 'What is measured': 'Gap of a contact' })
  await choose(page, form.getByRole('combobox', { name: 'Contact' }), 'Plate on the eccentric')
  // at once, so that the solver has not taken the probe when its chart is asked for
  const chart = await page.getByRole('button', { name: 'Chart', exact: true }).elementHandle()
  await form.getByRole('button', { name: 'Measure', exact: true }).evaluate((measure: HTMLElement, next) => {
    measure.click()
    ;(next as HTMLElement).click()
  }, chart)
  const gap = () => charted(page, 'Gap of Plate on the eccentric')

  // while it runs up it stays on; at full speed it does not
  await goTo(page, '0.2 s')
  await expect.poll(gap).toBeCloseTo(0, 3)
  await goTo(page, '0.7 s')
  await page.getByRole('tab', { name: 'Checks' }).click()
  await page.getByRole('button', { name: 'New check' }).click()
  await page.getByRole('listitem').filter({ hasText: 'A probe stays within a band' }).click()
  const most = inspector(page).getByRole('textbox', { name: 'At most', exact: true })
  await most.fill('0.01 N')
  await most.press('Enter')
  await expect(inspector(page).getByRole('alert')).toBeVisible()
  await most.fill('0.01 mm')
  await most.press('Enter')
  const chip = page.getByTitle('Show the checks')
  await expect(chip).toHaveText('1 of 1 check not met')
  await inspector(page).getByRole('button', { name: 'Go there' }).click()
  await expect.poll(gap).toBeGreaterThan(1)
  const lanes = page.getByRole('region', { name: 'Contact lanes' })
  await expect(lanes).toContainText(/touch for 0\.6\d\d s, \d+ times/)
  await lanes.getByRole('button', { name: /^Slides from 0\.000 s/ }).click()
  await expect.poll(gap).toBeCloseTo(0, 3)

  // a spring ten times as strong keeps it on; undone, it lifts off again
  await stage(page, 'Connect')
  await page.getByRole('tab', { name: 'Spring' }).click()
  const spring = page.getByRole('group', { name: 'Return spring' })
  const stiffness = spring.getByRole('textbox', { name: 'Stiffness', exact: true })
  await stiffness.fill('0.6 N/mm')
  await stiffness.press('Enter')
  await expect(chip).toHaveText('The check is met')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(chip).toHaveText('1 of 1 check not met')

  // slower, it stays on
  await stage(page, 'Prove')
  await chooseScenario(page, 'Tamp at 300 rpm')
  await goTo(page, '1.1 s')
  await expect.poll(gap).toBeCloseTo(0, 3)
})
