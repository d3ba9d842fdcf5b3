/** An arm that is let go: chosen in the inspector, read beside its equation, its gravity taken away and given back. */
import { Dop853 } from '../../../core/src/maths/ode/dop853'
import { expect, goTo, solved, store, test } from '../fixtures'
import { inspector, openEmpty, reading, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

/** Mass, distance of its centre from the pin, and moment of inertia about it: what the document says. */
const [MASS, ARM, INERTIA] = [2, 0.15, 0.06]

/** Angle that the arm has fallen by from the horizontal [deg]. */
function fallen(time: number, gravity: number): number {
  const ode = new Dop853(
    2,
    (_, y, out, at) => {
      out[at] = y[1]!
      out[at + 1] = ((MASS * gravity * ARM) / INERTIA) * Math.cos(y[0]!)
      return true
    },
    { relative: 1e-11, absolute: new Float64Array(2).fill(1e-11) },
  )
  ode.start(0)
  while (ode.time < time) ode.step(time)
  return (ode.y[0]! * 180) / Math.PI
}

test('an arm falls freely as its equation says, as strongly as gravity pulls', async ({ page }) => {
  await openEmpty(page, 'Loose arm')
  const id = /mechanisms\/([^/?]+)/.exec(page.url())![1]!
  const { document } = await (await page.request.get(`/api/mechanisms/${id}`)).json()
  const ground = document.bodies.find((body: { grounded?: boolean }) => body.grounded)?.id ?? 'ground'
  if (ground === 'ground') document.bodies.push({ id: 'ground', name: 'Ground', grounded: true, parts: [] })
  const inertia = INERTIA - MASS * ARM * ARM
  document.bodies.push({
    id: 'arm',
    name: 'Arm',
    parts: [],
    mass: { mass: `${MASS} kg`, centre: [ARM, 0, 0], inertia: [0.001, inertia, inertia, 0, 0, 0] },
  })
  // about y, so that it falls as the coordinate grows
  const at = { position: [0, 0, 0], axis: [0, 1, 0] }
  document.datums.push(
    { id: 'here', name: 'Here', body: ground, at },
    { id: 'there', name: 'There', body: 'arm', at },
  )
  document.joints.push({ id: 'pin', name: 'Pin', kind: 'revolute', from: 'here', to: 'there' })
  await store(page, id, 1, document)
  await page.reload()
  // it opens in Build where the page has kept that, else in Connect
  await expect(page.getByText(/^Mobility 1/)).toBeVisible()
  await stage(page, 'Drive')
  await solved(page)

  await goTo(page, '0.2 s')
  expect(await reading(page, 'Pin')).toBe(0)
  await page.keyboard.press('Escape')
  const panel = inspector(page)
  const choose = async (field: string, option: string | RegExp) => {
    await panel.getByRole('combobox', { name: field }).press('ArrowDown')
    await page.getByRole('option', { name: option }).click()
    await expect(page.getByRole('option')).toHaveCount(0)
  }
  await choose('Moves', /^freely/)
  for (const time of [0.1, 0.2, 0.45]) {
    await goTo(page, `${time} s`)
    await expect.poll(() => reading(page, 'Pin')).toBeCloseTo(fallen(time, 9.80665), 1)
  }
  await page.keyboard.press('Escape')
  await choose('Gravity', 'along x, y and z')
  const down = panel.getByLabel('Gravity along z', { exact: true })
  await down.fill('3 mm')
  await down.press('Enter')
  await expect(panel.getByText('is a length, not an acceleration')).toBeVisible()
  await down.fill('-1.62 m/s^2')
  await down.press('Enter')
  await expect.poll(() => reading(page, 'Pin')).toBeCloseTo(fallen(0.45, 1.62), 1)
  await page.keyboard.press('Escape')
  await choose('Gravity', 'none')
  await expect.poll(() => reading(page, 'Pin')).toBe(0)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect.poll(() => reading(page, 'Pin')).toBeCloseTo(fallen(0.45, 1.62), 1)
})
