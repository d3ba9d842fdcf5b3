/** Films: read back by a program that has nothing to do with us, gone on with after the page was closed, the same again. */
import { execFile } from 'node:child_process'
import { readFile } from 'node:fs/promises'
import { promisify } from 'node:util'
import type { Page, TestInfo } from '@playwright/test'
import { unzipSync } from 'fflate'
import { expect, solved, test } from '../fixtures'
import { stage } from '../hands'
import { markerAt, openMarked, redIn } from './marked'

test.use({ drawn: true, acceptDownloads: true })

const run = promisify(execFile)
/** Of Debian's ffmpeg; see scripts/test.mjs. */
const FFPROBE = process.env.FFPROBE ?? 'ffprobe'
const FFMPEG = FFPROBE.replace(/ffprobe$/, 'ffmpeg')

async function showFilms(page: Page) {
  await stage(page, 'Present')
  await page.getByRole('tab', { name: 'Films' }).click()
}
async function choose(page: Page, label: string, option: string) {
  await page.getByRole('combobox', { name: label }).press('ArrowDown')
  await page.getByRole('option', { name: option, exact: true }).click()
}
const films = (page: Page) => page.getByRole('region', { name: 'Film' }).getByRole('listitem')
const make = (page: Page) => page.getByRole('button', { name: 'Make the film' }).click()
const saying = (page: Page) =>
  page.getByRole('region', { name: 'Film' }).getByRole('status').filter({ hasText: 'Frame' })

/** The newest film, when it is made. */
async function download(page: Page, info: TestInfo, name: string): Promise<string> {
  const film = films(page).first()
  const button = film.getByRole('button', { name: /^Download/ })
  await expect(button).toBeVisible()
  const [saved] = await Promise.all([page.waitForEvent('download'), button.click()])
  const path = info.outputPath(name)
  await saved.saveAs(path)
  return path
}

async function probe(path: string) {
  const { stdout } = await run(FFPROBE, [
    ...['-v', 'error', '-count_frames', '-select_streams', 'v:0', '-of', 'json'],
    ...['-show_entries', 'stream=codec_name,width,height,nb_read_frames,avg_frame_rate:format=duration'],
    path,
  ])
  const { streams, format } = JSON.parse(stdout)
  return { ...streams[0], duration: Number(format.duration) }
}
const decodedFrames = async (path: string) =>
  (await run(FFMPEG, ['-v', 'error', '-i', path, '-map', '0:v', '-f', 'framemd5', '-'])).stdout

test('a film has the codec, size, frames and length that were asked for, and shows the machine as it is at that time', async ({
  page,
}, info) => {
  test.setTimeout(420_000)
  await openMarked(page)
  await showFilms(page)
  await make(page)
  await expect(saying(page)).toContainText('of 75')
  // the app stays usable meanwhile
  await page.getByRole('tab', { name: 'Shots' }).click()
  await page.getByRole('tab', { name: 'Films' }).click()
  const mp4 = await download(page, info, 'beam.mp4')
  expect(await probe(mp4)).toMatchObject({
    codec_name: 'h264',
    width: 1280,
    height: 720,
    nb_read_frames: '75',
    avg_frame_rate: '30/1',
    duration: 2.5,
  })
  for (const frame of [0, 30, 61]) {
    const png = info.outputPath(`frame-${frame}.png`)
    await run(FFMPEG, [
      '-v',
      'error',
      '-i',
      mp4,
      '-vf',
      `select=eq(n\\,${frame})`,
      '-frames:v',
      '1',
      '-y',
      png,
    ])
    const [x, y] = redIn(await readFile(png))
    const [u, v] = markerAt(frame / 30)
    expect(Math.hypot(x - u, y - v), `frame ${frame}`).toBeLessThan(1.5)
  }
})

test('a film whose page is closed in the middle goes on at its next frame, and is the same in the end', async ({
  page,
}, info) => {
  test.setTimeout(300_000)
  await openMarked(page)
  await showFilms(page)
  await choose(page, 'Format', 'WebM · VP9')
  await make(page)
  const whole = await download(page, info, 'beam.webm')
  expect(await probe(whole)).toMatchObject({
    codec_name: 'vp9',
    width: 1280,
    height: 720,
    nb_read_frames: '75',
    duration: 2.5,
  })
  await films(page)
    .first()
    .getByRole('button', { name: /^Make .* again/ })
    .click()
  await expect(saying(page)).toContainText(/Frame (1\d|2\d|3\d) of 75/)
  const address = page.url()
  const context = page.context()
  await page.close()
  const again = await context.newPage()
  await again.goto(address)
  await solved(again)
  await showFilms(again)
  await expect(films(again).first()).toContainText(/\d\d of 75 frames are kept/)
  await films(again).first().getByRole('button', { name: 'Go on' }).click()
  const resumed = await download(again, info, 'resumed.webm')
  expect(await decodedFrames(resumed)).toBe(await decodedFrames(whole))
})

test('short films are written as GIF and as numbered pictures; what a codec cannot have is said before', async ({
  page,
}, info) => {
  await openMarked(page)
  await showFilms(page)
  const size = page.getByRole('combobox', { name: 'Size' })
  await size.fill('321 x 180')
  await size.press('Enter')
  const to = page.getByLabel('To (end)')
  await to.fill('0.5 s')
  await to.press('Enter')
  // H.264 wants even sides, and that is said before it costs time
  await expect(page.getByText('use 322 x 180')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Make the film' })).toBeDisabled()
  await choose(page, 'Format', 'GIF · 256 colours a picture')
  await make(page)
  const gif = await probe(await download(page, info, 'beam.gif'))
  expect(gif).toMatchObject({ codec_name: 'gif', width: 321, height: 180, nb_read_frames: '15' })
  expect(gif.duration).toBeCloseTo(0.5, 2)
  await choose(page, 'Format', 'numbered PNGs in a zip')
  await make(page)
  await expect(films(page)).toHaveCount(2)
  const names = Object.keys(unzipSync(await readFile(await download(page, info, 'beam.zip'))))
  expect(names).toHaveLength(15)
  expect([names[0], names[14]]).toEqual(['000001.png', '000015.png'])
})
