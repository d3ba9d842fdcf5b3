/** What is done with the joints, mates and relations that are selected: driven, counted anew, suspended, related. */
import { jointType, switchAll } from '@ligamen/core'
import type { Joint } from '@ligamen/core'
import { useRelateSelected } from '~/connect/relations/useRelateSelected'
import { DRIVER_WAYS, newDriver } from '~/drive/drivers/new-driver'
import { useScenarioEdits } from '~/timing/useScenarioEdits'
import { useCounting } from '~/inspector/joints/useCounting'
import { useMechanismStore } from '~/model/document/mechanism'
import { useReadings } from '~/model/pose/useReadings'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import { action } from './action'
import type { Action } from './action'

export function useJointActions() {
  const mechanism = useMechanismStore()
  const selection = useSelectionStore()
  const stage = useStageStore()
  const readings = useReadings()
  const edits = useScenarioEdits()
  const relate = useRelateSelected()

  const joint = computed<Joint | null>(
    () => mechanism.document?.joints.find(({ id }) => selection.selected?.id === id) ?? null,
  )
  const { fromHere, otherWay } = useCounting(() => joint.value!)
  const reading = () => readings.value.find((one) => one.joint === joint.value?.id)

  async function drive(kind: (typeof DRIVER_WAYS)[number]['kind']) {
    const { id, name, kind: type } = joint.value!
    const turns = jointType(type)?.freedoms[0]?.motion === 'turn'
    stage.go('drive')
    await edits.drive(name, newDriver(kind, { joint: id, freedom: reading()?.freedom }, turns))
  }
  const switchTo = (suspended: boolean) => {
    const ids = selection.all.map(({ id }) => id)
    const names = ids.map((id) => mechanism.nameOf(id)).join(', ')
    return mechanism.edit(`${suspended ? 'Suspend' : 'Restore'} ${names}`, (draft) =>
      switchAll(draft, ids, suspended),
    )
  }

  return computed<readonly Action[]>(() => {
    const ties = selection.all.filter(
      ({ kind }) => kind === 'joint' || kind === 'mate' || kind === 'relation',
    )
    const joints = ties.filter(({ kind }) => kind === 'joint')
    const canDrive = joint.value !== null && mechanism.scenario !== null
    return [
      ...DRIVER_WAYS.map(({ kind, words }) =>
        action(
          `drive-${kind}`,
          `Drive the selected joint ${words.toLowerCase()}`,
          undefined,
          () => drive(kind),
          canDrive,
        ),
      ),
      action(
        'zero-here',
        'Zero of the selected joint here',
        undefined,
        () => {
          const found = reading()
          return found && fromHere(found)
        },
        joint.value !== null,
      ),
      action(
        'other-way',
        'Count the selected joint the other way',
        undefined,
        otherWay,
        joint.value !== null,
      ),
      action('suspend', 'Suspend what is selected', undefined, () => switchTo(true), ties.length > 0),
      action('restore', 'Restore what is selected', undefined, () => switchTo(false), ties.length > 0),
      action('relate', 'Relate the selected joints', undefined, relate, joints.length > 1),
    ]
  })
}
