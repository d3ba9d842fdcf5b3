/** URDF read as a mechanism and written again: links, joints, limits, mimic, masses. */
import { describe, expect, it } from 'vitest'
import {
  frameOfPose,
  ORIGIN,
  openModel,
  readStanding,
  readUrdf,
  standNear,
  urdfMeshes,
  writeUrdf,
} from '../../src'
import type { CoordinateValue, MechanismDocument } from '../../src'
import { modelOf } from '../workshop'

/** A stacker's gripper: a lift on a post, and two fingers of which the second follows the first. */
const GRIPPER = `<?xml version="1.0"?>
<robot name="Stacker gripper">
  <material name="ochre"><color rgba="0.72 0.47 0.12 1"/></material>
  <link name="post">
    <visual><origin xyz="0 0 0.2"/><geometry><box size="0.06 0.06 0.4"/></geometry><material name="ochre"/></visual>
    <inertial><mass value="4.5"/><origin xyz="0 0 0.2"/><inertia ixx="0.06" iyy="0.06" izz="0.003" ixy="0" iyz="0" ixz="0"/></inertial>
  </link>
  <link name="lift">
    <visual><geometry><cylinder radius="0.02" length="0.2"/></geometry></visual>
    <inertial><mass value="0.8"/><inertia ixx="0.001" iyy="0.002" izz="0.003" ixy="0" iyz="0" ixz="0"/></inertial>
  </link>
  <link name="left finger"><visual><geometry><sphere radius="0.015"/></geometry></visual></link>
  <link name="right finger"><visual><geometry><mesh filename="package://parts/finger.stl"/></geometry></visual></link>
  <joint name="lift slide" type="prismatic">
    <origin xyz="0.1 0 0.3" rpy="0 1.5707963267948966 0"/>
    <parent link="post"/><child link="lift"/><axis xyz="1 0 0"/>
    <limit lower="0" upper="0.12" effort="100" velocity="1"/>
  </joint>
  <joint name="left pivot" type="revolute">
    <origin xyz="0 0.03 0.1" rpy="0.1 0.2 0.3"/>
    <parent link="lift"/><child link="left finger"/><axis xyz="0 0 1"/>
    <limit lower="-0.5" upper="0.7" effort="10" velocity="1"/>
  </joint>
  <joint name="right pivot" type="continuous">
    <origin xyz="0 -0.03 0.1"/>
    <parent link="lift"/><child link="right finger"/><axis xyz="0 0 1"/>
    <mimic joint="left pivot" multiplier="-1.5" offset="0.2"/>
  </joint>
</robot>`

function read(text: string): { document: MechanismDocument; leftOut: readonly string[] } {
  const result = readUrdf(text, new Map())
  if (!result.ok) throw new Error(result.problems[0]!.message)
  return result.value
}

/** Where the origin of a body is for given joint positions. */
function originAt(document: MechanismDocument, name: string, values: readonly CoordinateValue[]): number[] {
  const model = modelOf(document)
  const stood = standNear(model, values)
  if (!stood.ok) throw new Error(stood.problems[0]!.message)
  const { poses } = readStanding(model, stood.value)
  const index = document.bodies.findIndex((body) => body.name === name)
  return [...frameOfPose(poses, index).subarray(ORIGIN)]
}

describe('reading URDF', () => {
  const { document, leftOut } = read(GRIPPER)

  it('brings links, joints, limits, mimic and masses', () => {
    expect(document.bodies.map(({ name, grounded }) => [name, grounded])).toEqual([
      ['post', true],
      ['lift', undefined],
      ['left finger', undefined],
      ['right finger', undefined],
    ])
    expect(document.joints.map(({ kind, freedoms }) => [kind, freedoms])).toEqual([
      ['prismatic', [{ name: 's', lower: 0, upper: 0.12 }]],
      ['revolute', [{ name: 'angle', lower: -0.5, upper: 0.7 }]],
      ['revolute', undefined],
    ])
    expect(document.relations).toMatchObject([{ kind: 'sum', phase: 0.2 }])
    expect(document.bodies[0]!.mass).toMatchObject({ mass: 4.5, centre: [0, 0, 0.2] })
    expect(document.parts.map(({ shape, colour }) => [shape, colour])).toEqual([
      ['box', '#b8781f'],
      ['cylinder', '#a9a58f'],
      ['turned', '#a9a58f'],
    ])
  })

  it('lists what it leaves out', () => {
    expect(leftOut).toEqual([
      'the mesh package://parts/finger.stl of right finger: drop its file together with the URDF',
      'limits of effort and velocity',
    ])
    expect(urdfMeshes(GRIPPER)).toEqual({ ok: true, value: ['package://parts/finger.stl'] })
  })

  it('moves as the file says', () => {
    expect(modelOf(document).mobility.mobility).toBe(2)
    // the lift slides along its own x, which points down
    const [x, y, z] = originAt(document, 'lift', [{ joint: 'lift-slide', value: 0.05 }])
    expect([x, y, z!].map((v) => Math.round(v! * 1e12) / 1e12 + 0)).toEqual([0.1, 0, 0.25])
    const model = modelOf(document)
    const stood = standNear(model, [{ joint: 'left-pivot', value: 0.4 }])
    if (!stood.ok) throw new Error()
    const { coordinates } = readStanding(model, stood.value)
    expect(coordinates[2]).toBeCloseTo(-1.5 * coordinates[1]! + 0.2, 12)
  })
})

describe('writing URDF', () => {
  it('what goes out comes back with the same counts and the same motion', () => {
    const { document } = read(GRIPPER)
    const out = writeUrdf(modelOf(document), () => undefined)
    expect(out.leftOut).toEqual([])
    const back = readUrdf(out.text, new Map([['meshes/left-finger-part.stl', stored]]))
    if (!back.ok) throw new Error(back.problems[0]!.message)
    const again = back.value.document
    expect(again.bodies.map(({ name }) => name)).toEqual(document.bodies.map(({ name }) => name))
    expect(again.joints.map(({ kind }) => kind)).toEqual(document.joints.map(({ kind }) => kind))
    expect(again.joints[0]!.freedoms).toEqual(document.joints[0]!.freedoms)
    expect(again.relations).toHaveLength(1)
    expect(again.bodies[0]!.mass!.mass).toBe(4.5)
    const values = [
      { joint: 'lift-slide', value: 0.07 },
      { joint: 'left-pivot', value: 0.3 },
    ]
    for (const name of ['lift', 'left finger', 'right finger']) {
      const [before, after] = [document, again].map((d) => originAt(d, name, values))
      before!.forEach((v, k) => expect(after![k]).toBeCloseTo(v, 12))
    }
  })

  it('a loop is left out by name, and a joint of three freedoms becomes a chain', () => {
    const { document } = read(GRIPPER)
    document.joints.push({
      id: 'shortcut',
      name: 'Shortcut',
      kind: 'spherical',
      from: document.joints[0]!.from,
      to: document.joints[1]!.to,
      suspended: true,
    })
    document.joints[1]!.kind = 'spherical'
    document.relations = []
    delete document.joints[1]!.freedoms
    const out = writeUrdf(modelOf(document), () => undefined)
    expect(out.leftOut).toEqual(['Shortcut is suspended'])
    expect(out.text.match(/<joint /g)).toHaveLength(5)
    const back = read(out.text)
    expect(openModel(back.document).ok).toBe(true)
    expect(modelOf(back.document).mobility.mobility).toBe(5)
  })
})

describe('hostile and broken files', () => {
  it.each([
    ['nothing', 'xml-broken', ''],
    ['not closed', 'xml-broken', '<robot><link name="a"></robot>'],
    ['entities', 'xml-entities', '<!DOCTYPE r [<!ENTITY a "b">]><robot name="&a;"/>'],
    ['another format', 'urdf-root', '<sdf/>'],
    ['no link', 'urdf-root', '<robot name="empty"/>'],
    ['nested without end', 'xml-broken', `${'<a>'.repeat(200)}${'</a>'.repeat(200)}`],
    ['too many links', 'urdf-too-large', `<robot>${'<link name="x"/>'.repeat(5001)}</robot>`],
  ])('%s: %s', (_, code, text) => {
    expect(readUrdf(text, new Map())).toMatchObject({ ok: false, problems: [{ code }] })
  })

  it('joints to nowhere and shapes without size are left out, the rest is read', () => {
    const { document, leftOut } = read(
      `<robot name="r"><link name="a"><visual><geometry><box size="1 nan 2"/></geometry></visual></link>
       <link name="b"/><joint name="j" type="revolute"><parent link="a"/><child link="c"/></joint>
       <joint name="k" type="teleport"><parent link="a"/><child link="b"/></joint></robot>`,
    )
    expect(document.bodies).toHaveLength(2)
    expect(leftOut).toEqual([
      'a box of a with dimensions that cannot be used',
      'the joint “j”, whose links are not there',
      'the joint “k” of the unknown type “teleport”',
    ])
    expect(openModel(document).ok).toBe(true)
  })
})

const stored = { hash: 'a'.repeat(64), size: [0.03, 0.03, 0.03] as const, centre: [0, 0, 0] as const }
