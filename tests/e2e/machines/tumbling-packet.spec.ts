/** A packet from a file that falls onto a bench askew: brought in, given its contact by hand, let go, measured. */
import { charted } from '../documents'
import { answered, expect, goTo, solved, test } from '../fixtures'
import { choose, chooseNames, inspector, makePart, openEmpty, outline, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

/** A cube as STL in text. @param middle of it, over the bench, [mm] */
function cube(side: number, middle: readonly [number, number, number]): string {
  const h = side / 2
  const facets: string[] = []
  for (let axis = 0; axis < 3; axis++)
    for (const sign of [-1, 1]) {
      const at = (u: number, v: number) => {
        const p = [...middle]
        p[axis]! += sign * h
        p[(axis + 1) % 3]! += u * h
        p[(axis + 2) % 3]! += v * h
        return `vertex ${p.join(' ')}`
      }
      const ring = [at(-sign, -1), at(sign, -1), at(sign, 1), at(-sign, 1)]
      for (const k of [1, 2])
        facets.push(
          `facet normal 0 0 0\nouter loop\n${ring[0]}\n${ring[k]}\n${ring[k + 1]}\nendloop\nendfacet`,
        )
    }
  return `solid packet\n${facets.join('\n')}\nendsolid packet\n`
}

const FALLS = 30

test('a packet from a file falls onto a bench and comes to rest on it', async ({ page }) => {
  await openEmpty(page, 'Packet on a bench')
  await makePart(page, {
    noun: 'Box',
    name: 'Bench',
    dimensions: { 'Width (x)': '300 mm', 'Depth (y)': '300 mm', 'Height (z)': '20 mm' },
  })
  await page.getByRole('tab', { name: 'Files' }).click()
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Choose files' }).click()
  // the bench is 20 mm high, about the origin or upon it
  const content = cube(40, [0, 0, 20 + 20 + FALLS])
  await (await chooser).setFiles({ name: 'packet.stl', mimeType: 'model/stl', buffer: Buffer.from(content) })
  const going = page.getByRole('region', { name: 'How it goes' })
  await going.getByRole('button', { name: 'Bring it in' }).click()
  await expect(going).toContainText('brought in.')

  await stage(page, 'Connect')
  await page.getByRole('tab', { name: 'Contact' }).click()
  const form = page.getByRole('form', { name: 'New contact' })
  await chooseNames(form, { 'First body': 'Bench', 'Second body': 'packet' })
  await expect(form.getByRole('status')).toHaveText(
    'Will meet: one pair of surfaces on their triangles, in even steps of free motion.',
  )
  await form.getByRole('button', { name: 'Make contact' }).click()
  const contact = page.getByRole('group', { name: /Bench/ })
  await expect(contact).toContainText(/mm apart/)
  const friction = contact.getByLabel('Kinetic friction')
  await friction.fill('-1')
  await friction.press('Enter')
  await expect(contact.getByRole('alert')).toBeVisible()
  await friction.fill('0.4')
  await friction.press('Enter')
  await expect(contact.getByRole('alert')).toHaveCount(0)

  await stage(page, 'Drive')
  await page.getByRole('button', { name: 'New scenario' }).first().click()
  await inspector(page).getByRole('combobox', { name: 'Moves' }).press('ArrowDown')
  await page.getByRole('option', { name: /^freely/ }).click()
  await expect(page.getByRole('option')).toHaveCount(0)
  await solved(page)
  await expect(page.getByRole('status', { name: 'Notes on the run' })).toContainText(
    'surfaces of triangles touch',
  )

  await stage(page, 'Prove')
  await page.getByRole('tab', { name: 'Probes' }).click()
  await page.getByRole('button', { name: 'New probe' }).click()
  const probe = page.getByRole('form', { name: 'New probe' })
  await chooseNames(probe, { 'What is measured': 'Gap of a contact' })
  await choose(page, probe.getByRole('combobox', { name: 'Contact' }), 'Bench on packet')
  await probe.getByRole('button', { name: 'Measure', exact: true }).click()
  await solved(page)
  await page.getByRole('button', { name: 'Chart', exact: true }).click()
  const gap = () => charted(page, 'Gap of Bench on packet')
  await goTo(page, '0 s')
  const high = await gap()
  expect(high).toBeGreaterThan(FALLS - 1)
  // it falls freely, and lies still then
  await goTo(page, '0.05 s')
  await expect.poll(gap).toBeCloseTo(high - (9806.65 * 0.05 ** 2) / 2, 1)
  await goTo(page, '1 s')
  await expect.poll(gap).toBeCloseTo(0, 3)
  const lanes = page.getByRole('region', { name: 'Contact lanes' })
  await expect(lanes).toContainText(/touch for 4\.9\d\d s/)

  // lowered into the bench it does not start, and is pushed out of it by one press
  await stage(page, 'Build')
  await outline(page, 'packet').click()
  const z = inspector(page).getByRole('textbox', { name: 'z', exact: true })
  const stands = Number((await z.inputValue()).replace(/[^-\d.]/g, ''))
  await z.fill(`${stands - high - 2} mm`)
  await z.press('Enter')
  await answered(page)
  await expect(inspector(page)).not.toContainText('only as near as this')
  await stage(page, 'Prove')
  const mend = page.getByRole('button', { name: 'Push them apart.' }).first()
  await mend.click()
  await expect(mend).toHaveCount(0)
  await goTo(page, '0 s')
  await expect.poll(gap).toBeCloseTo(0, 3)
})
