/** Parts from elsewhere: a STEP assembly of which a rod is joined to the bracket that it runs in, and turned by it. */
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { Page } from '@playwright/test'
import { countActions, expectActions } from '../count'
import { expect, test } from '../fixtures'
import { inspector, openEmpty, put, reading, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

const occtFolder = dirname(dirname(createRequire(import.meta.url).resolve('occt-import-js')))

/** Moves over the model until the place offers what is wanted, and clicks it. */
async function pointAt(page: Page, wanted: RegExp): Promise<void> {
  const box = (await page.locator('.model-view canvas').boundingBox())!
  const status = page.getByRole('status').filter({ hasText: 'pick of the joint' })
  await expect(async () => {
    for (let v = 0.15; v < 0.85; v += 0.02)
      for (let u = 0.2; u < 0.8; u += 0.025) {
        await page.mouse.move(box.x + u * box.width, box.y + v * box.height)
        if (!wanted.test((await status.textContent()) ?? '')) continue
        await page.mouse.down()
        await page.mouse.up()
        return
      }
    throw new Error(`Nothing offers ${wanted}`)
  }).toPass()
}

test('a rod of a STEP assembly turns in its bracket', async ({ page }) => {
  await openEmpty(page, 'Rods that turn')
  await countActions(page)
  await page.getByRole('tab', { name: 'Files' }).click()
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Choose files' }).click()
  await (await chooser).setFiles(join(occtFolder, 'test/testfiles/cax-if/as1-oc-214.stp'))
  await expect(page.getByRole('region', { name: 'How it goes' })).toContainText('bodies brought in.')
  await stage(page, 'Connect')
  const form = page.getByRole('form', { name: 'New joint' })
  await form.getByRole('button', { name: 'First pick: point at it on the model' }).click()
  await pointAt(page, /Ø 10\.00 mm of rod/)
  await pointAt(page, /Ø [\d.]+ mm of l-bracket/)
  await expect(form).toContainText('Mobility')
  await form.getByRole('button', { name: 'Make joint' }).click()
  await expect(inspector(page).getByRole('textbox', { name: 'Upper limit' })).toBeVisible()
  const name = await inspector(page).getByRole('textbox', { name: 'Name', exact: true }).inputValue()
  await put(page, name, '30 deg')
  expect(await reading(page, name)).toBeCloseTo(30, 6)
  await expectActions(page, 12)
})
