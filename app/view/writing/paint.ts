/** Paints what is written over a picture, on the screen and in films alike. Text is text, whatever is in it. */
import type { PicturePlace } from '@ligamen/core'
import type { Spot, Written } from './written'

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/** Where the picture is on the canvas, and how large its letters are. */
export interface Page {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
}

export interface Inks {
  readonly ground: string
  readonly ink: string
  readonly line: string
  readonly measured: string
  readonly muted: string
}

/** @param c the colours of a theme */
export const inksOf = (c: Readonly<Record<string, string>>): Inks => ({
  ground: c.surface!,
  ink: c['on-surface']!,
  line: c.line!,
  measured: c.measured!,
  muted: c.muted!,
})

/** Heights of letters, as shares of the height of the picture. */
const TITLE = 0.062
const WORDS = 0.036
const SMALL = 0.028
/** Room between the edge of the picture and what is written, likewise. */
const EDGE = 0.05

export function paintWritten(context: Context, page: Page, written: readonly Written[], inks: Inks): void {
  /** How much of each place is taken already, from its edge on. */
  const taken = new Map<PicturePlace, number>()
  context.save()
  context.beginPath()
  context.rect(page.left, page.top, page.width, page.height)
  context.clip()
  for (const one of written) {
    context.globalAlpha = one.opacity
    switch (one.kind) {
      case 'words':
        paintWords(context, page, one, inks, taken)
        break
      case 'value':
        paintValue(context, page, one, inks, taken)
        break
      case 'curve':
        paintCurve(context, page, one, inks, taken)
        break
      case 'dimension':
        paintDimension(context, page, one, inks)
        break
      case 'axis':
        paintAxis(context, page, one, inks)
    }
  }
  context.restore()
}

const font = (page: Page, size: number, weight = 500) =>
  `${weight} ${Math.max(9, Math.round(size * page.height))}px Inter, sans-serif`

/** The upper left corner of a box in a place; the next one in it comes beside. */
function corner(
  page: Page,
  place: PicturePlace,
  [width, height]: Spot,
  taken: Map<PicturePlace, number>,
): Spot {
  const edge = EDGE * page.height
  const before = taken.get(place) ?? 0
  taken.set(place, before + height + edge / 4)
  const middleX = page.left + (page.width - width) / 2
  const middleY = page.top + (page.height - height) / 2
  switch (place) {
    case 'above':
      return [middleX, page.top + edge + before]
    case 'below':
      return [middleX, page.top + page.height - edge - height - before]
    case 'left':
      return [page.left + edge, page.top + edge + before]
    case 'right':
      return [page.left + page.width - edge - width, page.top + page.height - edge - height - before]
    case 'middle':
      return [middleX, middleY + before]
  }
}

function box(context: Context, [x, y]: Spot, [width, height]: Spot, fill: string): void {
  context.fillStyle = fill
  context.beginPath()
  context.roundRect(x, y, width, height, height * 0.14)
  context.fill()
}

/** Lines that are no wider than there is room. */
function broken(context: Context, text: string, most: number): string[] {
  return text.split('\n').flatMap((line) => {
    const lines = ['']
    for (const word of line.split(' ')) {
      const longer = lines.at(-1) === '' ? word : `${lines.at(-1)} ${word}`
      if (context.measureText(longer).width <= most || lines.at(-1) === '') lines[lines.length - 1] = longer
      else lines.push(word)
    }
    return lines
  })
}

function paintWords(
  context: Context,
  page: Page,
  { text, place, isTitle }: Written & { kind: 'words' },
  inks: Inks,
  taken: Map<PicturePlace, number>,
): void {
  const size = isTitle ? TITLE : WORDS
  context.font = font(page, size, isTitle ? 600 : 500)
  const lines = broken(context, text, 0.8 * page.width)
  const letter = size * page.height
  const pad = 0.6 * letter
  const width = Math.max(...lines.map((line) => context.measureText(line).width)) + 2 * pad
  const height = lines.length * 1.3 * letter + pad
  const [x, y] = corner(page, place, [width, height], taken)
  box(context, [x, y], [width, height], inks.ink)
  context.fillStyle = inks.ground
  context.textAlign = 'center'
  context.textBaseline = 'middle'
  lines.forEach((line, k) => context.fillText(line, x + width / 2, y + pad / 2 + (k + 0.5) * 1.3 * letter))
}

function paintValue(
  context: Context,
  page: Page,
  { name, value, at }: Written & { kind: 'value' },
  inks: Inks,
  taken: Map<PicturePlace, number>,
): void {
  const letter = SMALL * page.height
  context.font = font(page, SMALL, 600)
  const bold = context.measureText(`${value}  `).width
  context.font = font(page, SMALL)
  const width = bold + context.measureText(name).width + 1.4 * letter
  const height = 1.9 * letter
  const [x, y] =
    typeof at === 'string'
      ? corner(page, at, [width, height], taken)
      : ([at[0] - width / 2, at[1] - 2.6 * height] as const)
  if (typeof at !== 'string') {
    line(context, [x + width / 2, y + height], at, inks.measured, page)
    dot(context, at, inks.measured, page)
  }
  box(context, [x, y], [width, height], inks.ground)
  frame(context, [x, y], [width, height], inks.measured, page)
  context.textAlign = 'left'
  context.textBaseline = 'middle'
  context.fillStyle = inks.ink
  context.fillText(name, x + 0.7 * letter + bold, y + height / 2)
  context.font = font(page, SMALL, 600)
  context.fillText(value, x + 0.7 * letter, y + height / 2)
}

function paintCurve(
  context: Context,
  page: Page,
  { name, value, points, place }: Written & { kind: 'curve' },
  inks: Inks,
  taken: Map<PicturePlace, number>,
): void {
  const letter = SMALL * page.height
  const size: Spot = [0.34 * page.width, 0.24 * page.height]
  const [x, y] = corner(page, place, size, taken)
  box(context, [x, y], size, inks.ground)
  frame(context, [x, y], size, inks.line, page)
  const inner = {
    x: x + letter,
    y: y + 2.2 * letter,
    width: size[0] - 2 * letter,
    height: size[1] - 3 * letter,
  }
  context.textAlign = 'left'
  context.textBaseline = 'top'
  context.font = font(page, SMALL)
  context.fillStyle = inks.ink
  context.fillText(name, x + letter, y + 0.6 * letter)
  context.textAlign = 'right'
  context.font = font(page, SMALL, 600)
  context.fillText(value, x + size[0] - letter, y + 0.6 * letter)
  const at = ([share, level]: Spot): Spot => [
    inner.x + share * inner.width,
    inner.y + (1 - level) * inner.height,
  ]
  context.strokeStyle = inks.measured
  context.lineWidth = Math.max(1.2, 0.003 * page.height)
  context.lineJoin = 'round'
  context.beginPath()
  points.forEach((point, k) => {
    const [px, py] = at(point)
    if (k === 0) context.moveTo(px, py)
    else context.lineTo(px, py)
  })
  context.stroke()
  dot(context, at(points.at(-1)!), inks.measured, page)
}

function paintDimension(
  context: Context,
  page: Page,
  { from, to, text }: Written & { kind: 'dimension' },
  inks: Inks,
): void {
  line(context, from, to, inks.ink, page)
  for (const [tip, tail] of [
    [from, to],
    [to, from],
  ] as const)
    arrow(context, tip, tail, inks.ink, page)
  context.font = font(page, SMALL, 600)
  const letter = SMALL * page.height
  const width = context.measureText(text).width + letter
  const height = 1.5 * letter
  const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]
  box(context, [x - width / 2, y - height / 2], [width, height], inks.ground)
  context.fillStyle = inks.ink
  context.textAlign = 'center'
  context.textBaseline = 'middle'
  context.fillText(text, x, y)
}

/** A chain line, as axes are drawn (ISO 128). */
function paintAxis(context: Context, page: Page, { from, to }: Written & { kind: 'axis' }, inks: Inks): void {
  const unit = 0.012 * page.height
  context.setLineDash([3 * unit, unit, 0.5 * unit, unit])
  line(context, from, to, inks.ink, page)
  context.setLineDash([])
}

function line(context: Context, from: Spot, to: Spot, colour: string, page: Page): void {
  context.strokeStyle = colour
  context.lineWidth = Math.max(1, 0.0022 * page.height)
  context.beginPath()
  context.moveTo(...from)
  context.lineTo(...to)
  context.stroke()
}

function frame(context: Context, [x, y]: Spot, [width, height]: Spot, colour: string, page: Page): void {
  context.strokeStyle = colour
  context.lineWidth = Math.max(1, 0.0022 * page.height)
  context.beginPath()
  context.roundRect(x, y, width, height, Math.min(height * 0.14, 0.012 * page.height))
  context.stroke()
}

function dot(context: Context, [x, y]: Spot, colour: string, page: Page): void {
  context.fillStyle = colour
  context.beginPath()
  context.arc(x, y, Math.max(2.5, 0.006 * page.height), 0, 2 * Math.PI)
  context.fill()
}

function arrow(context: Context, tip: Spot, tail: Spot, colour: string, page: Page): void {
  const length = Math.hypot(tip[0] - tail[0], tip[1] - tail[1])
  if (length < 1) return
  const size = 0.018 * page.height
  const [x, y] = [(tail[0] - tip[0]) / length, (tail[1] - tip[1]) / length]
  context.fillStyle = colour
  context.beginPath()
  context.moveTo(...tip)
  context.lineTo(tip[0] + size * (x - 0.3 * y), tip[1] + size * (y + 0.3 * x))
  context.lineTo(tip[0] + size * (x + 0.3 * y), tip[1] + size * (y - 0.3 * x))
  context.fill()
}
