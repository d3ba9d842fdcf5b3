/** How long the solver's worker takes for the demo's four-bar, as it reports to the real interface. */
import { chromium } from '@playwright/test'
import { chromium as chromiumPath } from '../steps/packages.mjs'
import { create, store } from './store.mjs'

/** @type {{ takes: { frames: number, milliseconds: number }[] } & Window} */
const window = /** @type {any} */ (globalThis)

const WARM_UP = 5
const ROUNDS = 15

/**
 * Opens a walking beam with a run of 600 frames, edits its crank again and again, and listens to each solving time.
 * @param {string} address of a running server
 * @returns {Promise<{ name: string, value: number, unit: string, limit?: number }[]>}
 */
export async function benchWorker(address) {
  const browser = await chromium.launch({
    executablePath: await chromiumPath(),
    args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
  })
  try {
    const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } })
    await openFourBar(page)
    await page.getByRole('button', { name: 'Body Crank', exact: true }).click()
    const field = page.getByLabel('Length between bores')
    for (let round = 1; round <= WARM_UP + ROUNDS; round++) {
      await field.fill(`${30 + (round % 7) / 10} mm`)
      await field.press('Enter')
      await page.waitForFunction((count) => window.takes.length > count, round)
    }
    const takes = await page.evaluate(() => window.takes)
    if (takes.some(({ frames }) => frames !== 600)) throw new Error('A run stopped before its 600 frames.')
    const times = takes.slice(1 + WARM_UP).map(({ milliseconds }) => milliseconds)
    times.sort((a, b) => a - b)
    return [
      { name: 'worker, four-bar of 600 frames, median', value: times[ROUNDS >> 1] ?? NaN, unit: 'ms' },
      { name: 'worker, four-bar of 600 frames, worst', value: times[ROUNDS - 1] ?? NaN, unit: 'ms' },
    ]
  } finally {
    await browser.close()
  }
}

/** @param {import('@playwright/test').Page} page */
async function openFourBar(page) {
  const id = await create(page, 'Walking beam', 'crank-rocker')
  const { document } = await (await page.request.get(`/api/mechanisms/${id}`)).json()
  document.scenarios[0].length = '9.98 s'
  document.scenarios[0].frameRate = 60
  await store(page, id, document)
  await page.addInitScript(listen)
  await page.goto(`/mechanisms/${id}`)
  await page.getByRole('status').filter({ hasText: '600 frames solved in' }).waitFor()
}

/** Notes every take that a worker of the page sends. */
function listen() {
  window.takes = []
  const post = Worker.prototype.postMessage
  const heard = new WeakSet()
  Worker.prototype.postMessage = function (/** @type {any} */ message, /** @type {any[]} */ ...rest) {
    if (!heard.has(this)) {
      heard.add(this)
      this.addEventListener('message', ({ data }) => {
        if (data.type === 'take')
          window.takes.push({ frames: data.take.frames, milliseconds: data.milliseconds })
      })
    }
    return post.call(this, message, ...rest)
  }
}
