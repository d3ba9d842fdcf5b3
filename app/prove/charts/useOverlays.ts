/** What is drawn over the curves of a chart, dashed: the same probes in other takes, and reference curves. */
import { columnOf, pointsOver } from '@ligamen/core'
import type { Point, Take } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useBoardStore } from './board'
import type { Series } from './series'

export interface Overlay {
  readonly name: string
  readonly of: Series
  readonly dash: readonly number[]
  readonly points: (pixels: number) => Point[]
}

const DASHES = { other: [6, 3], older: [2, 3], reference: [8, 3, 2, 3] } as const

export function useOverlays(series: () => readonly Series[]) {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const board = useBoardStore()

  const takesOver = computed(() => {
    const others: { name: string; take: Take; dash: readonly number[] }[] = []
    const { compared } = run
    if (compared)
      others.push({ name: mechanism.nameOf(compared.scenario), take: compared, dash: DASHES.other })
    if (board.older) others.push({ name: 'older take', take: board.older, dash: DASHES.older })
    return others
  })

  return computed<Overlay[]>(() => {
    return series().flatMap((of): Overlay[] => {
      const { probe, derivative = 0 } = of.curve
      const taken = takesOver.value.flatMap(({ name, take, dash }): Overlay[] => {
        const column = columnOf(take, probe, derivative)
        return column
          ? [
              {
                name,
                of,
                dash,
                points: (pixels) => pointsOver(column, board.stretch, pixels, of.unit.factor),
              },
            ]
          : []
      })
      const references = derivative > 0 ? [] : (mechanism.document?.references ?? [])
      const compared = references
        .filter((reference) => reference.probe === probe)
        .map(({ name, points }): Overlay => ({
          name,
          of,
          dash: DASHES.reference,
          points: () => points.map(([x, y]) => ({ x, y: y / of.unit.factor })),
        }))
      return [...taken, ...compared]
    })
  })
}
