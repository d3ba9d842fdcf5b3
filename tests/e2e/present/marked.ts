/** A walking beam whose pictures can be measured: a red cube at its tip, seen in parallel from the front all the time. */
import { decode } from 'fast-png'
import type { Page } from '@playwright/test'
import { fourBar } from '../../../core/test/published/closed-forms'
import { expect, openFresh, solved, store } from '../fixtures'

/** Where the marker is on the beam, beyond its end [m]. */
const MARKER = [0.145, 0.082] as const
/** What the shot sees from its lower to its upper edge, and its middle [m]. */
const HEIGHT = 0.5
const MIDDLE = [0.02, 0, 0.06] as const

/** Makes such a mechanism and opens it. */
export async function openMarked(page: Page): Promise<void> {
  const id = await openFresh(page)
  const { document } = await (await page.request.get(`/api/mechanisms/${id}`)).json()
  document.parts.push({
    id: 'marker',
    name: 'Marker',
    shape: 'box',
    dimensions: { width: '16 mm', depth: '16 mm', height: '16 mm' },
    colour: '#ff0000',
  })
  document.bodies
    .find((body: { id: string }) => body.id === 'beam')
    .parts.push({ id: 'beam-marker', part: 'marker', at: { position: [...MARKER, -0.004] } })
  const scenario = document.scenarios[0]
  scenario.picture = { background: 'white' }
  scenario.shots = [
    {
      id: 'front',
      name: 'Front',
      kind: 'held',
      start: '0 s',
      duration: '2.5 s',
      view: { eye: [MIDDLE[0], -2, MIDDLE[2]], target: [...MIDDLE], height: HEIGHT },
    },
  ]
  await store(page, id, 1, document)
  await page.reload()
  await solved(page)
}

/** Where a point of ground is on a picture of 1280 x 720 [px]. */
export function spotOf(x: number, z: number): [number, number] {
  const scale = 720 / HEIGHT
  return [640 + scale * (x - MIDDLE[0]), 360 - scale * (z - MIDDLE[2])]
}

/**
 * Where the marker is on such a picture at a time, by the closed form of the four-bar: the crank runs up in 0.4 s to a turn a
 * second; the beam sits on the middle of the coupler, turned by 36.5 degrees against it.
 */
export function markerAt(time: number): [number, number] {
  const speed = 2 * Math.PI
  const turned = time < 0.4 ? (speed * time * time) / 0.8 : speed * (time - 0.2)
  const crank = Math.PI / 3 + turned
  const { coupler } = fourBar(0.16, 0.03, 0.16, 0.1, [crank, speed, 0])
  const beam = coupler[0] - (36.5 * Math.PI) / 180
  const [u, v] = MARKER
  const x = -0.06 + 0.03 * Math.cos(crank) + 0.08 * Math.cos(coupler[0])
  const z = 0.03 * Math.sin(crank) + 0.08 * Math.sin(coupler[0])
  return spotOf(x + u * Math.cos(beam) - v * Math.sin(beam), z + u * Math.sin(beam) + v * Math.cos(beam))
}

/** The middle of all pixels that are clearly red. */
export function redIn(png: Uint8Array): [number, number] {
  const { data, width, channels } = decode(png)
  let [x, y, count] = [0, 0, 0]
  for (let k = 0; k < data.length / channels; k++) {
    const [red, green, blue] = [0, 1, 2].map((c) => data[channels * k + c]!)
    if (red! < 90 || green! > 0.35 * red! || blue! > 0.35 * red!) continue
    x += (k % width) + 0.5
    y += Math.floor(k / width) + 0.5
    count++
  }
  expect(count).toBeGreaterThan(100)
  return [x / count, y / count]
}
