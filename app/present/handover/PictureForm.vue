<script setup lang="ts">
/** Pictures of any pose and view: shaded as PNG, with or without what is behind, or a line drawing as SVG. */
import { mdiImageOutline } from '@mdi/js'
import { slug } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useExchangeStore } from '~/model/files/exchange'
import { saveFile } from '~/model/save-file'
import type { Pictures } from '~/view/three/pictures'
import { useViewportStore } from '~/view/view-options'
import { paintWritten } from '~/view/writing/paint'
import { sizeOf, SIZES } from '../films/settings'
import { useInks } from '../picture/useInks'
import { useWritten } from '../picture/useWritten'

const props = defineProps<{ pictures: () => Pictures | null }>()
const mechanism = useMechanismStore()
const exchange = useExchangeStore()
const options = useViewportStore()
const inks = useInks()
const size = ref(SIZES[1]!)
const ground = ref<'view' | 'none'>('view')
const fault = ref('')
const GROUNDS = [
  { value: 'view', title: 'as it is seen' },
  { value: 'none', title: 'transparent' },
]
const GHOSTS = [
  { value: 0, title: 'none' },
  ...[5, 10, 20, 50].map((value) => ({ value, title: `every ${value} frames` })),
]
/** The longest side [px]. */
const LARGEST = 8192
const asked = computed(() => {
  const read = sizeOf(size.value)
  return read && Math.max(read.width, read.height) <= LARGEST ? read : null
})
const spot = (point: readonly [number, number, number]) =>
  asked.value
    ? (props.pictures()?.place(point, asked.value.width, asked.value.height) ?? ([0, 0] as const))
    : ([0, 0] as const)
const written = useWritten(spot)

async function png() {
  if (!asked.value) return
  const { width, height } = asked.value
  fault.value = ''
  const picture = await props
    .pictures()
    ?.take(width, height, ground.value === 'none')
    .catch(() => null)
  if (!picture) {
    fault.value = 'The picture could not be drawn at this size; choose a smaller one.'
    return
  }
  saveFile(`${slug(mechanism.document!.name)}.png`, await withWords(picture, width, height))
}

/** With what is written over it at this time. */
async function withWords(picture: Blob, width: number, height: number): Promise<Blob> {
  const words = written()
  if (words.length === 0) return picture
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  context.drawImage(await createImageBitmap(picture), 0, 0)
  paintWritten(context, { left: 0, top: 0, width, height }, words, inks.value)
  return canvas.convertToBlob({ type: 'image/png' })
}

function svg() {
  const camera = asked.value && props.pictures()?.view(asked.value.width, asked.value.height)
  if (!camera || !asked.value) return
  exchange.write('line-drawing', { picture: { camera, ...asked.value, isBare: ground.value === 'none' } })
}
</script>

<template>
  <section aria-label="Pictures">
    <h3 class="heading">Pictures</h3>
    <v-combobox v-model="size" label="Picture size" :items="SIZES" />
    <v-select v-model="ground" label="Behind it" :items="GROUNDS" />
    <v-select v-model="options.ghostsEvery" label="Ghosts of other poses" :items="GHOSTS" />
    <div class="ways">
      <v-btn :prepend-icon="mdiImageOutline" :disabled="!asked" @click="png">Picture (PNG)</v-btn>
      <v-btn
        :disabled="!asked || exchange.busy !== null"
        title="Hidden lines removed, at any size"
        @click="svg"
        >Line drawing (SVG)</v-btn
      >
    </div>
    <p v-if="!asked" class="said" role="status">
      Write the size as width x height, such as 1920 x 1080, with at most {{ LARGEST }} pixels a side.
    </p>
    <p v-else class="muted">The mechanism as it is seen now.</p>
    <FaultLine :text="fault" />
  </section>
</template>
