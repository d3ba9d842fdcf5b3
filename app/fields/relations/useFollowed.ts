/** A relation in which one position follows another by a programme or a table, and of which dimensions both are. */
import { channelOf } from '@ligamen/core'
import type { AnyRelation, CoordinateName, Mate } from '@ligamen/core'
import { positionDimension } from '~/fields/display'
import { useRunStore } from '~/model/run/run'

export function useFollowed(relation: () => AnyRelation | Mate | undefined) {
  const run = useRunStore()
  const ofKind = <K extends 'programme' | 'table'>(kind: K) =>
    computed(() => {
      const found = relation()
      return found?.kind === kind ? (found as Extract<AnyRelation, { kind: K }>) : null
    })
  const [programme, table] = [ofKind('programme'), ofKind('table')]
  /** Of what leads and of what follows. */
  const dimensions = computed(() => {
    const pair = programme.value ?? table.value
    const of = (name: CoordinateName | undefined) =>
      positionDimension(name && channelOf(run.report?.channels ?? [], name)?.dimension)
    return [of(pair?.a), of(pair?.b)] as const
  })
  return { programme, table, dimensions }
}
