/** A box that is pushed along a table and over its edge: contact made by hand, moved by forces, measured and drawn. */
import { expect, goTo, solved, store, test } from '../fixtures'
import { chooseNames, inspector, openEmpty, reading, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

/** What pushes [N], friction, mass [kg] and weight [m/s2]: what the document and the walk say. */
const [PUSH, FRICTION, MASS, WEIGHT] = [6, 0.3, 1, 9.80665]

test('a box is pushed along a table as friction lets it, and over the edge', async ({ page }) => {
  await openEmpty(page, 'Table and box')
  const id = /mechanisms\/([^/?]+)/.exec(page.url())![1]!
  const { document } = await (await page.request.get(`/api/mechanisms/${id}`)).json()
  const size = (width: number, depth: number) => ({
    shape: 'box',
    colour: '#8fa3ad',
    dimensions: { width: `${width} mm`, depth: `${depth} mm`, height: '60 mm' },
  })
  document.parts.push(
    { id: 'top', name: 'Top', ...size(400, 100) },
    { id: 'cube', name: 'Cube', ...size(100, 60) },
  )
  const across = { axis: [0, 1, 0], zero: [1, 0, 0] }
  const at = (x: number, z: number) => ({ position: [`${x} mm`, 0, `${z} mm`], ...across })
  document.bodies = [
    {
      id: 'table',
      name: 'Table',
      grounded: true,
      parts: [{ id: 'top-placed', part: 'top', at: at(-100, -50) }],
    },
    {
      id: 'box',
      name: 'Box',
      parts: [{ id: 'cube-placed', part: 'cube', at: at(-200, 30) }],
      // sunk into the table
      pose: { position: [0, 0, '-5 mm'] },
      mass: { mass: `${MASS} kg`, centre: ['-200 mm', 0, '30 mm'], inertia: [0.001, 0.002, 0.001, 0, 0, 0] },
    },
  ]
  document.datums = [
    { id: 'here', name: 'Here', body: 'table', at: at(-200, 30) },
    { id: 'there', name: 'There', body: 'box', at: at(-200, 30) },
  ]
  document.joints = [{ id: 'plane', name: 'Plane', kind: 'planar', from: 'here', to: 'there' }]
  document.scenarios = [
    {
      ...{ id: 'run', name: 'Run', length: '1 s', frameRate: 60, drivers: [] },
      loads: [
        { id: 'push', name: 'Push', kind: 'effort', joint: 'plane', freedom: 'x', effort: `${PUSH} N` },
      ],
    },
  ]
  await store(page, id, 1, document)
  await page.reload()
  await expect(page.getByText(/^Mobility 3/)).toBeVisible()

  await stage(page, 'Connect')
  await page.getByRole('tab', { name: 'Contact' }).click()
  const form = page.getByRole('form', { name: 'New contact' })
  await chooseNames(form, { 'First body': 'Table', 'Second body': 'Box' })
  await expect(form.getByRole('status')).toHaveText('Will meet: one pair of outlines in one plane, exactly.')
  await expect(page.getByRole('status', { name: 'Values in the view' })).toContainText('5.000 mm')
  await form.getByRole('button', { name: 'Make contact' }).click()
  const contact = page.getByRole('group', { name: /Table/ })
  await expect(contact).toContainText('overlap by 5.000 mm')
  await contact.getByRole('button', { name: 'Push apart' }).click()
  await expect(contact).toContainText('touch')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(contact).toContainText('overlap by 5.000 mm')
  await contact.getByRole('button', { name: 'Push apart' }).click()
  await expect(contact).toContainText('touch')
  const friction = contact.getByLabel('Kinetic friction')
  await friction.fill('11')
  await friction.press('Enter')
  await expect(contact.getByRole('alert')).toBeVisible()
  await friction.fill(`${FRICTION}`)
  await friction.press('Enter')
  await expect(contact.getByRole('alert')).toHaveCount(0)

  await stage(page, 'Drive')
  await page.keyboard.press('Escape')
  await inspector(page).getByRole('combobox', { name: 'Moves' }).press('ArrowDown')
  await page.getByRole('option', { name: /^freely/ }).click()
  await expect(page.getByRole('option')).toHaveCount(0)
  await solved(page)
  // along the table: as fast as the push is stronger than friction
  await goTo(page, '0.3 s')
  const gone = (1000 * (PUSH / MASS - FRICTION * WEIGHT) * 0.3 ** 2) / 2
  await expect.poll(() => reading(page, 'Plane, slide along x')).toBeCloseTo(gone, 1)
  // over the edge: it has tipped and falls
  await goTo(page, '0.9 s')
  await expect.poll(() => reading(page, 'Plane, slide along y')).toBeGreaterThan(100)

  // without friction it goes farther; undone, it is where it was
  await stage(page, 'Connect')
  await page.getByRole('tab', { name: 'Contact' }).click()
  await friction.fill('0')
  await friction.press('Enter')
  await stage(page, 'Drive')
  await goTo(page, '0.3 s')
  await expect
    .poll(() => reading(page, 'Plane, slide along x'))
    .toBeCloseTo((1000 * (PUSH / MASS) * 0.3 ** 2) / 2, 1)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect.poll(() => reading(page, 'Plane, slide along x')).toBeCloseTo(gone, 1)
})
