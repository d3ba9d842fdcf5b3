/**
 * Forces as arrows that begin where they act, all on one scale; they show through what is in front of them. Reactions, loads, springs and
 * contacts that stick and that slide differ by colour and by the head of their arrow. Where bodies touch without a known force is a mark.
 */
import * as THREE from 'three'
import { AIDS } from './layers'
import type { ForceMark } from '@ligamen/core'
import type { Palette } from './palette'

/** A force in ground. */
export interface DrawnForce {
  readonly kind: ForceMark['kind'] | 'weight'
  readonly point: readonly [number, number, number]
  /** Direction and length as it is drawn [m]. */
  readonly arrow: readonly [number, number, number]
}

/** Thickness of a shaft, as a share of the mechanism's size. */
const THICKNESS = 0.006
/** Of its length, the head; not longer than this many thicknesses. */
const HEAD = 0.35
const LONGEST_HEAD = 7
const Z = new THREE.Vector3(0, 0, 1)

export class ForceArrows {
  readonly root = new THREE.Group()
  private readonly materials = {
    reaction: overAll(),
    load: overAll(),
    spring: overAll(),
    sticks: overAll(),
    slides: overAll(),
    touches: overAll(),
    weight: overAll(),
  }
  private readonly shaft = new THREE.CylinderGeometry(0.5, 0.5, 1, 12)
    .rotateX(Math.PI / 2)
    .translate(0, 0, 0.5)
  private readonly heads = {
    reaction: new THREE.ConeGeometry(1.5, 1, 20).rotateX(Math.PI / 2).translate(0, 0, 0.5),
    load: new THREE.ConeGeometry(1.5, 1, 4).rotateX(Math.PI / 2).translate(0, 0, 0.5),
    spring: new THREE.CylinderGeometry(1.4, 1.4, 0.35, 20).rotateX(Math.PI / 2).translate(0, 0, 0.8),
    sticks: new THREE.BoxGeometry(2.2, 2.2, 1).translate(0, 0, 0.5),
    slides: new THREE.TorusGeometry(1.4, 0.5, 10, 24).translate(0, 0, 0.5),
    touches: new THREE.OctahedronGeometry(1.6),
    weight: new THREE.ConeGeometry(1.5, 1, 3).rotateX(Math.PI / 2).translate(0, 0, 0.5),
  }
  private readonly pool: { shaft: THREE.Mesh; head: THREE.Mesh }[] = []

  constructor(private readonly redraw: () => void) {
    this.root.renderOrder = 10
  }

  setPalette(palette: Palette): void {
    this.materials.reaction.color.set(palette.measured)
    this.materials.load.color.set(palette.error)
    this.materials.spring.color.set(palette.primary)
    this.materials.sticks.color.set(palette.selected)
    this.materials.slides.color.set(palette.playhead)
    this.materials.touches.color.set(palette.selected)
    this.materials.weight.color.set(palette.muted)
  }

  /** @param size of the mechanism [m] */
  set(forces: readonly DrawnForce[], size: number): void {
    while (this.pool.length < forces.length) this.pool.push(this.made())
    this.pool.forEach(({ shaft, head }, k) => {
      const force = forces[k]
      head.visible = force !== undefined
      shaft.visible = force !== undefined && force.kind !== 'touches'
      if (force) this.place(shaft, head, force, THICKNESS * size)
    })
    this.redraw()
  }

  private place(
    shaft: THREE.Mesh,
    head: THREE.Mesh,
    { kind, point, arrow }: DrawnForce,
    thick: number,
  ): void {
    if (kind === 'touches') {
      head.material = this.materials.touches
      head.geometry = this.heads.touches
      head.position.set(...point)
      head.quaternion.identity()
      head.scale.setScalar(thick)
      return
    }
    const along = new THREE.Vector3(...arrow)
    const length = along.length()
    const tip = Math.min(HEAD * length, LONGEST_HEAD * thick)
    const turn = new THREE.Quaternion().setFromUnitVectors(Z, along.normalize())
    const start = new THREE.Vector3(...point)
    shaft.material = head.material = this.materials[kind]
    head.geometry = this.heads[kind]
    shaft.position.copy(start)
    shaft.scale.set(thick, thick, length - tip)
    head.position.copy(start).addScaledVector(along, length - tip)
    head.scale.set(thick, thick, tip)
    for (const mesh of [shaft, head]) mesh.quaternion.copy(turn)
  }

  private made(): { shaft: THREE.Mesh; head: THREE.Mesh } {
    const [shaft, head] = [new THREE.Mesh(this.shaft), new THREE.Mesh(this.heads.reaction)] as const
    for (const mesh of [shaft, head]) {
      mesh.layers.set(AIDS)
      mesh.renderOrder = 10
      this.root.add(mesh)
    }
    return { shaft, head }
  }
}

const overAll = () => new THREE.MeshBasicMaterial({ depthTest: false, transparent: true, opacity: 0.92 })
