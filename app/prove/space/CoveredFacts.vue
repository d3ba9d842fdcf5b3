<script setup lang="ts">
/** What is known of a closed surface that was found: its volume and box, and the files that it is written to. */
import FactRow from '~/fields/FactRow.vue'
import type { Covered } from '~/workers/space/protocol'
import { useSpaceStore } from './space'

const props = defineProps<{ name: string; covered: Covered; isOld: boolean }>()
const space = useSpaceStore()
const box = computed(() =>
  [0, 1, 2].map((k) => (1000 * (props.covered.box[3 + k]! - props.covered.box[k]!)).toFixed(1)),
)
</script>

<template>
  <section class="covered" :aria-label="name">
    <FactRow name="Volume">
      <strong>{{ (1e6 * covered.volume).toFixed(2) }} cm³</strong>
    </FactRow>
    <FactRow name="Box">{{ box.join(' × ') }} mm</FactRow>
    <p class="muted"><slot /></p>
    <p v-if="isOld" class="muted">This is of the motion before the last edit.</p>
    <div class="files">
      <v-btn size="small" @click="space.write(name, covered.positions, 'stl')">Write STL</v-btn>
      <v-btn size="small" @click="space.write(name, covered.positions, 'glb')">Write GLB</v-btn>
    </div>
  </section>
</template>

<style scoped>
.covered {
  padding-bottom: 10px;
}

p {
  margin: 2px 14px;
  font-size: 12px;
}

.files {
  display: flex;
  gap: 6px;
  padding: 4px 14px;
}
</style>
