/**
 * Shapes of joint glyphs after ISO 3952, about the z axis of the joint's frame, of unit size: a ring for a turn, a bar with
 * two heads for a slide, both for the cylindrical joint, a spiral for the screw, a ball in a socket, a cross of two pins,
 * a plate with two sliding directions, a pin in a slot, a block for what is rigid.
 */
import * as THREE from 'three'

/** What a driver does to the joint: an arrow shows the way it goes. */
export interface Sense {
  readonly driven: boolean
  readonly reversed: boolean
}

export type GlyphShape = (sense: Sense) => THREE.BufferGeometry[]

const UP: Sense = { driven: false, reversed: false }

/** A cylinder along z. */
function rod(radius: number, length: number): THREE.BufferGeometry {
  return new THREE.CylinderGeometry(radius, radius, length, 12).rotateX(Math.PI / 2)
}

/** A cone on the z axis that points along it, or against it. */
function head(radius: number, length: number, at: number): THREE.BufferGeometry {
  const cone = new THREE.ConeGeometry(radius, length, 16).rotateX(Math.sign(at) * (Math.PI / 2))
  return cone.translate(0, 0, at)
}

function ring({ driven, reversed }: Sense): THREE.BufferGeometry[] {
  const sweep = driven ? 1.5 * Math.PI : 2 * Math.PI
  const shapes: THREE.BufferGeometry[] = [new THREE.TorusGeometry(1, driven ? 0.075 : 0.12, 10, 64, sweep)]
  if (driven) {
    const angle = reversed ? 0 : sweep
    const cone = new THREE.ConeGeometry(0.2, 0.5, 20).rotateZ(reversed ? angle + Math.PI : angle)
    shapes.push(cone.translate(Math.cos(angle), Math.sin(angle), 0))
  }
  return shapes
}

function bar({ driven, reversed }: Sense): THREE.BufferGeometry[] {
  const ends = driven ? [reversed ? -1.5 : 1.5] : [1.5, -1.5]
  return [rod(0.1, 3), ...ends.map((at) => head(0.3, 0.7, at))]
}

function spiral(sense: Sense): THREE.BufferGeometry[] {
  const turns = 3
  const points = Array.from({ length: 24 * turns + 1 }, (_, k) => {
    const angle = (2 * Math.PI * k) / 24
    return new THREE.Vector3(0.7 * Math.cos(angle), 0.7 * Math.sin(angle), (2.2 * k) / (24 * turns) - 1.1)
  })
  const curve = new THREE.CatmullRomCurve3(points)
  return [new THREE.TubeGeometry(curve, 24 * turns, 0.1, 8), ...(sense.driven ? ring(sense) : [])]
}

const socket = (): THREE.BufferGeometry[] => [
  new THREE.SphereGeometry(0.55, 24, 16),
  new THREE.TorusGeometry(0.95, 0.12, 10, 48, 1.4 * Math.PI).rotateZ(0.8 * Math.PI).rotateX(Math.PI / 2),
]

const plate = (): THREE.BufferGeometry[] => [
  new THREE.BoxGeometry(2, 2, 0.12),
  ...bar(UP).map((shape) =>
    shape
      .scale(0.6, 0.6, 0.6)
      .rotateX(Math.PI / 2)
      .translate(0, 0, 0.2),
  ),
  ...bar(UP).map((shape) =>
    shape
      .scale(0.6, 0.6, 0.6)
      .rotateY(Math.PI / 2)
      .translate(0, 0, 0.2),
  ),
]

const cross = (): THREE.BufferGeometry[] => [
  ...ring(UP).map((shape) => shape.scale(0.7, 0.7, 0.7)),
  rod(0.12, 2.2).rotateX(Math.PI / 2),
  rod(0.12, 2.2).rotateY(Math.PI / 2),
]

const slot = (): THREE.BufferGeometry[] => [
  new THREE.CylinderGeometry(0.35, 0.35, 0.5, 24).rotateX(Math.PI / 2),
  new THREE.BoxGeometry(3, 0.12, 0.2).translate(0, 0.6, 0),
  new THREE.BoxGeometry(3, 0.12, 0.2).translate(0, -0.6, 0),
]

/** By joint kind; a kind without a shape of its own is drawn as a block. */
export const glyphShapes: Readonly<Record<string, GlyphShape>> = {
  revolute: ring,
  prismatic: bar,
  cylindrical: (sense) => [...ring(sense), ...bar({ ...sense, driven: false })],
  screw: spiral,
  spherical: socket,
  universal: cross,
  planar: plate,
  'pin-in-slot': slot,
}

export const block: GlyphShape = () => [new THREE.BoxGeometry(1.1, 1.1, 1.1)]
