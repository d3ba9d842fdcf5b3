/** What the control desk does: its controls with their readings, put on, taken off, and pulled, several together. */
import { channelOf, reasons } from '@ligamen/core'
import type { DeskControl, Problem } from '@ligamen/core'
import { rangeOf, shareOf, shifted } from '../model/pose/position-range'
import { useJointControl } from '../model/pose/useJointControl'
import { useReadings } from '../model/pose/useReadings'
import type { Reading } from '../model/pose/useReadings'
import { useDeskStore } from '~/desk/desk'
import type { Grip } from '~/desk/desk'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'

export interface JointOnDesk {
  readonly index: number
  readonly control: DeskControl
  readonly reading: Reading
}

export function useDesk() {
  const desk = useDeskStore()
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const readings = useReadings()
  const { follow } = useJointControl()
  const range = ({ channel }: Reading) => rangeOf(mechanism.document, channel)
  /** Why the last pull did not get there. */
  const refusal = ref('')

  const joints = computed<JointOnDesk[]>(() =>
    desk.controls.flatMap((control, index) => {
      const channel = channelOf(run.report?.channels ?? [], control)
      const reading = channel && readings.value.find((one) => one.channel.key === channel.key)
      return reading ? [{ index, control, reading }] : []
    }),
  )
  const datums = computed<{ index: number; grip: Grip }[]>(() =>
    desk.controls.flatMap(({ datum }, index) => {
      const grip = desk.grips.find((one) => one.datum === datum)
      return grip ? [{ index, grip }] : []
    }),
  )

  /** What can still be put on: moving joint positions, then datums of bodies that move. */
  const offered = computed(() => {
    const taken = new Set([
      ...joints.value.map(({ reading }) => reading.channel.key),
      ...desk.controls.map(({ datum }) => datum),
    ])
    const still = new Set(mechanism.document?.bodies.filter(({ grounded }) => grounded).map(({ id }) => id))
    return [
      ...readings.value
        .filter(({ channel }) => !taken.has(channel.key))
        .map(({ channel }) => ({ value: { ...channel.coordinate! } as DeskControl, title: channel.name })),
      ...(run.report?.datums ?? [])
        .filter(({ datum, body }) => !taken.has(datum) && !still.has(body))
        .map(({ datum, name, body }) => ({
          value: { datum } as DeskControl,
          title: `${name} of ${mechanism.nameOf(body)}, as a point`,
        })),
    ]
  })

  const alter = (name: string, change: (controls: DeskControl[]) => void): Promise<readonly Problem[]> =>
    mechanism.edit(name, (draft) => {
      draft.desk ??= []
      change(draft.desk)
    })

  function put(control: DeskControl) {
    const title = offered.value.find(({ value }) => value === control)?.title ?? 'a control'
    return alter(`Put ${title} on the desk`, (controls) => controls.push({ ...control }))
  }

  /** Pulls a position there, and those that are moved together with it by the same share of their ranges. */
  function pull(reading: Reading, value: number) {
    const own = range(reading)
    const by = shareOf(own, value) - shareOf(own, reading.value)
    const others = desk.together.has(reading.channel.key)
      ? joints.value.filter(
          ({ reading: { channel } }) => channel.key !== reading.channel.key && desk.together.has(channel.key),
        )
      : []
    const targets = others.map(({ reading: other }) => ({
      ...other.channel.coordinate!,
      value: shifted(range(other), other.value, by),
    }))
    void follow([...targets, { ...reading.channel.coordinate!, value }], (refused) => {
      refusal.value = reasons(refused)
    })
  }

  return {
    joints,
    datums,
    offered,
    refusal,
    put,
    pull,
    range,
    takeOff: (index: number, name: string) =>
      alter(`Remove ${name} from the desk`, (controls) => controls.splice(index, 1)),
    showAs: (index: number, name: string, as: NonNullable<DeskControl['as']>) =>
      alter(`${name} by a ${as}`, (controls) => (controls[index] = { ...controls[index], as })),
  }
}
