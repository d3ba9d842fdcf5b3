/**
 * What films cost in the browser: frames a second of one of 1280 x 720, plain and with things as they are; how memory goes over
 * 1,750 frames; and what a frame of the standing view costs in either look.
 */
import { readFile, readdir } from 'node:fs/promises'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { root } from '../steps/run.mjs'
import { chromium as chromiumPath } from '../steps/packages.mjs'
import { create, store } from './store.mjs'
import { median } from './view.mjs'

/** Frames between which memory is compared. */
const EARLY = 300
const LONG = 1750
const TURNS = 30

/**
 * @param {string} address of a running server
 * @returns {Promise<{ name: string, value: number, unit: string, limit?: number }[]>}
 */
export async function benchFilms(address) {
  const browser = await chromium.launch({
    executablePath: await chromiumPath(),
    args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
  })
  try {
    const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } })
    const views = await standing(page)
    await open(page, {})
    const plain = await paceOf(page, 'drawing')
    const shown = await paceOf(page, 'showing')
    await open(page, { length: '60 s' })
    return [
      ...views,
      { name: 'film of 1280 x 720, drawing', value: plain, unit: 'frames/s' },
      { name: 'film of 1280 x 720, showing', value: shown, unit: 'frames/s' },
      {
        name: `memory of a film from frame ${EARLY} to ${LONG}`,
        value: await growth(page),
        unit: 'MiB',
        limit: 60,
      },
    ]
  } finally {
    await browser.close()
  }
}

/**
 * A walking beam in Present, its films open.
 * @param {import('@playwright/test').Page} page
 * @param {object} more of its scenario
 */
async function open(page, more) {
  const beam = JSON.parse(await readFile(join(root, 'demo/files/walking-beam.json'), 'utf8'))
  Object.assign(beam.scenarios[0], more)
  const id = await create(page, 'Bench')
  await store(page, id, beam)
  await page.goto(`/mechanisms/${id}`)
  await page.getByRole('status').filter({ hasText: 'frames solved in' }).waitFor({ timeout: 120_000 })
  await page.keyboard.press('5')
  await page.getByRole('tab', { name: 'Films' }).click()
}

/**
 * Starts a film.
 * @param {import('@playwright/test').Page} page
 * @param {string} size
 * @param {string} look
 */
async function make(page, size, look) {
  const field = page.getByRole('combobox', { name: 'Size' })
  await field.fill(size)
  await field.press('Enter')
  await page.getByRole('combobox', { name: 'Look' }).press('ArrowDown')
  await page.getByRole('option', { name: look, exact: true }).click()
  await page.getByRole('button', { name: 'Make the film' }).click()
}

/**
 * Waits for a frame of the film that is made.
 * @param {import('@playwright/test').Page} page
 * @param {number} frame
 */
const reach = (page, frame) =>
  page.waitForFunction(
    (wanted) =>
      Number(/^Frame (\d+) of/.exec(document.querySelector('.making p')?.textContent ?? '')?.[1]) >= wanted,
    frame,
    { timeout: 600_000, polling: 20 },
  )

/**
 * Frames a second, after the first ones.
 * @param {import('@playwright/test').Page} page
 * @param {string} look
 */
async function paceOf(page, look) {
  await make(page, '1280 x 720', look)
  await reach(page, 5)
  const began = Date.now()
  await reach(page, 30)
  const pace = 25_000 / (Date.now() - began)
  await page.getByRole('button', { name: 'Pause' }).click()
  return pace
}

/**
 * Growth of the memory of all processes of the browser while a long film is drawn [MiB].
 * @param {import('@playwright/test').Page} page
 */
async function growth(page) {
  await make(page, '160 x 90', 'drawing')
  await reach(page, EARLY)
  const before = await memory()
  await reach(page, LONG)
  const after = await memory()
  return after - before
}

/** Resident memory of the browser's processes [MiB]; their files are not counted. */
async function memory() {
  let total = 0
  for (const pid of await readdir('/proc')) {
    if (!/^\d+$/.test(pid)) continue
    const status = await readFile(`/proc/${pid}/status`, 'utf8').catch(() => '')
    if (!/^Name:\s+chrom/m.test(status)) continue
    total += Number(/^RssAnon:\s+(\d+) kB/m.exec(status)?.[1] ?? 0) / 1024
  }
  return total
}

/**
 * Script of a frame while the view of the demo is turned, in either look [ms].
 * @param {import('@playwright/test').Page} page
 */
async function standing(page) {
  const line = JSON.parse(await readFile(join(root, 'demo/files/seed-line.json'), 'utf8'))
  const id = await create(page, 'Bench')
  await store(page, id, line)
  await page.goto(`/mechanisms/${id}`)
  await page.getByRole('status').filter({ hasText: 'frames solved in' }).waitFor({ timeout: 120_000 })
  const plain = await turning(page)
  await page.getByRole('button', { name: 'Views' }).click()
  await page.getByText('Show it as it is made').click()
  const shown = await turning(page)
  return [
    { name: 'view of the demo being turned, drawing: script a frame', value: plain, unit: 'ms' },
    { name: 'view of the demo being turned, showing: script a frame', value: shown, unit: 'ms' },
  ]
}

/** @param {import('@playwright/test').Page} page */
async function turning(page) {
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  const script = async () => {
    const { metrics } = await session.send('Performance.getMetrics')
    return 1000 * (metrics.find(({ name }) => name === 'ScriptDuration')?.value ?? Number.NaN)
  }
  const box = await page.getByRole('application').boundingBox()
  if (!box) throw new Error('There is no view.')
  await page.mouse.move(box.x + 40, box.y + box.height - 60)
  await page.mouse.down()
  const took = []
  for (let k = 0; k < TURNS; k++) {
    const before = await script()
    await page.mouse.move(box.x + 40 + 4 * k, box.y + box.height - 60)
    await page.evaluate(
      () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
    )
    took.push(((await script()) - before) / 2)
  }
  await page.mouse.up()
  return median(took.slice(5))
}
