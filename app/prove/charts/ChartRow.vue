<script setup lang="ts">
/** One chart: its curves in words on the left, the drawing on the right; dragged by its handle to another place. */
import { mdiCogOutline, mdiDownload, mdiDragVertical } from '@mdi/js'
import type { Chart } from '@ligamen/core'
import IconButton from '~/fields/IconButton.vue'
import ChartCanvas from './ChartCanvas.vue'
import ChartLegend from './ChartLegend.vue'
import ChartSettings from './ChartSettings.vue'
import { useChartEdits } from './useChartEdits'
import { useChartFiles } from './useChartFiles'
import FaultLine from '~/fields/FaultLine.vue'

const props = defineProps<{ chart: Chart; place: number; last: number; detailed: boolean }>()
const edits = useChartEdits()
const files = useChartFiles(() => props.chart)
const { fault } = files
const drawing = useTemplateRef<InstanceType<typeof ChartCanvas>>('drawing')
const open = ref(false)
const reference = useTemplateRef<HTMLInputElement>('reference')

const drag = (event: DragEvent) => event.dataTransfer?.setData('application/x-ligamen-chart', props.chart.id)
/** Arrow keys on the handle move it as dragging does. */
function key(event: KeyboardEvent) {
  const by = { ArrowUp: -1, ArrowDown: 1 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  const place = props.place + by
  if (place >= 0 && place <= props.last) void edits.moveTo(props.chart, place)
}
async function lay(event: Event) {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  if (file) await files.layOver(file)
  // the same file may be chosen again
  input.value = ''
}
</script>

<template>
  <article class="chart" :aria-label="`Chart ${chart.name}`">
    <div class="side">
      <header>
        <button
          type="button"
          class="handle"
          draggable="true"
          :aria-label="`Move chart ${chart.name}`"
          title="Drag, or press the arrow keys, to move the chart"
          @dragstart="drag"
          @keydown="key"
        >
          <v-icon :icon="mdiDragVertical" size="16" />
        </button>
        <h3>{{ chart.name }}</h3>
        <v-menu v-model="open" :close-on-content-click="false" location="top start">
          <template #activator="{ props: opener }">
            <IconButton
              v-bind="opener"
              :icon="mdiCogOutline"
              size="x-small"
              :name="`Settings of ${chart.name}`"
              title="What it shows"
            />
          </template>
          <ChartSettings :chart="chart" />
        </v-menu>
        <v-menu location="top start">
          <template #activator="{ props: opener }">
            <IconButton
              v-bind="opener"
              :icon="mdiDownload"
              size="x-small"
              :name="`Files of ${chart.name}`"
              title="Write it to a file, or lay a curve over it"
            />
          </template>
          <v-list density="compact">
            <v-list-item title="Write CSV, frame by frame" @click="files.csv()" />
            <v-list-item title="Write CSV, every 0.01 s" @click="files.csv(0.01)" />
            <v-list-item title="Write JSON" @click="files.json" />
            <v-list-item title="Write PNG" @click="files.png(drawing?.png() ?? null)" />
            <v-list-item title="Write SVG" @click="files.svg" />
            <v-list-item title="Lay a reference curve over it (CSV) …" @click="reference?.click()" />
            <v-list-item
              v-for="one in files.references.value"
              :key="one.id"
              :title="`Delete reference ${one.name}`"
              @click="files.removeReference(one.id)"
            />
          </v-list>
        </v-menu>
        <input
          ref="reference"
          type="file"
          accept=".csv,.txt,.tsv,text/csv"
          class="sr-only"
          tabindex="-1"
          :aria-label="`Reference curve for ${chart.name}`"
          @change="lay"
        />
      </header>
      <ChartLegend :chart="chart" :detailed="detailed" />
      <FaultLine :text="fault" />
    </div>
    <ChartCanvas ref="drawing" :chart="chart" />
  </article>
</template>

<style scoped>
.chart {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  min-height: 0;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

.side {
  display: flex;
  flex-direction: column;
  gap: 4px;
  min-width: 0;
  min-height: 0;
  padding: 4px 8px 4px 2px;
  border-right: 1px solid rgb(var(--v-theme-line));
}

.side :deep(.legend) {
  padding-left: 6px;
}

header {
  display: flex;
  flex: none;
  gap: 2px;
  align-items: center;
}

header :deep(.v-btn--icon) {
  width: 24px;
  height: 24px;
}

h3 {
  flex: 1;
  min-width: 0;
  margin: 0;
  overflow: hidden;
  font-size: 12px;
  font-weight: 600;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.handle {
  color: rgb(var(--v-theme-muted));
  cursor: grab;
}
</style>
