<script setup lang="ts">
/** A field for text that somebody checks: Enter or leaving commits, Escape takes back, what is refused stays with its reason. */
import { reasons } from '@ligamen/core'
import type { Problem } from '@ligamen/core'
import FaultLine from './FaultLine.vue'
import { useFieldFault } from './form-faults'

const props = defineProps<{
  label: string
  value: string
  commit: (text: string) => Promise<readonly Problem[]>
}>()
const text = ref(props.value)
const fault = ref('')
useFieldFault(fault)
/** What was tried last. */
let sent = ''
watch(
  () => props.value,
  (value, before) => {
    // what somebody has typed since is not lost when an edit before it is accepted
    if (fault.value === '' && text.value !== before && text.value.trim() !== sent) return
    text.value = value
    fault.value = ''
  },
)

async function submit() {
  const typed = text.value.trim()
  if (typed === props.value) {
    fault.value = ''
    return
  }
  sent = typed
  fault.value = reasons(await props.commit(typed))
}
function takeBack(event: Event) {
  if (text.value !== props.value) event.stopPropagation()
  text.value = props.value
  fault.value = ''
}
</script>

<template>
  <div class="field">
    <v-textarea
      v-model="text"
      :label="label"
      :error="fault !== ''"
      rows="1"
      auto-grow
      density="compact"
      variant="outlined"
      hide-details
      spellcheck="false"
      autocomplete="off"
      @keydown.enter.prevent="submit"
      @keydown.escape="takeBack"
      @blur="submit"
    />
    <FaultLine :text="fault" />
  </div>
</template>

<style scoped>
.field {
  padding: 5px 14px;
}
</style>
