<script setup lang="ts">
/** The keys of all actions: seen, searched and changed. */
import type { Action } from './action'
import { keysFault, useKeyChoicesStore } from './key-choices'
import { keysOf } from './keys'
import { usePanelsStore } from '~/model/screen/panels'
import FaultLine from '~/fields/FaultLine.vue'

const props = defineProps<{ actions: readonly Action[] }>()
const panels = usePanelsStore()
const choices = useKeyChoicesStore()
const text = ref('')
/** The action that waits for keys, the first of two that was pressed, and why others were refused. */
const asked = ref<string | null>(null)
const first = ref<string | null>(null)
const fault = ref<{ readonly id: string; readonly words: string } | null>(null)

const shown = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  return props.actions.filter(({ name }) => words.every((word) => name.toLowerCase().includes(word)))
})

function ask(id: string) {
  asked.value = asked.value === id ? null : id
  first.value = null
  fault.value = null
}

/** One key alone counts when Enter follows it, two keys at once. */
function take(event: KeyboardEvent, id: string) {
  if (asked.value !== id || ['Control', 'Shift', 'Alt', 'Meta', 'Tab'].includes(event.key)) return
  event.preventDefault()
  event.stopPropagation()
  const key = keysOf(event)
  if (key === 'Escape') ask(id)
  else if (key === 'Delete' && first.value === null) choose(id, '')
  else if (key === 'Enter' && first.value !== null) choose(id, first.value)
  else if (key.includes('+') || first.value !== null) choose(id, first.value ? `${first.value} ${key}` : key)
  else first.value = key
}

function choose(id: string, keys: string) {
  const words = keys === '' ? '' : keysFault(props.actions, id, keys)
  fault.value = words === '' ? null : { id, words }
  first.value = null
  if (words !== '') return
  choices.choose(id, keys)
  asked.value = null
}
</script>

<template>
  <v-dialog v-model="panels.keys" aria-label="Keys" width="600" :transition="false">
    <v-card v-if="panels.keys" class="keys">
      <h2 class="heading">Keys</h2>
      <v-text-field v-model="text" label="Find an action" autocomplete="off" class="find" />
      <ul aria-label="Actions and their keys">
        <li v-for="{ id, name, keys } in shown" :key="id">
          <span>{{ name }}</span>
          <button
            type="button"
            :aria-label="`Keys of ${name}: ${keys ?? 'none'}`"
            :class="{ asked: asked === id }"
            @click="ask(id)"
            @keydown="take($event, id)"
          >
            <template v-if="asked === id">
              {{ first === null ? 'press a key, or two …' : `${first} … then another, or Enter` }}</template
            >
            <template v-else>{{ keys ?? '—' }}</template>
          </button>
          <FaultLine v-if="fault?.id === id" :text="fault.words" />
        </li>
      </ul>
      <p class="muted">Delete leaves an action without keys, Escape keeps those that it has.</p>
      <div class="ways">
        <v-btn @click="choices.reset()">Back to the usual keys</v-btn>
        <v-btn color="primary" variant="flat" @click="panels.keys = false">Done</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keys {
  padding: 6px 4px 12px;
}

.find,
p,
.ways {
  margin: 6px 14px;
}

ul {
  max-height: 50vh;
  margin: 0;
  padding: 0 14px;
  overflow-y: auto;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 210px;
  gap: 8px;
  align-items: center;
  padding: 3px 0;
}

li button {
  padding: 2px 8px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 4px;
}

li button.asked {
  color: rgb(var(--v-theme-on-selected-soft));
  background: rgb(var(--v-theme-selected-soft));
}

li :deep(.fault) {
  grid-column: 1 / 3;
}

.ways {
  display: flex;
  gap: 8px;
  justify-content: flex-end;
}
</style>
