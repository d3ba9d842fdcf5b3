/** Files in and out: a STEP assembly, an STL, a GLB, a URDF with a mimic joint; counts and boxes are compared. */
import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { NodeIO } from '@gltf-transform/core'
import type { Node } from '@gltf-transform/core'
import { strToU8, zipSync } from 'fflate'
import type { Page } from '@playwright/test'
import { expect, test } from '../fixtures'
import { jointRow, openEmpty, outline, put, stage } from '../hands'

const require = createRequire(import.meta.url)
const occtFolder = dirname(dirname(require.resolve('occt-import-js')))

type Box = { min: number[]; max: number[] }
const nowhere = (): Box => ({ min: [Infinity, Infinity, Infinity], max: [-Infinity, -Infinity, -Infinity] })

function enclose(box: Box, point: readonly number[]): void {
  point.forEach((v, k) => {
    box.min[k] = Math.min(box.min[k]!, v)
    box.max[k] = Math.max(box.max[k]!, v)
  })
}

const file = (name: string, content: Uint8Array | string) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(content),
})

async function bring(page: Page, ...files: ReturnType<typeof file>[]): Promise<void> {
  await page.getByRole('tab', { name: 'Files' }).click()
  await page.getByLabel('Files to bring in').setInputFiles(files)
}

const told = (page: Page) => page.getByRole('region', { name: 'How it goes' })

async function write(page: Page, name: string): Promise<Buffer> {
  const download = page.waitForEvent('download')
  await page.getByRole('region', { name: 'Files out' }).getByRole('button', { name, exact: true }).click()
  return await readFile(await (await download).path())
}

/** Nodes with triangles, and the box around all of them [m, z up]. */
async function readGlb(bytes: Uint8Array): Promise<{ nodes: string[]; box: Box }> {
  const document = await new NodeIO().readBinary(bytes)
  const box = nowhere()
  const nodes: string[] = []
  const visit = (node: Node) => {
    const mesh = node.getMesh()
    const m = node.getWorldMatrix()
    if (mesh) nodes.push(node.getName())
    for (const primitive of mesh?.listPrimitives() ?? []) {
      const position = primitive.getAttribute('POSITION')!
      for (let k = 0; k < position.getCount(); k++) {
        const [x, y, z] = position.getElement(k, [] as number[]) as [number, number, number]
        const [wx, wy, wz] = [0, 1, 2].map((r) => m[r]! * x + m[4 + r]! * y + m[8 + r]! * z + m[12 + r]!)
        enclose(box, [wx!, -wz!, wy!])
      }
    }
    node.listChildren().forEach(visit)
  }
  document.getRoot().listScenes()[0]!.listChildren().forEach(visit)
  return { nodes, box }
}

/** Triangles of a binary STL, and the box around them. */
function readStl(bytes: Buffer): { triangles: number; box: Box } {
  const triangles = bytes.readUInt32LE(80)
  const box = nowhere()
  for (let t = 0; t < triangles; t++)
    for (let v = 0; v < 3; v++)
      enclose(
        box,
        [0, 1, 2].map((k) => bytes.readFloatLE(84 + 50 * t + 12 + 12 * v + 4 * k)),
      )
  return { triangles, box }
}

function expectSame(a: Box, b: Box, within: number): void {
  for (const end of ['min', 'max'] as const)
    a[end].forEach((v, k) => expect(Math.abs(v - b[end][k]!)).toBeLessThan(within))
}

interface OcctNode {
  meshes: number[]
  children: OcctNode[]
}
interface Occt {
  ReadStepFile(
    bytes: Uint8Array,
    parameters: object,
  ): { root: OcctNode; meshes: { attributes: { position: { array: number[] } } }[] }
}

test('a STEP assembly comes in with its structure, goes out as GLB, and comes in again the same', async ({
  page,
}) => {
  const bytes = await readFile(join(occtFolder, 'test/testfiles/cax-if/as1_pe_203.stp'))
  // the same file read without the app
  const occt = await (require('occt-import-js') as () => Promise<Occt>)()
  const read = occt.ReadStepFile(bytes, { linearUnit: 'meter' })
  const box = nowhere()
  for (const { attributes } of read.meshes)
    for (let k = 0; k < attributes.position.array.length; k += 3)
      enclose(box, attributes.position.array.slice(k, k + 3))
  const holders = (node: OcctNode): number =>
    Number(node.meshes.length > 0) + node.children.reduce((sum, child) => sum + holders(child), 0)
  const bodies = holders(read.root)
  expect(bodies).toBeGreaterThan(3)

  await openEmpty(page, 'Assembly from elsewhere')
  await bring(page, file('as1.stp', bytes))
  await expect(told(page)).toContainText(`as1: ${bodies} bodies brought in.`)
  await expect(page.getByRole('treeitem', { name: /moving/ }).first()).toBeVisible()
  const written = await write(page, 'GLB')
  const glb = await readGlb(written)
  expect(glb.nodes).toHaveLength(bodies)
  // another fineness of the triangles moves the box by less than a chord
  expectSame(glb.box, box, 1e-3)

  await openEmpty(page, 'The same again')
  await bring(page, file('as1.glb', written))
  await expect(told(page)).toContainText(`as1: ${bodies} bodies brought in.`)
  const again = await readGlb(await write(page, 'GLB'))
  expect([...again.nodes].sort()).toEqual([...glb.nodes].sort())
  expectSame(again.box, glb.box, 1e-6)

  // the meshes are found again after a reload, from the server
  await page.reload()
  await page.getByRole('tab', { name: 'Files' }).click()
  const reloaded = await readGlb(await write(page, 'GLB'))
  expectSame(reloaded.box, glb.box, 1e-6)
})

test('a rod of 10 mm in a STEP assembly reads 10.00 mm where it is pointed at', async ({ page }) => {
  const bytes = await readFile(join(occtFolder, 'test/testfiles/cax-if/as1-oc-214.stp'))
  await openEmpty(page, 'Rods from elsewhere')
  await bring(page, file('as1.stp', bytes))
  await expect(told(page)).toContainText('bodies brought in.')
  await stage(page, 'Connect')
  await page.getByRole('button', { name: 'First pick: point at it on the model' }).click()
  await page.getByRole('button', { name: 'Fit the model into the view' }).click()
  const box = (await page.locator('.model-view canvas').boundingBox())!
  const shown = page.getByText(/^First pick of the joint: /)
  const frame = () => page.evaluate(() => new Promise((next) => requestAnimationFrame(next)))
  const diameters = new Set<string>()
  // the view is on its way to the model at first
  await expect(async () => {
    for (let v = 0.2; v < 0.8; v += 0.03) {
      await page.mouse.move(box.x + 0.4 * box.width, box.y + v * box.height)
      await frame()
      await frame()
      const words = (await shown.allInnerTexts()).join(' ')
      for (const [, diameter] of words.matchAll(/Ø ([\d.]+ mm) of rod/g)) diameters.add(diameter!)
    }
    expect([...diameters]).toEqual(['10.00 mm'])
  }).toPass()
})

test('an STL asks for its unit, and comes back from STL with the same triangles', async ({ page }) => {
  // a wedge of 30 x 20 x 10 in inches
  const corners = [
    [0, 0, 0],
    [30, 0, 0],
    [30, 20, 0],
    [0, 20, 0],
    [0, 0, 10],
    [0, 20, 10],
  ]
  const faces = [
    [0, 2, 1],
    [0, 3, 2],
    [0, 1, 4],
    [3, 5, 2],
    [1, 2, 5],
    [1, 5, 4],
    [0, 4, 5],
    [0, 5, 3],
  ]
  const facet = (face: number[]) =>
    `facet normal 0 0 0\nouter loop\n${face.map((c) => `vertex ${corners[c]!.join(' ')}`).join('\n')}\nendloop\nendfacet`
  await openEmpty(page, 'Wedge')
  await bring(page, file('wedge.stl', `solid wedge\n${faces.map(facet).join('\n')}\nendsolid wedge\n`))
  const form = page.getByRole('form', { name: 'Unit of the file' })
  await expect(form).toContainText('Its box is 30.00 × 20.00 × 10.00')
  await form.getByRole('combobox', { name: 'Its numbers are' }).press('ArrowDown')
  await page.getByRole('option', { name: 'inches' }).click()
  await expect(form).toContainText('762.0 × 508.0 × 254.0 mm')
  await form.getByRole('button', { name: 'Bring it in' }).click()
  await expect(told(page)).toContainText('wedge: 1 body brought in.')
  const { triangles, box } = readStl(await write(page, 'STL'))
  expect(triangles).toBe(8)
  expectSame(box, { min: [0, 0, 0], max: [0.762, 0.508, 0.254] }, 1e-6)
})

const GRIPPER = `<robot name="Stacker gripper">
  <link name="post"><visual><geometry><box size="0.06 0.06 0.4"/></geometry></visual></link>
  <link name="left finger"><visual><origin xyz="0 0 0.05"/><geometry><cylinder radius="0.01" length="0.1"/></geometry></visual></link>
  <link name="right finger"><visual><geometry><mesh filename="package://parts/finger.stl"/></geometry></visual></link>
  <joint name="left pivot" type="revolute">
    <origin xyz="0 0.04 0.2"/><parent link="post"/><child link="left finger"/><axis xyz="1 0 0"/>
    <limit lower="-0.5" upper="0.7" effort="0" velocity="0"/>
  </joint>
  <joint name="right pivot" type="continuous">
    <origin xyz="0 -0.04 0.2"/><parent link="post"/><child link="right finger"/><axis xyz="1 0 0"/>
    <mimic joint="left pivot" multiplier="-2" offset="0"/>
  </joint>
</robot>`
const FINGER = `solid finger
facet normal 0 0 0
outer loop
vertex 0 0 0
vertex 0.02 0 0
vertex 0 0.02 0.1
endloop
endfacet
endsolid finger
`

test('a URDF with a mimic joint comes in as a mechanism, goes out, and comes in again the same', async ({
  page,
}) => {
  await openEmpty(page, 'Gripper')
  await bring(page, file('gripper.urdf', GRIPPER), file('finger.stl', FINGER))
  await expect(told(page)).toContainText('3 bodies, 2 joints')
  await expect(outline(page, 'right finger')).toBeVisible()
  const archive = await write(page, 'URDF')
  const before = await readGlb(await write(page, 'GLB'))

  await openEmpty(page, 'Gripper again')
  await bring(page, file('gripper.zip', archive))
  await expect(told(page)).toContainText('3 bodies, 2 joints')
  const after = await readGlb(await write(page, 'GLB'))
  expect([...after.nodes].sort()).toEqual([...before.nodes].sort())
  expectSame(after.box, before.box, 1e-6)

  // the second finger follows the first at twice the angle, against it
  await stage(page, 'Connect')
  await put(page, 'left pivot', '20 deg')
  await expect(jointRow(page, 'right pivot')).toContainText('−40.0°')
  // and the limit of the file holds
  await page.getByRole('textbox', { name: 'Position of left pivot', exact: true }).fill('60 deg')
  await page.getByRole('textbox', { name: 'Position of left pivot', exact: true }).press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'upper limit of 40.11' })).toBeVisible()
})

test('the mechanism itself goes out and comes back the same, meshes and all', async ({ page }) => {
  await openEmpty(page, 'Gripper')
  await bring(page, file('gripper.urdf', GRIPPER), file('finger.stl', FINGER))
  await expect(told(page)).toContainText('3 bodies, 2 joints')
  const archive = await write(page, 'Mechanism')
  const before = await readGlb(await write(page, 'GLB'))
  await openEmpty(page, 'From the file')
  await bring(page, file('gripper.zip', archive))
  await expect(told(page)).toContainText('3 bodies, 2 joints')
  expectSame((await readGlb(await write(page, 'GLB'))).box, before.box, 1e-7)
  // undo brings back what was there
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(outline(page, 'right finger')).toHaveCount(0)
})

test('broken, empty, renamed and hostile files are refused by name, and nothing is lost', async ({
  page,
}) => {
  await openEmpty(page, 'Untouched')
  const noise = Buffer.from(Array.from({ length: 3000 }, (_, k) => (k * 7919) % 251))
  const bomb = zipSync({ 'big.stl': new Uint8Array(60_000_000) })
  for (const [given, words] of [
    [file('empty.stl', ''), 'empty.stl is empty'],
    [file('noise.stl', noise), 'noise.stl cannot be read'],
    [file('noise.step', noise), 'noise.step cannot be read'],
    [file('noise.glb', noise), 'noise.glb cannot be read'],
    [file('noise.3mf', noise), 'noise.3mf is not a zip that can be read'],
    [file('picture.png', noise), 'Files that are read: STEP, IGES'],
    [file('letter.docx', noise), 'letter.docx: not a kind of file that is read here'],
    [file('bomb.zip', bomb), 'bomb.zip holds entries that unpack to hundreds of times their size'],
    [
      file('entities.urdf', '<!DOCTYPE r [<!ENTITY a "aaaa">]><robot name="&a;"/>'),
      'declares a document type or entities',
    ],
    [file('broken.json', '{"format":"ligamen/mechanism","version":1,"name":"x","parts":[1]}'), 'parts'],
    [file('renamed.zip', strToU8('not a zip')), 'renamed.zip is not a zip that can be read'],
  ] as const) {
    await bring(page, given)
    await expect(told(page).getByRole('alert')).toContainText(words)
  }
  await expect(page.getByText('Nothing is here yet')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})
