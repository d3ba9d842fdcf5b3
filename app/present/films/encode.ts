/** Puts the frames of a film into a file: MP4 with H.264, WebM with VP9, GIF, or numbered PNGs in a zip. */
import { Zip, ZipPassThrough } from 'fflate'
import {
  CanvasSource,
  Mp4OutputFormat,
  Output,
  QUALITY_HIGH,
  QUALITY_MEDIUM,
  QUALITY_VERY_HIGH,
  StreamTarget,
  WebMOutputFormat,
} from 'mediabunny'
import { applyPalette, GIFEncoder, quantize } from 'gifenc'
import type { FilmFolder } from './film-folder'
import type { FilmSettings } from './protocol'

const QUALITIES = { draft: QUALITY_MEDIUM, good: QUALITY_HIGH, best: QUALITY_VERY_HIGH }

/** @param told how many frames are in the file */
export async function encodeFilm(
  folder: FilmFolder,
  settings: FilmSettings,
  total: number,
  told: (done: number) => void,
): Promise<void> {
  const writable = await folder.writable()
  try {
    if (settings.format === 'png') await zipped(folder, writable, total, told)
    else if (settings.format === 'gif') await asGif(folder, writable, settings, total, told)
    else await encoded(folder, writable, settings, total, told)
  } catch (error) {
    await writable.abort().catch(() => undefined)
    throw error
  }
}

async function encoded(
  folder: FilmFolder,
  writable: FileSystemWritableFileStream,
  { format, width, height, rate, quality }: FilmSettings,
  total: number,
  told: (done: number) => void,
): Promise<void> {
  const output = new Output({
    format: format === 'mp4' ? new Mp4OutputFormat() : new WebMOutputFormat(),
    target: new StreamTarget(writable as unknown as WritableStream, { chunked: true }),
  })
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  const source = new CanvasSource(canvas, {
    codec: format === 'mp4' ? 'avc' : 'vp9',
    quality: QUALITIES[quality],
    latencyMode: 'quality',
    hardwareAcceleration: 'prefer-software',
  })
  output.addVideoTrack(source, { frameRate: rate })
  await output.start()
  for (let k = 0; k < total; k++) {
    await drawFrame(folder, k, context)
    await source.add(k / rate, 1 / rate)
    told(k + 1)
  }
  await output.finalize()
}

/** Films have something behind everything: white where a picture has nothing. */
async function drawFrame(folder: FilmFolder, k: number, context: OffscreenCanvasRenderingContext2D) {
  const picture = await createImageBitmap((await folder.frame(k))!)
  context.fillStyle = '#ffffff'
  context.fillRect(0, 0, picture.width, picture.height)
  context.drawImage(picture, 0, 0)
  picture.close()
}

/** Every frame with the 256 colours that suit it best. Times are hundredths of a second: their sum is right, not each of them. */
async function asGif(
  folder: FilmFolder,
  writable: FileSystemWritableFileStream,
  { width, height, rate }: FilmSettings,
  total: number,
  told: (done: number) => void,
): Promise<void> {
  const gif = GIFEncoder()
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  const hundredths = (k: number) => Math.round((100 * k) / rate)
  for (let k = 0; k < total; k++) {
    await drawFrame(folder, k, context)
    const { data } = context.getImageData(0, 0, width, height)
    const palette = quantize(data, 256)
    gif.writeFrame(applyPalette(data, palette), width, height, {
      palette,
      delay: 10 * (hundredths(k + 1) - hundredths(k)),
    })
    await writable.write(gif.bytes())
    gif.stream.reset()
    told(k + 1)
  }
  gif.finish()
  await writable.write(gif.bytes())
  await writable.close()
}

async function zipped(
  folder: FilmFolder,
  writable: FileSystemWritableFileStream,
  total: number,
  told: (done: number) => void,
): Promise<void> {
  let written = Promise.resolve()
  const zip = new Zip((error, chunk) => {
    if (error) throw error
    written = written.then(() => writable.write(chunk as Uint8Array<ArrayBuffer>))
  })
  for (let k = 0; k < total; k++) {
    // pictures are compressed already
    const entry = new ZipPassThrough(`${String(k + 1).padStart(6, '0')}.png`)
    zip.add(entry)
    entry.push(new Uint8Array(await (await folder.frame(k))!.arrayBuffer()), true)
    await written
    told(k + 1)
  }
  zip.end()
  await written
  await writable.close()
}
