/** What the full cycle of the demo costs, and a take of 100,000 frames: solving in the worker, playing, scrubbing. */
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { root } from '../steps/run.mjs'
import { chromium as chromiumPath } from '../steps/packages.mjs'
import { create, store } from './store.mjs'
import { median, scriptPerFrame } from './view.mjs'

/** @type {{ tasks: number[] } & Window} */
const window = /** @type {any} */ (globalThis)

const ROUNDS = 7

/**
 * The last take is kept over a reload; what is measured has to be solved.
 * @param {import('@playwright/test').Page} page
 */
const forgetTakes = (page) =>
  page.evaluate(
    () =>
      new Promise((resolve, reject) => {
        const opened = indexedDB.open('ligamen-takes')
        opened.onerror = () => reject(opened.error)
        opened.onsuccess = () => {
          const { result } = opened
          const stores = [...result.objectStoreNames]
          if (stores.length > 0)
            for (const name of stores) result.transaction(name, 'readwrite').objectStore(name).clear()
          result.close()
          resolve(undefined)
        }
      }),
  )

/**
 * @param {string} address of a running server
 * @returns {Promise<{ name: string, value: number, unit: string, limit?: number, least?: number }[]>}
 */
export async function benchCycle(address) {
  const browser = await chromium.launch({
    executablePath: await chromiumPath(),
    args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
  })
  try {
    const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } })
    const cycle = await demo('seed-line')
    await open(page, cycle)
    const solved = []
    for (let round = 0; round < ROUNDS; round++) {
      await forgetTakes(page)
      await page.reload()
      solved.push(await solvedIn(page))
    }
    const length = 10_000
    const play = await scriptPerFrame(page)
    const scrub = await scrubbing(page)

    const long = await demo('walking-beam')
    Object.assign(long.scenarios[0], { frameRate: 100 })
    await page.goto('/')
    await watchTasks(page)
    await open(page, long)
    await solvedIn(page)
    // the run is lengthened as a person does it, while the page is watched
    await page.evaluate(() => window.tasks.splice(0))
    const field = page.getByRole('complementary', { name: 'Inspector' }).getByLabel('Length')
    await field.fill('1000 s')
    await field.press('Enter')
    await page.getByRole('status').filter({ hasText: '100001 frames' }).waitFor({ timeout: 120_000 })
    const took = await solvedIn(page)
    const frozen = await page.evaluate(() => Math.max(0, ...window.tasks))
    const scrubLong = await scrubbing(page)
    const memory = Number(/· (\d+) MB/.exec(await status(page))?.[1])
    return [
      {
        name: 'full cycle: solved in the worker, times real time',
        value: length / median(solved),
        unit: 'x',
        least: 20,
      },
      { name: 'full cycle: script for a frame while playing', value: play, unit: 'ms', limit: 4 },
      {
        name: 'full cycle: display frames until a scrubbed frame is shown, most',
        value: scrub,
        unit: '',
        limit: 1,
      },
      { name: '100,000 frames: solved', value: took, unit: 'ms' },
      { name: '100,000 frames: the take keeps', value: memory, unit: 'MB' },
      {
        name: '100,000 frames: longest stop of the page while it is solved',
        value: frozen,
        unit: 'ms',
        limit: 200,
      },
      {
        name: '100,000 frames: display frames until a scrubbed frame is shown, most',
        value: scrubLong,
        unit: '',
        limit: 1,
      },
    ]
  } finally {
    await browser.close()
  }
}

/** @param {string} name */
const demo = async (name) => JSON.parse(await readFile(join(root, 'demo/files', `${name}.json`), 'utf8'))

/** @param {import('@playwright/test').Page} page */
const status = async (page) =>
  (await page.getByRole('status').filter({ hasText: 'frames solved in' }).textContent()) ?? ''

/** @param {import('@playwright/test').Page} page */
async function solvedIn(page) {
  await page.getByRole('status').filter({ hasText: 'frames solved in' }).waitFor({ timeout: 120_000 })
  return Number(/solved in ([\d.]+) ms/.exec(await status(page))?.[1])
}

/**
 * @param {import('@playwright/test').Page} page
 * @param {object} document
 */
async function open(page, document) {
  const id = await create(page, 'Bench')
  await store(page, id, document)
  await page.goto(`/mechanisms/${id}?stage=drive`)
}

/** Notes how long each task of the page's thread takes, in every page from now on. */
const watchTasks = (/** @type {import('@playwright/test').Page} */ page) =>
  page.addInitScript(() => {
    window.tasks = []
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) window.tasks.push(duration)
    }).observe({ type: 'longtask', buffered: true })
  })

/**
 * Moves the playhead by the pointer to many places: how many display frames pass until the time of the frame under it is
 * shown, at most.
 * @param {import('@playwright/test').Page} page
 */
const scrubbing = (page) =>
  page.evaluate(async () => {
    const ruler = /** @type {HTMLElement} */ (document.querySelector('.chart .ruler'))
    const field = /** @type {HTMLInputElement} */ (
      document.querySelector('input[aria-label="Time at the playhead"]')
    )
    const { left, width, top } = ruler.getBoundingClientRect()
    const event = (/** @type {string} */ type, /** @type {number} */ share) =>
      ruler.dispatchEvent(
        new PointerEvent(type, {
          clientX: left + share * width,
          clientY: top + 5,
          pointerId: 1,
          button: 0,
          bubbles: true,
        }),
      )
    ruler.setPointerCapture = () => undefined
    event('pointerdown', 0)
    let most = 0
    for (let k = 1; k <= 30; k++) {
      const before = field.value
      event('pointermove', ((k * 37) % 100) / 100)
      let frames = 0
      // the callback of a display frame runs before it is drawn
      do {
        await new Promise((done) => requestAnimationFrame(done))
        frames++
      } while (field.value === before && frames < 60)
      most = Math.max(most, frames)
    }
    event('pointerup', 0.5)
    return most
  })
