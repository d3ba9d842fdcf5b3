/**
 * A three-axis pick-and-place from an empty mechanism: parts, slides one on the other, moves tied to each other, a packet that
 * is taken over twice, and one duration changed early in the chain. Positions are those of the motion law's closed form.
 */
import type { Page } from '@playwright/test'
import { countActions, expectActions } from '../count'
import { expect, goTo, solved, test } from '../fixtures'
import { inspector, jointRow, makeJoint, makePart, openEmpty, reading, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

/** The 3-4-5 polynomial: s(x) = 10 x^3 - 15 x^4 + 6 x^5. */
const law = (x: number) => {
  const t = Math.min(1, Math.max(0, x))
  return 10 * t ** 3 - 15 * t ** 4 + 6 * t ** 5
}

/** Three slides one on the other, a turning stacker beside them, and a packet that lies on the base. */
async function makeGantry(page: Page): Promise<void> {
  await openEmpty(page, 'Packet gantry')
  await countActions(page)
  const box = (name: string, [x, y, z]: [string, string, string], place?: [string, string, string]) =>
    makePart(page, {
      noun: 'Box',
      name,
      dimensions: { 'Width (x)': x, 'Depth (y)': y, 'Height (z)': z },
      ...(place ? { place } : {}),
    })
  await box('Base', ['500 mm', '300 mm', '10 mm'])
  await box('Bridge', ['20 mm', '260 mm', '20 mm'])
  await box('Sledge', ['40 mm', '40 mm', '30 mm'])
  await box('Gripper', ['16 mm', '16 mm', '80 mm'])
  await box('Stacker', ['120 mm', '40 mm', '10 mm'])
  await box('Packet', ['30 mm', '40 mm', '8 mm'])
  await stage(page, 'Connect')
  const slide = (name: string, first: string, second: string, kind?: string) =>
    makeJoint(page, { name, first, second, ...(kind ? { kind } : {}) })
  await slide('Long slide', 'right of Bridge', 'right of Base', 'Prismatic')
  await slide('Cross slide', 'back of Sledge', 'back of Bridge')
  await slide('Lift', 'bottom of Gripper', 'bottom of Sledge')
  await slide('Stacker turn', 'bottom of Stacker', 'top of Base', 'Revolute')
  await stage(page, 'Drive')
}

const table = (page: Page, lane: string, move: number) =>
  page.getByRole('group', { name: `${lane}, move ${move}`, exact: true })

async function put(page: Page, lane: string, move: number, label: string, value: string): Promise<void> {
  const field = table(page, lane, move).getByRole('textbox', { name: label, exact: true })
  await field.fill(value)
  await field.press('Tab')
  await expect(field).toHaveValue(value)
}

/** Says when a move or a cue starts, by typing the choice. */
async function starts(page: Page, row: ReturnType<Page['getByRole']>, words: string): Promise<void> {
  const field = row.getByRole('combobox', { name: /^Start of/ })
  await field.fill(words)
  await page.getByRole('option', { name: words, exact: true }).click()
  await expect(page.getByRole('option')).toHaveCount(0)
}

async function drive(page: Page, what: string): Promise<void> {
  const add = page.getByRole('group', { name: 'Add a driver' })
  await add.getByRole('combobox', { name: 'Drive' }).fill(what)
  await page.getByRole('option', { name: what, exact: true }).click()
  await add.getByRole('button', { name: 'By moves' }).click()
  await expect(page.getByRole('region', { name: `Moves of ${what}` })).toBeVisible()
}

interface Wish {
  by: string
  lasts?: string
  after?: string
}

/** Adds moves to the open lane, which has some already. */
async function moves(page: Page, lane: string, wishes: readonly Wish[], already = 0): Promise<void> {
  for (const [k, { by, lasts, after }] of wishes.entries()) {
    const move = already + k + 1
    await page
      .getByRole('region', { name: `Moves of ${lane}` })
      .getByRole('button', { name: 'Add a move' })
      .click()
    const row = table(page, lane, move)
    await expect(row).toBeVisible()
    if (after) await starts(page, row, `after ${after}`)
    await put(page, lane, move, 'Value', by)
    if (lasts) await put(page, lane, move, 'Duration', lasts)
  }
}

const lane = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`^${name} .*moves?`) })

test('a three-axis pick-and-place with a hand-over, all ties; one early change moves everything after it', async ({
  page,
}) => {
  test.setTimeout(300_000)
  await makeGantry(page)
  await page.getByRole('button', { name: 'New scenario' }).click()
  const length = inspector(page).getByLabel('Length')
  await length.fill('0 s')
  await length.press('Tab')
  await expect(page.getByRole('alert').filter({ hasText: 'more than zero seconds' })).toBeVisible()
  await length.fill('6 s')
  await length.press('Tab')

  await drive(page, 'Lift')
  await moves(page, 'Lift', [{ by: '-100 mm', lasts: '0.6 s' }, { by: '100 mm' }])
  await drive(page, 'Long slide')
  await moves(page, 'Long slide', [
    { by: '350 mm', lasts: '1.2 s', after: 'Lift, move 2' },
    { by: '-350 mm' },
  ])
  await drive(page, 'Cross slide')
  await moves(page, 'Cross slide', [{ by: '60 mm', after: 'Lift, move 2' }, { by: '-60 mm' }])
  // down once more over the stacker, when the bridge has come
  await lane(page, 'Lift').click()
  await moves(page, 'Lift', [{ by: '-90 mm', after: 'Long slide, move 1' }, { by: '90 mm' }], 2)
  await drive(page, 'Stacker turn')
  await moves(page, 'Stacker turn', [{ by: '90 deg', lasts: '0.8 s', after: 'Lift, move 4' }])
  // the way back waits until the packet is let go
  await lane(page, 'Long slide').click()
  await starts(page, table(page, 'Long slide', 2), 'after Lift, move 4')

  // the packet goes with the gripper, then with the stacker
  await page.getByRole('button', { name: /^Cues/ }).click()
  const cues = page.getByRole('region', { name: 'Cues' })
  const cue = async (kind: string, n: number, by: string, after: string) => {
    const kinds = cues.getByRole('combobox', { name: 'Kind of cue' })
    await kinds.press('ArrowDown')
    await page.getByRole('option', { name: kind, exact: true }).click()
    await cues.getByRole('button', { name: 'Add a cue at the playhead' }).click()
    const row = page.getByRole('group', { name: `Cue ${n}`, exact: true })
    for (const [label, name] of [
      ['Body', 'Packet'],
      [kind === 'hand over a body' ? 'Handed over to' : 'Taken over by', by],
    ] as const) {
      const field = row.getByRole('combobox', { name: label })
      if ((await field.inputValue()) === name) continue
      await field.fill(name)
      await page.getByRole('option', { name, exact: true }).click()
      await expect(page.getByRole('option')).toHaveCount(0)
    }
    await starts(page, row, `after ${after}`)
  }
  await cue('take over a body', 1, 'Gripper', 'Lift, move 1')
  await cue('hand over a body', 2, 'Stacker', 'Lift, move 3')
  await expect(cues).toContainText('Packet taken over by Gripper')
  await solved(page)
  await expectActions(page, 137)

  const at = async (name: string, time: string) => {
    await goTo(page, time)
    return reading(page, name)
  }
  const names = ['Long slide', 'Cross slide', 'Stacker turn']
  const rests = new Map<string, number>()
  for (const name of names) rests.set(name, await at(name, '0 s'))
  const way = async (name: string, time: string) => Math.abs((await at(name, time)) - rests.get(name)!)
  // half-way along: 0.6 s of 1.2 s
  expect(await way('Long slide', '1.8 s')).toBeCloseTo(350 * law(0.5), 1)
  expect(await way('Long slide', '1.5 s')).toBeCloseTo(350 * law(0.25), 1)
  expect(await way('Cross slide', '1.5 s')).toBeCloseTo(60 * law(0.6), 1)
  // the stacker turns from 3.6 s on for 0.8 s
  expect(await way('Stacker turn', '4 s')).toBeCloseTo(90 * law(0.5), 0)
  await expect(jointRow(page, 'Stacker turn')).toBeVisible()

  // one duration early in the chain: everything after it comes 0.3 s later
  await lane(page, 'Lift').click()
  await put(page, 'Lift', 1, 'Duration', '0.9 s')
  await solved(page)
  expect(await way('Long slide', '2.1 s')).toBeCloseTo(350 * law(0.5), 1)
  expect(await way('Stacker turn', '4.3 s')).toBeCloseTo(90 * law(0.5), 0)

  // a circle of ties is refused, with its members named
  await starts(page, table(page, 'Lift', 1), 'after Long slide, move 1')
  await expect(table(page, 'Lift', 1)).toContainText('These wait for each other and none would start')
})
