/** What proving costs in the browser: clearances of all pairs of the demo, again after an edit of one body, and a zoom of 20 charts. */
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { root } from '../steps/run.mjs'
import { chromium as chromiumPath } from '../steps/packages.mjs'
import { create, store } from './store.mjs'
import { median } from './view.mjs'

/** Dimensions of a body that comes near others. */
const WIDTHS = ['88 mm', '87 mm', '86 mm']
const CHARTS = 20

/**
 * @param {string} address of a running server
 * @returns {Promise<{ name: string, value: number, unit: string, limit?: number }[]>}
 */
export async function benchProve(address) {
  const browser = await chromium.launch({
    executablePath: await chromiumPath(),
    args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
  })
  try {
    const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } })
    return [...(await clearances(page)), await zoom(page)]
  } finally {
    await browser.close()
  }
}

/** @param {import('@playwright/test').Page} page */
async function clearances(page) {
  const line = JSON.parse(await readFile(join(root, 'demo/files/seed-line.json'), 'utf8'))
  // nobody has looked for them before the button is pressed
  line.checks = []
  await open(page, line)
  await page.getByRole('tab', { name: 'Clearance' }).click()
  await settled(page)
  await page.getByRole('button', { name: 'Find clearances' }).click()
  await page.getByRole('button', { name: 'Cancel' }).waitFor()
  const first = await foundIn(page)
  await page.keyboard.press('3')
  await page.getByRole('button', { name: 'Body Platform', exact: true }).click()
  await page.keyboard.press('4')
  const field = page.getByRole('complementary', { name: 'Inspector' }).getByLabel('Width').first()
  const again = []
  for (const width of WIDTHS) {
    await field.fill(width)
    await field.press('Enter')
    await page.getByText('before the last edit').waitFor()
    again.push(await foundIn(page))
  }
  return [
    { name: 'clearances of all pairs of the demo, between frames too', value: first, unit: 's', limit: 8 },
    { name: 'clearances again after an edit of one body', value: median(again), unit: 's', limit: 1 },
  ]
}

/** Without a long task for this long a page is calm [ms]. */
const CALM = 2000

/**
 * Until the page has had no long task for a while: what it loads and draws at its start is measured elsewhere.
 * @param {import('@playwright/test').Page} page
 */
const settled = (page) =>
  page.evaluate(
    (calm) =>
      new Promise((resolve) => {
        let timer = setTimeout(resolve, calm)
        new PerformanceObserver(() => {
          clearTimeout(timer)
          timer = setTimeout(resolve, calm)
        }).observe({ type: 'longtask' })
      }),
    CALM,
  )

/**
 * Seconds that the last search took, when it is done.
 * @param {import('@playwright/test').Page} page
 */
async function foundIn(page) {
  await page.getByRole('button', { name: 'Find clearances' }).waitFor({ timeout: 120_000 })
  await page.getByText('before the last edit').waitFor({ state: 'detached' })
  const summary = await page.locator('p', { hasText: 'pairs, between frames too' }).textContent()
  return Number(/in ([\d.]+) s;/.exec(summary ?? '')?.[1])
}

/**
 * Script of one zoom in 20 charts of a take of 100,000 frames [ms].
 * @param {import('@playwright/test').Page} page
 */
async function zoom(page) {
  const beam = JSON.parse(await readFile(join(root, 'demo/files/walking-beam.json'), 'utf8'))
  Object.assign(beam.scenarios[0], { frameRate: 100, length: '1000 s' })
  const [{ id }] = beam.probes
  beam.charts = Array.from({ length: CHARTS }, (_, k) => ({
    id: `chart-${k}`,
    name: `Chart ${k + 1}`,
    curves: [{ probe: id }, { probe: id, derivative: 1, axis: 'right' }],
  }))
  await open(page, beam)
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  const script = async () => {
    const { metrics } = await session.send('Performance.getMetrics')
    return 1000 * (metrics.find(({ name }) => name === 'ScriptDuration')?.value ?? Number.NaN)
  }
  const button = page.getByRole('button', { name: 'Show less time' })
  const took = []
  for (let round = 0; round < 6; round++) {
    const before = await script()
    await button.click()
    await page.evaluate(
      () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
    )
    took.push((await script()) - before)
  }
  // the first one warms the page
  const value = median(took.slice(1))
  return { name: `zoom of ${CHARTS} charts of 100,000 frames: script`, value, unit: 'ms', limit: 50 }
}

/**
 * @param {import('@playwright/test').Page} page
 * @param {object} document
 */
async function open(page, document) {
  const id = await create(page, 'Bench')
  await store(page, id, document)
  await page.goto(`/mechanisms/${id}`)
  await page.getByRole('status').filter({ hasText: 'frames solved in' }).waitFor({ timeout: 120_000 })
  await page.keyboard.press('4')
}
