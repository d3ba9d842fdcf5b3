<script setup lang="ts">
/** The link map: bodies and folded groups as nodes, joints as edges that show what they do; picking here picks everywhere. */
import '@vue-flow/core/dist/style.css'
import {
  BaseEdge,
  EdgeLabelRenderer,
  Handle,
  Position,
  VueFlow,
  getStraightPath,
  useVueFlow,
} from '@vue-flow/core'
import type { Edge, Node } from '@vue-flow/core'
import { useDebounceFn, useResizeObserver } from '@vueuse/core'
import { useStates } from '~/model/pose/useStates'
import { linkGraph } from '~/workspace/navigator/link-graph'
import { layOut } from '~/workspace/navigator/map-layout'
import { useMechanismStore } from '~/model/document/mechanism'
import { useNavigatorStore } from '~/workspace/navigator/navigator'
import { useRunStore } from '~/model/run/run'
import { useSelectionStore } from '~/model/screen/selection'

const mechanism = useMechanismStore()
const navigator = useNavigatorStore()
const run = useRunStore()
const states = useStates()
const selection = useSelectionStore()
const { fitView } = useVueFlow('link-map')

const HEIGHT = 26
const widthOf = (name: string) => Math.max(56, 20 + name.length * 7)

const graph = computed(() =>
  mechanism.document
    ? linkGraph(mechanism.document, navigator.wanted, navigator.folded)
    : { nodes: [], edges: [], bonds: [] },
)
const joints = computed(() =>
  graph.value.edges.map((edge) => ({ ...edge, state: states.value[edge.id] ?? 'parked' })),
)
const groups = computed(() => (mechanism.document?.groups ?? []).map(({ id }) => id))
const isFolded = computed(() => groups.value.every((id) => navigator.folded.has(id)))

const fit = () => void fitView({ padding: 0.1, maxZoom: 1.1 })
const root = useTemplateRef<HTMLElement>('root')
useResizeObserver(root, useDebounceFn(fit, 100))
const positions = shallowRef(new Map<string, { x: number; y: number }>())
/** Changes only when bodies or joints come, go or get a longer name. */
const topology = computed(() =>
  JSON.stringify([
    graph.value.nodes.map(({ id, name }) => [id, widthOf(name)]),
    [...graph.value.edges, ...graph.value.bonds].map(({ source, target }) => [source, target]),
  ]),
)
watch(
  [topology, () => run.report !== null],
  async ([, isReady]) => {
    // the model comes first
    if (!isReady) return
    positions.value = await layOut(
      graph.value.nodes.map(({ id, name }) => ({ id, width: widthOf(name), height: HEIGHT })),
      [...joints.value, ...graph.value.bonds],
    )
    await nextTick()
    fit()
  },
  { immediate: true },
)

const moved = computed(() => new Set(joints.value.filter((j) => j.state === 'drives').map((j) => j.target)))
const nodes = computed<Node[]>(() =>
  graph.value.nodes
    .filter(({ id }) => positions.value.has(id))
    .map(({ id, kind, name, grounded }) => ({
      id,
      type: 'body',
      position: positions.value.get(id)!,
      data: { name, kind, grounded, driven: moved.value.has(id), width: widthOf(name) },
      draggable: false,
      connectable: false,
      focusable: false,
    })),
)
// Vue Flow drops edges whose nodes are not there yet
const isPlaced = ({ source, target }: { source: string; target: string }) =>
  positions.value.has(source) && positions.value.has(target)
const edges = computed<Edge[]>(() => [
  ...graph.value.bonds
    .filter(isPlaced)
    .map(({ id, source, target }) => ({ id, type: 'bond', source, target, focusable: false })),
  ...joints.value.filter(isPlaced).map(({ id, name, source, target, state, share }) => ({
    id,
    type: 'joint',
    source,
    target,
    data: { name, state, share },
    focusable: false,
  })),
])
</script>

<template>
  <section ref="root" class="map" aria-label="Link map">
    <button
      v-if="groups.length > 0"
      type="button"
      class="folding"
      :aria-pressed="isFolded"
      @click="navigator.fold(groups, !isFolded)"
    >
      {{ isFolded ? 'Unfold the groups' : 'Fold the groups' }}
    </button>
    <VueFlow
      id="link-map"
      class="flow"
      :nodes="nodes"
      :edges="edges"
      :min-zoom="0.1"
      :max-zoom="2"
      :nodes-draggable="false"
      :elements-selectable="false"
      :delete-key-code="null"
      @nodes-initialized="fit"
      @pane-click="selection.clear"
    >
      <template #node-body="{ id, data }">
        <Handle type="source" :position="Position.Top" class="handle" />
        <Handle type="target" :position="Position.Top" class="handle" />
        <button
          type="button"
          class="body"
          :class="[
            data.kind,
            { grounded: data.grounded, driven: data.driven, selected: selection.is(data.kind, id) },
          ]"
          :aria-pressed="selection.is(data.kind, id)"
          :aria-label="`${data.kind === 'group' ? 'Group' : 'Body'} ${data.name}`"
          :style="{ width: `${data.width}px` }"
          @click.stop="selection.select(data.kind, id)"
          @dblclick.stop="data.kind === 'group' && navigator.fold([id], false)"
        >
          {{ data.name }}
        </button>
      </template>
      <template #edge-bond="{ sourceX, sourceY, targetX, targetY }">
        <BaseEdge
          :path="getStraightPath({ sourceX, sourceY, targetX, targetY })[0]"
          :class="['joint-line', 'bond']"
        />
      </template>
      <template #edge-joint="{ id, sourceX, sourceY, targetX, targetY, data }">
        <BaseEdge
          :path="getStraightPath({ sourceX, sourceY, targetX, targetY })[0]"
          :class="['joint-line', data.state]"
        />
        <EdgeLabelRenderer>
          <button
            type="button"
            class="joint nodrag nopan"
            :class="[data.state, { selected: selection.is('joint', id) }]"
            :aria-label="`Joint ${data.name}, ${data.state}`"
            :aria-pressed="selection.is('joint', id)"
            :title="`${data.name} · ${data.state}`"
            :style="{
              transform: `translate(-50%, -50%) translate(${sourceX + data.share * (targetX - sourceX)}px, ${sourceY + data.share * (targetY - sourceY)}px)`,
            }"
            @click.stop="selection.select('joint', id)"
          />
        </EdgeLabelRenderer>
      </template>
    </VueFlow>
  </section>
</template>

<style scoped>
.map {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
}

.folding {
  align-self: flex-end;
  margin: 0 14px 4px;
  font-size: 11px;
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
}

.body.group {
  border-style: dashed;
  border-radius: 5px;
}

.flow {
  flex: 1;
  min-height: 0;
}

.handle {
  top: 50% !important;
  left: 50% !important;
  visibility: hidden;
}

.body {
  height: 26px;
  /* Vue Flow takes pointer events away from nodes that it neither drags nor selects */
  pointer-events: all;
  padding: 0 8px;
  overflow: hidden;
  font-size: 11px;
  font-weight: 500;
  text-overflow: ellipsis;
  white-space: nowrap;
  background: rgb(var(--v-theme-surface));
  border: 1.5px solid rgb(var(--v-theme-on-surface));
  border-radius: 13px;
}

.body.grounded {
  color: rgb(var(--v-theme-surface));
  background: rgb(var(--v-theme-on-surface));
  border-bottom-style: double;
}

.body.driven {
  color: rgb(var(--v-theme-on-primary));
  background: rgb(var(--v-theme-primary));
  border-color: rgb(var(--v-theme-primary));
}

.body.selected,
.joint.selected {
  box-shadow: 0 0 0 3px rgb(var(--v-theme-selected));
}

.joint {
  position: absolute;
  width: 12px;
  height: 12px;
  pointer-events: all;
  background: rgb(var(--v-theme-surface));
  border: 1.5px solid rgb(var(--v-theme-on-surface));
  border-radius: 50%;
}

.joint.drives {
  width: 16px;
  height: 16px;
  background: rgb(var(--v-theme-primary));
  border-color: rgb(var(--v-theme-primary));
}

.joint.parked {
  border-style: dashed;
  border-radius: 3px;
}

.map :deep(.joint-line) {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1.5;
}

.map :deep(.joint-line.drives) {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 4;
}

.map :deep(.joint-line.bond) {
  stroke: rgb(var(--v-theme-muted));
  stroke-width: 6;
}

.joint.holds {
  width: 10px;
  height: 10px;
  background: rgb(var(--v-theme-on-surface));
  border-radius: 2px;
}

.map :deep(.joint-line.parked),
.map :deep(.joint-line.suspended) {
  stroke-dasharray: 4 4;
}
</style>
