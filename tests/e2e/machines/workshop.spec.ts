/** The tools of Build and Connect one after the other: overlaps, cutting plane, mirror, groups by dragging, mates, sums. */
import { expect, test } from '../fixtures'
import { choose, inspector, makeJoint, makePart, openEmpty, outline, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('overlaps are measured, parts are mirrored, groups are filled by dragging and folded on the map', async ({
  page,
}) => {
  await openEmpty(page, 'Packet tray')
  const box = { 'Width (x)': '40 mm', 'Depth (y)': '20 mm', 'Height (z)': '10 mm' }
  await makePart(page, { noun: 'Box', name: 'Tray', dimensions: box })
  await makePart(page, { noun: 'Box', name: 'Stop', dimensions: box, place: ['30 mm', '0 mm', '4 mm'] })

  await page.getByRole('tab', { name: 'Overlaps' }).click()
  await page.getByRole('button', { name: 'Look for overlaps' }).click()
  const list = page.getByRole('region', { name: 'List of overlaps' })
  // 10 mm along, 20 mm across, 6 mm high
  await expect(list).toContainText('Tray and Stop')
  await expect(list).toContainText('1200.0 mm³')
  const cutting = page.getByRole('region', { name: 'Cutting plane' })
  await choose(page, cutting.getByRole('combobox', { name: 'Plane' }), 'across x')
  // from the tray's left side to the stop's right side
  await expect(cutting).toContainText('at 15.0 mm')
  await choose(page, cutting.getByRole('combobox', { name: 'Plane' }), 'none')

  await outline(page, 'Stop').click()
  await page.getByRole('tab', { name: 'Place' }).click()
  const turning = page.getByRole('region', { name: 'Turn and mirror' })
  await choose(page, turning.getByRole('combobox', { name: 'Axis' }), 'x')
  await turning.getByRole('button', { name: 'Mirror across x' }).click()
  await expect(page.getByText('Stop mirrored.')).toBeVisible()

  await outline(page, 'Tray').click()
  await page.getByRole('button', { name: 'Gather as moving group' }).click()
  await expect(outline(page, 'Group 1')).toBeVisible()
  await outline(page, 'Stop').dragTo(outline(page, 'Group 1'))
  await expect(outline(page, 'Stop')).toHaveAttribute('aria-level', '2')

  await page.getByRole('button', { name: 'Link map', exact: true }).click()
  const map = page.getByRole('region', { name: 'Link map' })
  await expect(map.getByRole('button', { name: 'Body Tray' })).toBeVisible()
  await map.getByRole('button', { name: 'Fold the groups' }).click()
  await expect(map.getByRole('button', { name: 'Group Group 1' })).toBeVisible()
  await expect(map.getByRole('button', { name: 'Body Tray' })).toHaveCount(0)
  await page.getByRole('textbox', { name: 'Filter by name' }).fill('stop')
  await expect(map.getByRole('button', { name: 'Body Stop', exact: true })).toBeVisible()
})

test('a mate holds two planes, and three joints are coupled as in a differential', async ({ page }) => {
  await openEmpty(page, 'Differential')
  const box = { 'Width (x)': '40 mm', 'Depth (y)': '20 mm', 'Height (z)': '10 mm' }
  await makePart(page, { noun: 'Box', name: 'Frame', dimensions: box })
  await makePart(page, { noun: 'Box', name: 'Slab', dimensions: box, place: ['0 mm', '0 mm', '50 mm'] })
  for (const [k, name] of ['Left', 'Right', 'Cage'].entries())
    await makePart(page, { noun: 'Disc', name, place: [`${80 * (k + 1)} mm`, '0 mm', '0 mm'] })
  await stage(page, 'Connect')
  await page.getByRole('tab', { name: 'Mate' }).click()
  const mate = page.getByRole('form', { name: 'New mate' })
  for (const [label, pick] of [
    ['First pick', 'bottom of Slab'],
    ['Second pick', 'top of Frame'],
  ] as const) {
    await mate.getByRole('combobox', { name: label, exact: true }).fill(pick)
    await page.getByRole('option', { name: pick, exact: true }).click()
  }
  await expect(mate).toContainText(/Mobility \d+ → \d+\./)
  await mate.getByRole('button', { name: 'Make mate' }).click()
  await expect(inspector(page)).toContainText('mate')

  await page.getByRole('tab', { name: 'Joint', exact: true }).click()
  for (const name of ['Left', 'Right', 'Cage'])
    await makeJoint(page, { name: `${name} shaft`, first: `centre of ${name}`, second: 'centre of Frame' })
  await page.getByRole('tab', { name: 'Relation' }).click()
  const relation = page.getByRole('form', { name: 'New relation' })
  await choose(page, relation.getByRole('combobox', { name: 'First joint position' }), 'Left shaft')
  await choose(page, relation.getByRole('combobox', { name: 'Second joint position' }), 'Right shaft')
  await relation.getByRole('button', { name: 'Add a joint position' }).click()
  await choose(page, relation.getByRole('combobox', { name: 'Third joint position' }), 'Right shaft')
  await expect(relation).toContainText('Right shaft is picked twice; pick another joint position.')
  await choose(page, relation.getByRole('combobox', { name: 'Third joint position' }), 'Cage shaft')
  await expect(relation).toContainText('Left shaft + Right shaft − 2 × Cage shaft stays constant')
  await relation.getByLabel('Factor of Cage shaft').fill('-3')
  await relation.getByLabel('Factor of Cage shaft').press('Enter')
  await expect(relation).toContainText('Left shaft + Right shaft − 3 × Cage shaft stays constant')
  await relation.getByRole('button', { name: 'Make relation' }).click()
  await expect(inspector(page)).toContainText('relation')
})
