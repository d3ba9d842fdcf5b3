/** Edits of the shots of the scenario that is open, each with its name. */
import { addShot, inSeconds, reasons, reverseShot, scenarioOf, shotType, viewIn } from '@ligamen/core'
import type { AnyShot, Camera, Problem } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlanStore } from '~/model/run/plan'
import { useTimingStore } from '~/timing/timing'
import { useEntryEdits } from '~/timing/useEntryEdits'
import { useSequenceStore } from '../sequence'
import { newShot } from './new-shot'
import type { ShotWish } from './new-shot'

/** How long a new shot lasts where nothing says so [s]. */
const USUAL_LENGTH = 2

export function useShotEdits() {
  const mechanism = useMechanismStore()
  const timing = useTimingStore()
  const plan = usePlanStore()
  const sequence = useSequenceStore()
  const entries = useEntryEdits()
  const fault = ref('')
  const id = () => mechanism.scenario!.id

  async function tell(edit: Promise<readonly Problem[]>) {
    const refused = await edit
    fault.value = reasons(refused)
    return refused
  }
  /** What is refused is said by the field that asked. */
  const alter = (shot: AnyShot, words: string, change: (shot: AnyShot) => void) =>
    mechanism.edit(`${shot.name}: ${words}`, (draft) =>
      change(scenarioOf(draft, id()).shots!.find((one) => one.id === shot.id)!),
    )

  /** A new shot of the view as it is, after the one that is chosen, or as the last. */
  async function add(camera: Camera, wish: ShotWish = { kind: 'held' }) {
    const { all, shots } = sequence
    const behind = all.find((one) => timing.isChosen(one.id)) ?? all[all.length - 1] ?? null
    const scene = sequence.sceneNow()
    if (!scene) {
      fault.value = 'Nothing is solved yet, so there is nothing to show; solve the scenario first.'
      return
    }
    const end = shots.find(({ shot }) => shot === behind)?.end ?? 0
    const left = plan.length - end
    const made = newShot(wish, camera, scene, {
      name: `Shot ${all.length + 1}`,
      duration: inSeconds(left > 0 ? Math.min(USUAL_LENGTH, left) : USUAL_LENGTH),
    })
    let key = ''
    const refused = await tell(
      mechanism.edit(`New shot ${made.name}`, (draft) => {
        key = addShot(draft, id(), made, behind?.id ?? null)
      }),
    )
    if (refused.length === 0) timing.chosen = key
  }

  return {
    fault,
    alter,
    add,
    /** Takes the view as it is for a shot: where it begins, or where it ends. */
    lookAnew(shot: AnyShot, camera: Camera, end: 'view' | 'to' = 'view') {
      const scene = sequence.sceneNow()
      if (!scene) return Promise.resolve()
      const view = viewIn(shot, camera, scene)
      return tell(
        alter(shot, end === 'to' ? 'ends at this view' : 'seen from here', (own) =>
          Object.assign(own, { [end]: view }),
        ),
      )
    },
    /** Makes a shot one of another kind, seen from where it is seen. */
    become(shot: AnyShot, wish: ShotWish, camera: Camera) {
      const scene = sequence.sceneNow()
      if (!scene) return Promise.resolve()
      const made = newShot(wish, camera, scene, shot)
      return tell(
        alter(shot, shotType(wish.kind).title, (own) => {
          for (const key of Object.keys(own)) if (!KEPT.has(key)) Reflect.deleteProperty(own, key)
          Object.assign(own, made)
        }),
      )
    },
    reverse: (shot: AnyShot) => tell(alter(shot, 'the other way', reverseShot)),
    remove: (shot: AnyShot) => tell(entries.takeAway(shot.name, [shot.id])),
    copy: async (shot: AnyShot) => {
      entries.copy([shot.id])
      const end = sequence.shots.find((one) => one.shot.id === shot.id)?.end ?? 0
      await tell(entries.paste(end))
    },
  }
}

/** What a shot keeps when it becomes one of another kind. */
const KEPT: ReadonlySet<string> = new Set(['id', 'start', 'tie', 'travel', 'law'])
