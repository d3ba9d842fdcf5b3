/** Edits of the cues that make the picture, each with its name. */
import { addCue, cueType, inSeconds, reasons, scenarioOf } from '@ligamen/core'
import type { AnyCue, Problem } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useSelectionStore } from '~/model/screen/selection'
import { useTimingStore } from '~/timing/timing'
import { useEntryEdits } from '~/timing/useEntryEdits'
import { isPictureCue, missingFor, newPictureCue } from './picture-cues'
import type { Selected } from './picture-cues'

export function useSeenEdits() {
  const mechanism = useMechanismStore()
  const playback = usePlaybackStore()
  const selection = useSelectionStore()
  const timing = useTimingStore()
  const entries = useEntryEdits()
  const fault = ref('')
  const id = () => mechanism.scenario!.id
  const nameOf = (one: string) => mechanism.nameOf(one)
  const wordsOf = (cue: AnyCue) => cueType(cue.kind).words(cue, nameOf)

  async function tell(edit: Promise<readonly Problem[]>) {
    const refused = await edit
    fault.value = reasons(refused)
    return refused
  }

  function selected(): Selected {
    const ids = (kind: string) => selection.all.filter((one) => one.kind === kind).map((one) => one.id)
    const { datums = [], probes = [] } = mechanism.document ?? {}
    const own = datums.filter((datum) => datum.own).map((datum) => datum.id)
    const inGroups = ids('group').flatMap((group) => mechanism.bodiesIn(group))
    return {
      bodies: [...new Set([...ids('body'), ...inGroups])],
      joints: ids('joint'),
      // where none is selected, the first ones there are
      datums: [...ids('datum'), ...own.filter((one) => !selection.is('datum', one))],
      probes: [...ids('probe'), ...probes.map((probe) => probe.id)],
    }
  }

  async function add(kind: AnyCue['kind']) {
    const from = selected()
    fault.value = missingFor(kind, from) ?? ''
    const cue = fault.value ? null : newPictureCue(kind, from, inSeconds(playback.shown))
    if (!cue) return
    let key = ''
    const refused = await tell(
      mechanism.edit(`New cue: ${cueType(kind).title}`, (draft) => {
        key = addCue(draft, id(), cue as Parameters<typeof addCue>[2])
      }),
    )
    if (refused.length === 0) timing.chosen = key
  }

  return {
    fault,
    cues: computed(() => (mechanism.scenario?.cues ?? []).filter(isPictureCue)),
    wordsOf,
    add,
    tell,
    /** What is refused is said by the field that asked, or by `tell`. */
    alter: (cue: AnyCue, words: string, change: (cue: AnyCue) => void) =>
      mechanism.edit(`${wordsOf(cue)}: ${words}`, (draft) =>
        change(scenarioOf(draft, id()).cues!.find((one) => one.id === cue.id)!),
      ),
    remove: (cue: AnyCue) => tell(entries.takeAway(wordsOf(cue), [cue.id])),
    copy: async (cue: AnyCue) => {
      entries.copy([cue.id])
      await tell(entries.paste(playback.shown))
    },
  }
}
