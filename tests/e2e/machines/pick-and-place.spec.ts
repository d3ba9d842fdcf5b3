/**
 * A three-axis pick-and-place from a mechanism without any scenario: moves tied to each other, a packet taken over twice,
 * and one duration changed early in the chain. Positions are those of the motion law's closed form.
 */
import type { Page } from '@playwright/test'
import { expect, goTo, solved, test } from '../fixtures'
import { choose, jointRow, reading } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

/** The 3-4-5 polynomial: s(x) = 10 x^3 - 15 x^4 + 6 x^5. */
const law = (x: number) => {
  const t = Math.min(1, Math.max(0, x))
  return 10 * t ** 3 - 15 * t ** 4 + 6 * t ** 5
}

async function openGantry(page: Page): Promise<void> {
  const project = await (await page.request.post('/api/projects', { data: { name: 'Seed line' } })).json()
  const made = await page.request.post(`/api/projects/${project.id}/mechanisms`, {
    data: { name: 'Packet gantry', start: 'empty' },
  })
  const { id } = await made.json()
  const saved = await page.request.put(`/api/mechanisms/${id}`, { data: { revision: 1, document: gantry() } })
  expect(saved.ok(), await saved.text()).toBe(true)
  await page.goto(`/mechanisms/${id}?stage=drive`)
  await expect(page.getByText('There is no scenario yet.')).toBeVisible()
}

/** Three slides one on the other, a turning stacker beside them, and a packet that lies on the base. */
function gantry() {
  const box = (id: string, width: string, depth: string, height: string, colour: string) => ({
    id: `${id}-part`,
    name: id,
    shape: 'box',
    dimensions: { width, depth, height },
    colour,
  })
  const body = (id: string, name: string, more: object = {}) => ({
    id,
    name,
    parts: [{ id: `${id}-placed`, part: `${id}-part` }],
    ...more,
  })
  const datum = (id: string, on: string, position: string[], axis: number[], zero: number[]) => ({
    id,
    name: id,
    body: on,
    at: { position, axis, zero },
  })
  const [x, y, z] = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ]
  const none = ['0 mm', '0 mm', '0 mm']
  const slide = (id: string, name: string) => ({
    id,
    name,
    kind: 'prismatic',
    from: `${id}-from`,
    to: `${id}-to`,
  })
  return {
    format: 'ligamen/mechanism',
    version: 1,
    name: 'Packet gantry',
    parts: [
      box('base', '500 mm', '300 mm', '10 mm', '#4b5a60'),
      box('bridge', '20 mm', '260 mm', '20 mm', '#8fa3ad'),
      box('sledge', '40 mm', '40 mm', '30 mm', '#c9a66b'),
      box('gripper', '16 mm', '16 mm', '80 mm', '#0f5c63'),
      box('stacker', '120 mm', '40 mm', '10 mm', '#7f9c8b'),
      box('packet', '30 mm', '40 mm', '8 mm', '#e2a23b'),
    ],
    bodies: [
      body('base', 'Base', { grounded: true }),
      body('bridge', 'Bridge'),
      body('sledge', 'Sledge'),
      body('gripper', 'Gripper'),
      body('stacker', 'Stacker'),
      body('packet', 'Packet', { pose: { position: ['-150 mm', '0 mm', '9 mm'] } }),
    ],
    datums: [
      datum('long-from', 'base', ['-150 mm', '0 mm', '150 mm'], x!, y!),
      datum('long-to', 'bridge', none, x!, y!),
      datum('across-from', 'bridge', none, y!, z!),
      datum('across-to', 'sledge', none, y!, z!),
      datum('lift-from', 'sledge', none, z!, x!),
      datum('lift-to', 'gripper', none, z!, x!),
      datum('turn-from', 'base', ['200 mm', '0 mm', '10 mm'], z!, x!),
      datum('turn-to', 'stacker', none, z!, x!),
    ],
    joints: [
      slide('long', 'Long slide'),
      slide('across', 'Cross slide'),
      slide('lift', 'Lift'),
      { id: 'turn', name: 'Stacker turn', kind: 'revolute', from: 'turn-from', to: 'turn-to' },
    ],
    probes: [],
    scenarios: [],
  }
}

const table = (page: Page, lane: string, move: number) =>
  page.getByRole('group', { name: `${lane}, move ${move}`, exact: true })

async function put(page: Page, lane: string, move: number, label: string, value: string): Promise<void> {
  const field = table(page, lane, move).getByRole('textbox', { name: label, exact: true })
  await field.fill(value)
  await field.press('Enter')
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
  to: string
  lasts?: string
  after?: string
}

/** Adds moves to the open lane. */
async function moves(page: Page, lane: string, wishes: readonly Wish[]): Promise<void> {
  for (const [k, { to, lasts, after }] of wishes.entries()) {
    await page
      .getByRole('region', { name: `Moves of ${lane}` })
      .getByRole('button', { name: 'Add a move' })
      .click()
    const row = table(page, lane, k + 1)
    await expect(row).toBeVisible()
    if (after) await starts(page, row, `after ${after}`)
    await choose(page, row.getByRole('combobox', { name: 'Target' }), 'to a value')
    await put(page, lane, k + 1, 'Value', to)
    if (lasts) await put(page, lane, k + 1, 'Duration', lasts)
  }
}

const lane = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`^${name} .*moves?`) })

test('a three-axis pick-and-place with a hand-over, all ties; one early change moves everything after it', async ({
  page,
}) => {
  test.setTimeout(300_000)
  await openGantry(page)
  await page.getByRole('button', { name: 'New scenario' }).click()
  const length = page.getByRole('complementary', { name: 'Inspector' }).getByLabel('Length')
  await length.fill('0 s')
  await length.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'more than zero seconds' })).toBeVisible()
  await length.fill('6 s')
  await length.press('Enter')

  await drive(page, 'Lift')
  await moves(page, 'Lift', [
    { to: '-100 mm', lasts: '0.6 s' },
    { to: '0 mm', lasts: '0.6 s' },
  ])
  await drive(page, 'Long slide')
  await moves(page, 'Long slide', [
    { to: '350 mm', lasts: '1.2 s', after: 'Lift, move 2' },
    { to: '0 mm', lasts: '1.2 s' },
  ])
  await drive(page, 'Cross slide')
  await moves(page, 'Cross slide', [
    { to: '60 mm', lasts: '0.5 s', after: 'Lift, move 2' },
    { to: '0 mm', lasts: '0.5 s' },
  ])
  // down once more over the stacker, when the bridge has come
  await lane(page, 'Lift').click()
  await moves2(page)
  await drive(page, 'Stacker turn')
  await moves(page, 'Stacker turn', [{ to: '90 deg', lasts: '0.8 s', after: 'Lift, move 4' }])

  // the way back waits until the packet is let go
  await lane(page, 'Long slide').click()
  await starts(page, table(page, 'Long slide', 2), 'after Lift, move 4')

  // the packet goes with the gripper, then with the stacker
  await page.getByRole('button', { name: /^Cues/ }).click()
  const cues = page.getByRole('region', { name: 'Cues' })
  const cue = async (kind: string, n: number, after: string) => {
    await choose(page, cues.getByRole('combobox', { name: 'Kind of cue' }), kind)
    await cues.getByRole('button', { name: 'Add a cue at the playhead' }).click()
    const row = page.getByRole('group', { name: `Cue ${n}`, exact: true })
    const body = row.getByRole('combobox', { name: 'Body' })
    if ((await body.inputValue()) !== 'Packet') {
      await body.fill('Packet')
      await page.getByRole('option', { name: 'Packet', exact: true }).click()
      await expect(page.getByRole('option')).toHaveCount(0)
    }
    await starts(page, row, `after ${after}`)
    return row
  }
  const by = async (row: ReturnType<Page['getByRole']>, name: string) => {
    const carrier = row.getByRole('combobox', { name: 'Taken over by' })
    if ((await carrier.inputValue()) === name) return
    await carrier.fill(name)
    await page.getByRole('option', { name, exact: true }).click()
    await expect(page.getByRole('option')).toHaveCount(0)
  }
  await by(await cue('take over a body', 1, 'Lift, move 1'), 'Gripper')
  await cue('release a body', 2, 'Lift, move 3')
  await by(await cue('take over a body', 3, 'Lift, move 3'), 'Stacker')
  await expect(cues).toContainText('Packet taken over by Gripper')
  await solved(page)

  await goTo(page, '1.8 s')
  // half-way along: 0.6 s of 1.2 s
  expect(await reading(page, 'Long slide')).toBeCloseTo(350 * law(0.5), 1)
  await goTo(page, '1.5 s')
  expect(await reading(page, 'Long slide')).toBeCloseTo(350 * law(0.25), 1)
  expect(await reading(page, 'Cross slide')).toBeCloseTo(60 * law(0.6), 1)
  await goTo(page, '4 s')
  // the stacker turns from 3.6 s on for 0.8 s
  expect(await reading(page, 'Stacker turn')).toBeCloseTo(90 * law(0.5), 0)
  await expect(jointRow(page, 'Stacker turn')).toBeVisible()

  // one duration early in the chain: everything after it comes 0.3 s later
  await lane(page, 'Lift').click()
  await put(page, 'Lift', 1, 'Duration', '0.9 s')
  await solved(page)
  await goTo(page, '2.1 s')
  expect(await reading(page, 'Long slide')).toBeCloseTo(350 * law(0.5), 1)
  await goTo(page, '4.3 s')
  expect(await reading(page, 'Stacker turn')).toBeCloseTo(90 * law(0.5), 0)

  // a circle of ties is refused, with its members named
  await starts(page, table(page, 'Lift', 1), 'after Long slide, move 1')
  await expect(table(page, 'Lift', 1)).toContainText('These wait for each other and none would start')
})

/** The third and fourth move of the lift: down after the bridge has come, and up. */
async function moves2(page: Page): Promise<void> {
  const add = page.getByRole('region', { name: 'Moves of Lift' }).getByRole('button', { name: 'Add a move' })
  await add.click()
  await starts(page, table(page, 'Lift', 3), 'after Long slide, move 1')
  await choose(page, table(page, 'Lift', 3).getByRole('combobox', { name: 'Target' }), 'to a value')
  await put(page, 'Lift', 3, 'Value', '-90 mm')
  await put(page, 'Lift', 3, 'Duration', '0.6 s')
  await add.click()
  await choose(page, table(page, 'Lift', 4).getByRole('combobox', { name: 'Target' }), 'to a value')
  await put(page, 'Lift', 4, 'Value', '0 mm')
  await put(page, 'Lift', 4, 'Duration', '0.6 s')
}
