/** The report of the scenario that is shown: what it says, a picture of the model, and the page that is handed over. */
import { reportHtml, siOr } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'
import { useClearanceStore } from '../clearance/clearance'

interface Picture {
  readonly title: string
  readonly url: string
}

export const useReportStore = defineStore('report', () => {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const playback = usePlaybackStore()
  const clearance = useClearanceStore()
  /** Pictures that were taken for it, in order; they stay with the page, not with the mechanism. */
  const pictures = shallowRef<readonly Picture[]>([])

  watch(
    () => mechanism.document === null,
    () => (pictures.value = []),
  )

  function takePicture(url: string) {
    const title = `${mechanism.scenario?.name ?? ''} at ${playback.shown.toFixed(3)} s`
    pictures.value = [...pictures.value, { title, url }]
  }

  /** The page; null while there is no motion. */
  function page(project: string): string | null {
    const { take, document, report } = run
    const scenario = document?.scenarios.find(({ id }) => id === take?.scenario)
    if (!take || !document || !report || !scenario) return null
    return reportHtml({
      evidence: {
        document,
        take,
        length: siOr(scenario.length, 'time'),
        mobility: report.mobility,
        clearances: clearance.current,
      },
      datums: new Map(report.datums.map(({ datum, body, frame }) => [datum, { body, frame }])),
      mobility: [report.words.line, report.words.redundancies].filter((line) => line !== null),
      states: report.states,
      relations: report.relations,
      pictures: pictures.value,
      project,
      date: new Date().toISOString().slice(0, 10),
    })
  }
  return {
    pictures,
    takePicture,
    dropPicture: (k: number) => (pictures.value = pictures.value.filter((_, i) => i !== k)),
    page,
  }
})
