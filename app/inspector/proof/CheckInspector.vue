<script setup lang="ts">
/** A check: the sentence, what was found with its margin and worst place, its fields, whether it counts. */
import { checkSentence, reasons } from '@ligamen/core'
import type { Check } from '@ligamen/core'
import EntityActions from '../EntityActions.vue'
import FactRow from '~/fields/FactRow.vue'
import CheckFields from './CheckFields.vue'
import FaultLine from '~/fields/FaultLine.vue'
import NameField from '~/fields/NameField.vue'
import TextCommit from '~/fields/TextCommit.vue'
import { seconds } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import CheckState from '~/prove/checks/CheckState.vue'
import { marginWords } from '~/prove/checks/check-words'
import { useProofStore } from '~/prove/proof'

const props = defineProps<{ check: Check }>()
const mechanism = useMechanismStore()
const playback = usePlaybackStore()
const proof = useProofStore()
const fault = ref('')

const result = computed(() => proof.resultOf(props.check.id))
const sentence = computed(() => (mechanism.document ? checkSentence(mechanism.document, props.check) : ''))

function alter(words: string, change: (check: Check) => void) {
  return mechanism.edit(`${props.check.name}: ${words}`, (draft) =>
    change(draft.checks!.find(({ id }) => id === props.check.id)!),
  )
}
async function tell(edit: ReturnType<typeof alter>) {
  fault.value = reasons(await edit)
}
const rename = (name: string) => tell(alter('rename', (check) => (check.name = name)))
const setText = (field: 'muted' | 'note') => (text: string) =>
  alter(field === 'muted' ? 'muted' : 'note', (check) => {
    if (text === '') Reflect.deleteProperty(check, field)
    else check[field] = text
  })
const mute = () => tell(alter('mute', (check) => (check.muted = 'for now')))
const unmute = () => tell(alter('counts again', (check) => delete check.muted))
const scenarios = computed(() => [
  { value: '', title: 'every scenario' },
  ...(mechanism.document?.scenarios ?? []).map(({ id, name }) => ({ value: id, title: name })),
])
const setScenario = (id: string) =>
  tell(
    alter('scenario', (check) => {
      if (id === '') delete check.scenario
      else check.scenario = id
    }),
  )
const go = playback.goTo
</script>

<template>
  <h2 class="heading">Check <CheckState v-if="result" :state="result.state" /></h2>
  <p class="sentence">{{ sentence }}.</p>
  <template v-if="result">
    <FactRow name="Found">{{ result.found }}</FactRow>
    <FactRow v-if="result.margin !== null" name="Margin">
      <strong :class="result.margin < 0 ? 'lost' : 'kept'">{{ marginWords(result) }}</strong>
    </FactRow>
    <FactRow v-if="result.time !== null" name="Worst place">
      {{ seconds(result.time, 3) }}
      <v-btn size="x-small" @click="go(result.time)">Go there</v-btn>
    </FactRow>
    <FactRow v-if="result.stretches.length > 0" name="Not met in">
      <button
        v-for="[from, to] in result.stretches.slice(0, 8)"
        :key="from"
        type="button"
        class="link"
        @click="go(from)"
      >
        {{ seconds(from, 3) }} to {{ seconds(to, 3) }}
      </button>
    </FactRow>
    <p v-if="proof.isOld" class="muted note">This is of the motion before the last edit.</p>
  </template>
  <h3 class="heading">What is demanded</h3>
  <div class="field"><NameField label="Name" :value="check.name" @commit="rename" /></div>
  <CheckFields :check="check" :alter="alter" />
  <div class="field">
    <v-select
      label="Holds in"
      :items="scenarios"
      :model-value="check.scenario ?? ''"
      @update:model-value="setScenario"
    />
  </div>
  <h3 class="heading">In the report</h3>
  <TextCommit label="A sentence of your own" :value="check.note ?? ''" :commit="setText('note')" />
  <template v-if="check.muted !== undefined">
    <TextCommit label="Muted, because" :value="check.muted" :commit="setText('muted')" />
    <div class="field"><v-btn @click="unmute">Count it again</v-btn></div>
  </template>
  <div v-else class="field"><v-btn @click="mute">Mute</v-btn></div>
  <FaultLine inset :text="fault" />
  <EntityActions :id="check.id" />
</template>

<style scoped>
.sentence {
  margin: 0;
  padding: 2px 14px 6px;
}

.field {
  padding: 5px 14px;
}

.note {
  margin: 0;
  padding: 0 14px;
  font-size: 12px;
}

.kept {
  color: rgb(var(--v-theme-success));
}

.lost {
  color: rgb(var(--v-theme-error));
}

.link {
  display: block;
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
}
</style>
