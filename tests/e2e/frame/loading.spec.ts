/** What the workspace loads until the first motion: compressed, once, and only what is needed for it. */
import { expect, openFresh, solved, test } from '../fixtures'

/** Over the wire until the first motion [bytes]. */
const MOST = 1.2e6

declare global {
  interface Window {
    /** When the first motion was there [ms since 1970]. */
    solvedAt?: number
  }
}

/** Runs in the page before anything else. */
function noteSolved() {
  new MutationObserver((_, observer) => {
    if (!document.body?.textContent.includes('frames solved in')) return
    window.solvedAt = performance.timeOrigin + performance.now()
    observer.disconnect()
  }).observe(document, { childList: true, subtree: true, characterData: true })
}

test('the first motion needs at most 1.2 MB, without the heavy parts; the second opening loads nothing again', async ({
  page,
}) => {
  const sizes = new Map<string, number>()
  const begun = new Map<string, number>()
  const counted: Promise<void>[] = []
  await page.addInitScript(noteSolved)
  page.context().on('requestfinished', (request) => {
    const { pathname } = new URL(request.url())
    begun.set(pathname, request.timing().startTime)
    counted.push(
      request.sizes().then(({ responseBodySize, responseHeadersSize }) => {
        sizes.set(pathname, (sizes.get(pathname) ?? 0) + responseBodySize + responseHeadersSize)
      }),
    )
  })
  const id = await openFresh(page)
  await Promise.all(counted)
  const solvedAt = await page.evaluate(() => window.solvedAt!)
  expect(solvedAt).toBeGreaterThan(begun.get(`/mechanisms/${id}`)!)
  // what is asked for after it, such as the layout of the link map, does not delay it
  const loaded = [...sizes].filter(
    ([path]) => !path.startsWith('/api/projects') && begun.get(path)! < solvedAt,
  )
  const total = loaded.reduce((sum, [, size]) => sum + size, 0)
  expect(loaded.map(([path]) => path).join()).toContain('solver.worker')
  expect(total, JSON.stringify(loaded.sort((a, b) => b[1] - a[1]).slice(0, 12))).toBeLessThan(MOST)
  for (const heavy of ['occt', 'elk', 'manifold', 'exchange.worker', 'cut.worker', 'overlap.worker'])
    expect(loaded.filter(([path]) => path.includes(heavy)).map(([path]) => path)).toEqual([])

  const first = new Set(sizes.keys())
  sizes.clear()
  await page.goto(`/mechanisms/${id}`)
  await solved(page)
  await Promise.all(counted)
  const again = [...sizes].filter(([path, size]) => path.startsWith('/_nuxt/') && first.has(path) && size > 0)
  expect(again).toEqual([])
})
