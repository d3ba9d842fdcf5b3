/**
 * Many copies of one geometry in one material, drawn by one call: a machine repeats its parts, and the script that a
 * frame costs goes with the number of calls.
 */
import * as THREE from 'three'

/** A copy: the group of its body, and where it is on it. */
export interface Copy {
  readonly group: THREE.Group
  readonly local: THREE.Matrix4
}

export class Instances {
  readonly object: THREE.InstancedMesh | InstancedLines

  constructor(
    geometry: THREE.BufferGeometry,
    material: THREE.Material,
    private readonly copies: readonly Copy[],
    kind: 'surface' | 'edges',
  ) {
    this.object =
      kind === 'surface'
        ? new THREE.InstancedMesh(geometry, material, copies.length)
        : new InstancedLines(geometry, material, copies.length)
    this.object.instanceMatrix.setUsage(THREE.DynamicDrawUsage)
    // the bounds of three are those of one copy
    this.object.frustumCulled = false
    this.object.castShadow = this.object.receiveShadow = kind === 'surface' && !material.transparent
    this.object.matrixAutoUpdate = false
  }

  /** Puts every copy where its body is; the matrices of the bodies in ground must be right. */
  settle(): void {
    const { instanceMatrix } = this.object
    const { array } = instanceMatrix
    for (let k = 0; k < this.copies.length; k++) {
      const { group, local } = this.copies[k]!
      const a = group.matrixWorld.elements
      const b = local.elements
      // the last row of both is 0, 0, 0, 1
      for (let c = 0; c < 16; c += 4) {
        const at = 16 * k + c
        const w = c === 12 ? 1 : 0
        for (let r = 0; r < 3; r++)
          array[at + r] = a[r]! * b[c]! + a[4 + r]! * b[c + 1]! + a[8 + r]! * b[c + 2]! + w * a[12 + r]!
        array[at + 3] = w
      }
    }
    instanceMatrix.needsUpdate = true
  }

  dispose(): void {
    this.object.removeFromParent()
    if (this.object instanceof THREE.InstancedMesh) this.object.dispose()
    else this.object.letGo()
  }
}

/**
 * Line segments drawn in many places. The renderer asks only for the fields of an instanced mesh, and draws whatever has
 * them as instances.
 */
class InstancedLines extends THREE.LineSegments {
  readonly isInstancedMesh = true
  readonly instanceColor = null
  readonly morphTexture = null
  readonly instanceMatrix: THREE.InstancedBufferAttribute

  constructor(
    geometry: THREE.BufferGeometry,
    material: THREE.Material,
    override readonly count: number,
  ) {
    super(geometry, material)
    this.instanceMatrix = new THREE.InstancedBufferAttribute(new Float32Array(16 * count), 16)
  }

  /** Frees what the renderer keeps of it. */
  letGo(): void {
    const told = this as unknown as THREE.EventDispatcher<{ dispose: object }>
    told.dispatchEvent({ type: 'dispose' })
  }
}
