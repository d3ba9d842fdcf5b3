/**
 * `ligamen film`: makes the film that the app makes, through the Chromium that is installed. A page of our own is served on
 * loopback, draws the frames, puts them into the file, and hands it back.
 */
import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { createServer } from 'node:http'
import type { IncomingMessage, Server, ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { extname, join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { parseQuantity, siOr } from '@ligamen/core'
import type { Model } from '@ligamen/core'
import { findChromium, headless } from './chromium'
import { printProblems, readMechanism } from './files'
import { scenariosOf } from './scenarios'
import { inText } from './triangles'

export interface FilmOptions {
  readonly scenario?: readonly string[]
  readonly out: string
  readonly size: string
  readonly rate: string
  readonly speed?: string
  readonly from?: string
  readonly to?: string
  readonly quality: string
  readonly samples: string
  readonly look: string
}

/** Endings of film files. */
const FORMATS: Readonly<Record<string, string>> = {
  '.mp4': 'mp4',
  '.webm': 'webm',
  '.gif': 'gif',
  '.zip': 'png',
}
/** Built beside the bundle of the command line. */
const PAGE = new URL('./film.html', import.meta.url)
/** Of what Chromium says when it ends too soon. */
const LAST_WORDS = 400

export async function film(file: string, options: FilmOptions): Promise<number> {
  const opened = await readMechanism(file)
  if (!opened.ok) {
    printProblems(opened.problems)
    return 1
  }
  const { model, triangles } = opened.value
  const wish = wishOf(model, options)
  if (typeof wish === 'string') {
    if (wish) console.error(wish)
    return 2
  }
  const chromium = await findChromium('Making a film')
  if ('missing' in chromium) {
    console.error(chromium.missing)
    return 2
  }
  const refused = await make(
    chromium.path,
    JSON.stringify({ ...wish, meshes: inText(triangles) }),
    options.out,
  )
  if (refused) {
    console.error(refused)
    return 2
  }
  process.stdout.write(`${options.out}: ${model.document.name}, ${options.size}\n`)
  return 0
}

/** What the page makes; why it cannot be, in a sentence, or nothing where that was said already. */
function wishOf(model: Model, options: FilmOptions) {
  const format = FORMATS[extname(options.out).toLowerCase()]
  if (!format)
    return `${options.out} must end with ${Object.keys(FORMATS).join(', ')}; the ending says the format.`
  const [width, height] = options.size.split(/\s*[x×]\s*/i).map(Number)
  if (!(width! >= 16 && height! >= 16)) return `“${options.size}” is no size; write it as 1280x720.`
  const [rate, samples] = [options.rate, options.samples].map(Number)
  if (!(rate! >= 1 && rate! <= 60)) return 'Give --rate as 1 to 60 pictures a second.'
  if (samples !== 4 && samples !== 16) return 'Give --samples as 4 or 16.'
  if (!['draft', 'good', 'best'].includes(options.quality)) return 'Give --quality as draft, good or best.'
  if (!['drawing', 'showing'].includes(options.look)) return 'Give --look as drawing or showing.'
  const names = options.scenario ?? [undefined]
  const scenarios = names.flatMap((name) => scenariosOf(model, name).slice(0, 1))
  if (scenarios.length < names.length || scenarios.length === 0) return ''
  const speed = Number(options.speed ?? scenarios[0]!.source.picture?.speed ?? 1)
  if (!(speed > 0)) return 'Give --speed as a number above zero, such as 0.25.'
  const time = (text: string | undefined, otherwise: number) =>
    text === undefined ? otherwise : parseQuantity(text, 'time')
  const stretches = []
  for (const { source } of scenarios) {
    const length = siOr(source.length, 'time')
    const [from, to] = [time(options.from, 0), time(options.to, length)].map((read) =>
      typeof read === 'number' ? read : read.ok ? read.value : NaN,
    )
    if (!(from! >= 0 && to! > from! && to! <= length + 1e-9))
      return `The stretch must lie within ${source.name}, which lasts ${length} s, and end after it starts.`
    stretches.push({ scenario: source.id, from, to })
  }
  const settings = {
    format,
    width,
    height,
    rate,
    speed,
    quality: options.quality,
    samples,
    look: options.look,
  }
  return { document: model.document, stretches, settings }
}

/** Null when it is written, else why not. */
async function make(chromium: string, wish: string, target: string): Promise<string | null> {
  const folder = await mkdtemp(join(tmpdir(), 'ligamen-'))
  // other programs of this machine do not find it
  const secret = `/${randomUUID()}`
  let ended: (refused: string | null) => void = () => undefined
  const outcome = new Promise<string | null>((resolve) => (ended = resolve))
  const server = createServer((request, response) => {
    answer(request, response, { secret, wish, target, ended }).catch((error: unknown) => {
      ended(`${target} cannot be written: ${(error as Error).message}.`)
      response.end()
    })
  })
  try {
    const port = await listening(server)
    const browser = spawn(
      chromium,
      [
        ...headless(join(folder, 'profile')),
        ...['--use-angle=swiftshader', '--enable-unsafe-swiftshader', '--disable-background-networking'],
        `http://127.0.0.1:${port}${secret}/`,
      ],
      { stdio: ['ignore', 'ignore', 'pipe'] },
    )
    let words = ''
    browser.stderr.on('data', (chunk: Buffer) => (words = (words + chunk.toString()).slice(-LAST_WORDS)))
    browser.on('error', (error) => ended(`Chromium could not be started: ${error.message}.`))
    browser.on('exit', () => ended(`Chromium ended before the film was made. It said: ${words}`))
    const refused = await outcome
    browser.removeAllListeners('exit')
    const gone = new Promise((resolve) => browser.once('exit', resolve))
    if (browser.exitCode === null && browser.kill()) await gone
    if (process.stderr.isTTY) process.stderr.write('\n')
    return refused
  } finally {
    server.close()
    server.closeAllConnections()
    await rm(folder, { recursive: true, force: true, maxRetries: 5 })
  }
}

const listening = (server: Server): Promise<number> =>
  new Promise((resolve, reject) => {
    server.once('error', reject)
    server.listen(0, '127.0.0.1', () => resolve((server.address() as AddressInfo).port))
  })

interface Exchange {
  readonly secret: string
  readonly wish: string
  readonly target: string
  readonly ended: (refused: string | null) => void
}

async function answer(
  request: IncomingMessage,
  response: ServerResponse,
  { secret, wish, target, ended }: Exchange,
): Promise<void> {
  switch (`${request.method} ${request.url}`) {
    case `GET ${secret}/`:
      response.setHeader('content-type', 'text/html; charset=utf-8')
      response.end(await readFile(PAGE))
      return
    case `GET ${secret}/wish`:
      response.setHeader('content-type', 'application/json')
      response.end(wish)
      return
    case `POST ${secret}/said`: {
      const { type, done, total, message } = JSON.parse(await textOf(request))
      response.end()
      if (type === 'failed') ended(`The film could not be made: ${message}`)
      else if (process.stderr.isTTY) process.stderr.write(`\r${type} ${done ?? 0} of ${total ?? '?'}   `)
      return
    }
    case `PUT ${secret}/film`:
      await pipeline(request, createWriteStream(target))
      response.end()
      ended(null)
      return
    default:
      response.statusCode = 404
      response.end()
  }
}

async function textOf(request: IncomingMessage): Promise<string> {
  let text = ''
  for await (const chunk of request as AsyncIterable<Buffer>) text += chunk.toString()
  return text
}
