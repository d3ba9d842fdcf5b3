<script setup lang="ts">
/**
 * Every action by name with its key, and what the open panels hold; type to narrow down, arrows to choose, Enter to do it.
 */
import { useMutationObserver, useThrottleFn } from '@vueuse/core'
import type { Action } from '~/workspace/actions/action'
import { controlActions } from '~/workspace/actions/controls'
import { usePanelsStore } from '~/model/screen/panels'

/** Shortest time between two readings of the panels [ms]. */
const READ_AGAIN = 200

const props = defineProps<{ actions: readonly Action[] }>()
const panels = usePanelsStore()
const text = ref('')
const at = ref(0)
const list = useTemplateRef<HTMLElement>('list')
const field = useTemplateRef<HTMLInputElement>('field')
/** Panels come and go while the palette is open: what was done last may still be showing its own. */
const page = document.getElementById('__nuxt')!
const controls = shallowRef(controlActions(page))
const shown = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  return [...props.actions, ...controls.value].filter(
    ({ id, name, enabled }) =>
      id !== 'palette' &&
      id !== 'escape' &&
      enabled &&
      words.every((word) => name.toLowerCase().includes(word)),
  )
})
watch(text, () => (at.value = 0))
useMutationObserver(page, useThrottleFn(readControls, READ_AGAIN, true), { childList: true, subtree: true })

/** What is chosen stays chosen. */
function readControls() {
  const chosen = shown.value[at.value]?.name
  controls.value = controlActions(page)
  at.value = Math.max(
    0,
    shown.value.findIndex(({ name }) => name === chosen),
  )
}
// the dialog takes the focus for itself when it opens
onMounted(() => void nextTick(() => field.value?.focus()))

function step(by: number) {
  const n = shown.value.length
  if (n === 0) return
  at.value = (at.value + by + n) % n
  void nextTick(() =>
    list.value?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' }),
  )
}

function act(action: Action | undefined) {
  if (!action) return
  panels.palette = false
  // what gets the focus then keeps it
  void nextTick(() => action.run())
}
</script>

<template>
  <v-card class="palette" @keydown="field?.focus()">
    <input
      ref="field"
      v-model="text"
      type="text"
      role="combobox"
      aria-label="Action"
      aria-autocomplete="list"
      aria-expanded="true"
      aria-controls="palette-list"
      :aria-activedescendant="shown[at] ? `action-${shown[at]!.id}` : undefined"
      placeholder="What should be done?"
      spellcheck="false"
      @keydown.down.prevent="step(1)"
      @keydown.up.prevent="step(-1)"
      @keydown.enter.prevent="act(shown[at])"
    />
    <ul id="palette-list" ref="list" role="listbox" aria-label="Actions">
      <li
        v-for="(action, k) in shown"
        :id="`action-${action.id}`"
        :key="action.id"
        role="option"
        :aria-selected="k === at"
        @click="act(action)"
        @pointermove="at = k"
      >
        <span>{{ action.name }}</span>
        <kbd v-if="action.keys">{{ action.keys }}</kbd>
      </li>
    </ul>
    <p v-if="shown.length === 0" class="muted">No action of that name can be done now.</p>
  </v-card>
</template>

<style scoped>
.palette {
  margin-top: 60px;
}

input {
  width: 100%;
  padding: 12px 14px;
  font: inherit;
  font-size: 14px;
  color: inherit;
  background: rgb(var(--v-theme-field));
  border: 0;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

ul {
  max-height: 380px;
  margin: 0;
  padding: 6px;
  overflow-y: auto;
  list-style: none;
}

li {
  display: flex;
  justify-content: space-between;
  padding: 6px 10px;
  cursor: default;
  border-radius: 6px;
}

li[aria-selected='true'] {
  color: rgb(var(--v-theme-on-primary-soft));
  background: rgb(var(--v-theme-primary-soft));
}

kbd {
  padding: 0 6px;
  font: inherit;
  font-size: 11px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 4px;
}

p {
  margin: 0;
  padding: 10px 14px;
}
</style>
