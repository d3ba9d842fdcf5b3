<script setup lang="ts">
/** Every joint with what it does and where it stands at the playhead. */
import StateTag from '~/components/workspace/StateTag.vue'
import { useReadings } from '~/composables/useReadings'
import { display } from '~/services/display'
import { useSelectionStore } from '~/stores/selection'

const readings = useReadings()
const selection = useSelectionStore()
</script>

<template>
  <section aria-label="Joint positions">
    <h2 class="heading">Joint positions</h2>
    <p v-if="readings.length === 0" class="hint muted">No joint moves yet.</p>
    <ul>
      <li v-for="reading in readings" :key="reading.channel.key">
        <button
          type="button"
          :class="{ selected: selection.is('joint', reading.joint) }"
          :aria-pressed="selection.is('joint', reading.joint)"
          @click="selection.select('joint', reading.joint)"
        >
          <StateTag :state="reading.state" />
          <span class="name">{{ reading.channel.name }}</span>
          <span class="value tabular">{{ display(reading.value, reading.channel.measures, 0) }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-direction: column;
  min-height: 0;
}

ul {
  min-height: 0;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}

button {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  padding: 5px 14px;
  text-align: left;
}

button:hover,
button.selected {
  background: rgb(var(--v-theme-primary-soft));
  color: rgb(var(--v-theme-on-primary-soft));
}

.name {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.value {
  margin-left: auto;
  white-space: nowrap;
}

.hint {
  margin: 0;
  padding: 4px 14px;
}
</style>
