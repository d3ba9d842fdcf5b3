<script setup lang="ts">
/** The 3D view of the mechanism: drag to orbit, right-drag to pan, wheel to zoom, click to pick. */
import { mdiFitToScreenOutline } from '@mdi/js'
import { useViewport } from '~/composables/useViewport'

const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { fit, picture, press, release } = useViewport(canvas)
defineExpose({ picture })
</script>

<template>
  <div class="model-view">
    <canvas
      ref="canvas"
      tabindex="0"
      aria-label="Model: drag to orbit, right-drag to pan, wheel to zoom, click to pick, F to fit"
      @pointerdown="press"
      @pointerup="release"
      @keydown.f="fit"
    />
    <v-btn
      class="fit"
      color="surface"
      variant="flat"
      :icon="mdiFitToScreenOutline"
      aria-label="Fit the model into the view"
      title="Fit (F)"
      @click="fit"
    />
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

.fit {
  position: absolute;
  right: 10px;
  top: 10px;
}
</style>
