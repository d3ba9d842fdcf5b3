/** Exact placing of what is selected: move, turn about a datum, copy in a row or a circle, mirror, gather into a group. */
import {
  axisOf,
  circleOf,
  copyTo,
  gather,
  identityFrame,
  mirrorTo,
  moveBodies,
  moved,
  originOf,
  reasons,
  rowOf,
  siOr,
  turnedAbout,
} from '@ligamen/core'
import type { Copies, Frame, MechanismDocument, Problem, Quantity } from '@ligamen/core'
import { keep } from '~/fields/keep'
import { usePlacing } from '~/model/pose/usePlacing'
import { useMechanismStore } from '~/model/document/mechanism'
import { useSelectionStore } from '~/model/screen/selection'

export const PLACING_AXES = ['x', 'y', 'z'] as const
export type PlacingAxis = (typeof PLACING_AXES)[number]

/** Copies that are made at once at most. */
const MOST_COPIES = 200

/** The numbers of the form. */
function usePlacingNumbers(pivots: Ref<readonly { readonly frame: Frame }[]>) {
  const shift = ref<[Quantity, Quantity, Quantity]>(['0 mm', '0 mm', '0 mm'])
  const turn = ref<Quantity>('90 deg')
  const axis = ref<PlacingAxis>('z')
  const pivot = ref(0)
  const count = ref<Quantity>('3')

  function about(along: PlacingAxis) {
    const frame = pivots.value[pivot.value]?.frame ?? identityFrame()
    return { centre: originOf(frame), direction: axisOf(frame, PLACING_AXES.indexOf(along)) }
  }
  const setShift = (k: number, value: Quantity) => {
    shift.value = shift.value.map((v, i) => (i === k ? value : v)) as typeof shift.value
    return Promise.resolve([])
  }
  const setCount = keep((q: Quantity) => {
    count.value = String(Math.min(MOST_COPIES, Math.max(2, Math.round(siOr(q, 'number')))))
  })
  const setTurn = keep((q: Quantity) => (turn.value = q))
  return {
    fields: { shift, turn, axis, pivot, count, setShift, setCount, setTurn },
    about,
    step: () => shift.value.map((q) => siOr(q, 'length')) as [number, number, number],
    angle: () => siOr(turn.value, 'angle'),
    copies: () => siOr(count.value, 'number'),
  }
}

/** Edits that leave the mechanism in its home pose, with what came of the last one. */
function usePlacingEdits() {
  const mechanism = useMechanismStore()
  const fault = ref('')
  const done = ref('')
  async function act(edit: string, change: Parameters<typeof mechanism.edit>[1], words: () => string) {
    tell(await mechanism.edit(edit, change, { home: true }), words)
  }
  function tell(refused: readonly Problem[], words: () => string) {
    fault.value = reasons(refused)
    done.value = refused.length === 0 ? words() : ''
  }
  return { fault, done, act, tell }
}

/** What came along with copies, and what did not. */
function alongWords(made: Copies | null): string {
  if (!made) return ''
  const came = made.joints.length > 0 ? `, each with ${made.joints.join(' and ')}` : ''
  const stayed =
    made.without.length > 0
      ? `, without ${made.without.join(' and ')}: what hangs together there is joined to several bodies`
      : ''
  return came + stayed
}

export const usePlacingToolsStore = defineStore('placing-tools', () => {
  const mechanism = useMechanismStore()
  const selection = useSelectionStore()
  const { frames, bodies, pivots } = usePlacing()
  const { fields, about, step, angle, copies: wanted } = usePlacingNumbers(pivots)
  const { fault, done, act, tell } = usePlacingEdits()
  /** Whether copies bring drivers, and joints to the one body that stays. */
  const withOthers = ref(true)
  const names = computed(() => selection.members.map((id) => mechanism.nameOf(id)).join(', '))

  const moveBy = (motion: Frame, words: string) =>
    act(
      `${words} ${names.value}`,
      (draft) => moveBodies(draft, frames.value, bodies.value, motion),
      () => `${names.value}: ${words.toLowerCase()}d.`,
    )
  const kindOf = (id: string) => (mechanism.document?.groups?.some((g) => g.id === id) ? 'group' : 'body')

  async function copies(edit: string, moves: readonly Frame[]) {
    const members = selection.members
    let made: Copies | null = null
    await act(
      `${edit} ${names.value}`,
      (draft) => (made = copyTo(draft, frames.value, members, moves, withOthers.value)).document,
      () => `${moves.length} more of ${names.value}${alongWords(made)}.`,
    )
    if (fault.value === '') selection.selectAll(made!.ids.map((id) => ({ kind: kindOf(id), id })))
  }

  async function mirror(across: PlacingAxis = fields.axis.value) {
    await mechanism.settled()
    const { centre, direction } = about(across)
    const mirrored = mirrorTo(mechanism.document!, frames.value, selection.members, centre, direction)
    if (!mirrored.ok) {
      fault.value = reasons(mirrored.problems)
      return
    }
    const refused = await mechanism.replace(`Mirror ${names.value}`, mirrored.value.document, { home: true })
    tell(refused, () => `${names.value} mirrored.`)
  }

  async function group(kind: 'rigid' | 'moving') {
    const members = selection.members
    const called = `${kind === 'rigid' ? 'Rigid group' : 'Group'} ${(mechanism.document?.groups?.length ?? 0) + 1}`
    let id = ''
    const edit = kind === 'rigid' ? `Bind ${names.value} as one` : `Gather ${names.value}`
    const gathered = (draft: MechanismDocument) => {
      const made = gather(draft, members, kind, called)
      id = made.group
      return made.document
    }
    await act(edit, gathered, () => '')
    if (fault.value === '') selection.select('group', id)
  }

  function turnIt() {
    const { centre, direction } = about(fields.axis.value)
    return moveBy(turnedAbout(centre, direction, angle()), 'Turn')
  }
  function circle() {
    const { centre, direction } = about(fields.axis.value)
    return copies('Circle of', circleOf(centre, direction, angle(), wanted()))
  }

  // what was said belongs to what was selected then
  watch(
    () => selection.members,
    () => (fault.value = ''),
  )

  return {
    ...fields,
    names,
    pivots,
    withOthers,
    fault,
    done,
    move: () => moveBy(moved(step()), 'Move'),
    turnIt,
    copyOnce: () => copies('Copy', [moved(step())]),
    row: () => copies('Row of', rowOf(step(), wanted())),
    circle,
    mirror,
    group,
  }
})
