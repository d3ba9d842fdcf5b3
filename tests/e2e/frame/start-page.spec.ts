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
