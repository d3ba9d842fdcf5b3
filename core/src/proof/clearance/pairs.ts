/** Which bodies are looked at for clearance: all that are not joined directly, or those that are named; and when. */
import type { BodyPair } from '../../document/format/clearance'
import { bodiesOfGroup } from '../../document/groups'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Mechanism } from '../../mechanism/compile'
import type { Span } from '../../motion/take'

/** Two bodies by index, the lower one first. */
export interface Pair {
  readonly a: number
  readonly b: number
  /** Stretches in which they are not joined [s]. */
  readonly windows: readonly (readonly [number, number])[]
}

export interface Pairs {
  readonly looked: readonly Pair[]
  /** Left out since somebody said so. */
  readonly ignored: readonly (readonly [number, number])[]
  /** How many are joined directly during the whole run, or move as one. */
  readonly joined: number
}

/** @param end of the motion [s] */
export function clearancePairs(mechanism: Mechanism, spans: readonly Span[], end: number): Pairs {
  const { document, bodies } = mechanism.geometry
  const { pairs, ignored = [] } = document.clearance ?? {}
  const index = new Map(bodies.map(({ source }, k) => [source.id, k]))
  const named = pairs && namedPairs(document, pairs, index)
  const left = namedPairs(document, ignored, index)
  const joins = joinedAt(mechanism, spans)
  const looked: Pair[] = []
  const out: [number, number][] = []
  let joined = 0
  for (let a = 0; a < bodies.length; a++)
    for (let b = a + 1; b < bodies.length; b++) {
      const key = keyOf(a, b)
      if (named && !named.has(key)) continue
      if (left.has(key)) {
        out.push([a, b])
        continue
      }
      const windows =
        mechanism.bodyLink[a] === mechanism.bodyLink[b] ? [] : freeWindows(joins, key, spans, end)
      if (windows.length === 0) joined++
      else looked.push({ a, b, windows })
    }
  return { looked, ignored: out, joined }
}

const keyOf = (a: number, b: number): string => (a < b ? `${a} ${b}` : `${b} ${a}`)

/** All pairs of bodies that pairs of bodies or groups name. */
function namedPairs(
  document: MechanismDocument,
  pairs: readonly BodyPair[],
  index: ReadonlyMap<string, number>,
): Set<string> {
  const members = (id: string) => bodiesOfGroup(document, id).map((body) => index.get(body)!)
  const keys = pairs.flatMap(({ a, b }) =>
    members(a).flatMap((one) => members(b).flatMap((two) => (one === two ? [] : [keyOf(one, two)]))),
  )
  return new Set(keys)
}

/** For every span the pairs that a joint, a mate or a hand holds together. */
function joinedAt(mechanism: Mechanism, spans: readonly Span[]): Set<string>[] {
  const { joints, mates, bodies } = mechanism.geometry
  const index = new Map(bodies.map(({ source }, k) => [source.id, k]))
  return spans.map(({ states, bonds }) => {
    const held = joints.filter(({ source }) => states[source.id] !== 'suspended')
    return new Set([
      ...held.map(({ from, to }) => keyOf(from.body, to.body)),
      ...mates
        .filter(({ source, holds, value }) => !source.suspended && (holds.length > 0 || value !== null))
        .map(({ a, b }) => keyOf(a.body, b.body)),
      ...bonds.map(({ body, by }) => keyOf(index.get(body)!, index.get(by)!)),
    ])
  })
}

function freeWindows(
  joins: readonly ReadonlySet<string>[],
  key: string,
  spans: readonly Span[],
  end: number,
): [number, number][] {
  const windows: [number, number][] = []
  spans.forEach(({ start }, k) => {
    const stop = spans[k + 1]?.start ?? end
    if (joins[k].has(key)) return
    const last = windows[windows.length - 1]
    if (last && last[1] === start) last[1] = stop
    else windows.push([start, stop])
  })
  return windows
}
