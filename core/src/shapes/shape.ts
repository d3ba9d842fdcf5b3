/**
 * What a part generator states: the dimensions it asks for, what contradicts, the datums it offers and its mesh.
 * Every generator is one file and registers itself in registry.ts.
 */
import type { Frame } from '../maths/frame'
import type { Mesh } from './mesh'

export interface ShapeType<D extends string = string> {
  readonly kind: string
  /** "Link plate": the word for people. */
  readonly noun: string
  /** Every dimension is a length above zero; the label is what people read. */
  readonly dimensions: Readonly<Record<D, { readonly label: string; readonly usual: string }>>
  /** A sentence when the dimensions contradict each other, else null. */
  contradiction(d: Readonly<Record<D, number>>): { dimension: D; message: string } | null
  /** Named frames in the part's own frame [m]; z is the main axis, x the zero direction. */
  datums(d: Readonly<Record<D, number>>): Readonly<Record<string, Frame>>
  mesh(d: Readonly<Record<D, number>>): Mesh
}

export const defineShape = <D extends string>(shape: ShapeType<D>): ShapeType<D> => shape
