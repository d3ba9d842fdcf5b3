/** What an edit costs: from the key in a dimension's field to the frame in which the joint positions follow. */
import { chromium } from '@playwright/test'
import { chromium as chromiumPath } from '../steps/packages.mjs'
import { create } from './store.mjs'
import { median } from './view.mjs'

const LENGTHS = ['33 mm', '28 mm', '32 mm', '27 mm', '36 mm', '31 mm', '29 mm']

/**
 * @param {string} address of a running server
 * @returns {Promise<{ name: string, value: number, unit: string, limit: number }[]>}
 */
export async function benchEdit(address) {
  const browser = await chromium.launch({
    executablePath: await chromiumPath(),
    args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
  })
  try {
    const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } })
    await openFourBar(page)
    const field = page.getByLabel('Length between bores')
    const times = []
    for (const length of ['34 mm', ...LENGTHS]) {
      // an edit is saved a moment after it was made; the next one is measured alone
      await page.getByText(/^Saved \d\d:\d\d$/).waitFor()
      await field.fill(length)
      const took = fromKeyToPositions(page)
      await field.press('Enter')
      times.push(await took)
    }
    // the first edit warms the solver
    const value = median(times.slice(1))
    return [
      { name: 'edit of a crank: from the key to the joint positions, median', value, unit: 'ms', limit: 200 },
    ]
  } finally {
    await browser.close()
  }
}

/**
 * A fresh crank-rocker away from its home position, its crank selected.
 * @param {import('@playwright/test').Page} page
 */
async function openFourBar(page) {
  const id = await create(page, 'Beam to edit', 'crank-rocker')
  await page.goto(`/mechanisms/${id}`)
  await page.getByRole('status').filter({ hasText: 'frames solved in' }).waitFor()
  const time = page.getByLabel('Time at the playhead')
  await time.fill('1.25 s')
  await time.press('Enter')
  await page.getByRole('button', { name: 'Body Crank', exact: true }).click()
}

/**
 * Milliseconds from the next key to the frame in which the joint positions read something else than now.
 * @param {import('@playwright/test').Page} page
 * @returns {Promise<number>}
 */
const fromKeyToPositions = (page) =>
  page.evaluate(
    () =>
      new Promise((resolve) => {
        const shown = () => document.querySelector('[aria-label="Joint positions"]')?.textContent ?? ''
        const before = shown()
        let pressed = 0
        addEventListener('keydown', () => (pressed = performance.now()), { once: true, capture: true })
        const look = () => {
          if (pressed && shown() !== before) resolve(performance.now() - pressed)
          else requestAnimationFrame(look)
        }
        look()
      }),
  )
