/** Moves and motors as they are first made: a bit of a way in half a second, at rest at both ends; a slow, steady speed. */
import type { Move } from '@ligamen/core'

export const newMove = (dimension: string): Omit<Move, 'id'> => ({
  duration: '0.5 s',
  law: 'polynomial-3-4-5',
  by: dimension === 'length' ? '20 mm' : '30 deg',
})

export const newSpeed = (turns: boolean): string => (turns ? '30 rpm' : '20 mm/s')
