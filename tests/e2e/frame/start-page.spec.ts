/** The start page: a project and a mechanism from nothing, renamed, copied, deleted. */
import { expect, saved, selectCrank, solved, test } from '../fixtures'

test('from an empty project to a moving mechanism, and away again', async ({ page }) => {
  const name = `Turner ${test.info().testId}`
  await page.goto('/')
  await page.getByRole('button', { name: 'New project' }).first().click()
  await page.getByRole('button', { name: 'Create', exact: true }).click()
  await expect(page.getByText('A name is needed.')).toBeVisible()
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.getByLabel('Name', { exact: true }).press('Enter')
  const project = page.getByRole('region', { name: `Project ${name}` })
  await expect(project.getByText('Nothing here yet')).toBeVisible()

  await project.getByRole('button', { name: 'New mechanism' }).click()
  await page.getByRole('button', { name: 'Create', exact: true }).click()
  await expect(page.getByText('A name is needed.')).toBeVisible()
  await page.getByLabel('Name', { exact: true }).fill('Packet turner')
  await page.getByRole('radio', { name: /Crank-rocker/ }).check()
  await page.getByRole('button', { name: 'Create', exact: true }).click()
  await solved(page)
  await expect(page.getByText('Packet turner').first()).toBeVisible()
  const field = await selectCrank(page)
  // the picture follows a moment after the save, and may be there before the word “Saved” is
  const picture = page.waitForResponse(
    (answer) => answer.url().endsWith('/picture') && answer.request().method() === 'PUT',
  )
  await field.fill('1.2 in')
  await field.press('Enter')
  await saved(page)
  await picture

  await page.getByRole('link', { name: 'Ligamen, all projects' }).click()
  const card = project.getByRole('article')
  await expect(card.getByRole('img')).toHaveCount(0)
  await expect(card.locator('img')).toBeVisible()
  await expect(card).toContainText('changed just now')

  const more = project.getByRole('button', { name: 'More for Packet turner', exact: true })
  await more.click()
  await page.getByRole('listitem').filter({ hasText: 'Copy' }).click()
  await expect(project.getByRole('article')).toHaveCount(2)
  await project.getByRole('button', { name: 'More for Packet turner copy', exact: true }).click()
  await page.getByRole('listitem').filter({ hasText: 'Rename' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Second turner')
  await page.getByRole('button', { name: 'Rename', exact: true }).click()
  await expect(project.getByText('Second turner')).toBeVisible()
  await more.click()
  await page.getByRole('listitem').filter({ hasText: 'Delete' }).click()
  await page.getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(project.getByRole('article')).toHaveCount(1)

  await project.getByRole('button', { name: `More for the project ${name}` }).click()
  await page.getByRole('listitem').filter({ hasText: 'Delete' }).click()
  await expect(page.getByText('with 1 mechanism.')).toBeVisible()
  await page.getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(project).toHaveCount(0)
})

test('mechanisms are found and sorted, and the one under the pointer moves', async ({ page }) => {
  const name = `Bench ${test.info().testId}`
  const project = await (await page.request.post('/api/projects', { data: { name } })).json()
  for (const [mechanism, start] of [
    ['Jaw 10', 'empty'],
    ['Jaw 9', 'crank-rocker'],
  ])
    await page.request.post(`/api/projects/${project.id}/mechanisms`, { data: { name: mechanism, start } })
  await page.goto('/')
  const find = page.getByRole('textbox', { name: 'Find a project or a mechanism' })
  await find.fill(`${name} jaw`)
  const found = page.getByRole('region', { name: `Project ${name}` })
  await expect(page.getByRole('region', { name: /^Project / })).toHaveCount(1)
  await expect(found.getByRole('article')).toHaveText([/Jaw 9/, /Jaw 10/])
  await page.getByRole('combobox', { name: 'Order' }).press('ArrowDown')
  await page.getByRole('option', { name: 'by name' }).click()
  await expect(found.getByRole('article')).toHaveText([/Jaw 9/, /Jaw 10/])
  await find.fill(`${name} 10`)
  await expect(found.getByRole('article')).toHaveText([/Jaw 10/])
  await find.fill('nothing that is called so')
  await expect(page.getByText('No project and no mechanism is called')).toBeVisible()
  await page.getByRole('button', { name: 'Show all' }).click()

  const card = found.getByRole('article').filter({ hasText: 'Jaw 9' })
  await card.hover()
  const preview = card.getByRole('img', { name: 'Preview of Jaw 9' })
  await expect(preview).toBeVisible()
  await page.mouse.move(5, 5)
  await expect(preview).toHaveCount(0)
  // nothing moves for those who want less motion
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await page.clock.install()
  await card.hover()
  await page.clock.runFor(5000)
  await expect(preview).toHaveCount(0)
})
