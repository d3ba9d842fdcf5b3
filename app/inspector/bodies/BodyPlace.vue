<script setup lang="ts">
/** Where a body stands, as lengths and turns in ground or in another body, shown and typed. */
import { frameOfTurns, inverse, moveBodies, multiply, originOf, parseQuantity, turnsOf } from '@ligamen/core'
import type { Body, Frame, Problem, Quantity } from '@ligamen/core'
import { typedPosition } from '~/fields/display'
import PointFields from '~/fields/PointFields.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePoseStore } from '~/model/pose/pose'
import { usePlacing } from '~/model/pose/usePlacing'

const props = defineProps<{ body: Body }>()
const AXES = ['x', 'y', 'z'] as const
const GROUND = ''
/** How near counts as there [m, -]. */
const THERE = 1e-7

const mechanism = useMechanismStore()
const pose = usePoseStore()
const { frames } = usePlacing()
const from = ref(GROUND)
const note = ref('')

const others = computed(() => [
  { value: GROUND, title: 'ground' },
  ...(mechanism.document?.bodies ?? [])
    .filter(({ id }) => id !== props.body.id)
    .map(({ id, name }) => ({ value: id, title: name })),
])
/** Of the body in what it is measured from. */
function frameOf(body: string): Frame | null {
  const own = frames.value.get(body)
  const reference = frames.value.get(from.value)
  return own ? (reference ? multiply(inverse(reference), own) : own) : null
}
const frame = computed(() => frameOf(props.body.id))
const [place, turned] = [
  computed(() => (frame.value ? originOf(frame.value) : ([0, 0, 0] as const))),
  computed(() => (frame.value ? turnsOf(frame.value) : ([0, 0, 0] as const))),
]
const lengths = computed(() => place.value.map((v) => typedPosition(v, 'length')))
const turns = computed(() => turned.value.map((v) => typedPosition(v, 'angle')))

const three = (values: readonly number[], k: number, value: number) =>
  values.map((v, i) => (i === k ? value : v)) as [number, number, number]

const set =
  (k: number, dimension: 'length' | 'angle') =>
  async (typed: Quantity): Promise<readonly Problem[]> => {
    const read = parseQuantity(typed, dimension)
    if (!read.ok) return read.problems
    const { id, name } = props.body
    const isLength = dimension === 'length'
    let target: Frame | null = null
    const refused = await mechanism.edit(
      `${name}: ${isLength ? '' : 'about '}${AXES[k]} ${typed}`,
      // from where it stands when the edit's turn comes: one before it may still be under way
      (draft) => {
        const own = frames.value.get(id)
        const shown = frameOf(id)
        if (!own || !shown) return draft
        const wanted = frameOfTurns(
          three(originOf(shown), isLength ? k : -1, read.value),
          three(turnsOf(shown), isLength ? -1 : k, read.value),
        )
        const reference = frames.value.get(from.value)
        target = reference ? multiply(reference, wanted) : wanted
        return moveBodies(draft, frames.value, [id], multiply(target, inverse(own)))
      },
      { home: true },
    )
    // where it stands now is known once the edit is shown
    await mechanism.settled()
    note.value =
      refused.length > 0 || cameTo(id, target)
        ? ''
        : 'Its joints let it come only as near as this; nothing else was changed.'
    return refused
  }
/** Whether it came to where it should; what a take shows has moved on since. */
function cameTo(id: string, target: Frame | null): boolean {
  const came = pose.source === 'take' ? undefined : frames.value.get(id)
  return !came || !target || came.every((v, i) => Math.abs(v - target[i]!) < THERE)
}
const setLength = (k: number, value: Quantity) => set(k, 'length')(value)
const setTurn = (k: number, value: Quantity) => set(k, 'angle')(value)
</script>

<template>
  <section aria-label="Where it stands">
    <h3 class="heading">Where it stands</h3>
    <div class="from"><v-select v-model="from" label="Measured in" :items="others" /></div>
    <div class="three">
      <PointFields measured :values="lengths" :commit="setLength" />
      <PointFields measured label="About" :values="turns" dimension="angle" :commit="setTurn" />
    </div>
    <p v-if="note" class="note" role="status">{{ note }}</p>
  </section>
</template>

<style scoped>
.from {
  padding: 5px 14px;
}

.three {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px 6px;
  padding: 5px 14px;
}

.three :deep(.field) {
  padding: 0;
}

section {
  container-type: inline-size;
}

/* in a narrow inspector each length stands beside the turn about its axis */
@container (max-width: 230px) {
  .three {
    grid-template-rows: repeat(3, auto);
    grid-template-columns: repeat(2, minmax(0, 1fr));
    grid-auto-flow: column;
  }
}

.three :deep(.v-field__input) {
  padding-inline: 8px 4px;
}

.note {
  margin: 4px 14px;
}
</style>
