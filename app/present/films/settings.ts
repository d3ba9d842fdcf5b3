/** What a film can be made as, and what is wrong with a choice before it costs time. */
import { canEncodeVideo } from 'mediabunny'
import { formatNumber } from '@ligamen/core'
import { frameCount } from './protocol'
import type { FilmFormat, FilmPlan } from './protocol'

export const FORMAT_TITLES: Readonly<Record<FilmFormat, string>> = {
  mp4: 'MP4 · H.264',
  webm: 'WebM · VP9',
  gif: 'GIF · 256 colours a picture',
  png: 'numbered PNGs in a zip',
}

export const SIZES = ['1280 x 720', '1920 x 1080', '3840 x 2160', '1080 x 1080', '1080 x 1920', '1024 x 768']
export const RATES = [24, 25, 30, 50, 60]
export const SAMPLES = [4, 16]
export const SPEEDS = [0.1, 0.25, 0.5, 1, 2, 4]

/** The longest side of a picture [px], and the most frames of a film. */
const LARGEST = 3840
const MOST_FRAMES = 20_000
/** Programs take shorter times of a picture than two hundredths of a second for ten. */
const MOST_IN_GIF = 50
/** Times that are typed with fewer digits than the length has count as its end [s]. */
const TIME_SLACK = 1e-6
/** Bytes of a kept frame for each of its pixels: pictures of machines on paper have less. */
const BYTES_A_PIXEL = 0.35

type FilmIdea = Pick<FilmPlan, 'stretches' | 'settings'>

/** "1280 x 720" as numbers; null for what is none. */
export function sizeOf(text: string): { width: number; height: number } | null {
  const found = /^\s*(\d{2,5})\s*[x×*]\s*(\d{2,5})\s*$/i.exec(text)
  return found ? { width: Number(found[1]), height: Number(found[2]) } : null
}

/** How many bytes the frames take while the film is made, about. */
const bytesNeeded = (film: FilmIdea): number =>
  frameCount(film) * film.settings.width * film.settings.height * BYTES_A_PIXEL

/** Why a film cannot be made so, with what mends it; empty when it can. @param room left in the browser [bytes] */
export function filmFault(film: FilmIdea, room: number): string {
  const { width, height, format, rate } = film.settings
  if (film.stretches.length === 0) return 'Choose at least one scenario.'
  if (film.stretches.some(({ from, to }) => !(to > from)))
    return 'The stretch must end after it starts; give it a later end.'
  if (Math.max(width, height) > LARGEST)
    return `A picture may be ${LARGEST} pixels wide or high at most; this one is ${width} x ${height}.`
  if (format === 'mp4' && (width % 2 === 1 || height % 2 === 1)) {
    const even = `${width + (width % 2)} x ${height + (height % 2)}`
    return `H.264 needs an even width and height; use ${even}, or another format.`
  }
  if (format === 'gif' && rate > MOST_IN_GIF)
    return `Programs show no more than ${MOST_IN_GIF} pictures a second of a GIF; use ${MOST_IN_GIF} or fewer, or another format.`
  const frames = frameCount(film)
  if (frames > MOST_FRAMES)
    return `The film would have ${frames} frames; at most ${MOST_FRAMES} are made. Shorten the stretch, or use fewer pictures a second.`
  const needed = bytesNeeded(film)
  if (needed > room)
    return `Its frames would take about ${megabytes(needed)} while it is made; this browser has ${megabytes(room)} left. Delete films, or make it smaller or shorter.`
  return ''
}

/** Why an instant is none of a scenario; empty when it is. @param time @param length [s] */
export const outsideFault = (time: number, length: number): string =>
  time >= 0 && time <= length + TIME_SLACK
    ? ''
    : `The scenario runs from 0 s to ${formatNumber(length, 3)} s; give a time within it.`

export const megabytes = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`

/** Formats that this browser can write, at a size; the others with the reason. */
export async function formatsHere(
  width: number,
  height: number,
): Promise<Readonly<Record<FilmFormat, string>>> {
  const has = 'VideoEncoder' in globalThis
  // odd sides are another matter, see `filmFault`
  const size = { width: width + (width % 2), height: height + (height % 2) }
  const can = async (codec: 'avc' | 'vp9') => has && (await canEncodeVideo(codec, size))
  const none = (name: string) => `This browser cannot encode ${name}; use another format.`
  const [avc, vp9] = await Promise.all([can('avc'), can('vp9')])
  return { mp4: avc ? '' : none('H.264'), webm: vp9 ? '' : none('VP9'), gif: '', png: '' }
}
