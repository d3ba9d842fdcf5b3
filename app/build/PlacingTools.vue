<script setup lang="ts">
/** Exact placing of what is selected: move, turn about a datum, copy in a row or a circle, mirror, gather into a group. */
import {
  circleOf,
  copyTo,
  gather,
  mirrorTo,
  moveBodies,
  moved,
  ORIGIN,
  parseQuantity,
  reasons,
  rowOf,
  turnedAbout,
} from '@ligamen/core'
import type { Frame, Quantity } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import PointFields from '~/fields/PointFields.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { keep } from '~/fields/keep'
import { usePlacing } from '~/model/pose/usePlacing'
import { useMechanismStore } from '~/model/document/mechanism'
import { useSelectionStore } from '~/model/screen/selection'
import { useViewportStore } from '~/view/view-options'

const mechanism = useMechanismStore()
const selection = useSelectionStore()
const viewport = useViewportStore()
const { frames, bodies, pivots } = usePlacing()

const shift = ref<[Quantity, Quantity, Quantity]>(['0 mm', '0 mm', '0 mm'])
const turn = ref<Quantity>('90 deg')
const axis = ref<'x' | 'y' | 'z'>('z')
const pivot = ref(0)
const count = ref<Quantity>('3')
const fault = ref('')
const done = ref('')
const AXES = ['x', 'y', 'z'] as const

const names = computed(() => selection.members.map((id) => mechanism.nameOf(id)).join(', '))
const value = (quantity: Quantity, dimension: 'length' | 'angle' | 'number'): number => {
  const read = parseQuantity(quantity, dimension)
  return read.ok ? read.value : 0
}
const step = () => shift.value.map((q) => value(q, 'length')) as [number, number, number]
const about = () => {
  const frame = pivots.value[pivot.value]?.frame
  const k = AXES.indexOf(axis.value)
  const centre: [number, number, number] = frame
    ? [frame[ORIGIN]!, frame[ORIGIN + 1]!, frame[ORIGIN + 2]!]
    : [0, 0, 0]
  const direction: [number, number, number] = frame
    ? [frame[3 * k]!, frame[3 * k + 1]!, frame[3 * k + 2]!]
    : [k === 0 ? 1 : 0, k === 1 ? 1 : 0, k === 2 ? 1 : 0]
  return { centre, direction }
}

const setShift = (k: number, value: Quantity) => {
  shift.value = shift.value.map((v, i) => (i === k ? value : v)) as typeof shift.value
  return Promise.resolve([])
}
const setCount = keep((q) => {
  count.value = String(Math.min(200, Math.max(2, Math.round(Number(q)))))
})

async function act(edit: string, change: Parameters<typeof mechanism.edit>[1], words: string) {
  const refused = await mechanism.edit(edit, change, { home: true })
  fault.value = reasons(refused)
  done.value = refused.length === 0 ? words : ''
}

const move = (motion: Frame, words: string) =>
  act(
    `${words} ${names.value}`,
    (draft) => moveBodies(draft, frames.value, bodies.value, motion),
    `${names.value}: ${words.toLowerCase()}d.`,
  )
const moveIt = () => move(moved(step()), 'Move')
const turnIt = () => {
  const { centre, direction } = about()
  return move(turnedAbout(centre, direction, value(turn.value, 'angle')), 'Turn')
}

async function copies(edit: string, moves: readonly Frame[]) {
  let made: readonly string[] = []
  const members = selection.members
  await act(
    `${edit} ${names.value}`,
    (draft) => {
      const copied = copyTo(draft, frames.value, members, moves)
      made = copied.ids
      return copied.document
    },
    `${moves.length} more of ${names.value}.`,
  )
  if (fault.value === '') selection.selectAll(made.map((id) => ({ kind: kindOf(id), id })))
}
const kindOf = (id: string) => (mechanism.document?.groups?.some((g) => g.id === id) ? 'group' : 'body')
const copyOnce = () => copies('Copy', [moved(step())])
const row = () => copies('Row of', rowOf(step(), value(count.value, 'number')))
const circle = () => {
  const { centre, direction } = about()
  return copies(
    'Circle of',
    circleOf(centre, direction, value(turn.value, 'angle'), value(count.value, 'number')),
  )
}
async function mirror() {
  const { centre, direction } = about()
  const mirrored = mirrorTo(mechanism.document!, frames.value, selection.members, centre, direction)
  if (!mirrored.ok) {
    fault.value = reasons(mirrored.problems)
    return
  }
  await act(`Mirror ${names.value}`, () => mirrored.value.document, `${names.value} mirrored.`)
}

async function group(kind: 'rigid' | 'moving') {
  const members = selection.members
  let id = ''
  const taken = mechanism.document?.groups?.length ?? 0
  await act(
    kind === 'rigid' ? `Bind ${names.value} as one` : `Gather ${names.value}`,
    (draft) => {
      const made = gather(draft, members, kind, `${kind === 'rigid' ? 'Rigid group' : 'Group'} ${taken + 1}`)
      id = made.group
      return made.document
    },
    '',
  )
  if (fault.value === '') selection.select('group', id)
}
</script>

<template>
  <div v-if="selection.members.length === 0" class="hint muted">
    Select a body or a group, in the view or in the outline, to move it, copy it or gather it with others.
    Ctrl adds to what is selected.
  </div>
  <div v-else class="tools">
    <section aria-label="Move and copy">
      <h3 class="heading">{{ names }}</h3>
      <div class="three">
        <PointFields label="Along" :values="shift" :commit="setShift" />
      </div>
      <div class="ways">
        <v-btn color="primary" variant="flat" @click="moveIt">Move</v-btn>
        <v-btn @click="copyOnce">Copy there</v-btn>
        <v-btn @click="row">Row of {{ count }}</v-btn>
        <QuantityField class="count" label="Count" :value="count" dimension="number" :commit="setCount" />
      </div>
    </section>
    <section aria-label="Turn and mirror">
      <h3 class="heading">About</h3>
      <div class="three">
        <v-select
          v-model="pivot"
          class="wide"
          label="Datum"
          :items="pivots.map(({ words }, value) => ({ value, title: words }))"
        />
        <v-select v-model="axis" label="Axis" :items="AXES" />
        <QuantityField label="Angle" :value="turn" dimension="angle" :commit="keep((q) => (turn = q))" />
      </div>
      <div class="ways">
        <v-btn color="primary" variant="flat" @click="turnIt">Turn</v-btn>
        <v-btn @click="circle">Circle of {{ count }}</v-btn>
        <v-btn @click="mirror">Mirror across {{ axis }}</v-btn>
      </div>
    </section>
    <section aria-label="Handles and groups">
      <h3 class="heading">Handles and groups</h3>
      <div class="ways">
        <v-btn :aria-pressed="viewport.handles === 'move'" @click="viewport.toggleHandles('move')"
          >Move by handles</v-btn
        >
        <v-btn :aria-pressed="viewport.handles === 'turn'" @click="viewport.toggleHandles('turn')"
          >Turn by handles</v-btn
        >
        <v-btn @click="group('rigid')">Bind as rigid</v-btn>
        <v-btn @click="group('moving')">Gather as moving group</v-btn>
      </div>
      <p v-if="viewport.handles" class="muted">Handles snap to 1 mm and 5°; hold Ctrl to move freely.</p>
      <FaultLine v-if="fault" :text="fault" />
      <p v-else-if="done" class="muted" role="status">{{ done }}</p>
    </section>
  </div>
</template>

<style scoped>
.hint {
  max-width: 620px;
  padding: 14px;
}

.tools {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 10px;
  padding: 2px 6px;
}

.three {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 6px;
  padding: 5px 14px;
}

.three :deep(.field) {
  padding: 0;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  padding: 5px 14px;
}

.count {
  width: 74px;
}

.ways :deep(.field) {
  padding: 0;
}

section p {
  margin: 4px 14px;
}

.heading {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
