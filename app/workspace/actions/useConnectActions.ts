/** What joins bodies: joints, mates, relations, contacts, springs, poses. */
import { jointKinds, jointType, MATE_KINDS, relationKinds } from '@ligamen/core'
import { useJointMakerStore } from '~/connect/joints/joint-maker'
import { useMateMakerStore } from '~/connect/mates/mate-maker'
import { useRelationMakerStore } from '~/connect/relations/relation-maker'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePanelsStore } from '~/model/screen/panels'
import type { ConnectTab } from '~/model/screen/panels'
import { useStageStore } from '~/model/screen/stage'
import { action } from './action'
import type { Action } from './action'

export function useConnectActions() {
  const mechanism = useMechanismStore()
  const stage = useStageStore()
  const panels = usePanelsStore()
  const makers = { joint: useJointMakerStore(), mate: useMateMakerStore(), relation: useRelationMakerStore() }

  function open(tab: ConnectTab) {
    stage.go('connect')
    panels.connect = tab
  }
  function joint(kind?: string) {
    open('joint')
    if (kind) makers.joint.kind = kind
    // the tab that opens ends the picks of the one before it
    void nextTick(() => makers.joint.pick('first'))
  }
  function mate(kind?: (typeof MATE_KINDS)[number]) {
    open('mate')
    if (kind) makers.mate.kind = kind
    void nextTick(() => makers.mate.pick('first'))
  }

  function relation(kind: string) {
    open('relation')
    makers.relation.kind = kind
  }

  return computed<readonly Action[]>(() => {
    const isFull = (mechanism.document?.bodies.length ?? 0) > 0
    return [
      action('joint', 'New joint: pick on the model', 'C J', () => joint(), isFull),
      ...jointKinds.map((kind) => {
        const noun = jointType(kind)!.noun.toLowerCase()
        return action(`joint-${kind}`, `New joint: ${noun}`, undefined, () => joint(kind), isFull)
      }),
      action('mate', 'New mate: pick on the model', 'C M', () => mate(), isFull),
      ...MATE_KINDS.map((kind) =>
        action(`mate-${kind}`, `New mate: ${kind}`, undefined, () => mate(kind), isFull),
      ),
      action('relation', 'New relation between joints', 'C R', () => open('relation'), isFull),
      ...relationKinds().map(({ kind, noun }) =>
        action(
          `relation-${kind}`,
          `New relation: ${noun.toLowerCase()}`,
          undefined,
          () => relation(kind),
          isFull,
        ),
      ),
      action('contact', 'New contact between bodies', 'C T', () => open('contact'), isFull),
      action('spring', 'New spring', 'C S', () => open('spring'), isFull),
      action('poses', 'Poses: save, go to, chain', 'C P', () => open('poses'), isFull),
    ]
  })
}
