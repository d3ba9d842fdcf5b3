<script setup lang="ts">
/**
 * Over the view while pictures are made: the frame of the picture with its outside dimmed, what is written on it, and the
 * switch between the shots and one's own view.
 */
import { useElementSize } from '@vueuse/core'
import { frameOn } from '~/view/three/shot-camera'
import { paintWritten } from '~/view/writing/paint'
import type { Spot } from '~/view/writing/written'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useSceneStore } from '~/model/screen/scene'
import { useSequenceStore } from '../sequence'
import { useInks } from './useInks'
import { useWritten } from './useWritten'

const props = defineProps<{
  onCanvas: (point: readonly [number, number, number]) => [number, number] | null
}>()
const mechanism = useMechanismStore()
const sequence = useSequenceStore()
const scene = useSceneStore()
const run = useRunStore()
const root = useTemplateRef<HTMLElement>('root')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width, height } = useElementSize(root)
const onPicture = (point: readonly [number, number, number]): Spot => props.onCanvas(point) ?? [0, 0]
const written = useWritten(onPicture)

const frame = computed(() =>
  frameOn(width.value, height.value, sequence.looksThrough ? sequence.aspect : null),
)
const isFramed = computed(() => sequence.looksThrough && sequence.aspect !== null)
const title = computed(() => {
  const { now, all } = sequence
  const shape = mechanism.scenario?.picture?.frame
  const shot = now ? `shot ${all.indexOf(now.shot) + 1}, ${now.shot.name}` : ''
  return [shape, shot].filter(Boolean).join(' · ')
})
const inks = useInks()
/** Said for those who do not see it, and for tests. */
const words = ref('')

function paint() {
  const context = canvas.value?.getContext('2d')
  if (!context || width.value === 0) return
  const ratio = Math.min(2, globalThis.devicePixelRatio)
  const [w, h] = [Math.round(width.value * ratio), Math.round(height.value * ratio)]
  if (canvas.value!.width !== w || canvas.value!.height !== h)
    [canvas.value!.width, canvas.value!.height] = [w, h]
  context.setTransform(ratio, 0, 0, ratio, 0, 0)
  context.clearRect(0, 0, width.value, height.value)
  const things = written()
  paintWritten(context, frame.value, things, inks.value)
  words.value = things
    .flatMap((one) =>
      one.kind === 'words' ? [one.text] : 'value' in one ? [`${one.name} ${one.value}`] : [],
    )
    .join('. ')
}
// after the view, on which places of the model are
watch(
  () => [
    scene.seen,
    run.take,
    sequence.time,
    frame.value,
    inks.value,
    sequence.camera,
    sequence.looksThrough,
  ],
  () => requestAnimationFrame(paint),
  { immediate: true, flush: 'post' },
)
</script>

<template>
  <div ref="root" class="picture-frame">
    <template v-if="isFramed">
      <div class="outside" :style="{ inset: `0 0 auto 0`, height: `${frame.top}px` }" />
      <div class="outside" :style="{ inset: `auto 0 0 0`, height: `${frame.top}px` }" />
      <div
        class="outside"
        :style="{ top: `${frame.top}px`, bottom: `${frame.top}px`, left: 0, width: `${frame.left}px` }"
      />
      <div
        class="outside"
        :style="{ top: `${frame.top}px`, bottom: `${frame.top}px`, right: 0, width: `${frame.left}px` }"
      />
      <div
        class="edge"
        :style="{
          left: `${frame.left}px`,
          top: `${frame.top}px`,
          width: `${frame.width}px`,
          height: `${frame.height}px`,
        }"
      />
    </template>
    <canvas ref="canvas" aria-hidden="true" />
    <p class="sr-only" role="status" aria-label="Written on the picture">{{ words }}</p>
    <div class="tools" :style="{ left: `${frame.left + 8}px`, top: `${frame.top + 8}px` }">
      <span v-if="title && sequence.looksThrough" class="tag">{{ title }}</span>
      <div v-if="sequence.all.length > 0" class="ways" role="group" aria-label="Whose view is shown">
        <button type="button" :aria-pressed="sequence.looksThrough" @click="sequence.through = true">
          through the shots
        </button>
        <button type="button" :aria-pressed="!sequence.looksThrough" @click="sequence.through = false">
          my own view
        </button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.picture-frame,
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}

.outside {
  position: absolute;
  background: rgb(var(--v-theme-on-surface), 0.42);
}

.edge {
  position: absolute;
  outline: 1px solid rgb(var(--v-theme-surface));
}

.tools {
  position: absolute;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}

.tag,
.ways {
  font-size: 11.5px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 12px;
}

.tag {
  padding: 2px 10px;
}

.ways {
  display: flex;
  overflow: hidden;
  pointer-events: auto;
}

.ways button {
  padding: 2px 10px;
}

.ways button[aria-pressed='true'] {
  font-weight: 600;
  color: rgb(var(--v-theme-on-primary-soft));
  background: rgb(var(--v-theme-primary-soft));
}
</style>
