/**
 * 3MF: a zip with a model of objects, components and build items; with its unit. Source: 3MF Core Specification 1.3
 * (from memory). Read here and not by three's loader, which needs a document of the page and unpacks without limits.
 */
import { childNamed, childrenNamed, identityFrame, readXml, succeed, unpack } from '@ligamen/core'
import type { Frame, SceneNode, XmlElement } from '@ligamen/core'
import { Counter } from './bounds'
import { broken } from './format'
import type { Format } from './format'

/** Metres for one unit. */
const UNITS: Readonly<Record<string, number>> = {
  micron: 1e-6,
  millimeter: 1e-3,
  centimeter: 1e-2,
  inch: 0.0254,
  foot: 0.3048,
  meter: 1,
}

export const threeMf: Format = {
  noun: '3MF',
  endings: ['3mf'],
  read(file) {
    const unpacked = unpack(file)
    if (!unpacked.ok) return Promise.resolve(unpacked)
    const model = unpacked.value.find(({ name }) => /^3D\/.*\.model$/i.test(name))
    if (!model) return Promise.resolve(broken(file, 'it holds no model.'))
    const root = readXml(new TextDecoder().decode(model.bytes))
    if (!root.ok) return Promise.resolve(root)
    const meshes: { name: string; colour: string | null; positions: Float32Array }[] = []
    const objects = new Map<string, XmlElement>()
    const resources = childNamed(root.value, 'resources')
    const colours = coloursOf(resources)
    for (const object of resources ? childrenNamed(resources, 'object') : [])
      objects.set(object.attributes.id ?? '', object)
    const meshIndex = new Map<string, number>()

    const counter = new Counter()
    /** @param within the objects that it is a component of */
    const nodeOf = (id: string, frame: Frame, within: readonly string[]): SceneNode | null => {
      const object = objects.get(id)
      if (!object) return null
      if (within.includes(id)) throw new Error(`its object ${id} is a component of itself.`)
      counter.place(within.length)
      const name = object.attributes.name ?? ''
      const mesh = childNamed(object, 'mesh')
      if (mesh && !meshIndex.has(id)) {
        const colour = colours.get(`${object.attributes.pid} ${object.attributes.pindex}`) ?? null
        meshIndex.set(id, meshes.length)
        meshes.push({ name, colour, positions: trianglesOf(mesh) })
      }
      const components = childNamed(object, 'components')
      return {
        name,
        frame,
        meshes: mesh ? [meshIndex.get(id)!] : [],
        children: (components ? childrenNamed(components, 'component') : []).flatMap(
          ({ attributes }) =>
            nodeOf(attributes.objectid ?? '', frameOf(attributes.transform), [...within, id]) ?? [],
        ),
      }
    }
    const build = childNamed(root.value, 'build')
    const nodes = (build ? childrenNamed(build, 'item') : []).flatMap(
      ({ attributes }) => nodeOf(attributes.objectid ?? '', frameOf(attributes.transform), []) ?? [],
    )
    if (meshes.every(({ positions }) => positions.length === 0))
      return Promise.resolve(broken(file, 'it holds no triangle.'))
    const unit = UNITS[root.value.attributes.unit ?? 'millimeter'] ?? UNITS.millimeter!
    return Promise.resolve(succeed({ unit, meshes, nodes, leftOut: [] }))
  },
}

function coloursOf(resources: XmlElement | undefined): Map<string, string> {
  const colours = new Map<string, string>()
  for (const group of resources ? childrenNamed(resources, 'basematerials') : [])
    childrenNamed(group, 'base').forEach(({ attributes }, k) => {
      const colour = /^#[0-9a-f]{6}/i.exec(attributes.displaycolor ?? '')?.[0]
      if (colour) colours.set(`${group.attributes.id} ${k}`, colour.toLowerCase())
    })
  return colours
}

function trianglesOf(mesh: XmlElement): Float32Array {
  const vertices = (childNamed(mesh, 'vertices')?.children ?? []).map(({ attributes }) => [
    Number(attributes.x),
    Number(attributes.y),
    Number(attributes.z),
  ])
  const triangles = childNamed(mesh, 'triangles')?.children ?? []
  const out = new Float32Array(9 * triangles.length)
  triangles.forEach(({ attributes }, t) => {
    for (const [k, key] of (['v1', 'v2', 'v3'] as const).entries())
      out.set(vertices[Number(attributes[key])] ?? [NaN, NaN, NaN], 9 * t + 3 * k)
  })
  return out
}

/** Twelve numbers, row by row of a matrix that multiplies from the right. */
function frameOf(transform: string | undefined): Frame {
  const numbers = (transform ?? '').trim().split(/\s+/).map(Number)
  return numbers.length === 12 && numbers.every(Number.isFinite)
    ? Float64Array.from(numbers)
    : identityFrame()
}
