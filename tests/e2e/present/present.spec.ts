/** Shots and what is seen: made, timed, looked through, left alone by work in the view; wrong input is said at its place. */
import type { Page } from '@playwright/test'
import { accepted, expect, goTo, openFresh, saved, test } from '../fixtures'
import { inspector, stage } from '../hands'

const panel = (page: Page) => page.getByRole('region', { name: 'Present', exact: true })
const shots = (page: Page) => panel(page).getByRole('listitem')
const through = (page: Page) => page.getByRole('button', { name: 'through the shots' })
const ownView = (page: Page) => page.getByRole('button', { name: 'my own view' })
const written = (page: Page) => page.getByRole('status', { name: 'Written on the picture' })

async function stored(page: Page, id: string) {
  await saved(page)
  const { document } = await (await page.request.get(`/api/mechanisms/${id}`)).json()
  return document.scenarios[0]
}

async function type(page: Page, label: string, value: string) {
  const field = inspector(page).getByLabel(label, { exact: true })
  await field.fill(value)
  await field.press('Enter')
}

/** Drags on an empty place of the model, which turns the view. */
async function turn(page: Page) {
  const box = (await page.getByRole('application').boundingBox())!
  await page.mouse.move(box.x + 20, box.y + box.height - 60)
  await page.mouse.down()
  await page.mouse.move(box.x + 140, box.y + box.height - 90, { steps: 4 })
  await page.mouse.up()
}

test('shots are made from the view, timed, looked through, and stay as they are while the view is turned', async ({
  page,
}) => {
  const id = await openFresh(page)
  await stage(page, 'Present')
  await expect(panel(page)).toContainText('A shot says from where the motion is seen')
  await panel(page).getByRole('button', { name: 'Shot from this view' }).click()
  await expect(shots(page)).toHaveCount(1)
  await expect(through(page)).toHaveAttribute('aria-pressed', 'true')

  // turning the view leaves the shots, visibly, and changes none
  const before = (await stored(page, id)).shots
  await turn(page)
  await expect(ownView(page)).toHaveAttribute('aria-pressed', 'true')
  expect((await stored(page, id)).shots).toEqual(before)

  await panel(page).getByRole('button', { name: 'Shot from this view' }).click()
  await expect(shots(page)).toHaveCount(2)
  await expect(shots(page).nth(1)).toContainText('2.00')
  const [first, second] = (await stored(page, id)).shots
  expect(first).toEqual(before[0])
  expect(second.view.eye).not.toEqual(first.view.eye)

  // wrong input is refused beside its field, and nothing is lost
  await type(page, 'Lasts', '0 s')
  await expect(inspector(page).getByRole('alert').first()).toContainText('must last longer than zero')
  await type(page, 'Lasts', '1 s')
  await type(page, 'Opening', '200 deg')
  await expect(inspector(page).getByRole('alert').first()).toContainText('at most 170 deg')
  await type(page, 'Opening', '40 deg')
  await accepted(page, 'opening 40 deg')

  // a shot that begins before the one before it has ended is told
  const start = inspector(page).getByRole('combobox', { name: 'Start of the shot' })
  await start.fill('at a time')
  await page.getByRole('option', { name: 'at a time' }).click()
  await type(page, 'Time', '0.5 s')
  await expect(shots(page).nth(0)).toContainText('Shot 2 begins 1.5 s before Shot 1 ends')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(shots(page).nth(0)).not.toContainText('begins')

  // through the shots the playhead chooses which one is seen
  await through(page).click()
  await goTo(page, '0.5 s')
  await expect(page.getByText('shot 1, Shot 1')).toBeVisible()
  await goTo(page, '2.5 s')
  await expect(page.getByText('shot 2, Shot 2')).toBeVisible()

  await shots(page).nth(1).getByRole('button').click()
  await inspector(page).getByRole('button', { name: 'Delete the shot' }).click()
  await expect(shots(page)).toHaveCount(1)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(shots(page)).toHaveCount(2)
})

test('a shot that is tied goes along, becomes one of another kind, and is copied', async ({ page }) => {
  const id = await openFresh(page)
  await stage(page, 'Present')
  for (let k = 1; k <= 2; k++) {
    await panel(page).getByRole('button', { name: 'Shot from this view' }).click()
    await expect(shots(page)).toHaveCount(k)
  }
  const second = page.getByRole('button', { name: /^2 Shot 2, / })
  await expect(second).toHaveAttribute('aria-label', /2\.00–2\.50/)
  // the first one made shorter takes the second along
  await shots(page).nth(0).getByRole('button').click()
  await type(page, 'Lasts', '1.2 s')
  await expect(second).toHaveAttribute('aria-label', /1\.20–1\.70/)

  await shots(page).nth(1).getByRole('button').click()
  const kind = inspector(page).getByRole('combobox', { name: 'What it does' })
  await kind.press('ArrowDown')
  await page.getByRole('option', { name: 'rides on a body' }).click()
  const body = inspector(page).getByRole('combobox', { name: 'Body' })
  await body.fill('Crank')
  await page.getByRole('option', { name: 'Crank', exact: true }).click()
  await expect(shots(page).nth(1)).toContainText('rides on Crank')
  expect((await stored(page, id)).shots[1]).toMatchObject({ kind: 'rides', duration: '0.5 s' })

  await inspector(page).getByRole('button', { name: 'Copy the shot' }).click()
  await expect(shots(page)).toHaveCount(3)
  const { shots: all } = await stored(page, id)
  expect(all[2]).toMatchObject({ kind: 'rides', view: all[1].view, start: '1.7 s' })

  // what a shot rides on is deleted: the shots are named, and come back
  await page.keyboard.press('Escape')
  await stage(page, 'Build')
  await page.getByRole('treeitem', { name: 'Crank', exact: true }).click()
  await page.keyboard.press('Delete')
  await stage(page, 'Present')
  await expect(shots(page)).toHaveCount(1)
  await page.keyboard.press('Control+z')
  await expect(shots(page)).toHaveCount(3)
})

test('what is seen is faded, written and cut at known times, and text stays text', async ({ page }) => {
  await openFresh(page)
  await stage(page, 'Present')
  await page.keyboard.press('f')
  await page.keyboard.press('w')
  const add = async (kind: string) => {
    await panel(page).getByRole('button', { name: 'Add at the playhead' }).click()
    await page.getByRole('listitem').filter({ hasText: kind }).click()
  }
  await add('fade')
  await expect(panel(page).getByRole('alert')).toContainText('Select one body or more')

  await goTo(page, '0.5 s')
  await add('write a caption')
  await type(page, 'Text', '<b onclick="alert(1)">Seed</b> & paper')
  await type(page, 'Lasts (to the end when empty)', '1 s')
  await goTo(page, '1 s')
  await expect(written(page)).toHaveText('<b onclick="alert(1)">Seed</b> & paper')
  await goTo(page, '2 s')
  await expect(written(page)).toHaveText('')

  await add('write a value')
  await goTo(page, '2.3 s')
  await expect(written(page)).toContainText(/ mm$/)
  await add('cut open')
  await expect(page.getByRole('group', { name: 'Lane of Cutting plane' })).toBeVisible()
  // an empty text is refused, and the old one stays
  await panel(page).getByRole('button', { name: /Seed/ }).click()
  await type(page, 'Text', '')
  await expect(inspector(page).getByRole('alert')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(panel(page)).toContainText('Seed')
})
