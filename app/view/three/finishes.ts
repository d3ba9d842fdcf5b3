/**
 * What bodies look like in pictures that show them as they are: how rough and how metallic a finish is, and its own colour where
 * the stuff has one; paint and polymer have that of the part.
 */
import type { Finish } from '@ligamen/core'

export interface FinishLook {
  readonly roughness: number
  readonly metalness: number
  /** Null for the colour of the part. */
  readonly colour: string | null
  /** What is seen through it is not hidden; 1 for what cannot be seen through. */
  readonly opacity: number
}

const look = (
  roughness: number,
  metalness: number,
  colour: string | null = null,
  opacity = 1,
): FinishLook => ({
  roughness,
  metalness,
  colour,
  opacity,
})

export const FINISH_LOOKS: Readonly<Record<Finish, FinishLook>> = {
  paint: look(0.38, 0),
  polymer: look(0.55, 0),
  steel: look(0.32, 1, '#9aa1a6'),
  aluminium: look(0.42, 1, '#c9cdd1'),
  brass: look(0.28, 1, '#c7a24e'),
  rubber: look(0.95, 0, '#2c2f31'),
  wood: look(0.75, 0, '#b48a5a'),
  glass: look(0.06, 0, '#cfe3e2', 0.32),
}
