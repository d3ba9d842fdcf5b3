/** Holding too much on purpose: a fourth wall joint is announced before it is made, and the first advice mends it. */
import { expect, openFresh, store, test } from '../fixtures'
import { inspector, makeJoint, makePart, openEmpty, proposeJoint, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('a fourth wall joint is announced before it is made, and the panel mends it', async ({ page }) => {
  await openEmpty(page, 'Beam by hand')
  const link = { noun: 'Link plate', dimensions: { Width: '16 mm', Thickness: '6 mm' } }
  const length = (value: string) => ({ ...link.dimensions, 'Length between bores': value })
  await makePart(page, {
    noun: 'Link plate',
    name: 'Wall',
    dimensions: length('160 mm'),
  })
  await makePart(page, {
    ...link,
    name: 'Crank',
    dimensions: length('40 mm'),
    place: ['0 mm', '60 mm', '0 mm'],
  })
  await makePart(page, {
    ...link,
    name: 'Beam',
    dimensions: length('150 mm'),
    place: ['0 mm', '100 mm', '0 mm'],
  })
  await makePart(page, {
    ...link,
    name: 'Rocker',
    dimensions: length('100 mm'),
    place: ['160 mm', '60 mm', '0 mm'],
  })
  await stage(page, 'Connect')
  await makeJoint(page, { name: 'Crank shaft', first: 'bore A of Crank', second: 'bore A of Wall' })
  await makeJoint(page, { name: 'Crank pin', first: 'bore A of Beam', second: 'bore B of Crank' })
  await makeJoint(page, { name: 'Rocker pin', first: 'bore B of Rocker', second: 'bore B of Beam' })
  await proposeJoint(page, { name: 'Rocker pivot', first: 'bore A of Rocker', second: 'bore B of Wall' })
  const form = page.getByRole('form', { name: 'New joint' })
  await expect(form).toContainText('Mobility 3 → 1.')
  await expect(form).toContainText(/would hold .* a second time: harmless while the parts are exact\./)
  // nothing has been made yet
  await expect(page.getByRole('button', { name: /^Mobility 3/ })).toBeVisible()
  await form.getByRole('button', { name: 'Make joint' }).click()

  await page.getByRole('button', { name: '3 harmless redundancies' }).click()
  const panel = page.getByRole('region', { name: 'Mobility' })
  await expect(panel).toContainText('holds')
  await expect(panel).toContainText('can turn')
  const advice = panel.getByRole('listitem').filter({ hasText: 'a second time' }).getByRole('button').first()
  await expect(advice).toContainText('nothing is held twice')
  await advice.click()
  await expect(page.getByRole('button', { name: '3 harmless redundancies' })).toHaveCount(0)
  await expect(page.getByRole('button', { name: /^Mobility 1 ·/ })).toBeVisible()
  await expect(panel).not.toContainText('a second time')

  // the way out is one edit with a name, and can be undone
  const undo = page.getByRole('button', { name: 'Undo', exact: true })
  await expect(undo).toHaveAttribute('title', /^Undo: Make Rocker p/)
  await undo.click()
  await expect(page.getByRole('button', { name: '3 harmless redundancies' })).toBeVisible()

  // a free motion is held where it is, and set free again
  await panel.getByRole('button', { name: 'Hold this' }).first().click()
  await expect(page.getByRole('button', { name: /^Mobility 0 ·/ })).toBeVisible()
  await undo.click()
  await expect(page.getByRole('button', { name: /^Mobility 1 ·/ })).toBeVisible()

  // a joint that contradicts is made suspended, and listed as such
  await page.getByRole('button', { name: 'Close the mobility panel' }).click()
  await proposeJoint(page, {
    kind: 'Rigid',
    name: 'Stray weld',
    first: 'middle of Beam',
    second: 'bore A of Wall',
  })
  await expect(form).toContainText('Would contradict')
  await form.getByRole('button', { name: 'Make it suspended' }).click()
  await expect(inspector(page)).toContainText('suspended')
  await page.getByRole('button', { name: /^Mobility 1 ·/ }).click()
  await expect(panel).toContainText('Stray weld is suspended')
  await panel.getByRole('button', { name: 'Delete Stray weld.' }).click()
  await expect(panel).not.toContainText('Stray weld')
})

test('a stored mechanism that no longer closes says what fights, and is mended by a choice', async ({
  page,
}) => {
  const id = await openFresh(page)
  const stored = await (await page.request.get(`/api/mechanisms/${id}`)).json()
  const coupler = stored.document.parts.find((part: { name: string }) => part.name === 'Coupler')
  coupler.dimensions.length = '20 mm'
  const { revision, document } = stored
  await store(page, id, revision, document)
  await page.reload()
  const notice = page.getByRole('alert')
  await expect(notice).toContainText('Rocker pin')
  await notice.getByRole('button', { name: /^Suspend Rocker pin: mobility 3/ }).click()
  await expect(notice).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toHaveAttribute(
    'title',
    /^Undo: Suspend Rocker pin/,
  )
  await expect(page.getByRole('button', { name: /^Mobility 3/ })).toBeVisible()
})
