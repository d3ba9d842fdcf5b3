<script setup lang="ts">
/** All charts below each other on one time axis; curves of one probe over another stand beside them. */
import { mdiMagnifyMinusOutline, mdiMagnifyPlusOutline, mdiPlus } from '@mdi/js'
import IconButton from '~/fields/IconButton.vue'
import FaultLine from '~/fields/FaultLine.vue'
import { seconds } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useProofStore } from '../proof'
import { useProbeMakerStore } from '../probes/probe-maker'
import { useBoardStore } from './board'
import ChartRow from './ChartRow.vue'
import { useChartEdits } from './useChartEdits'

const mechanism = useMechanismStore()
const playback = usePlaybackStore()
const proof = useProofStore()
const board = useBoardStore()
const edits = useChartEdits()
const { fault } = edits
const maker = useProbeMakerStore()
const detailed = ref(false)

const charts = computed(() => mechanism.document?.charts ?? [])
const overTime = computed(() => charts.value.filter(({ over }) => over === undefined))
/** Whether a chart over time has a second axis, which takes room on the right. */
const hasRight = computed(() =>
  overTime.value.some(({ curves }) => curves.some(({ axis }) => axis === 'right')),
)
const overOther = computed(() => charts.value.filter(({ over }) => over !== undefined))

async function add() {
  // a probe that was made just before is not in the document until the solver has accepted it
  await mechanism.settled()
  const probe = proof.chosen?.id
  if (probe === undefined) maker.start()
  else void edits.add([{ probe }])
}
function drop(event: DragEvent, before: string) {
  const id = event.dataTransfer?.getData('application/x-ligamen-chart')
  const chart = charts.value.find((one) => one.id === id)
  if (!chart || chart.id === before) return
  event.preventDefault()
  event.stopPropagation()
  const place = charts.value.filter((one) => one.id !== id).findIndex((one) => one.id === before)
  void edits.moveTo(chart, place)
}
const scenarios = computed(() => [
  { value: null as string | null, title: 'nothing' },
  ...(mechanism.document?.scenarios ?? [])
    .filter(({ id }) => id !== mechanism.scenario?.id)
    .map(({ id, name }) => ({ value: id, title: name })),
])
const middle = () => (board.stretch[0] + board.stretch[1]) / 2
</script>

<template>
  <section class="board" aria-label="Charts">
    <div class="tools" role="toolbar" aria-label="Charts">
      <v-btn size="small" :prepend-icon="mdiPlus" @click="add">Chart</v-btn>
      <IconButton
        :icon="mdiMagnifyPlusOutline"
        size="small"
        name="Show less time"
        title="Zoom in around the playhead (or Ctrl and the wheel)"
        @click="board.zoom(0.5, playback.shown)"
      />
      <IconButton
        :icon="mdiMagnifyMinusOutline"
        size="small"
        name="Show more time"
        title="Zoom out"
        @click="board.zoom(2, middle())"
      />
      <v-btn v-if="board.seen" size="small" @click="board.showAll">All of it</v-btn>
      <span v-if="board.seen" class="muted tabular">
        {{ seconds(board.stretch[0], 3) }} to {{ seconds(board.stretch[1], 3) }}
      </span>
      <v-btn size="small" :aria-pressed="detailed" @click="detailed = !detailed">Figures</v-btn>
      <v-btn size="small" title="Puts marker A at the playhead" @click="board.mark('a')">A here</v-btn>
      <v-btn size="small" title="Puts marker B at the playhead" @click="board.mark('b')">B here</v-btn>
      <v-btn v-if="board.markers.a !== null || board.markers.b !== null" size="small" @click="board.unmark">
        Delete markers
      </v-btn>
      <span class="spacer" />
      <v-btn
        size="small"
        :aria-pressed="board.older !== null"
        title="Keeps the curves as they are now, dashed, to compare them with the next edits"
        @click="board.keepTake"
      >
        {{ board.older ? 'Forget the older take' : 'Keep this take' }}
      </v-btn>
      <v-select
        class="over"
        label="Laid over"
        :items="scenarios"
        :model-value="mechanism.comparedId"
        @update:model-value="mechanism.compareWith"
      />
      <slot name="tools" />
    </div>
    <FaultLine inset :text="fault" />
    <slot v-if="overTime.length === 0" :right="false" />
    <p v-if="charts.length === 0" class="muted empty">
      A chart draws probes over time, or over one another. Press + Chart; a probe that is selected is shown in
      it.
    </p>
    <div v-else class="columns" :class="{ beside: overOther.length > 0 && overTime.length > 0 }">
      <div v-if="overTime.length > 0" class="list">
        <slot :right="hasRight" />
        <ChartRow
          v-for="chart in overTime"
          :key="chart.id"
          :chart="chart"
          :place="charts.indexOf(chart)"
          :last="charts.length - 1"
          :detailed="detailed"
          :class="{ tall: detailed }"
          @dragover.prevent
          @drop="drop($event, chart.id)"
        />
      </div>
      <div v-if="overOther.length > 0" class="list others">
        <ChartRow
          v-for="chart in overOther"
          :key="chart.id"
          :chart="chart"
          :place="charts.indexOf(chart)"
          :last="charts.length - 1"
          :detailed="false"
          @dragover.prevent
          @drop="drop($event, chart.id)"
        />
      </div>
    </div>
  </section>
</template>

<style scoped>
.board {
  display: flex;
  flex-direction: column;
  min-width: 0;
  height: 100%;
  min-height: 0;
}

.tools {
  display: flex;
  flex: none;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
  padding: 1px 12px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

.spacer {
  flex: 1;
}

.over {
  flex: none;
  width: 150px;
}

.empty {
  margin: 14px;
}

.columns {
  display: grid;
  flex: 1;
  grid-template-columns: minmax(0, 1fr);
  min-height: 0;
}

.columns.beside {
  grid-template-columns: minmax(0, 1fr) minmax(200px, 26%);
}

.list {
  display: flex;
  flex-direction: column;
  min-height: 0;
  overflow-y: auto;
}

.list > :deep(.chart) {
  flex: 1 0 116px;
  max-height: 260px;
}

.list > .tall {
  flex-basis: 168px;
}

.others {
  border-left: 1px solid rgb(var(--v-theme-line));
}

.others > :deep(.chart) {
  grid-template-rows: auto minmax(120px, 1fr);
  grid-template-columns: minmax(0, 1fr);
  max-height: none;
}

.board {
  container-type: inline-size;
}

/* where there is little room beside each other, all stand below each other */
@container (max-width: 760px) {
  .columns,
  .columns.beside {
    display: block;
    overflow-y: auto;
  }

  .list {
    overflow: visible;
  }

  .list > :deep(.chart) {
    flex: none;
    height: 200px;
  }

  .others {
    border-left: 0;
  }

  .others > :deep(.chart) {
    flex: none;
    height: 340px;
  }
}

.others :deep(.side) {
  border-right: 0;
}
</style>
