<script setup lang="ts">
/** The control desk: controls for chosen joints and datums, and the recorder that makes lanes of what is done with them. */
import { reasons } from '@ligamen/core'
import type { DeskControl } from '@ligamen/core'
import { mdiClose, mdiRecord, mdiStop } from '@mdi/js'
import { useRafFn } from '@vueuse/core'
import IconButton from '~/fields/IconButton.vue'
import FaultLine from '~/fields/FaultLine.vue'
import DatumControl from './DatumControl.vue'
import PositionKnob from './PositionKnob.vue'
import PositionNumber from '~/fields/PositionNumber.vue'
import PositionSlider from '~/fields/PositionSlider.vue'
import { useDesk } from '~/desk/useDesk'
import { useJointControl } from '~/model/pose/useJointControl'
import { display, seconds } from '~/fields/display'
import { usePanelsStore } from '~/model/screen/panels'
import { useDeskStore } from '~/desk/desk'
import { useMechanismStore } from '~/model/document/mechanism'
import { TOLERANCES, useRecorderStore } from '~/desk/recorder'

const WAYS = [
  { value: 'slider', title: 'slider' },
  { value: 'knob', title: 'knob' },
  { value: 'number', title: 'number' },
] as const

const desk = useDeskStore()
const panels = usePanelsStore()
const recorder = useRecorderStore()
const mechanism = useMechanismStore()
const { joints, datums, offered, refusal, put, pull, takeOff, showAs, range } = useDesk()
const { startHere } = useJointControl()
const wanted = shallowRef<DeskControl | null>(null)
const fault = ref('')
const isEmpty = computed(() => joints.value.length + datums.value.length === 0)

async function add(choice: DeskControl | null) {
  if (!choice) return
  const refused = await put(choice)
  fault.value = reasons(refused)
  await nextTick()
  wanted.value = null
}
const ends = (index: number) => {
  const { reading } = joints.value[index]!
  const { channel } = reading
  const { lower, upper } = range(reading)
  return [display(lower, channel.dimension, 0), display(upper, channel.dimension, 0)] as const
}

const { pause, resume } = useRafFn(recorder.tick, { immediate: false })
watch(
  () => recorder.recording,
  (on) => (on ? resume() : pause()),
  { immediate: true },
)
onBeforeUnmount(recorder.stop)
const toggle = () => (recorder.recording ? recorder.stop() : recorder.begin(startHere))
</script>

<template>
  <section aria-label="Control desk">
    <header>
      <h2 class="heading">Desk</h2>
      <v-btn
        v-if="mechanism.scenario"
        size="small"
        :class="{ on: recorder.recording }"
        :prepend-icon="recorder.recording ? mdiStop : mdiRecord"
        :aria-pressed="recorder.recording"
        :disabled="isEmpty && !recorder.recording"
        @click="toggle"
      >
        {{ recorder.recording ? `Stop at ${seconds(recorder.elapsed, 1)}` : 'Record' }}
      </v-btn>
      <v-select
        v-model="recorder.tolerance"
        class="tolerance"
        aria-label="Tolerance of the moves"
        :items="TOLERANCES"
        :disabled="recorder.recording"
      />
      <IconButton :icon="mdiClose" size="small" name="Close the desk" @click="panels.desk = false" />
    </header>
    <div class="body">
      <p v-if="recorder.outcome" class="outcome" :class="{ failed: recorder.failed }" role="status">
        {{ recorder.outcome }}
      </p>
      <FaultLine :text="refusal" />
      <p v-if="isEmpty" class="muted">
        Put joints on the desk to move them by hand, or a datum of the gripper to drag it. What is done can be
        recorded into lanes.
      </p>
      <ul>
        <li v-for="({ index, control, reading }, k) in joints" :key="reading.channel.key" class="control">
          <label class="name">
            <input
              type="checkbox"
              :checked="desk.together.has(reading.channel.key)"
              :aria-label="`Move ${reading.channel.name} together with others`"
              title="Moved together with the others that are ticked"
              @change="desk.toggleTogether(reading.channel.key)"
            />
            <span>{{ reading.channel.name }}</span>
          </label>
          <v-select
            class="way"
            :aria-label="`${reading.channel.name} is set by`"
            :items="WAYS"
            :model-value="control.as ?? 'slider'"
            @update:model-value="showAs(index, reading.channel.name, $event)"
          />
          <IconButton
            :icon="mdiClose"
            size="x-small"
            :name="`Remove ${reading.channel.name} from the desk`"
            @click="takeOff(index, reading.channel.name)"
          />
          <div class="setting" :class="control.as">
            <PositionKnob v-if="control.as === 'knob'" :reading="reading" @pull="pull(reading, $event)" />
            <PositionSlider
              v-else-if="control.as !== 'number'"
              :reading="reading"
              @pull="pull(reading, $event)"
            />
            <PositionNumber :reading="reading" />
            <small class="muted tabular">{{ ends(k)[0] }} … {{ ends(k)[1] }}</small>
          </div>
        </li>
        <li v-for="{ index, grip } in datums" :key="grip.datum" class="control">
          <span class="name">{{ grip.name }} of {{ mechanism.nameOf(grip.body) }}</span>
          <small class="muted">drag its mark</small>
          <IconButton
            :icon="mdiClose"
            size="x-small"
            :name="`Remove ${grip.name} from the desk`"
            @click="takeOff(index, grip.name)"
          />
          <div class="setting datum"><DatumControl :grip="grip" /></div>
        </li>
      </ul>
      <v-autocomplete
        v-model="wanted"
        label="Put on the desk"
        placeholder="a joint, or a point to drag …"
        density="compact"
        variant="outlined"
        hide-details
        auto-select-first
        :items="offered"
        no-data-text="Nothing of that name can be moved."
        @update:model-value="add"
      />
      <FaultLine :text="fault" />
    </div>
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  border-left: 1px solid rgb(var(--v-theme-line));
}

header {
  display: flex;
  gap: 6px;
  align-items: center;
  padding: 2px 4px 2px 12px;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.heading {
  flex: 1;
  padding: 0;
  white-space: nowrap;
}

.on {
  color: rgb(var(--v-theme-error));
}

.tolerance,
.way {
  flex: none;
}

.tolerance {
  width: 116px;
}

.tolerance :deep(.v-field__input),
.way :deep(.v-field__input) {
  min-height: 24px;
  padding-block: 0;
  font-size: 12px;
}

.tolerance :deep(.v-field),
.way :deep(.v-field) {
  --v-input-control-height: 24px;
}

.body {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  padding: 8px 12px;
  overflow-y: auto;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

p {
  margin: 0;
}

.outcome {
  padding: 5px 8px;
  font-size: 12px;
  background: rgb(var(--v-theme-primary-soft));
  border-radius: 6px;
}

.outcome.failed {
  color: rgb(var(--v-theme-error));
  background: rgb(var(--v-theme-error-soft));
}

.control {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 92px 22px;
  gap: 2px 6px;
  align-items: center;
  padding-bottom: 6px;
}

.name {
  display: flex;
  gap: 6px;
  align-items: center;
  overflow: hidden;
  font-weight: 500;
  white-space: nowrap;
}

.name input {
  accent-color: rgb(var(--v-theme-primary));
}

.setting {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 116px;
  grid-column: 1 / -1;
  gap: 0 8px;
  align-items: center;
}

.setting.knob {
  grid-template-columns: 44px 116px minmax(0, 1fr);
}

.setting.number {
  grid-template-columns: 116px minmax(0, 1fr);
}

.setting.datum {
  grid-template-columns: minmax(0, 1fr);
}
</style>
