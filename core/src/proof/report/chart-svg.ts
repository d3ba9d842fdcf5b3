/** A chart as an SVG picture: axes, ticks and curves, for reports and slides. */
import type { Point } from '../points'
import { escaped } from './html'

export interface DrawnChart {
  readonly title: string
  /** Words of the axis along it. */
  readonly x: string
  /** Of that axis; what the points need when it is null. */
  readonly range: readonly [number, number] | null
  readonly labels: { readonly left: string; readonly right: string }
  readonly curves: readonly {
    readonly name: string
    readonly side: 'left' | 'right'
    readonly points: readonly Point[]
  }[]
}

const WIDTH = 900
const HEIGHT = 320
const BOX = { left: 64, right: 64, top: 44, bottom: 40 }
/** Edges of the area of the curves in the drawing. */
export const PLOT = { left: BOX.left, right: WIDTH - BOX.right, top: BOX.top, bottom: HEIGHT - BOX.bottom }
/** Names in a row below the drawing, and the most letters of one. */
const A_ROW = 3
const NAME = 44
const COLOURS = ['#7b3f76', '#8a5a12', '#2f7548', '#2e6f95', '#6b4a33', '#5a6470']
const INK = '#1d2930'
const LINE = '#dcd7cb'

export function chartSvg({ title, x, range, labels, curves }: DrawnChart): string {
  const along = range ?? spanOf(curves.flatMap(({ points }) => points.map((p) => p.x)))
  const sides = { left: scaleOf('left', curves), right: scaleOf('right', curves) }
  const [x0, x1] = along
  const placeX = (v: number) => BOX.left + ((v - x0) / (x1 - x0)) * (WIDTH - BOX.left - BOX.right)
  const placeY = (v: number, [low, high]: readonly [number, number]) =>
    HEIGHT - BOX.bottom - ((v - low) / (high - low)) * (HEIGHT - BOX.top - BOX.bottom)
  const text = (words: string, at: readonly [number, number], anchor: string, colour = INK) =>
    `<text x="${at[0].toFixed(1)}" y="${at[1].toFixed(1)}" text-anchor="${anchor}" fill="${colour}">${escaped(words)}</text>`
  const vertical = ticksOf(along).map(
    (v) =>
      `<path d="M${placeX(v).toFixed(1)} ${BOX.top}V${HEIGHT - BOX.bottom}" stroke="${LINE}"/>` +
      text(String(v), [placeX(v), HEIGHT - BOX.bottom + 16], 'middle'),
  )
  const horizontal = (['left', 'right'] as const).flatMap((side) => {
    const scale = sides[side]
    if (!scale) return []
    const isLeft = side === 'left'
    const edge = isLeft ? BOX.left - 6 : WIDTH - BOX.right + 6
    return [
      ...ticksOf(scale).map((v) => {
        const y = placeY(v, scale)
        const line = isLeft
          ? `<path d="M${BOX.left} ${y.toFixed(1)}H${WIDTH - BOX.right}" stroke="${LINE}"/>`
          : ''
        return line + text(String(v), [edge, y + 4], isLeft ? 'end' : 'start')
      }),
      text(labels[side], [edge, BOX.top - 8], isLeft ? 'end' : 'start'),
    ]
  })
  const lines = curves.map(({ points, side }, k) => {
    const scale = sides[side]!
    const d = pathOf(points.map((p) => (Number.isNaN(p.y) ? null : [placeX(p.x), placeY(p.y, scale)])))
    return `<path d="${d}" fill="none" stroke="${COLOURS[k % COLOURS.length]!}" stroke-width="1.6"/>`
  })
  const names = curves.map(({ name }, k) =>
    text(
      name.length > NAME ? `${name.slice(0, NAME - 1)}…` : name,
      [BOX.left + (k % A_ROW) * ((WIDTH - 2 * BOX.left) / A_ROW), HEIGHT + 8 + 16 * Math.floor(k / A_ROW)],
      'start',
      COLOURS[k % COLOURS.length],
    ),
  )
  const height = HEIGHT + 16 * Math.ceil(curves.length / A_ROW)
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${height}" font-family="Inter, sans-serif" font-size="12">`,
    `<rect width="${WIDTH}" height="${height}" fill="#fffdf9"/>`,
    `<text x="${BOX.left}" y="20" font-weight="600" font-size="14" fill="${INK}">${escaped(title)}</text>`,
    ...vertical,
    ...horizontal,
    ...lines,
    ...names,
    text(x, [WIDTH / 2, HEIGHT - 6], 'middle'),
    '</svg>',
    '',
  ].join('\n')
}

const scaleOf = (side: 'left' | 'right', curves: DrawnChart['curves']) => {
  const mine = curves.filter((curve) => curve.side === side)
  return mine.length === 0 ? null : spanOf(mine.flatMap(({ points }) => points.map((p) => p.y)))
}

/** From the least to the greatest, a little room around them. */
function spanOf(values: readonly number[]): readonly [number, number] {
  let [low, high] = [Infinity, -Infinity]
  for (const value of values) {
    if (value < low) low = value
    if (value > high) high = value
  }
  if (!(high >= low)) return [0, 1]
  const room = high > low ? 0.05 * (high - low) : Math.max(1e-9, Math.abs(high) * 0.1)
  return [low - room, high + room]
}

/** Round numbers within a range, at most eight. */
function ticksOf([low, high]: readonly [number, number]): number[] {
  const raw = (high - low) / 6
  const power = 10 ** Math.floor(Math.log10(raw))
  const step = power * ([1, 2, 5, 10].find((one) => one * power >= raw) ?? 10)
  const first = Math.ceil(low / step - 1e-9)
  const count = Math.floor(high / step + 1e-9) - first + 1
  return Array.from({ length: Math.max(0, count) }, (_, k) => Number(((first + k) * step).toPrecision(10)))
}

/** Null leaves a gap. */
const pathOf = (points: readonly (readonly number[] | null)[]): string =>
  points
    .map((p, k) =>
      p ? `${k === 0 || !points[k - 1] ? 'M' : 'L'}${p[0]!.toFixed(1)} ${p[1]!.toFixed(1)}` : '',
    )
    .join('')
