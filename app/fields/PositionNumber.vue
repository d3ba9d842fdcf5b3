<script setup lang="ts">
/** A joint position as a number: Enter brings it there, Escape takes back. What is refused stays with the reason below. */
import { parseQuantity, reasons } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useJointControl } from '~/model/pose/useJointControl'
import type { Reading } from '~/model/pose/useReadings'
import { display, positionDimension } from '~/fields/display'
import FaultLine from '~/fields/FaultLine.vue'

const props = defineProps<{ reading: Reading }>()
const mechanism = useMechanismStore()
const { goTo } = useJointControl()
const typed = ref<string | null>(null)
const fault = ref('')
const shown = computed(
  () => typed.value ?? display(props.reading.value, props.reading.channel.dimension, 0, 3),
)

async function submit() {
  if (typed.value === null) return
  const read = parseQuantity(
    typed.value.replace('−', '-'),
    positionDimension(props.reading.channel.dimension),
  )
  if (!read.ok) {
    fault.value = read.problems[0]!.message
    return
  }
  const refused = await goTo([{ ...props.reading.channel.coordinate!, value: read.value }], true)
  fault.value = reasons(refused)
  if (refused.length === 0) typed.value = null
}

// what was refused may be mended elsewhere
watch(
  () => mechanism.document,
  () => (fault.value = ''),
)

function takeBack() {
  typed.value = null
  fault.value = ''
}
</script>

<template>
  <input
    class="number tabular"
    :aria-label="`Position of ${reading.channel.name}`"
    :aria-invalid="fault !== ''"
    :value="shown"
    spellcheck="false"
    @input="typed = ($event.target as HTMLInputElement).value"
    @keydown.enter="submit"
    @keydown.escape="takeBack"
    @blur="fault === '' && takeBack()"
  />
  <FaultLine :text="fault"><button type="button" @click="takeBack">Cancel</button></FaultLine>
</template>

<style scoped>
.number {
  min-width: 0;
  padding: 3px 6px;
  font: inherit;
  font-variant-numeric: tabular-nums;
  color: inherit;
  text-align: right;
  background: rgb(var(--v-theme-field));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
}
</style>
