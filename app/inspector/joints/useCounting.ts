/** Counting the position of a joint from where it is now, or the other way; what stands by hand stays where it is. */
import { countOtherWay, reasons, recountedWords, zeroHere } from '@ligamen/core'
import type { Joint, MechanismDocument, Problem } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useReadings } from '~/model/pose/useReadings'
import type { Reading } from '~/model/pose/useReadings'
import { useRunStore } from '~/model/run/run'

export function useCounting(joint: () => Joint) {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const readings = useReadings()
  const fault = ref('')
  /** What counts anew besides the joint itself. */
  const note = ref('')

  /**
   * @param count its position as it is counted afterwards
   * @param words of what else gives its positions: "now count from there"
   */
  async function recount(
    edit: string,
    change: (draft: MechanismDocument) => MechanismDocument,
    count: (reading: Reading) => number,
    words: string,
  ) {
    const { id, name } = joint()
    const standing = run.standing !== null
    const values = readings.value.map((reading) => ({
      ...reading.channel.coordinate!,
      value: reading.joint === id ? count(reading) : reading.value,
    }))
    const refused = await mechanism.edit(`${name}: ${edit}`, change)
    tell(refused, words)
    if (refused.length === 0 && standing) run.stand(await mechanism.ask('stand', values))
  }

  function tell(refused: readonly Problem[], words: string) {
    fault.value = reasons(refused)
    note.value = refused.length === 0 ? recountedWords(mechanism.document!, joint().id, words) : ''
  }

  const fromHere = ({ freedom, value: present }: Reading) =>
    recount(
      'zero here',
      (draft) => zeroHere(draft, joint().id, freedom, present),
      (reading) => (reading.freedom === freedom ? 0 : reading.value),
      'now count from there',
    )

  async function otherWay() {
    const counted = countOtherWay(mechanism.document!, joint().id)
    if (!counted.ok) tell(counted.problems, '')
    else
      await recount(
        'counts the other way',
        () => counted.value,
        ({ value }) => -value,
        'now count the other way',
      )
  }
  return { fault, note, fromHere, otherWay }
}
