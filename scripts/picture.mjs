/** `npm run picture`: draws docs/architecture.svg, the rooms and who imports whom, from the imports as they are. */
import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import ELK from 'elkjs/lib/elk.bundled.js'
import { format } from 'prettier'
import { root } from './steps/run.mjs'

const SIDES = ['core/src', 'app', 'cli/src', 'server', 'shared', 'demo']
const [WIDTH, HEIGHT] = [118, 30]

/** @typedef {{ source: string, dependencies: { resolved: string }[] }} Module */

/** @returns {Module[]} */
function modules() {
  const text = execFileSync(
    'npx',
    ['depcruise', '--config', '.dependency-cruiser.mjs', '--output-type', 'json', ...SIDES],
    { cwd: root, encoding: 'utf8', maxBuffer: 2 ** 28 },
  )
  return JSON.parse(text).modules
}

/**
 * The room of a file: a folder of the core or the app, else one of the other sides; null for what is no source.
 * @param {string} file
 */
function roomOf(file) {
  if (/\.test\.ts$|^app\/testing\//.test(file)) return null
  const inside = /^(core\/src|app)\/([\w-]+)\//.exec(file)
  if (inside)
    return ['assets', 'plugins'].includes(inside[2]) ? null : `${inside[1].split('/')[0]}/${inside[2]}`
  const side = /^(cli|server|shared|demo)\//.exec(file)?.[1]
  return side ?? (/^core\/src\/index/.test(file) ? 'core' : null)
}

/** @returns {Map<string, Map<string, number>>} how many imports lead from room to room */
function imports() {
  /** @type {Map<string, Map<string, number>>} */
  const counts = new Map()
  for (const { source, dependencies } of modules()) {
    const from = roomOf(source)
    if (!from) continue
    const mine = counts.get(from) ?? new Map()
    counts.set(from, mine)
    for (const { resolved } of dependencies) {
      const to = roomOf(resolved)
      if (to && to !== from) mine.set(to, (mine.get(to) ?? 0) + 1)
    }
  }
  return counts
}

/**
 * Rooms that can be left out as a goal, since another goal of the room leads there.
 * @param {Map<string, Map<string, number>>} counts
 * @param {string} from
 */
function direct(counts, from) {
  const goals = [...(counts.get(from) ?? new Map()).keys()]
  /** @param {string} room @param {Set<string>} seen */
  const reach = (room, seen = new Set()) => {
    for (const next of (counts.get(room) ?? new Map()).keys()) {
      if (seen.has(next)) continue
      seen.add(next)
      reach(next, seen)
    }
    return seen
  }
  return goals.filter((goal) => !goals.some((other) => other !== goal && reach(other).has(goal)))
}

/** @param {string} text */
const escaped = (text) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;')

async function draw() {
  const counts = imports()
  const rooms = [...counts.keys()].sort()
  /** @type {import('elkjs').ElkNode} */
  const rows = {
    id: 'rooms',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'DOWN',
      'elk.spacing.nodeNode': '18',
      'elk.layered.spacing.nodeNodeBetweenLayers': '26',
      'elk.edgeRouting': 'POLYLINE',
    },
    children: rooms.map((id) => ({ id, width: WIDTH, height: HEIGHT })),
    edges: rooms.flatMap((from) =>
      direct(counts, from).map((to) => ({ id: `${from} ${to}`, sources: [from], targets: [to] })),
    ),
  }
  const laid = await new ELK().layout(rows)
  const edges = (laid.edges ?? []).map((edge) => {
    const [{ startPoint, endPoint, bendPoints = [] }] = edge.sections ?? []
    const points = [startPoint, ...bendPoints, endPoint].map(({ x, y }) => `${x.toFixed(0)},${y.toFixed(0)}`)
    return `<polyline points="${points.join(' ')}" />`
  })
  const boxes = (laid.children ?? []).map(({ id, x = 0, y = 0 }) => {
    const side = id.split('/')[0]
    const [left, top] = [x.toFixed(0), y.toFixed(0)]
    const middle = `x="${(x + WIDTH / 2).toFixed(0)}" y="${(y + HEIGHT / 2 + 4).toFixed(0)}"`
    return `<g class="${side}"><rect x="${left}" y="${top}" width="${WIDTH}" height="${HEIGHT}" rx="5" /><text ${middle}>${escaped(id)}</text></g>`
  })
  const [width, height] = [Math.ceil(laid.width ?? 0), Math.ceil(laid.height ?? 0)]
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-8 -8 ${width + 16} ${height + 16}" role="img" aria-label="The rooms of Ligamen; a line leads from a room down to one it imports">
<style>
svg { background: #f5f3ee; font: 12px Inter, sans-serif }
rect { fill: #fffdf9; stroke: #0f5c63 }
.app rect { stroke: #7b3f76 }
.cli rect, .server rect, .shared rect, .demo rect { stroke: #8a5a10 }
text { text-anchor: middle; fill: #1d2930 }
polyline { fill: none; stroke: #69757b; opacity: 0.55 }
</style>
${edges.join('\n')}
${boxes.join('\n')}
</svg>
`
  writeFileSync(join(root, 'docs/architecture.svg'), await format(svg, { parser: 'html', printWidth: 110 }))
}

await draw()
