/** Picking datums by pointing at the model: what the place offers is said under the pointer, a click takes it. */
import { expect, openFresh, test } from '../fixtures'
import type { Page } from '@playwright/test'
import { stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

/** Moves over the model from the middle outwards until the place offers what is wanted, and clicks it. */
async function pointAt(page: Page, wanted: RegExp): Promise<string> {
  const box = (await page.locator('.model-view canvas').boundingBox())!
  const status = page.getByRole('status').filter({ hasText: 'pick of the joint' })
  const steps = [...Array(23).keys()].map((k) => (k + 1) / 24)
  const nearest = (a: number, b: number) => Math.abs(a - 0.5) - Math.abs(b - 0.5)
  for (const v of [...steps].sort(nearest))
    for (const u of [...steps].sort(nearest)) {
      await page.mouse.move(box.x + u * box.width, box.y + v * box.height)
      const words = (await status.textContent()) ?? ''
      if (!wanted.test(words)) continue
      await page.mouse.down()
      await page.mouse.up()
      return words
    }
  throw new Error(`Nothing offers ${wanted}`)
}

test('datums are picked by pointing, and a joint is proposed from them', async ({ page }) => {
  await openFresh(page)
  await stage(page, 'Connect')
  const form = page.getByRole('form', { name: 'New joint' })
  await form.getByRole('button', { name: 'First pick: point at it on the model' }).click()
  await expect(page.getByText('First pick of the joint:')).toBeVisible()
  await pointAt(page, / of Beam/)
  await expect(form.getByRole('combobox', { name: 'First pick' })).toHaveValue(/of Beam/)
  // the other pick is wanted next
  await expect(page.getByText('Second pick of the joint:')).toBeVisible()
  await pointAt(page, /(circle|arc|round face|bore|hole|top|front|centre).* of Frame/)
  await expect(form.getByRole('combobox', { name: 'Second pick' })).toHaveValue(/of Frame/)
  await expect(page.getByText('pick of the joint:')).toHaveCount(0)
  await expect(form).toContainText(/Mobility 1 →|Would contradict/)
  await form.getByRole('button', { name: 'Clear picks' }).click()

  // Escape ends the picking, and a click selects again
  await form.getByRole('button', { name: 'First pick: point at it on the model' }).click()
  await page.locator('.model-view canvas').focus()
  await page.keyboard.press('Escape')
  await expect(page.getByText('First pick of the joint:')).toHaveCount(0)
})
