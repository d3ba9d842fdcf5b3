<script setup lang="ts">
/** Films: what one is made as, how far it is, and those that are made. Every frame that is drawn is kept. */
import { mdiDeleteOutline, mdiDownload, mdiRefresh } from '@mdi/js'
import { formatNumber, reasons, scenarioOf, siOr } from '@ligamen/core'
import type { Camera, Problem, Quantity } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import IconButton from '~/fields/IconButton.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { seconds } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlanStore } from '~/model/run/plan'
import { aspectOf } from '~/view/three/shot-camera'
import { usePalette } from '~/view/usePalette'
import { useViewportStore } from '~/view/view-options'
import { useInks } from '../picture/useInks'
import { useFilmsStore } from './films'
import type { KeptFilm } from './film-folder'
import { FORMATS, frameCount } from './protocol'
import type { FilmFormat, FilmPlan, FilmSettings } from './protocol'
import {
  filmFault,
  formatsHere,
  FORMAT_TITLES,
  megabytes,
  outsideFault,
  RATES,
  SAMPLES,
  SIZES,
  sizeOf,
  SPEEDS,
} from './settings'

const props = defineProps<{ lookingFrom: () => Camera | null }>()
const films = useFilmsStore()
const plan = usePlanStore()
const mechanism = useMechanismStore()
const route = useRoute()
const palette = usePalette()
const inks = useInks()

const format = ref<FilmFormat>('mp4')
const size = ref(SIZES[0]!)
const rate = ref(30)
/** It belongs to the plan of the film, and is kept with the mechanism. */
const speed = computed(() => mechanism.scenario?.picture?.speed ?? 1)
const from = ref<Quantity>('0 s')
const to = ref<Quantity | null>(null)
const quality = ref<FilmSettings['quality']>('good')
const fault = ref('')
const viewing = useViewportStore()
const look = ref<FilmSettings['look']>(viewing.isShowing ? 'showing' : 'drawing')
const samples = ref<FilmSettings['samples']>(4)
/** More scenarios that come after the one that is shown. */
const later = ref<string[]>([])
const missing = shallowRef<Readonly<Record<FilmFormat, string>>>({ mp4: '', webm: '', gif: '', png: '' })

const settings = computed<FilmSettings | null>(() => {
  const read = sizeOf(size.value)
  const made = {
    rate: rate.value,
    speed: speed.value,
    quality: quality.value,
    samples: samples.value,
    look: look.value,
  }
  return read && { ...read, format: format.value, ...made }
})
const others = computed(() =>
  (mechanism.document?.scenarios ?? []).filter(({ id }) => id !== mechanism.scenario?.id),
)
const stretches = computed<FilmPlan['stretches']>(() => {
  const { scenario } = mechanism
  if (!scenario) return []
  const end = Math.min(plan.length, to.value === null ? plan.length : siOr(to.value, 'time'))
  const shown = { scenario: scenario.id, from: Math.max(0, siOr(from.value, 'time')), to: end }
  const after = later.value.flatMap((id) => {
    const one = others.value.find((other) => other.id === id)
    return one ? [{ scenario: id, from: 0, to: siOr(one.length, 'time') }] : []
  })
  return [shown, ...after]
})
const idea = computed(() => settings.value && { stretches: stretches.value, settings: settings.value })
const LOOKS = [
  { value: 'drawing', title: 'drawing' },
  { value: 'showing', title: 'showing' },
]
const formats = computed(() =>
  FORMATS.map((value) => ({
    value,
    title: FORMAT_TITLES[value],
    props: { disabled: missing.value[value] !== '', subtitle: missing.value[value] || undefined },
  })),
)
const frames = computed(() => (idea.value ? frameCount(idea.value) : 0))
const says = computed(() => {
  if (!idea.value) return 'Write the size as width x height, such as 1280 x 720.'
  return missing.value[format.value] || filmFault(idea.value, Infinity)
})
watch(
  settings,
  async (now) => {
    if (now) missing.value = await formatsHere(now.width, now.height)
  },
  { immediate: true },
)
onMounted(films.look)
/** The shots were made for a frame; a film of another shape shows more or less at its sides. */
const otherShape = computed(() => {
  const frame = mechanism.scenario?.picture?.frame
  const aspect = aspectOf(frame)
  if (!aspect || !settings.value) return ''
  const own = settings.value.width / settings.value.height
  if (Math.abs(own / aspect - 1) < 0.01) return ''
  return `The frame of the shots is ${frame}; this size shows ${own > aspect ? 'more' : 'less'} at its sides.`
})

async function make() {
  await mechanism.settled()
  const view = props.lookingFrom()
  if (!idea.value || !view) return
  const { quota = Infinity, usage = 0 } = await navigator.storage.estimate()
  fault.value = filmFault(idea.value, quota - usage)
  if (fault.value) return
  await films.make({ ...idea.value, view, mechanism: String(route.params.id) }, palette.value, inks.value)
}
async function setSpeed(value: number) {
  const refused = await mechanism.edit(`Film: ${value} × as fast`, (draft) => {
    const scenario = scenarioOf(draft, mechanism.scenario!.id)
    scenario.picture = { ...scenario.picture, speed: value }
  })
  fault.value = reasons(refused)
}
/** A time outside of the scenario is refused beside its field; whether both fit each other is said under them. */
async function setFrom(value: Quantity): Promise<readonly Problem[]> {
  const message = outsideFault(siOr(value, 'time'), plan.length)
  if (message) return [{ code: 'film-outside', message }]
  from.value = value
  return []
}
async function setTo(value: Quantity | null): Promise<readonly Problem[]> {
  const message = value === null ? '' : outsideFault(siOr(value, 'time'), plan.length)
  if (message) return [{ code: 'film-outside', message }]
  to.value = value
  return []
}
const share = computed(() => (films.making ? (100 * films.making.done) / films.making.total : 0))
const progress = computed(() => {
  const { making } = films
  if (!making) return ''
  if (making.phase === 'solving') return 'The motion is solved for its pictures …'
  const left = making.left === null ? '' : ` · ${seconds(making.left, 0)} left`
  return making.phase === 'drawing'
    ? `Frame ${making.done} of ${making.total} · every frame is kept${left}`
    : `Frame ${making.done} of ${making.total} is in the file${left}`
})
const wordsOf = ({ plan: one, bytes, frames: done }: KeptFilm) => {
  const { settings: made } = one
  const what = `${FORMAT_TITLES[made.format]}, ${made.width} x ${made.height}, ${made.rate} a second`
  return bytes === null
    ? `${what} · ${done} of ${frameCount(one)} frames are kept`
    : `${what} · ${megabytes(bytes)}`
}
const asBefore = ({ stretches: same, settings: made, view, mechanism: of }: FilmPlan) => ({
  stretches: same,
  settings: made,
  view,
  mechanism: of,
})
const small = useTemplateRef<HTMLCanvasElement>('small')
watch(
  () => films.preview,
  (picture) => {
    const context = small.value?.getContext('2d')
    if (!context || !picture) return
    ;[small.value!.width, small.value!.height] = [picture.width, picture.height]
    context.drawImage(picture, 0, 0)
  },
  { flush: 'post' },
)
</script>

<template>
  <section class="films" aria-label="Film">
    <v-select v-model="format" label="Format" :items="formats" />
    <v-combobox v-model="size" label="Size" :items="SIZES" />
    <div class="pair">
      <v-select v-model="rate" label="Pictures/s" :items="RATES" />
      <v-select
        label="Speed"
        :model-value="speed"
        :items="SPEEDS.map((value) => ({ value, title: `${formatNumber(value, 2)} ×` }))"
        @update:model-value="setSpeed"
      />
      <QuantityField label="From" :value="from" dimension="time" :commit="setFrom" />
      <QuantityField
        label="To (end)"
        :value="to"
        dimension="time"
        :commit="setTo"
        :clear="() => setTo(null)"
      />
      <v-select v-model="quality" label="Quality" :items="['draft', 'good', 'best']" />
      <v-select v-model="look" label="Look" :items="LOOKS" />
      <v-select v-model="samples" label="Samples/pixel" :items="SAMPLES" />
    </div>
    <v-select
      v-if="others.length > 0"
      v-model="later"
      label="Scenarios that come after it"
      :items="others.map(({ id, name }) => ({ value: id, title: name }))"
      multiple
      chips
    />
    <p v-if="says" class="said" role="status">{{ says }}</p>
    <p v-else class="muted">{{ frames }} frames, {{ seconds(frames / rate, 1) }} of film. {{ otherShape }}</p>
    <div class="ways">
      <v-btn
        v-if="!films.making"
        color="primary"
        variant="flat"
        :disabled="says !== ''"
        title="Draws one picture after the other, however fast this machine is"
        @click="make"
        >Make the film</v-btn
      >
      <v-btn v-else title="Frames that are drawn stay" @click="films.pause">Pause</v-btn>
    </div>
    <div v-if="films.making" class="making">
      <v-progress-linear :model-value="share" aria-label="Film being made" height="6" color="primary" />
      <p class="muted" role="status">{{ progress }}</p>
      <canvas ref="small" aria-label="The frame that was drawn last" role="img" />
    </div>
    <FaultLine :text="fault || films.fault" />
    <template v-if="films.kept.length > 0">
      <h3 class="heading">Films in this browser</h3>
      <ul class="kept-list">
        <li v-for="film in films.kept" :key="film.plan.id">
          <span class="words">
            <strong>{{ film.plan.name }}</strong>
            <span class="muted">{{ wordsOf(film) }}</span>
          </span>
          <v-btn
            v-if="film.bytes === null && films.making?.plan.id !== film.plan.id"
            size="small"
            :disabled="films.making !== null"
            @click="films.run(film.plan)"
            >Go on</v-btn
          >
          <IconButton
            v-if="film.bytes !== null"
            :icon="mdiDownload"
            size="small"
            :name="`Download ${film.plan.name}`"
            title="Download"
            @click="films.download(film)"
          />
          <IconButton
            v-if="film.bytes !== null"
            :icon="mdiRefresh"
            size="small"
            :name="`Make ${film.plan.name} again`"
            title="Make it again, of the mechanism as it is now"
            @click="films.make(asBefore(film.plan), palette, inks)"
          />
          <IconButton
            :icon="mdiDeleteOutline"
            size="small"
            :name="`Delete the film ${film.plan.name}`"
            title="Delete"
            @click="films.remove(film.plan.id)"
          />
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.films {
  display: grid;
  gap: 9px;
  padding: 12px 14px;
}

.films :deep(.field) {
  padding: 0;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}

p {
  margin: 0;
  font-size: 12px;
}

.said {
  padding: 6px 8px;
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
  border-radius: 6px;
}

.making {
  display: grid;
  gap: 6px;
}

canvas {
  width: 100%;
  border: 1px solid rgb(var(--v-theme-line));
}

.heading {
  margin: 6px 0 0;
}
</style>
