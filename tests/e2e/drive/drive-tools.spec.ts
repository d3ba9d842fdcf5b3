/** Drive by hand: moves made and dragged on the lane, poses chained into a motion, a motor typed, playback marks, scenarios. */
import { expect, goTo, openFresh, solved, test } from '../fixtures'
import { inspector, jointRow, put, reading, stage } from '../hands'

test.use({ contextOptions: { reducedMotion: 'reduce' } })

test('moves are made by clicking into the lane, dragged in time and level, and deleted', async ({ page }) => {
  await openFresh(page)
  await jointRow(page, 'Crank shaft').click()
  await page.getByRole('button', { name: 'Delete the driver' }).click()
  await expect(page.getByText('Nothing is driven in this scenario yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Drive by moves' }).click()
  const lane = (await page.locator('.chart .moves').boundingBox())!
  const at = (share: number) => lane.x + share * lane.width
  const middle = lane.y + lane.height / 2

  // a click at a fifth of 2.5 s
  await page.mouse.click(at(0.2), middle)
  const row = page.getByRole('group', { name: 'Crank shaft, move 1', exact: true })
  await expect(row.getByRole('textbox', { name: 'Time', exact: true })).toHaveValue('0.5 s')
  await expect(row).toContainText('0.50–1.00 s')
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toHaveAttribute(
    'title',
    /^Undo: New move/,
  )

  // dragged half a second later, then twice as long
  const move = page.getByRole('button', { name: /^Crank shaft, move 1, / })
  await page.mouse.move(at(0.3), middle)
  await page.mouse.down()
  await page.mouse.move(at(0.4), middle, { steps: 4 })
  await page.mouse.move(at(0.5), middle, { steps: 4 })
  await page.mouse.up()
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toHaveAttribute(
    'title',
    /starts at 1 s/,
  )
  await expect(row).toContainText('1.00–1.50 s')
  await page.mouse.move(at(0.6), lane.y + 20)
  await page.mouse.down()
  await page.mouse.move(at(0.7), lane.y + 20, { steps: 4 })
  await page.mouse.move(at(0.8), lane.y + 20, { steps: 4 })
  await page.mouse.up()
  await expect(row.getByRole('textbox', { name: 'Duration', exact: true })).toHaveValue('1 s')

  // its level is lifted by the knob and told in the table
  const before = await row.getByRole('textbox', { name: 'Value', exact: true }).inputValue()
  const knob = (await move.getByTitle('Drag to change the level').boundingBox())!
  await page.mouse.move(knob.x + 6, knob.y + 6)
  await page.mouse.down()
  await page.mouse.move(knob.x + 6, knob.y + 30, { steps: 4 })
  // the motion follows while it is dragged; what is done counts when it is let go
  const undo = page.getByRole('button', { name: 'Undo', exact: true })
  await expect(row.getByRole('textbox', { name: 'Value', exact: true })).not.toHaveValue(before)
  await expect(undo).not.toHaveAttribute('title', /: to /)
  await page.mouse.up()
  await expect(undo).toHaveAttribute('title', /: to /)
  await expect(row.getByRole('textbox', { name: 'Value', exact: true })).not.toHaveValue(before)

  // wrong input stays beside the field
  const duration = row.getByRole('textbox', { name: 'Duration', exact: true })
  await duration.fill('0 s')
  await duration.press('Enter')
  await expect(row.getByRole('alert')).toContainText('the duration must be more than zero')
  await duration.press('Escape')

  await move.focus()
  await page.keyboard.press('Delete')
  await expect(row).toHaveCount(0)
})

test('five turns in ten seconds with ramps of a fifth pass the right angles', async ({ page }) => {
  await openFresh(page)
  const side = inspector(page)
  const type = async (label: string, value: string) => {
    const field = side.getByLabel(label, { exact: true })
    await field.fill(value)
    await field.press('Enter')
    // accepted: the solving of the run has begun
    await expect(field).toHaveAttribute('aria-busy', 'false')
    await expect(field).toHaveValue(value)
  }
  await type('Length', '10 s')
  await jointRow(page, 'Crank shaft').click()
  const start = await reading(page, 'Crank shaft')
  await side.getByRole('combobox', { name: 'Defined by' }).press('ArrowDown')
  await page.getByRole('option', { name: 'distance', exact: true }).click()
  await type('Distance', '5 turns')
  await type('Acceleration time', '20 %')
  await type('Deceleration time', '20 %')
  await solved(page)
  // common practice: the ramps count half, so that 5 turns take 8 s at full speed
  for (const [time, turns] of [
    ['2 s', 0.625],
    ['5 s', 2.5],
    ['8 s', 4.375],
    ['10 s', 5],
  ] as const) {
    await goTo(page, time)
    expect((await reading(page, 'Crank shaft')) - start).toBeCloseTo(360 * turns, 2)
  }
})

test('poses are chained into a scenario; playing keeps between its marks', async ({ page }) => {
  await openFresh(page, 'slider-crank')
  await stage(page, 'Connect')
  await page.getByRole('tab', { name: 'Poses' }).click()
  const save = async (name: string) => {
    await page.getByLabel('Name of the pose').fill(name)
    await page.getByRole('button', { name: 'Save this pose' }).click()
    await expect(page.getByRole('button', { name, exact: true })).toBeVisible()
  }
  await put(page, 'Crank shaft', '60 deg')
  await save('Back')
  await put(page, 'Crank shaft', '120 deg')
  await save('Forth')
  const time = page.getByLabel('Time to Forth')
  await time.fill('0.8 s')
  await time.press('Enter')
  await page.getByRole('button', { name: 'Chain into a scenario' }).click()
  await solved(page)
  await expect(page.getByRole('button', { name: /^Crank shaft .*1 move/ })).toBeVisible()
  await goTo(page, '0.4 s')
  expect(await reading(page, 'Crank shaft')).toBeCloseTo(90, 3)
  await goTo(page, '0.8 s')
  expect(await reading(page, 'Crank shaft')).toBeCloseTo(120, 3)

  // marks: from 0.4 s to 0.6 s, and back again
  await goTo(page, '0.4 s')
  await page.getByRole('button', { name: 'Start of the range here' }).click()
  await goTo(page, '0.6 s')
  await page.getByRole('button', { name: 'End of the range here' }).click()
  await page.getByRole('button', { name: 'Back and forth' }).click()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  const times: number[] = []
  for (let k = 0; k < 12; k++) {
    times.push(Number((await page.getByLabel('Time at the playhead').inputValue()).replace(' s', '')))
    await page.evaluate(() => new Promise(requestAnimationFrame))
  }
  await page.getByRole('button', { name: 'Pause' }).click()
  expect(Math.min(...times)).toBeGreaterThanOrEqual(0.4 - 0.02)
  expect(Math.max(...times)).toBeLessThanOrEqual(0.6 + 0.02)

  // the scenario is copied, and the first one is still there
  await page.getByRole('button', { name: 'Copy the scenario' }).click()
  await expect(inspector(page).getByLabel('Name', { exact: true })).toBeVisible()
  await page.getByRole('combobox', { name: 'Scenario', exact: true }).press('ArrowDown')
  await expect(page.getByRole('option')).toHaveText(['Steady push', 'Chained poses', 'Chained poses copy'])
})

test.describe('what is drawn', () => {
  test.use({ drawn: true })

  test('a datum leaves a trail, the motion its ghosts; a cue hides a body from its time on', async ({
    page,
  }) => {
    await openFresh(page)
    const side = inspector(page)
    const picture = async () => (await page.locator('canvas').first().screenshot()).toString('base64')
    const before = await picture()
    await side.getByRole('combobox', { name: 'Trails of datums' }).fill('Crank end')
    await page
      .getByRole('option', { name: /^Crank end/ })
      .first()
      .click()
    await page.keyboard.press('Escape')
    await expect.poll(picture).not.toBe(before)
    const trailed = await picture()
    await side.getByRole('combobox', { name: 'Ghosts' }).press('ArrowDown')
    await page.getByRole('option', { name: 'every 15 frames' }).click()
    await expect.poll(picture).not.toBe(trailed)

    await page.getByRole('button', { name: 'Body Beam', exact: true }).click()
    await goTo(page, '1 s')
    await page.getByRole('button', { name: /^Cues/ }).click()
    await page.getByRole('combobox', { name: 'Kind of cue' }).press('ArrowDown')
    await page.getByRole('option', { name: 'hide', exact: true }).click()
    await page.getByRole('button', { name: 'Add a cue at the playhead' }).click()
    await expect(page.getByRole('region', { name: 'Cues' })).toContainText('Beam hidden')
    await expect(page.getByRole('button', { name: 'Beam hidden at 1.00 s' })).toBeVisible()
    await goTo(page, '0.5 s')
    const shown = await picture()
    await goTo(page, '1.5 s')
    await expect.poll(picture).not.toBe(shown)
  })
})

test('a joint swings by a sine, with a wrong amplitude on the way, and runs up by an acceleration', async ({
  page,
}) => {
  await openFresh(page)
  await jointRow(page, 'Crank shaft').click()
  await page.getByRole('button', { name: 'Delete the driver' }).click()
  const start = await reading(page, 'Crank shaft')
  const side = page.getByRole('complementary', { name: 'Inspector' })
  await side.getByRole('button', { name: 'Drive by a sine' }).click()
  const type = async (label: string, value: string) => {
    const field = side.getByLabel(label)
    await field.fill(value)
    await field.press('Enter')
  }
  await type('Amplitude', '12 mm')
  await expect(side.getByRole('alert')).toContainText('is a length, not an angle')
  await type('Amplitude', '24 deg')
  await type('Frequency', '0,25 Hz')
  await solved(page)
  await goTo(page, '1 s')
  // a quarter of a period: sin 90 deg
  expect((await reading(page, 'Crank shaft')) - start).toBeCloseTo(24, 1)
  await side.getByRole('button', { name: 'Delete the driver' }).click()
  await side.getByRole('button', { name: 'Drive by acceleration' }).click()
  await type('Acceleration', '30 deg/s^2')
  await solved(page)
  await goTo(page, '2 s')
  expect((await reading(page, 'Crank shaft')) - start).toBeCloseTo(60, 1)
})
