/** The sides from which the model can be seen, in words, with the axis of ground that points to the viewer. */
import type { Side } from '~/view/three/viewpoint'

export interface SideWords {
  readonly side: Side
  readonly name: string
  /** Second key after V. */
  readonly key: string
  /** “+X”; none for the corner. */
  readonly axis: string | null
}

export const sideWords: readonly SideWords[] = [
  { side: 'corner', name: 'From the corner', key: 'C', axis: null },
  { side: 'front', name: 'From the front', key: 'F', axis: '-Y' },
  { side: 'back', name: 'From the back', key: 'B', axis: '+Y' },
  { side: 'left', name: 'From the left', key: 'L', axis: '-X' },
  { side: 'right', name: 'From the right', key: 'R', axis: '+X' },
  { side: 'top', name: 'From above', key: 'T', axis: '+Z' },
  { side: 'bottom', name: 'From below', key: 'U', axis: '-Z' },
]

/** An end of an axis as it is drawn: right and down from the middle, and how near it is, each from -1 to 1. */
export interface AxisEnd {
  readonly side: Side
  readonly name: string
  readonly axis: string
  readonly x: number
  readonly y: number
  readonly near: number
}

/**
 * The six ends of the axes of ground, the farthest first.
 * @param axes right, up and towards the viewer, in ground
 */
export function axisEnds(axes: readonly (readonly [number, number, number])[]): AxisEnd[] {
  const [right, up, toViewer] = axes
  if (!right || !up || !toViewer) return []
  return sideWords
    .flatMap(({ side, name, axis }) => {
      if (!axis) return []
      const k = 'XYZ'.indexOf(axis[1]!) as 0 | 1 | 2
      const sign = axis[0] === '+' ? 1 : -1
      return [{ side, name, axis, x: sign * right[k], y: -sign * up[k], near: sign * toViewer[k] }]
    })
    .sort((a, b) => a.near - b.near)
}
