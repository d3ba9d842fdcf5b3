/** Datums of one's own and where bodies stand: typed, picked, named, joined to, moved, kept and deleted. */
import { expect, test } from '../fixtures'
import {
  choose,
  chooseNames,
  inspector,
  makeJoint,
  makePart,
  openEmpty,
  outline,
  reading,
  stage,
} from '../hands'
import type { Page } from '@playwright/test'

const form = (page: Page) => page.getByRole('form', { name: 'New datum' })
const type = async (within: ReturnType<typeof form>, label: string, value: string) => {
  const field = within.getByRole('textbox', { name: label, exact: true })
  await field.fill(value)
  await field.press('Enter')
}

test('a datum is typed, carries a joint, is moved with what is on it, and stays until it is deleted', async ({
  page,
}) => {
  await openEmpty(page, 'Datums by hand')
  await makePart(page, { noun: 'Link plate', name: 'Arm', dimensions: { 'Length between bores': '100 mm' } })
  await makePart(page, { noun: 'Disc', name: 'Dial', place: ['0 mm', '200 mm', '0 mm'] })
  await page.getByRole('tab', { name: 'Datums' }).click()

  // wrong first: no direction, a length that is none
  await choose(page, form(page).getByRole('combobox', { name: 'Body' }), 'Arm')
  await type(form(page), 'Direction z', '0')
  await expect(form(page)).toContainText('The direction is 0, 0, 0')
  await expect(form(page).getByRole('button', { name: 'Make datum' })).toBeDisabled()
  await type(form(page), 'Direction z', '2')
  await type(form(page), 'At x', 'abc')
  await expect(form(page).getByRole('button', { name: 'Make datum' })).toBeDisabled()
  await type(form(page), 'At x', '25 mm')
  await form(page).getByRole('textbox', { name: 'Name' }).fill('Peg')
  await expect(form(page)).toContainText('In ground at 25.000 mm, 0.000 mm, 0.000 mm.')
  await form(page).getByRole('button', { name: 'Make datum' }).click()
  await expect(inspector(page).getByRole('heading', { level: 2 })).toContainText('Peg')
  await expect(outline(page, 'Peg')).toBeVisible()

  // another one beside it, by name
  await choose(page, form(page).getByRole('combobox', { name: 'Placed by' }), 'on a pick or another datum')
  const pick = form(page).getByRole('combobox', { name: 'First pick' })
  await pick.fill('Peg')
  await page.getByRole('option', { name: 'Peg of Arm' }).click()
  await type(form(page), 'Offset y', '5 mm')
  await form(page).getByRole('textbox', { name: 'Name' }).fill('Peg beside')
  await form(page).getByRole('button', { name: 'Make datum' }).click()
  await expect(inspector(page)).toContainText('Placed by')

  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Dial pivot', first: 'centre of Dial', second: 'Peg beside of Arm' })
  await page.getByRole('button', { name: 'Outline' }).click()
  await outline(page, 'Dial').click()
  const x = inspector(page).getByRole('textbox', { name: 'x', exact: true })
  await expect(x).toHaveValue('25 mm')
  await expect(inspector(page).getByRole('textbox', { name: 'y', exact: true })).toHaveValue('5 mm')

  // moved with what stands on it
  await outline(page, 'Peg').click()
  await type(inspector(page), 'x', '40 mm')
  await outline(page, 'Dial').click()
  await expect(x).toHaveValue('40 mm')
  await page.keyboard.press('Control+z')
  await expect(x).toHaveValue('25 mm')

  // its joint is deleted, the datum stays; deleted itself it takes along what is on it
  await outline(page, 'Dial pivot').click()
  await page.getByRole('treeitem', { name: /^Dial pivot/ }).press('Delete')
  await expect(outline(page, 'Dial pivot')).toHaveCount(0)
  await expect(outline(page, 'Peg beside')).toBeVisible()
  await page.keyboard.press('Control+z')
  await outline(page, 'Peg').click()
  await expect(inspector(page)).toContainText('Deletes Peg and also Dial pivot (joint).')
})

test('a body stands where it is typed, in ground or in another body', async ({ page }) => {
  await openEmpty(page, 'Places by hand')
  await makePart(page, { noun: 'Link plate', name: 'Arm', place: ['10 mm', '0 mm', '0 mm'] })
  await makePart(page, { noun: 'Disc', name: 'Dial', place: ['0 mm', '200 mm', '0 mm'] })
  const field = (name: string) => inspector(page).getByRole('textbox', { name, exact: true })
  await type(inspector(page), 'x', '30 mm')
  await type(inspector(page), 'About z', '90 deg')
  await expect(field('x')).toHaveValue('30 mm')
  await choose(page, inspector(page).getByRole('combobox', { name: 'Measured in' }), 'Arm')
  await expect(field('x')).toHaveValue('20 mm')
  await type(inspector(page), 'x', 'three')
  await expect(inspector(page)).toContainText('three')
  await field('x').press('Escape')
  await type(inspector(page), 'x', '25 mm')
  await choose(page, inspector(page).getByRole('combobox', { name: 'Measured in' }), 'ground')
  await expect(field('x')).toHaveValue('35 mm')
  await expect(field('About z')).toHaveValue('90 deg')

  // what is joined comes as near as its joint lets it, and says so
  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Dial pivot', first: 'centre of Dial', second: 'bore B of Arm' })
  await page.getByRole('button', { name: 'Outline' }).click()
  await outline(page, 'Dial').click()
  const before = await field('x').inputValue()
  await type(inspector(page), 'x', '500 mm')
  await expect(inspector(page)).toContainText('Its joints let it come only as near as this')
  await expect(field('x')).toHaveValue(before)
})

test('a joint counts from here and the other way; limits stay where they are', async ({ page }) => {
  await openEmpty(page, 'Counting by hand')
  await makePart(page, { noun: 'Link plate', name: 'Arm' })
  await makePart(page, { noun: 'Disc', name: 'Dial', place: ['0 mm', '200 mm', '0 mm'] })
  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Dial pivot', first: 'centre of Dial', second: 'bore B of Arm' })
  await type(inspector(page), 'Upper limit', '90 deg')
  await page.getByRole('region', { name: 'Joint positions' }).getByRole('textbox').first().fill('30 deg')
  await page.getByRole('region', { name: 'Joint positions' }).getByRole('textbox').first().press('Enter')
  await expect.poll(() => reading(page, 'Dial pivot')).toBeCloseTo(30, 3)
  await inspector(page).getByRole('button', { name: 'Zero here' }).click()
  await expect.poll(() => reading(page, 'Dial pivot')).toBeCloseTo(0, 3)
  await expect(inspector(page).getByRole('textbox', { name: 'Upper limit' })).toHaveValue('60 deg')
  // by name, from the palette
  await page.keyboard.press('Control+k')
  await page.getByRole('dialog').getByRole('combobox').fill('other way')
  await page.keyboard.press('Enter')
  await expect(inspector(page).getByRole('textbox', { name: 'Lower limit' })).toHaveValue('-60 deg')
  await expect(inspector(page).getByRole('textbox', { name: 'Upper limit' })).toHaveValue('')
})

test('the rule measures between two places, where the bodies are now', async ({ page }) => {
  await openEmpty(page, 'Measured by hand')
  await makePart(page, { noun: 'Link plate', name: 'Arm', place: ['0 mm', '0 mm', '10 mm'] })
  await makePart(page, { noun: 'Disc', name: 'Dial', place: ['30 mm', '40 mm', '10 mm'] })
  await page.keyboard.press('v')
  await page.keyboard.press('m')
  const rule = page.getByRole('region', { name: 'Measuring rule' })
  await chooseNames(rule, { 'First pick': 'bore A of Arm', 'Second pick': 'centre of Dial' })
  await expect(rule).toContainText('Distance50.000 mm')
  await expect(rule).toContainText('Diameter of the second60.000 mm')
  await rule.getByRole('button', { name: 'Measure something else' }).click()
  await expect(rule).toContainText('Pick two places')
  await rule.getByRole('combobox', { name: 'First pick', exact: true }).press('Escape')
  await expect(rule).toHaveCount(0)
})
