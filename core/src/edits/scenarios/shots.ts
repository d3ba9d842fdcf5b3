/** Edits of shots: made after another one, reversed, their views taken anew. Drafts are altered in place. */
import type { MechanismDocument } from '../../document/format/mechanism'
import type { AnyShot } from '../../document/format/shots'
import { freshId } from '../../document/ids'
import { inMillimetres } from '../../presentation/sequence'
import { siOr } from '../../units/quantity'
import { scenarioOf } from './scenario-edits'

/** Adds a shot without its id behind another one, or as the last; returns its id. */
export function addShot(
  draft: MechanismDocument,
  scenario: string,
  shot: Omit<AnyShot, 'id'>,
  behind: string | null = null,
): string {
  const id = freshId(draft, 'shot')
  const target = scenarioOf(draft, scenario)
  const shots = target.shots ?? []
  const place = shots.findIndex((one) => one.id === behind)
  const made = { ...shot, id } as AnyShot
  target.shots =
    place < 0 ? [...shots, made] : [...shots.slice(0, place + 1), made, ...shots.slice(place + 1)]
  return id
}

/** Whether a shot goes somewhere that it could come from. */
export const canReverse = ({ kind }: Pick<AnyShot, 'kind'>): boolean => kind === 'moved' || kind === 'turned'

/** Lets a shot go the other way: from where it ends to where it begins. */
export function reverseShot(shot: AnyShot): void {
  if (shot.kind === 'moved') [shot.view, shot.to] = [shot.to, shot.view]
  if (shot.kind !== 'turned') return
  const turn = siOr(shot.turn, 'angle')
  const point = (p: AnyShot['view']['eye']) => p.map((length) => siOr(length, 'length'))
  const [eye, target] = [point(shot.view.eye), point(shot.view.target)]
  const [x, y] = [eye[0] - target[0], eye[1] - target[1]]
  const there = [Math.cos(turn) * x - Math.sin(turn) * y, Math.sin(turn) * x + Math.cos(turn) * y]
  shot.view = {
    ...shot.view,
    eye: [inMillimetres(target[0] + there[0]), inMillimetres(target[1] + there[1]), shot.view.eye[2]],
  }
  shot.turn = `${Number(((-180 * turn) / Math.PI).toFixed(6))} deg`
}
