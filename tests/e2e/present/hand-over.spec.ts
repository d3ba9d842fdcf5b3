/** Things to hand over: a page without server or network, a moving model, pictures, links that show and end. */
import { readFile } from 'node:fs/promises'
import type { Page, TestInfo } from '@playwright/test'
import { decode } from 'fast-png'
import { expect, goTo, test } from '../fixtures'
import { stage } from '../hands'
import { markerAt, openMarked, redIn, spotOf } from './marked'

test.use({ drawn: true, acceptDownloads: true })

async function handOver(page: Page) {
  await stage(page, 'Present')
  await page.getByRole('tab', { name: 'Share' }).click()
}
async function saved(page: Page, button: string, info: TestInfo): Promise<string> {
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ])
  const path = info.outputPath(file.suggestedFilename())
  await file.saveAs(path)
  return path
}
/** Puts the slider of a page that plays by itself. */
const scrub = (page: Page, time: number) => page.getByRole('slider', { name: 'Time' }).fill(String(time))
const clock = (page: Page) => page.locator('#clock')

test('the page opens from its file without any network, plays, scrubs, orbits, and reads what the app reads', async ({
  page,
  browser,
}, info) => {
  await openMarked(page)
  await stage(page, 'Drive')
  const lane = page.getByText('Beam tip height', { exact: true }).locator('..')
  const values: string[] = []
  for (const time of ['0.5 s', '1.25 s', '2 s']) {
    await goTo(page, time)
    values.push(/-?[\d.]+ mm/.exec((await lane.textContent())!.replace('−', '-'))![0])
  }
  await handOver(page)
  const file = await saved(page, 'Page that plays by itself', info)

  const context = await browser.newContext({ offline: true })
  const alone = await context.newPage()
  const asked: string[] = []
  alone.on('request', (request) => asked.push(request.url()))
  await alone.goto(`file://${file}`)
  await expect(clock(alone)).toContainText('0.000 s of 2.50 s')
  await expect(alone.getByRole('heading', { level: 1 })).toHaveText('Beam under test')
  for (const [k, time] of [0.5, 1.25, 2].entries()) {
    await scrub(alone, time)
    await expect(alone.getByRole('region', { name: 'Values' }).getByRole('listitem').first()).toContainText(
      values[k]!,
    )
  }
  // the cube is where the motion has it, by the frame of the shot: 94 % of what is seen from below to above
  await alone.getByRole('button', { name: 'Play' }).click()
  await expect.poll(async () => Number.parseFloat((await clock(alone).textContent())!)).not.toBe(2)
  await alone.getByRole('button', { name: 'Pause' }).click()

  const through = alone.getByRole('button', { name: 'Through the shots' })
  await expect(through).toHaveAttribute('aria-pressed', 'true')
  const before = await alone.locator('#view').screenshot()
  const box = (await alone.locator('#view').boundingBox())!
  await alone.mouse.move(box.x + 200, box.y + 200)
  await alone.mouse.down()
  await alone.mouse.move(box.x + 300, box.y + 240, { steps: 4 })
  await alone.mouse.up()
  await expect(through).toHaveAttribute('aria-pressed', 'false')
  expect((await alone.locator('#view').screenshot()).equals(before)).toBe(false)
  // nothing but the file itself, and what is in it
  expect(asked.filter((url) => !url.startsWith('data:') && !url.startsWith('blob:'))).toEqual([
    `file://${file}`,
  ])
  await context.close()
})

test('a moving model, a picture without what is behind it, and a line drawing are written', async ({
  page,
}, info) => {
  await openMarked(page)
  await handOver(page)
  const glb = await readFile(await saved(page, 'Moving model (GLB)', info))
  expect(glb.subarray(0, 4).toString()).toBe('glTF')
  const size = page.getByRole('combobox', { name: 'Picture size' })
  await size.fill('wide')
  await size.press('Tab')
  await expect(page.getByText('Write the size as width x height')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Picture (PNG)' })).toBeDisabled()
  await size.fill('1280 x 720')
  await size.press('Tab')
  await goTo(page, '1 s')
  await page.getByRole('combobox', { name: 'Behind it' }).press('ArrowDown')
  await page.getByRole('option', { name: 'transparent' }).click()
  const png = await readFile(await saved(page, 'Picture (PNG)', info))
  const { width, height, data, channels } = decode(png)
  expect([width, height, channels]).toEqual([1280, 720, 4])
  // nothing is behind it: its upper corner is clear, the cube is not
  expect(data[3]).toBe(0)
  const [x, y] = redIn(png)
  const [u, v] = markerAt(1)
  expect(Math.hypot(x - u, y - v)).toBeLessThan(1.5)
  expect(data[4 * (Math.round(y) * width + Math.round(x)) + 3]).toBe(255)

  const svg = (await readFile(await saved(page, 'Line drawing (SVG)', info))).toString()
  expect(svg).toContain('viewBox="0 0 1280 720"')
  expect(svg).not.toContain('<rect')
  const spots = [...svg.matchAll(/[ML]([\d.-]+) ([\d.-]+)/g)].map((m) => [Number(m[1]), Number(m[2])])
  // the base is 16 mm high about 68 mm below the shafts, and nothing is lower
  const lowest = Math.max(...spots.map(([, down]) => down!))
  expect(Math.abs(lowest - spotOf(0, -0.076)[1])).toBeLessThan(1)
  // the cube's right side, whose corners lie around its middle
  const rightmost = Math.max(...spots.map(([right]) => right!))
  expect(rightmost).toBeGreaterThan(Math.max(u, spotOf(0.15, 0)[0]) - 1)
})

test('a link shows the mechanism to a browser without any other right, and nothing after it is ended', async ({
  page,
  browser,
  baseURL,
}) => {
  await openMarked(page)
  await handOver(page)
  const links = page.getByRole('region', { name: 'Links' })
  await links.getByRole('textbox', { name: 'For whom' }).fill('Fitter')
  await links.getByRole('button', { name: 'Make a link' }).click()
  await expect(links.getByRole('listitem')).toContainText('the newest revision · stays until it is ended')
  const address = await links.getByRole('link', { name: 'Fitter' }).getAttribute('href')
  const context = await browser.newContext({ baseURL })
  const guest = await context.newPage()
  const asked: string[] = []
  guest.on('request', (request) => asked.push(request.url()))
  await guest.goto(address!)
  await expect(clock(guest)).toContainText('of 2.50 s')
  await expect(guest.getByRole('heading', { level: 1 })).toHaveText('Beam under test')
  expect(asked.filter((url) => !url.startsWith('data:'))).toEqual([`${baseURL}${address}`])
  // it is a page of its own origin: the server answers it nothing
  const answer = await guest.evaluate(() =>
    fetch('/api/projects').then(
      (r) => r.status,
      () => 'refused',
    ),
  )
  expect(answer).toBe('refused')
  await links.getByRole('button', { name: 'End the link Fitter' }).click()
  await expect(links.getByRole('listitem')).toHaveCount(0)
  await guest.reload()
  await expect(guest.getByText('This link shows nothing')).toBeVisible()
  await context.close()
})
