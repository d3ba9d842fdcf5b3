/** What documents of 300 and 500 bodies cost in the real interface: opening, selecting, playing. */
import { chromium } from '@playwright/test'
import { chromium as chromiumPath } from '../steps/packages.mjs'
import { create, store } from './store.mjs'

/** Four-bars side by side on one base; with the base and two boxes they make 300 bodies, or about 500. */
const FOUR_BARS = 99
const MANY_FOUR_BARS = 166
/** Frames shown before those that count: a machine without a graphics card shows so few that code stays cold. */
const WARM_FRAMES = 100
const ROUNDS = 9
const PLAYED = 4000

/** @param {number[]} values */
export const median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN

/**
 * @param {string} address of a running server
 * @returns {Promise<{ name: string, value: number, unit: string, limit: number }[]>}
 */
export async function benchView(address) {
  const browser = await chromium.launch({
    executablePath: await chromiumPath(),
    args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
  })
  try {
    const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } })
    await storeBeams(page, 'Row of beams', FOUR_BARS)
    // the first one is for the browser's caches, which somebody who works here has
    const opened = []
    for (let round = 0; round < 4; round++) {
      await page.goto('/')
      const card = page.getByRole('link', { name: /Row of beams/ }).first()
      await card.waitFor()
      opened.push(await opening(page))
    }
    await page.getByRole('status').filter({ hasText: 'frames solved in' }).waitFor()
    const selected = await selecting(page)
    const laidOut = await layingOut(page)
    const script = await scriptPerFrame(page)
    const many = await storeBeams(page, 'Field of beams', MANY_FOUR_BARS)
    await page.setViewportSize({ width: 640, height: 480 })
    await page.goto(`/mechanisms/${many}`)
    // in so small a window there is no room for it
    await page.getByText('frames solved in').waitFor({ state: 'attached' })
    const scriptOfMany = await scriptPerFrame(page, WARM_FRAMES)
    return [
      {
        name: '300 bodies: opened, from the click on the start page to the model',
        value: median(opened.slice(1)),
        unit: 'ms',
        limit: 2000,
      },
      {
        name: '300 bodies: selection, from click to inspector, median',
        value: selected,
        unit: 'ms',
        limit: 100,
      },
      {
        name: '300 bodies: link map, from “Show all bodies” to every node in its place',
        value: laidOut,
        unit: 'ms',
        limit: 1000,
      },
      { name: '300 bodies: script for a frame while playing', value: script, unit: 'ms', limit: 4 },
      { name: '500 bodies: script for a frame while playing', value: scriptOfMany, unit: 'ms', limit: 2.5 },
    ]
  } finally {
    await browser.close()
  }
}

/**
 * From the click on the card of the start page until the mobility of the opened model is told.
 * @param {import('@playwright/test').Page} page
 */
const opening = (page) =>
  page.evaluate(
    () =>
      new Promise((resolve) => {
        const cards = [...document.querySelectorAll('a')]
        const card = cards.find(({ textContent }) => textContent?.includes('Row of beams'))
        const began = performance.now()
        card?.click()
        const look = () => {
          if (document.querySelector('header')?.textContent?.includes('Mobility 99')) {
            watch.disconnect()
            resolve(performance.now() - began)
          }
        }
        const watch = new MutationObserver(look)
        watch.observe(document.body, { childList: true, subtree: true, characterData: true })
      }),
  )

/**
 * From pressing “Show all bodies” until the link map shows every body; folded again afterwards.
 * @param {import('@playwright/test').Page} page
 */
async function layingOut(page) {
  await page.getByRole('button', { name: 'Link map', exact: true }).click()
  const times = []
  for (let round = 0; round < 3; round++) {
    await page.getByRole('button', { name: 'Show all bodies' }).waitFor()
    times.push(
      await page.evaluate(
        () =>
          new Promise((resolve) => {
            const map = /** @type {Element} */ (document.querySelector('[aria-label="Link map"]'))
            const press = [...map.querySelectorAll('button')].find(
              ({ textContent }) => textContent?.trim() === 'Show all bodies',
            )
            const began = performance.now()
            press?.click()
            const watch = new MutationObserver(() => {
              if (map.querySelectorAll('button.body').length < 300) return
              watch.disconnect()
              resolve(performance.now() - began)
            })
            watch.observe(map, { childList: true, subtree: true })
          }),
      ),
    )
    await page.getByRole('button', { name: 'Fold what is far' }).click()
  }
  await page.getByRole('button', { name: 'Outline' }).click()
  return median(times)
}

/**
 * From the click on a body in the outline until the inspector holds it; how soon a machine without a graphics card has drawn
 * the next picture is not counted.
 * @param {import('@playwright/test').Page} page
 */
async function selecting(page) {
  await page.getByRole('button', { name: 'Outline', exact: true }).click()
  await page.getByRole('treeitem', { name: 'Crank 1', exact: true }).waitFor()
  const times = []
  for (let round = 1; round <= ROUNDS; round++) {
    times.push(
      await page.evaluate(
        (name) =>
          new Promise((resolve) => {
            const rows = [...document.querySelectorAll('[role="treeitem"]')]
            const row = rows.find(({ textContent }) => textContent?.trim() === name)
            const aside = /** @type {Element} */ (document.querySelector('aside'))
            const watch = new MutationObserver(() => {
              if (!aside.querySelector('h2')?.textContent?.includes(name)) return
              watch.disconnect()
              resolve(performance.now() - began)
            })
            watch.observe(aside, { childList: true, subtree: true, characterData: true })
            const began = performance.now()
            row?.dispatchEvent(new MouseEvent('click', { bubbles: true }))
          }),
        `Crank ${round}`,
      ),
    )
  }
  return median(times)
}

/**
 * Script time of the page's thread for each frame shown, as the browser counts it.
 * @param {import('@playwright/test').Page} page
 * @param {number} warm frames shown before those that count
 */
export async function scriptPerFrame(page, warm = 0) {
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  const scripted = async () => {
    const { metrics } = await session.send('Performance.getMetrics')
    return (metrics.find(({ name }) => name === 'ScriptDuration')?.value ?? 0) * 1000
  }
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await page.waitForTimeout(1000)
  await page.evaluate(
    (count) =>
      new Promise((resolve) => {
        const tick = () => (count-- > 0 ? requestAnimationFrame(tick) : resolve(null))
        tick()
      }),
    warm,
  )
  const before = await scripted()
  const frames = await page.evaluate(
    (wait) =>
      new Promise((resolve) => {
        const began = performance.now()
        let count = 0
        const tick = () => {
          count++
          if (performance.now() - began < wait) requestAnimationFrame(tick)
          else resolve(count)
        }
        requestAnimationFrame(tick)
      }),
    PLAYED,
  )
  const after = await scripted()
  return (after - before) / Number(frames)
}

/**
 * @param {import('@playwright/test').Page} page
 * @param {string} name
 * @param {number} fourBars
 */
async function storeBeams(page, name, fourBars) {
  const id = await create(page, name)
  await store(page, id, rowOfBeams(fourBars))
  return id
}

/** Crank-rockers in rows on one base, each with its motor. */
// eslint-disable-next-line max-lines-per-function -- a document is data
function rowOfBeams(/** @type {number} */ fourBars) {
  const link = (/** @type {string} */ id, /** @type {string} */ length, /** @type {string} */ colour) => ({
    id,
    name: id,
    shape: 'link',
    dimensions: { length, width: '16 mm', thickness: '5 mm', bore: '6 mm' },
    colour,
  })
  const box = { width: '2 m', depth: '1.2 m', height: '10 mm' }
  /** @type {any} */
  const document = {
    format: 'ligamen/mechanism',
    version: 1,
    name: 'Row of beams',
    parts: [
      { id: 'base-part', name: 'Base', shape: 'box', dimensions: box, colour: '#a9a58f' },
      {
        id: 'post-part',
        name: 'Post',
        shape: 'box',
        dimensions: { width: '20 mm', depth: '20 mm', height: '80 mm' },
        colour: '#7f9c8b',
      },
      link('crank-part', '30 mm', '#e2542b'),
      link('coupler-part', '160 mm', '#8fa3ad'),
      link('rocker-part', '100 mm', '#c9a66b'),
    ],
    bodies: [
      { id: 'base', name: 'Base', grounded: true, parts: [{ id: 'base-placed', part: 'base-part' }] },
      ...[1, 2].map((k) => ({
        id: `post-${k}`,
        name: `Post ${k}`,
        grounded: true,
        parts: [{ id: `post-placed-${k}`, part: 'post-part' }],
        pose: { position: [k - 1.5, 0.5, 0.05] },
      })),
    ],
    datums: [],
    joints: [],
    probes: [],
    scenarios: [{ id: 'run', name: 'Run', length: '2 s', frameRate: 60, drivers: [] }],
  }
  for (let k = 1; k <= fourBars; k++) {
    const x = -0.9 + 0.2 * ((k - 1) % 9)
    const y = -0.5 + 0.1 * Math.floor((k - 1) / 9)
    for (const name of ['Crank', 'Coupler', 'Rocker']) {
      const id = `${name.toLowerCase()}-${k}`
      document.bodies.push({
        id,
        name: `${name} ${k}`,
        parts: [{ id: `${id}-placed`, part: `${name.toLowerCase()}-part` }],
      })
      for (const end of ['A', 'B'])
        document.datums.push({
          id: `${id}-${end.toLowerCase()}`,
          name: `${name} ${end}`,
          body: id,
          feature: { placed: `${id}-placed`, name: `bore ${end}` },
        })
    }
    document.datums.push(
      { id: `base-a-${k}`, name: 'Base A', body: 'base', at: { position: [x, y, 0.02] } },
      { id: `base-b-${k}`, name: 'Base B', body: 'base', at: { position: [x + 0.16, y, 0.02] } },
    )
    const joint = (/** @type {string} */ name, /** @type {string} */ from, /** @type {string} */ to) =>
      document.joints.push({
        id: `${name.toLowerCase().replace(' ', '-')}-${k}`,
        name: `${name} ${k}`,
        kind: 'revolute',
        from,
        to,
      })
    joint('Crank shaft', `base-a-${k}`, `crank-${k}-a`)
    joint('Crank pin', `crank-${k}-b`, `coupler-${k}-a`)
    joint('Rocker pin', `coupler-${k}-b`, `rocker-${k}-b`)
    joint('Rocker pivot', `base-b-${k}`, `rocker-${k}-a`)
    document.scenarios[0].drivers.push({
      id: `motor-${k}`,
      kind: 'motor',
      joint: `crank-shaft-${k}`,
      speed: '60 rpm',
      runUp: '0.4 s',
    })
  }
  return document
}
