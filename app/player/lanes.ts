/** Lanes of a page that plays by itself: shots, captions and what the drivers do, on one time axis under one playhead. */
import { channelOf, columnOfCoordinate, drivenJoints, pointsOver } from '@ligamen/core'
import type { AnyCue, Evidence } from '@ligamen/core'
import type { Staged } from '~/view/staged'
import { svg } from './dom'

/** Width and height of a lane in its own units. */
const WIDTH = 1000
const HEIGHT = 27
const ROOM = 4
/** Points of a curve. */
const POINTS = 500

interface Block {
  readonly start: number
  readonly end: number
  readonly words: string
}

/** Fills the element; returns what moves the playhead to a share of the time. */
export function showLanes(host: HTMLElement, staged: Staged, evidence: Evidence): (share: number) => void {
  const { take } = evidence
  const end = Math.max((take.frames - 1) * take.interval, 1e-9)
  const heads: SVGElement[] = []
  host.replaceChildren()

  function lane(name: string, ...drawn: SVGElement[]) {
    const label = document.createElement('span')
    label.textContent = name
    label.title = name
    const head = svg('path', { d: `M0 0V${HEIGHT}`, class: 'playhead' })
    heads.push(head)
    const attributes = {
      viewBox: `0 0 ${WIDTH} ${HEIGHT}`,
      preserveAspectRatio: 'none',
      'aria-hidden': 'true',
    }
    host.append(label, svg('svg', attributes, ...drawn, head))
  }
  const blocks = (all: readonly Block[]) =>
    all.map(({ start, end: stop, words }) =>
      svg(
        'rect',
        {
          x: ((WIDTH * start) / end).toFixed(1),
          y: String(ROOM),
          width: Math.max(2, (WIDTH * (Math.min(stop, end) - start)) / end).toFixed(1),
          height: String(HEIGHT - 2 * ROOM),
        },
        svg('title', {}, words),
      ),
    )

  const { shots, cues } = staged
  if (shots.length > 0)
    lane('Shots', ...blocks(shots.map(({ shot, ...times }) => ({ ...times, words: shot.name }))))
  const captions = cues.flatMap(({ cue, start, end: stop }): Block[] => {
    const one = cue as AnyCue
    return one.kind === 'caption' || one.kind === 'title' ? [{ start, end: stop, words: one.text }] : []
  })
  if (captions.length > 0) lane('Captions', ...blocks(captions))
  for (const joint of drivenJoints(evidence)) {
    const channel = channelOf(take.coordinateChannels, { joint })
    if (!channel) continue
    const points = pointsOver(columnOfCoordinate(take, channel), [0, end], POINTS, 1)
    const levels = points.map(({ y }) => y)
    const [low, high] = [Math.min(...levels), Math.max(...levels)]
    const place = (y: number) =>
      high > low ? HEIGHT - ROOM - ((y - low) / (high - low)) * (HEIGHT - 2 * ROOM) : HEIGHT / 2
    const d = points.map(
      ({ x, y }, k) => `${k ? 'L' : 'M'}${((WIDTH * x) / end).toFixed(1)} ${place(y).toFixed(1)}`,
    )
    lane(channel.name, svg('path', { d: d.join('') }))
  }
  return (share) => {
    for (const head of heads) head.setAttribute('transform', `translate(${(WIDTH * share).toFixed(2)} 0)`)
  }
}
