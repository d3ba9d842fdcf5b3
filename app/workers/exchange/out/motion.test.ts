/** The motion that is written: read back, it is where the solver has it; tables have the rows and units that are asked for. */
import { WebIO } from '@gltf-transform/core'
import type { Animation, Node } from '@gltf-transform/core'
import { strFromU8, unzipSync } from 'fflate'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { frameOfPose, openModel, POSE, runScenario } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import type { FromExchange } from '../protocol'
import { writeFile } from '../write-file'
import type { AskedMotion } from './out-format'

const everything: AskedMotion = {
  scenario: 'steady-walk',
  every: null,
  bodies: walkingBeam.bodies.map(({ id }) => id),
  joints: walkingBeam.joints.map(({ id }) => id),
}

async function written(kind: string, motion: Partial<AskedMotion> = {}) {
  const said: FromExchange[] = []
  const poses = Float64Array.from(walkingBeam.bodies.flatMap(() => [0, 0, 0, 1, 0, 0, 0]))
  const document = structuredClone(walkingBeam)
  const asked = { document, poses, meshes: {}, motion: { ...everything, ...motion } }
  await writeFile({ type: 'write', kind, ...asked }, (message) => void said.push(message))
  const last = said.at(-1)!
  if (last.type !== 'written') throw new Error(JSON.stringify(last))
  return last
}

function solvedAt(times: readonly number[]) {
  const model = openModel(structuredClone(walkingBeam))
  if (!model.ok) throw new Error(model.problems[0]!.message)
  const run = runScenario(model.value, 'steady-walk', Float64Array.from(times))
  if (!run.ok) throw new Error(run.problems[0]!.message)
  run.value.advance(Infinity)
  return run.value.take()
}

/** Places go straight between two keys, turns the shortest way, as glTF has it. */
function valueAt(animation: Animation, node: Node, path: 'translation' | 'rotation', time: number): number[] {
  const channel = animation
    .listChannels()
    .find((one) => one.getTargetNode() === node && one.getTargetPath() === path)
  if (!channel) return path === 'translation' ? node.getTranslation() : node.getRotation()
  const sampler = channel.getSampler()!
  const times = [...sampler.getInput()!.getArray()!]
  const output = sampler.getOutput()!
  const k = Math.max(
    0,
    Math.min(
      times.length - 2,
      times.findLastIndex((one) => one <= time),
    ),
  )
  const share = Math.min(1, Math.max(0, (time - times[k]!) / (times[k + 1]! - times[k]!)))
  const [from, to] = [output.getElement(k, []), output.getElement(k + 1, [])]
  if (path === 'translation') return from.map((value, c) => value + share * (to[c]! - value))
  const dot = from.reduce((sum, value, c) => sum + value * to[c]!, 0)
  const angle = Math.acos(Math.min(1, Math.abs(dot)))
  const parts = angle < 1e-6 ? [1 - share, share] : [Math.sin((1 - share) * angle), Math.sin(share * angle)]
  const mixed = from.map((value, c) => parts[0]! * value + Math.sign(dot) * parts[1]! * to[c]!)
  const length = Math.hypot(...mixed)
  return mixed.map((value) => value / length)
}

describe('a moving model', () => {
  it('has every body where the solver has it, between its keys too, with few of them', async () => {
    const { bytes, name } = await written('moving-glb')
    expect(name).toBe('walking-beam-moving.glb')
    const document = await new WebIO().readBinary(bytes as Uint8Array<ArrayBuffer>)
    const nodes =
      document.getRoot().getDefaultScene()?.listChildren() ??
      document.getRoot().listScenes()[0]!.listChildren()
    expect(nodes.map((node) => node.getName())).toEqual(walkingBeam.bodies.map((body) => body.name))
    const [animation] = document.getRoot().listAnimations()
    expect(animation!.getName()).toBe('Steady walk')
    // frames of the scenario, at 60 a second
    const times = [0, 25 / 60, 61 / 60, 100 / 60, 149 / 60]
    const take = solvedAt(times)
    // of this size are its bodies together [m]
    const size = 0.4
    times.forEach((time, k) =>
      nodes.forEach((node, b) => {
        const frame = frameOfPose(take.poses.subarray(POSE * k * nodes.length), b)
        const [x, y, z] = valueAt(animation!, node, 'translation', time)
        // y is up there
        const away = Math.hypot(x! - frame[9]!, y! - frame[11]!, z! + frame[10]!)
        expect(away, `${node.getName()} at ${time}`).toBeLessThan(1e-5 * size)
        const [qx, qy, qz, qw] = valueAt(animation!, node, 'rotation', time) as [
          number,
          number,
          number,
          number,
        ]
        // its own x axis, with y up
        const own = [1 - 2 * (qy * qy + qz * qz), 2 * (qx * qy + qw * qz), 2 * (qx * qz - qw * qy)]
        const meant = [frame[0]!, frame[2]!, -frame[1]!]
        const apart = Math.hypot(...own.map((value, c) => value - meant[c]!))
        expect(apart, `${node.getName()} turned at ${time}`).toBeLessThan(Math.PI / 18000)
      }),
    )
    const keys = animation!.listSamplers().map((sampler) => sampler.getInput()!.getCount())
    // the frame does not move, and the crank turns evenly after its run-up
    expect(animation!.listChannels().some((one) => one.getTargetNode() === nodes[0])).toBe(false)
    expect(Math.min(...keys)).toBeLessThan(60)
    expect(Math.max(...keys)).toBeLessThanOrEqual(151)
  })
})

describe('numbers of a motion', () => {
  const rowsOf = (bytes: Uint8Array) =>
    Papa.parse<Record<string, number>>(new TextDecoder().decode(bytes).trim(), {
      header: true,
      dynamicTyping: true,
    })

  it('are one row a frame in SI, of what was chosen', async () => {
    const { bytes } = await written('motion-csv', { bodies: ['crank'], joints: ['crank-shaft'] })
    const { data, meta } = rowsOf(bytes)
    expect(data).toHaveLength(151)
    expect(meta.fields).toEqual([
      'time [s]',
      ...['x [m]', 'y [m]', 'z [m]', 'qw', 'qx', 'qy', 'qz'].map((word) => `Crank ${word}`),
      'Crank shaft [rad]',
      'Crank shaft speed [rad/s]',
    ])
    // 60 rpm after its run-up
    expect(data[100]!['Crank shaft speed [rad/s]']).toBeCloseTo(2 * Math.PI, 9)
    const take = solvedAt([0, 100 / 60])
    expect(data[100]!['Crank qw']).toBeCloseTo(take.poses[POSE * (take.bodies.length + 1) + 3]!, 12)
  })

  it('for a controller come at a fixed rate, in its units', async () => {
    const { bytes } = await written('controller', { every: 0.004, joints: ['crank-shaft'] })
    const { data, meta } = rowsOf(bytes)
    expect(meta.fields).toEqual(['cycle', 'time [ms]', 'Crank shaft [deg]', 'Crank shaft speed [deg/s]'])
    expect(data).toHaveLength(626)
    expect([data[625]!.cycle, data[625]!['time [ms]']]).toEqual([625, 2500])
    // a run-up of 0.4 s, then a turn a second: 2.3 turns in 2.5 s
    expect(data[625]!['Crank shaft [deg]']! - data[0]!['Crank shaft [deg]']!).toBeCloseTo(2.3 * 360, 5)
  })

  it('as JSON are lists of each body and joint; too many rows are refused with what mends it', async () => {
    const { bytes } = await written('motion-json', { every: 0.5 })
    const record = JSON.parse(new TextDecoder().decode(bytes))
    expect(record.times).toEqual([0, 0.5, 1, 1.5, 2, 2.5])
    expect(record.bodies.map(({ name }: { name: string }) => name)).toContain('Beam')
    expect(record.joints[0]).toMatchObject({ id: 'crank-shaft', unit: 'rad' })
    await expect(written('motion-csv', { every: 1e-6 })).rejects.toThrow(/2500001 rows; at most 200000/)
  })
})

describe('a USDZ', () => {
  it('is a zip without compression whose first file is the scene, with every body by its name', async () => {
    const { bytes, name } = await written('usdz')
    expect(name).toBe('walking-beam.usdz')
    const files = unzipSync(bytes)
    expect(Object.keys(files)[0]).toBe('model.usda')
    const scene = strFromU8(files['model.usda']!)
    expect(scene).toMatch(/^#usda 1\.0/)
    expect(scene).toContain('metersPerUnit = 1')
    for (const body of walkingBeam.bodies) expect(scene).toContain(`def Xform "${body.name}`)
  })
})
