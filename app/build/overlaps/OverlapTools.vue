<script setup lang="ts">
/** Overlaps of bodies at the present pose, and the cutting plane. */
import { formatNumber } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useOverlapsStore } from '~/build/overlaps/overlaps'
import { useSectionStore } from '~/view/section'
import { useSelectionStore } from '~/model/screen/selection'
import type { Overlap } from '~/workers/overlap.worker'
import FaultLine from '~/fields/FaultLine.vue'

const props = defineProps<{ bounds: () => [number, number, number, number, number, number] | null }>()
const overlaps = useOverlapsStore()
const mechanism = useMechanismStore()
const selection = useSelectionStore()
const section = useSectionStore()
const AXES = [
  { value: null, title: 'none' },
  { value: 'x' as const, title: 'across x' },
  { value: 'y' as const, title: 'across y' },
  { value: 'z' as const, title: 'across z' },
]
const range = computed(() => {
  const k = ['x', 'y', 'z'].indexOf(section.across ?? '')
  const box = props.bounds()
  return k < 0 || !box ? null : ([box[k]!, box[k + 3]!] as const)
})
watch(
  () => section.across,
  () => {
    if (range.value) section.at = (range.value[0] + range.value[1]) / 2
  },
)

function show(overlap: Overlap, k: number) {
  overlaps.chosen = overlaps.chosen === k ? null : k
  selection.selectAll([
    { kind: 'body', id: overlap.a },
    { kind: 'body', id: overlap.b },
  ])
}
</script>

<template>
  <div class="overlaps">
    <section aria-label="Overlaps">
      <h3 class="heading">Overlaps at this pose</h3>
      <div class="ways">
        <v-btn color="primary" variant="flat" :disabled="overlaps.progress !== null" @click="overlaps.look">
          Look for overlaps
        </v-btn>
        <v-btn v-if="overlaps.progress !== null" @click="overlaps.cancel">Cancel</v-btn>
      </div>
      <p v-if="overlaps.progress !== null" role="status">
        Looking … {{ Math.round(100 * overlaps.progress) }} %
      </p>
      <FaultLine v-else-if="overlaps.fault" :text="overlaps.fault" />
      <p v-else-if="overlaps.found && overlaps.found.length === 0" role="status">No bodies overlap.</p>
      <p v-else-if="!overlaps.found" class="muted">
        Solids that stand in each other are listed with their common volume.
      </p>
      <p v-if="overlaps.unclosed.length > 0 && overlaps.found" class="muted">
        Not closed, and left out: {{ overlaps.unclosed.map((id) => mechanism.nameOf(id)).join(', ') }}.
      </p>
    </section>
    <section aria-label="List of overlaps" class="list">
      <ul>
        <li v-for="(overlap, k) in overlaps.found ?? []" :key="`${overlap.a} ${overlap.b}`">
          <button type="button" :aria-pressed="overlaps.chosen === k" @click="show(overlap, k)">
            <span>{{ mechanism.nameOf(overlap.a) }} and {{ mechanism.nameOf(overlap.b) }}</span>
            <span class="tabular">{{ formatNumber(overlap.volume * 1e9, 1) }} mm³</span>
          </button>
        </li>
      </ul>
    </section>
    <section aria-label="Cutting plane">
      <h3 class="heading">Cutting plane</h3>
      <div class="cut">
        <v-select v-model="section.across" label="Plane" :items="AXES" />
        <template v-if="range">
          <input
            v-model.number="section.at"
            type="range"
            aria-label="Place of the cutting plane"
            :min="range[0]"
            :max="range[1]"
            :step="(range[1] - range[0]) / 500"
          />
          <span class="tabular">at {{ formatNumber(section.at * 1000, 1) }} mm</span>
          <v-btn :aria-pressed="section.flipped" @click="section.flipped = !section.flipped"
            >Other side</v-btn
          >
        </template>
      </div>
    </section>
  </div>
</template>

<style scoped>
.overlaps {
  display: grid;
  grid-template-columns: 1fr 1.2fr 1fr;
  gap: 10px;
  padding: 2px 6px;
}

section p,
.ways,
.cut {
  margin: 4px 14px;
}

.ways {
  display: flex;
  gap: 6px;
}

.cut {
  display: grid;
  gap: 9px;
}

input[type='range'] {
  accent-color: rgb(var(--v-theme-primary));
}

.list {
  padding-top: 8px;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li button {
  display: flex;
  justify-content: space-between;
  width: 100%;
  padding: 4px 10px;
  border-radius: 6px;
}

li button:hover,
li button[aria-pressed='true'] {
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
}
</style>
