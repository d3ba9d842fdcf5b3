/** Springs and belts: made in Connect, drawn between what they are made fast to. */
import { expect, openFresh, test } from '../fixtures'
import { stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' }, drawn: true })

test('a spring is made between two places, changed, and deleted', async ({ page }) => {
  await openFresh(page, 'slider-crank')
  await stage(page, 'Connect')
  await page.getByRole('tab', { name: 'Spring' }).click()
  const form = page.getByRole('form', { name: 'New spring' })
  await expect(form.getByRole('button', { name: 'Make spring' })).toBeDisabled()
  const end = async (label: string, of: RegExp) => {
    const field = form.getByRole('combobox', { name: label })
    await field.fill('')
    await field.pressSequentially(of.source.slice(0, 4))
    await page.getByRole('option', { name: of }).first().click()
  }
  await end('First end', /Pusher/)
  await end('Second end', /Pusher/)
  await expect(form).toContainText('Both ends are on one body')
  await end('Second end', /Frame/)
  const picture = async () => (await page.locator('.model-view canvas').screenshot()).toString('base64')
  const before = await picture()
  await form.getByRole('button', { name: 'Make spring' }).click()
  const spring = page.getByRole('group', { name: 'Spring', exact: true })
  await expect(spring).toBeVisible()
  await expect.poll(picture).not.toBe(before)

  const coils = spring.getByRole('textbox', { name: 'Coils' })
  await coils.fill('0')
  await coils.press('Enter')
  await expect(spring.getByRole('alert')).toContainText('coils must not be less than 1')
  await coils.press('Escape')
  const diameter = spring.getByRole('textbox', { name: 'Diameter' })
  await diameter.fill('thick')
  await diameter.press('Enter')
  await expect(spring.getByRole('alert')).toContainText('thick')
  await diameter.fill('3/4 in')
  await diameter.press('Enter')
  await expect(diameter).toHaveValue('3/4 in')
  await spring.getByRole('button', { name: 'Delete Spring' }).click()
  await expect(spring).toHaveCount(0)
  await expect.poll(picture).toBe(before)
})
