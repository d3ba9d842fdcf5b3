<script setup lang="ts">
/** Edits of a whole lane: repeated any number of times, stretched by a factor, mirrored in time. */
import { fail, mirrorLane, parseQuantity, reasons, repeatLane, stretchLane } from '@ligamen/core'
import type { MechanismDocument, Problem, Quantity, Result } from '@ligamen/core'
import QuantityField from '~/fields/QuantityField.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useTimingStore } from '~/timing/timing'

/** More repeats than this are a slip of the hand. */
const MOST = 500

const props = defineProps<{ driver: string; name: string }>()
const emit = defineEmits<{ refused: [words: string] }>()
const timing = useTimingStore()
const mechanism = useMechanismStore()
const times = ref(1)
const factor = ref(2)

async function whole(words: string, change: (draft: MechanismDocument, scenario: string) => void) {
  const refused = await mechanism.edit(`${props.name} ${words}`, (draft) =>
    change(draft, mechanism.scenario!.id),
  )
  emit('refused', reasons(refused))
}
const repeat = () =>
  whole(`repeated ${times.value} times`, (draft, id) =>
    repeatLane(draft, id, props.driver, times.value, timing.items),
  )
const stretch = () =>
  whole(`${factor.value} times as long`, (draft, id) =>
    stretchLane(draft, id, props.driver, factor.value, timing.length),
  )
const mirror = () =>
  whole('mirrored in time', (draft, id) => mirrorLane(draft, id, props.driver, timing.items))

function number(value: Quantity, fits: (value: number) => boolean, message: string): Result<number> {
  const read = parseQuantity(value, 'number')
  if (!read.ok || fits(read.value)) return read
  return fail({ code: 'lane-edit', message })
}
function told(read: Result<number>, take: (value: number) => void): Promise<readonly Problem[]> {
  if (!read.ok) return Promise.resolve(read.problems)
  take(read.value)
  return Promise.resolve([])
}
const setTimes = (value: Quantity) =>
  told(
    number(value, (n) => Number.isInteger(n) && n >= 1 && n <= MOST, `Repeat it 1 to ${MOST} times.`),
    (n) => (times.value = n),
  )
const setFactor = (value: Quantity) =>
  told(
    number(value, (n) => n > 0, 'The factor must be more than zero.'),
    (n) => (factor.value = n),
  )
</script>

<template>
  <span class="edit">
    <v-btn @click="repeat">Repeat</v-btn>
    <QuantityField label="Times" :value="times" dimension="number" :commit="setTimes" />
  </span>
  <span class="edit">
    <v-btn @click="stretch">Stretch</v-btn>
    <QuantityField label="By" :value="factor" dimension="number" :commit="setFactor" />
  </span>
  <v-btn @click="mirror">Mirror in time</v-btn>
</template>

<style scoped>
.edit {
  display: flex;
  gap: 4px;
  align-items: center;
}

.edit :deep(.field) {
  width: 74px;
  padding: 0;
}
</style>
