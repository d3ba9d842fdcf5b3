/** The first minutes: from the start page to a machine of one's own that moves, without the guide, counted and timed. */
import { countActions, expectActions } from '../count'
import { expect, test } from '../fixtures'
import { chooseNames, jointRow } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('from the start page to a machine of one\u2019s own that moves', async ({ page }) => {
  await page.goto('/')
  await countActions(page)
  const began = Date.now()
  await page.getByRole('button', { name: 'New mechanism' }).first().click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('textbox', { name: 'Name' }).fill('My first machine')
  await dialog.getByRole('radio', { name: /empty/i }).click()
  await dialog.getByRole('button', { name: 'Create' }).click()
  const kit = page.getByRole('list', { name: 'Part kit' })
  for (const noun of ['Box', 'Link plate']) {
    await kit.getByRole('button', { name: noun, exact: true }).click()
    await page.getByRole('button', { name: `Add ${noun}` }).click()
    await expect(page.getByRole('treeitem', { name: new RegExp(`^${noun}`) })).toBeVisible()
  }
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name: 'Connect' }).click()
  const joint = page.getByRole('form', { name: 'New joint' })
  await chooseNames(joint, { 'First pick': 'bore A of Link plate', 'Second pick': 'top of Box' })
  await joint.getByRole('button', { name: 'Make joint' }).click()
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name: 'Drive' }).click()
  await page.getByRole('button', { name: 'New scenario' }).first().click()
  await jointRow(page, 'Link plate pivot').click()
  await page.getByRole('button', { name: 'Drive by a motor' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'frames solved in' })).toBeVisible()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible()
  expect((Date.now() - began) / 1000).toBeLessThan(60)
  await expectActions(page, 25)
})
