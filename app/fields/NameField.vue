<script setup lang="ts">
/** A field for a name. Enter or leaving the field commits, Escape takes back; an empty name is refused. */
import { useFieldFault } from '~/fields/form-faults'

const props = defineProps<{ label: string; value: string }>()
const emit = defineEmits<{ commit: [name: string] }>()

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
    takeBack(value)
  },
)

function takeBack(value: string) {
  text.value = value
  fault.value = ''
}

/** What was typed is taken back before Escape means anything else. */
function leave(event: Event) {
  if (text.value !== props.value) event.stopPropagation()
  takeBack(props.value)
}

function submit() {
  const name = text.value.trim()
  fault.value = name === '' ? 'A name is needed; the old one is kept until there is one.' : ''
  if (name === '' || name === props.value) return
  sent = name
  emit('commit', name)
}
</script>

<template>
  <v-text-field
    v-model="text"
    :label="label"
    :error-messages="fault"
    maxlength="120"
    spellcheck="false"
    autocomplete="off"
    @keydown.enter="submit"
    @keydown.escape="leave"
    @blur="submit"
  />
</template>
