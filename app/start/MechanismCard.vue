<script setup lang="ts">
/** A mechanism on the start page: its picture, its name, when it changed, and what can be done to it. */
import { mdiDotsVertical } from '@mdi/js'
import IconButton from '~/fields/IconButton.vue'
import { pictureAddress } from '~/model/document/api'
import type { MechanismSummary } from '~~/shared/api'
import { when } from '~/fields/when'
import { usePreview } from './usePreview'

const props = defineProps<{ mechanism: MechanismSummary }>()
const emit = defineEmits<{ rename: []; copy: []; remove: [] }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width, height, shown, start, stop } = usePreview(canvas, () => props.mechanism.id)
</script>

<template>
  <article class="card" @pointerenter="start" @pointerleave="stop" @focusin="start" @focusout="stop">
    <NuxtLink :to="`/mechanisms/${mechanism.id}`" class="open">
      <img v-if="mechanism.hasPicture" :src="pictureAddress(mechanism)" alt="" width="480" height="300" />
      <span v-else class="blank muted">The picture comes with the first run</span>
      <canvas
        ref="canvas"
        :class="{ shown }"
        :width="width"
        :height="height"
        :aria-label="`Preview of ${mechanism.name}`"
        :aria-hidden="!shown"
        role="img"
      />
      <strong>{{ mechanism.name }}</strong>
      <span class="muted">changed {{ when(mechanism.changedAt, new Date()) }}</span>
    </NuxtLink>
    <v-menu>
      <template #activator="{ props: menu }">
        <IconButton v-bind="menu" class="more" :icon="mdiDotsVertical" :name="`More for ${mechanism.name}`" />
      </template>
      <v-list density="compact">
        <v-list-item title="Rename" @click="emit('rename')" />
        <v-list-item title="Copy" @click="emit('copy')" />
        <v-list-item title="Delete" @click="emit('remove')" />
      </v-list>
    </v-menu>
  </article>
</template>

<style scoped>
.card {
  position: relative;
  overflow: hidden;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 10px;
}

.card:hover {
  border-color: rgb(var(--v-theme-primary));
}

.open {
  display: grid;
  gap: 2px;
  padding-bottom: 10px;
  color: inherit;
  text-decoration: none;
}

.open > :not(img, canvas, .blank) {
  padding: 0 44px 0 12px;
}

.open strong {
  margin-top: 8px;
  overflow: hidden;
  font-weight: 600;
  text-overflow: ellipsis;
  white-space: nowrap;
}

img,
.blank {
  display: grid;
  place-items: center;
  width: 100%;
  height: auto;
  aspect-ratio: 16 / 10;
  background: rgb(var(--v-theme-view));
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

canvas {
  position: absolute;
  inset: 0 0 auto;
  display: block;
  width: 100%;
  aspect-ratio: 16 / 10;
  visibility: hidden;
}

.shown {
  visibility: visible;
}

.more {
  position: absolute;
  right: 4px;
  bottom: 8px;
  width: 34px;
  height: 34px;
}
</style>
