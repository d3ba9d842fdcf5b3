<script setup lang="ts">
/**
 * The 3D view of the mechanism: drag a body that can move to move it, drag elsewhere (or with Alt) to orbit, right-drag to
 * pan, wheel to zoom, click to select or to pick a datum.
 */
import { mdiEyeOutline, mdiFitToScreenOutline, mdiTapeMeasure } from '@mdi/js'
import { isMovedByForces } from '@ligamen/core'
import AxisSign from './AxisSign.vue'
import ViewCallouts from './ViewCallouts.vue'
import ViewMenu from './ViewMenu.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlacing } from '~/model/pose/usePlacing'
import { useRuleStore } from '~/view/rule'
import { useSeenStore } from '~/view/seen'
import { useViewportStore } from '~/view/view-options'
import { viewActions } from '~/view/view-actions'
import { useModelPointer } from '~/view/pointer/useModelPointer'
import { useViewport } from '~/view/useViewport'
import { useGesturesStore } from '~/view/pointer/gestures'
import { usePickingStore } from '~/model/picking/picking'
import { useVisibilityStore } from '~/model/screen/visibility'

const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { view, look, lookBack, lookingFrom, lookFrom, picture, longest } = useViewport(canvas)
const { press, move, release, leave } = useModelPointer(view)
const picking = usePickingStore()
const visibility = useVisibilityStore()
const gestures = useGesturesStore()
const seen = useSeenStore()
const rule = useRuleStore()
const viewing = useViewportStore()
const mechanism = useMechanismStore()
const { bodies } = usePlacing()
const spacing = computed(() => Number((1000 * (seen.grid ?? 0)).toPrecision(3)))
const actions = computed(() =>
  viewActions(
    { look, lookBack, measure: rule.start },
    bodies.value,
    seen.parallel,
    (on) => (seen.parallel = on),
    viewing,
    viewing.forces ?? (mechanism.scenario !== null && isMovedByForces(mechanism.scenario)),
  ),
)
defineExpose({
  picture,
  actions,
  lookingFrom,
  lookFrom,
  pictures: () => view.value?.pictures ?? null,
  onCanvas: (point: readonly [number, number, number]) => view.value?.sight.onCanvas(point) ?? null,
  bounds: (ids?: readonly string[]) => view.value?.boundsOf(ids) ?? null,
})
</script>

<template>
  <div class="model-view">
    <canvas
      ref="canvas"
      tabindex="0"
      role="application"
      aria-label="Model: drag a body to move it, drag elsewhere to orbit, right-drag to pan, wheel to zoom, click to pick"
      :class="{ picking: picking.wanted || gestures.drawing }"
      @pointerdown.capture="press"
      @pointermove="move"
      @pointerup="release"
      @pointerleave="leave"
    />
    <ViewCallouts :view="view" />
    <div class="tools">
      <v-btn
        color="surface"
        variant="flat"
        :icon="mdiFitToScreenOutline"
        aria-label="Fit the model into the view"
        title="Fit the model into the view"
        @click="look(null)"
      />
      <ViewMenu :actions="actions" />
      <v-btn
        color="surface"
        variant="flat"
        :icon="mdiTapeMeasure"
        aria-label="Measure between two places"
        title="Measure between two places"
        :aria-pressed="rule.open"
        @click="rule.open ? rule.end() : rule.start()"
      />
      <v-btn
        v-if="visibility.anythingAway"
        color="surface"
        variant="flat"
        :icon="mdiEyeOutline"
        aria-label="Show everything"
        title="Show everything"
        @click="visibility.showAll"
      />
    </div>
    <AxisSign @look="look" />
    <p v-if="seen.grid !== null || longest" class="spacing muted">
      {{ [seen.grid === null ? '' : `Grid ${spacing} mm`, longest].filter(Boolean).join(' · ') }}
    </p>
    <slot />
  </div>
</template>

<style scoped>
.model-view {
  position: relative;
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  background: rgb(var(--v-theme-view));
}

canvas {
  display: block;
  width: 100%;
  height: 100%;
  touch-action: none;
}

canvas:focus-visible {
  outline-offset: -2px;
}

.spacing {
  position: absolute;
  bottom: 8px;
  left: 12px;
  margin: 0;
  font-size: 11px;
  pointer-events: none;
}

.picking {
  cursor: crosshair;
}

.tools {
  position: absolute;
  top: 10px;
  right: 10px;
  display: grid;
  gap: 6px;
}
</style>
