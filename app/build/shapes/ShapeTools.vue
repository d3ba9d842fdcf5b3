<script setup lang="ts">
/** Making one body of several, and cutting one out of another. */
import FaultLine from '~/fields/FaultLine.vue'
import { useShapeToolsStore } from './shape-tools'

const tools = useShapeToolsStore()
const first = computed(() => tools.names[0])
</script>

<template>
  <section v-if="tools.isPossible || tools.done" aria-label="Shapes">
    <h3 class="heading">Shapes</h3>
    <div v-if="tools.isPossible" class="ways">
      <v-btn @click="tools.makeOne">Make one body</v-btn>
      <v-btn :disabled="tools.busy" @click="tools.cut">Cut out of {{ first }}</v-btn>
      <v-btn v-if="tools.busy" @click="tools.cancel">Cancel</v-btn>
    </div>
    <p v-if="tools.busy" role="status">Cutting …</p>
    <FaultLine v-else-if="tools.fault" :text="tools.fault" />
    <p v-else-if="tools.done" class="muted" role="status">{{ tools.done }}</p>
    <p v-else class="muted">{{ first }} was selected first: it stays one body, or is cut by the others.</p>
  </section>
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 5px 14px;
}

section p {
  margin: 4px 14px;
}
</style>
