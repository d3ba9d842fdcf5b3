/** Blocks that stand aslant to each other touch by their surfaces: told before, made by hand, put, played, and moved by forces. */
import { expect, goTo, solved, store, test } from '../fixtures'
import { chooseNames, inspector, openEmpty, put, reading, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

/** The second block is turned by 30 degrees about its own axis, which leans by as much: an edge of it is nearest. */
const TURN = Math.PI / 6
const SIDE = 40
/** From the middle of the turned block to that edge, along x [mm]. */
const REACH = (SIDE / 2) * (Math.cos(TURN) + Math.sin(TURN))

test('blocks that stand aslant push each other', async ({ page }) => {
  await openEmpty(page, 'Slanting blocks')
  const id = /mechanisms\/([^/?]+)/.exec(page.url())![1]!
  const { document } = await (await page.request.get(`/api/mechanisms/${id}`)).json()
  const size = { width: `${SIDE} mm`, depth: `${SIDE} mm`, height: `${SIDE} mm` }
  const block = { shape: 'box', colour: '#8fa3ad', dimensions: size }
  document.parts.push({ id: 'one', name: 'One', ...block }, { id: 'other', name: 'Other', ...block })
  const [s, c] = [Math.sin(TURN), Math.cos(TURN)]
  document.bodies = [
    { id: 'bench', name: 'Bench', grounded: true, parts: [] },
    { id: 'pusher', name: 'Pusher', parts: [{ id: 'one-placed', part: 'one' }] },
    {
      id: 'block',
      name: 'Block',
      // z leans in the plane of y and z, x in the plane of x and y before
      parts: [
        {
          id: 'other-placed',
          part: 'other',
          at: { position: ['100 mm', 0, 0], axis: [0, -s, c], zero: [c, s * c, s * s] },
        },
      ],
    },
  ]
  const at = (x: string) => ({ position: [x, 0, 0], axis: [1, 0, 0] })
  document.datums = [
    { id: 'a', name: 'A', body: 'bench', at: at('0 mm') },
    { id: 'b', name: 'B', body: 'pusher', at: at('0 mm') },
    { id: 'c', name: 'C', body: 'bench', at: at('100 mm') },
    { id: 'd', name: 'D', body: 'block', at: at('100 mm') },
  ]
  document.joints = [
    { id: 'push', name: 'Push', kind: 'prismatic', from: 'a', to: 'b' },
    { id: 'way', name: 'Way', kind: 'prismatic', from: 'c', to: 'd' },
  ]
  document.scenarios = [
    {
      ...{ id: 'run', name: 'Run', length: '1 s', frameRate: 60 },
      drivers: [{ id: 'motor', kind: 'motor', joint: 'push', speed: '100 mm/s', runUp: 0 }],
    },
  ]
  await store(page, id, 1, document)
  await page.reload()
  await expect(page.getByText(/^Mobility 2/)).toBeVisible()

  await stage(page, 'Connect')
  await page.getByRole('tab', { name: 'Contact' }).click()
  const form = page.getByRole('form', { name: 'New contact' })
  await chooseNames(form, { 'First body': 'Bench', 'Second body': 'Block' })
  await expect(form.getByRole('status')).toContainText('Nothing of them can touch')
  await chooseNames(form, { 'First body': 'Pusher' })
  await expect(form.getByRole('status')).toHaveText(
    'Will meet: one pair of surfaces on their triangles, in even steps of free motion.',
  )
  const apart = 100 - SIDE / 2 - REACH
  await expect(page.getByRole('status', { name: 'Values in the view' })).toContainText(
    `${apart.toFixed(3)} mm`,
  )
  await form.getByRole('button', { name: 'Make contact' }).click()
  await expect(page.getByRole('group', { name: /Pusher/ })).toContainText(`${apart.toFixed(3)} mm apart`)

  await put(page, 'Push', '80 mm')
  await expect.poll(() => reading(page, 'Way')).toBeCloseTo(80 - apart, 1)
  await put(page, 'Push', '0 mm')
  // what has no rest position stays where it was pushed
  await expect.poll(() => reading(page, 'Way')).toBeCloseTo(80 - apart, 1)

  await stage(page, 'Drive')
  await solved(page)
  await goTo(page, '0.9 s')
  await expect.poll(() => reading(page, 'Way')).toBeCloseTo(90 - apart, 1)

  await page.keyboard.press('Escape')
  await inspector(page).getByRole('combobox', { name: 'Moves' }).press('ArrowDown')
  await page.getByRole('option', { name: /^freely/ }).click()
  await expect(page.getByRole('option')).toHaveCount(0)
  // without a bounce it goes along from the blow on
  await expect(page.getByRole('status', { name: 'Notes on the run' })).toContainText(
    'surfaces of triangles touch',
  )
  await solved(page)
  await goTo(page, '0.9 s')
  await expect.poll(() => reading(page, 'Way')).toBeCloseTo(90 - apart, 1)
})
