/** The motion laws by kind. A new one adds its line here. */
import { cycloidal } from './cycloidal'
import { harmonic } from './harmonic'
import { linear } from './linear'
import { modifiedSine } from './modified-sine'
import { modifiedTrapezoid } from './modified-trapezoid'
import type { MotionLaw } from './motion-law'
import { parabolic } from './parabolic'
import { polynomial345 } from './polynomial-345'
import { polynomial4567 } from './polynomial-4567'

const laws = new Map(
  [
    linear,
    parabolic,
    harmonic,
    cycloidal,
    polynomial345,
    polynomial4567,
    modifiedSine,
    modifiedTrapezoid,
  ].map((law) => [law.kind, law]),
)

/** Names of the motion laws, as documents write them. */
export const lawKinds: readonly string[] = [...laws.keys()]

/** A motion law by its name; undefined for an unknown one. */
export const motionLaw = (kind: string): MotionLaw | undefined => laws.get(kind)
