/** What a file of shapes brings: triangles, and how they are put together. Formats read into this and write from it. */
import type { Frame } from '../maths/frame'
import type { Face } from '../shapes/mesh/faces'

export interface SceneMesh {
  readonly name: string
  /** As #rrggbb; null when the file says nothing. */
  readonly colour: string | null
  /** Nine numbers a triangle, in the unit of the file. */
  readonly positions: Float32Array
  /** The faces of the solid, where the file knows them, in its unit. */
  readonly faces?: readonly Face[]
}

/** A node of a scene, where it is in the one above it. */
export interface SceneNode {
  readonly name: string
  /** In the frame of the node above, lengths in the unit of the file. */
  readonly frame: Frame
  /** Indices of meshes. */
  readonly meshes: readonly number[]
  readonly children: readonly SceneNode[]
}

/** What a file of shapes holds. */
export interface Scene {
  /** Metres for one unit of the file; null when the file does not say. */
  readonly unit: number | null
  readonly meshes: readonly SceneMesh[]
  readonly nodes: readonly SceneNode[]
  /** What was in the file and is not here, in words. */
  readonly leftOut: readonly string[]
}

/** The triangles of an imported part as they are stored: about the middle of the box around them. */
export interface StoredMesh {
  /** SHA-256 of the content. */
  readonly hash: string
  /** Extents in x, y and z [m]. */
  readonly size: readonly [number, number, number]
  /** Middle of the box in the frame that the file gives it [m]. */
  readonly centre: readonly [number, number, number]
}
