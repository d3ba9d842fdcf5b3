<script setup lang="ts">
/**
 * The link map: bodies, folded groups and chains as nodes, joints as edges that show what they do; picking here picks
 * everywhere. Of a large mechanism what is near to the selection is shown, and the rest folded, until all of it is asked for.
 */
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
import { useMapGraph } from '~/workspace/navigator/useMapGraph'
import { layOutInTime } from '~/workspace/navigator/map-layout'
import { useMechanismStore } from '~/model/document/mechanism'
import { useNavigatorStore } from '~/workspace/navigator/navigator'
import { useRunStore } from '~/model/run/run'
import { useSelectionStore } from '~/model/screen/selection'

const mechanism = useMechanismStore()
const navigator = useNavigatorStore()
const run = useRunStore()
const selection = useSelectionStore()
const { fitView, setViewport, dimensions } = useVueFlow('link-map')

const HEIGHT = 26
const widthOf = (name: string) => Math.max(56, 20 + name.length * 7)

const { whole, graph, joints, links, focus, isLarge, isMoved } = useMapGraph()
const groups = computed(() => (mechanism.document?.groups ?? []).map(({ id }) => id))
const isFolded = computed(() => groups.value.every((id) => navigator.folded.has(id)))

/** Below this names cannot be read: then not all is in sight. */
const READABLE = 0.7

/** All of it where that can be read, else what is selected, else ground and what is nearest to it. */
function fit() {
  const places = [...positions.value.values()]
  const ends = graph.value.nodes.map(({ id, name }) => (positions.value.get(id)?.x ?? 0) + widthOf(name))
  const width = Math.max(...ends) - Math.min(...places.map(({ x }) => x))
  const height = Math.max(...places.map(({ y }) => y)) - Math.min(...places.map(({ y }) => y)) + HEIGHT
  const { width: room, height: tall } = dimensions.value
  isWhole.value = width * READABLE <= room && height * READABLE <= tall
  const near = graph.value.nodes.map(({ id }) => id).filter((id) => focus.value.has(id))
  if (isWhole.value || isEverything.value) void fitView({ padding: 0.06, maxZoom: 1.1 })
  else if (near.length > 0) void fitView({ nodes: near, padding: 0.4, minZoom: READABLE, maxZoom: 0.9 })
  else {
    const ground = graph.value.nodes.find(({ grounded }) => grounded)
    const place = positions.value.get(ground?.id ?? '') ?? places[0]
    if (place)
      void setViewport({ x: 10 - place.x * READABLE, y: tall / 2 - place.y * READABLE, zoom: READABLE })
  }
}
/** All names can be read at once. */
const isWhole = ref(true)
/** Somebody has asked to see the whole extent, however small its names get. */
const isEverything = ref(false)
function fitEverything() {
  isEverything.value = true
  fit()
}
const root = useTemplateRef<HTMLElement>('root')
useResizeObserver(root, useDebounceFn(fit, 100))
const positions = shallowRef(new Map<string, { x: number; y: number }>())
/** Changes only when bodies or joints come, go or get a longer name. */
const topology = computed(() =>
  JSON.stringify([
    graph.value.nodes.map(({ id, name }) => [id, widthOf(name)]),
    links.value.map(({ source, target }) => [source, target]),
  ]),
)
// what is selected elsewhere comes into sight
watch(focus, (now) => (isLarge.value || !isWhole.value) && now.size > 0 && void nextTick(fit))
/** The first motion, or its first part, comes before the map, whose layout is a lot to load. */
const isReady = computed(
  () => run.report !== null && (run.take !== null || run.problem !== null || mechanism.scenario === null),
)
let isGone = false
onBeforeUnmount(() => (isGone = true))
/** What came with the motion is painted. */
const painted = () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)))
watch(
  [topology, isReady],
  async ([, ready]) => {
    if (!ready) return
    if (positions.value.size === 0) await painted()
    const laid = await layOutInTime(
      () => graph.value.nodes.map(({ id, name }) => ({ id, width: widthOf(name), height: HEIGHT })),
      () => links.value,
      () => !isGone,
    )
    if (!laid) return
    positions.value = laid
    isEverything.value = false
    await nextTick()
    fit()
  },
  { immediate: true },
)

/** What is behind a chain is selected, which unfolds it. */
function choose(id: string, kind: 'body' | 'group' | 'chain', members?: readonly string[]) {
  if (kind !== 'chain') selection.select(kind, id)
  else {
    const first = members![0]!
    const node = whole.value.nodes.find((one) => one.id === first)!
    selection.select(node.kind === 'group' ? 'group' : 'body', first)
  }
}
const nodes = computed<Node[]>(() =>
  graph.value.nodes
    .filter(({ id }) => positions.value.has(id))
    .map(({ id, kind, name, grounded, members }) => ({
      id,
      type: 'body',
      position: positions.value.get(id)!,
      data: { name, kind, grounded, members, driven: isMoved(id, members), width: widthOf(name) },
      draggable: false,
      connectable: false,
      focusable: false,
    })),
)
/** Joints are marked nearer to what hangs on them: where many lines leave one body there is room. */
const along = (share: number) => 0.4 + 0.6 * share
const WORDS = { body: 'Body', group: 'Group', chain: 'Chain' }
const isSelected = (kind: 'body' | 'group' | 'chain', id: string) =>
  kind !== 'chain' && selection.is(kind, id)
// Vue Flow drops edges whose nodes are not there yet
const isPlaced = ({ source, target }: { source: string; target: string }) =>
  positions.value.has(source) && positions.value.has(target)
const edges = computed<Edge[]>(() => [
  ...graph.value.bonds
    .filter(isPlaced)
    .map(({ id, source, target }) => ({ id, type: 'bond', source, target, focusable: false })),
  ...graph.value.bundles.filter(isPlaced).map(({ id, source, target, joints: { length } }) => ({
    id,
    type: 'bundle',
    source,
    target,
    data: { count: length },
    focusable: false,
  })),
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
    <div v-if="groups.length > 0 || isLarge || !isWhole" class="ways">
      <button
        v-if="groups.length > 0"
        type="button"
        :aria-pressed="isFolded"
        @click="navigator.fold(groups, !isFolded)"
      >
        {{ isFolded ? 'Unfold the groups' : 'Fold the groups' }}
      </button>
      <button
        v-if="isLarge"
        type="button"
        :aria-pressed="navigator.whole"
        @click="navigator.whole = !navigator.whole"
      >
        {{ navigator.whole ? 'Fold what is far' : 'Show all bodies' }}
      </button>
      <button v-if="isLarge || !isWhole" type="button" @click="fitEverything">Fit</button>
    </div>
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
        <Handle type="source" :position="Position.Right" class="handle" />
        <Handle type="target" :position="Position.Left" class="handle" />
        <button
          type="button"
          class="body"
          :class="[
            data.kind,
            { grounded: data.grounded, driven: data.driven, selected: isSelected(data.kind, id) },
          ]"
          :aria-pressed="isSelected(data.kind, id)"
          :aria-label="`${WORDS[data.kind as keyof typeof WORDS]} ${data.name}`"
          :title="data.kind === 'chain' ? `${data.name}: press to unfold` : data.name"
          :style="{ width: `${data.width}px` }"
          @click.stop="choose(id, data.kind, data.members)"
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
      <template #edge-bundle="{ sourceX, sourceY, targetX, targetY, data }">
        <BaseEdge
          :path="getStraightPath({ sourceX, sourceY, targetX, targetY })[0]"
          :class="['joint-line', 'bundle']"
        />
        <EdgeLabelRenderer>
          <span
            class="count"
            :title="`${data.count} joints`"
            :style="{
              transform: `translate(-50%, -50%) translate(${(sourceX + targetX) / 2}px, ${(sourceY + targetY) / 2}px)`,
            }"
            >{{ data.count }}</span
          >
        </EdgeLabelRenderer>
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
              transform: `translate(-50%, -50%) translate(${sourceX + along(data.share) * (targetX - sourceX)}px, ${sourceY + along(data.share) * (targetY - sourceY)}px)`,
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

.ways {
  display: flex;
  gap: 12px;
  justify-content: end;
  margin: 0 14px 4px;
  font-size: 11px;
}

.ways button {
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
}

.body.chain {
  border-style: dotted;
  border-radius: 5px;
}

.count {
  position: absolute;
  padding: 0 4px;
  font-size: 10.5px;
  color: rgb(var(--v-theme-muted));
  background: rgb(var(--v-theme-surface));
}

.map :deep(.joint-line.bundle) {
  stroke: rgb(var(--v-theme-muted));
  stroke-width: 3;
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
  min-width: 0;
  width: 0;
  border: 0;
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

:is(.body, .joint).selected {
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
.joint.free {
  border: 3px double rgb(var(--v-theme-measured));
}

.map :deep(.joint-line) {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1.5;
}
.map :deep(.joint-line.drives) {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 4;
}

.map :deep(.joint-line.free) {
  stroke: rgb(var(--v-theme-measured));
  stroke-dasharray: 9 3;
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

.map :deep(.joint-line:is(.parked, .suspended)) {
  stroke-dasharray: 4 4;
}
</style>
