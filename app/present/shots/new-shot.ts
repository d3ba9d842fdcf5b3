/** New shots of each kind, from the view as it is. */
import { viewIn } from '@ligamen/core'
import type { AnyShot, Camera, TakeScene } from '@ligamen/core'

/** A kind, and what it is about: the body, datum or path that is followed, gone to or gone along. */
export interface ShotWish {
  readonly kind: AnyShot['kind']
  readonly about?: string
}

/** What a kind is about; null for those that are about nothing. */
export const ABOUT: Readonly<Record<AnyShot['kind'], 'body' | 'carrier' | 'path' | null>> = {
  held: null,
  moved: null,
  turned: null,
  towards: 'body',
  along: 'path',
  follows: 'carrier',
  rides: 'carrier',
}

/** @param common the name and duration of the shot */
export function newShot(
  { kind, about }: ShotWish,
  camera: Camera,
  scene: TakeScene,
  { name, duration }: Pick<AnyShot, 'name' | 'duration'>,
): Omit<AnyShot, 'id'> {
  const own = {
    held: {},
    moved: {},
    turned: { turn: '90 deg' },
    towards: { body: about },
    along: { path: about },
    follows: { on: about },
    rides: { on: about },
  }[kind]
  const shot = { kind, name, duration, ...own } as unknown as AnyShot
  const view = viewIn(shot, camera, scene)
  return { ...shot, view, ...(kind === 'moved' ? { to: view } : {}) } as Omit<AnyShot, 'id'>
}
