/** Moves and motors as they are first made: a bit of a way in half a second, at rest at both ends; a slow, steady speed. */
import type { Move } from '@ligamen/core'

/** @param before the move that it follows in its lane, whose duration and law it takes */
export const newMove = (dimension: string, before?: Move): Omit<Move, 'id'> => ({
  duration: before?.duration ?? '0.5 s',
  law: before?.law ?? 'polynomial-3-4-5',
  by: dimension === 'length' ? '20 mm' : '30 deg',
})

export const newSpeed = (turns: boolean): string => (turns ? '30 rpm' : '20 mm/s')
