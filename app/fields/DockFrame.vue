<script setup lang="ts" generic="T extends string">
/** The bottom dock of a stage: its tools as tabs, and the one that is open below. */
defineProps<{ label: string; tabs: readonly { id: T; name: string }[] }>()
const open = defineModel<T>({ required: true })
const strip = useTemplateRef<HTMLElement>('strip')

function step(event: KeyboardEvent, by: number) {
  const buttons = [...strip.value!.querySelectorAll<HTMLButtonElement>('[role="tab"]')]
  const next =
    buttons[(buttons.indexOf(event.target as HTMLButtonElement) + by + buttons.length) % buttons.length]
  next?.focus()
  next?.click()
}
</script>

<template>
  <section class="dock" :aria-label="label">
    <div class="strip">
      <div ref="strip" class="tabs" role="tablist" :aria-label="label">
        <button
          v-for="tab in tabs"
          :key="tab.id"
          type="button"
          role="tab"
          :aria-selected="tab.id === open"
          :tabindex="tab.id === open ? 0 : -1"
          @click="open = tab.id"
          @keydown.left="step($event, -1)"
          @keydown.right="step($event, 1)"
        >
          {{ tab.name }}
        </button>
      </div>
      <slot name="side" />
    </div>
    <div class="body"><slot /></div>
  </section>
</template>

<style scoped>
.dock {
  display: grid;
  grid-template-rows: 36px minmax(0, 1fr);
  min-height: 0;
}

.strip {
  display: flex;
  gap: 12px;
  align-items: stretch;
  justify-content: space-between;
  padding: 0 12px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

.tabs {
  display: flex;
  gap: 2px;
}

.tabs button {
  padding: 0 12px;
  font-weight: 500;
  color: rgb(var(--v-theme-muted));
  border-bottom: 2px solid transparent;
}

.tabs button[aria-selected='true'] {
  font-weight: 600;
  color: rgb(var(--v-theme-primary));
  border-bottom-color: rgb(var(--v-theme-primary));
}

.body {
  min-height: 0;
  overflow: auto;
}
</style>
