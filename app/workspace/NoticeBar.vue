<script setup lang="ts">
/** What needs a decision or an explanation, above the model: a conflict, a stopped motion, a recovered edit. */
import { reasons } from '@ligamen/core'
import type { Advice } from '@ligamen/core'
import RunNotes from '~/drive/scenario/RunNotes.vue'
import ScenarioFaults from '~/drive/scenario/ScenarioFaults.vue'
import { describeChanges } from '~/workspace/changes'
import { seconds } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useMendingStore } from '~/model/run/mending'
import { useRunStore } from '~/model/run/run'
import { useSavingStore } from '~/model/document/saving'
import { useStageStore } from '~/model/screen/stage'

defineProps<{
  recovered: boolean
  /** Whether edits were found that cannot be read. */
  unreadable: boolean
  /** Why our version could not be kept as a copy. */
  fault: string
}>()
const emit = defineEmits<{ takeTheirs: []; keepAsCopy: []; download: []; discard: [] }>()
const isMemoryTold = ref(false)
const mechanism = useMechanismStore()
const run = useRunStore()
const mending = useMendingStore()
const playback = usePlaybackStore()
const saving = useSavingStore()
const stage = useStageStore()

const conflict = computed(() => {
  const met = saving.conflict
  if (!met) return null
  const mine = mechanism.document
  return {
    at: new Date(met.changedAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }),
    // without the version that both started from, only what differs can be told
    knows: met.base !== null,
    there: met.base ? describeChanges(met.base, met.theirs) : [],
    here: mine ? describeChanges(met.base ?? met.theirs, mine) : [],
  }
})
const motion = computed(() => {
  if (mechanism.problems.length > 0) return reasons(mechanism.problems)
  // what keeps a scenario from starting is told with what would mend it
  if (!run.problem || run.problem === run.report?.problem) return ''
  const kept =
    run.stale && run.take
      ? ` The last good motion (${seconds(run.take.frames * run.take.interval)}) stays.`
      : ''
  return run.problem.message + kept
})

/** What would make a stored document hold again. */
const ways = shallowRef<readonly Advice[]>([])
watch(
  () => mechanism.problems,
  async (problems) => {
    ways.value = []
    if (problems.length > 0) ways.value = await mechanism.ask('mend', undefined)
  },
  { immediate: true },
)
/** What would let a stopped motion go on. */
const onward = computed(() => (run.problem === run.report?.problem ? [] : mending.waysOf(run.problem)))
</script>

<template>
  <div class="notices">
    <div v-if="conflict" class="notice" role="alert">
      <strong>This mechanism was saved somewhere else at {{ conflict.at }}.</strong>
      <span>
        Your edits are kept here and are not saved yet.
        <template v-if="conflict.there.length > 0">Changed there: {{ conflict.there.join('; ') }}.</template>
        <template v-if="conflict.here.length > 0">
          {{ conflict.knows ? 'Changed here' : 'Different here' }}: {{ conflict.here.join('; ') }}.
        </template>
        <template v-else-if="conflict.there.length === 0">Both versions are the same.</template>
      </span>
      <span class="choices">
        <v-btn color="primary" variant="flat" @click="saving.keepMine">Save mine over it</v-btn>
        <v-btn @click="emit('keepAsCopy')">Keep mine as a copy</v-btn>
        <v-btn @click="emit('takeTheirs')">Take theirs</v-btn>
      </span>
    </div>
    <div v-if="saving.state === 'refused'" class="notice" role="alert">
      <strong>The server did not take the last edit.</strong> {{ saving.refusal }}
      <span class="choices"><v-btn @click="emit('keepAsCopy')">Keep mine as a copy</v-btn></span>
    </div>
    <div v-if="fault" class="notice" role="alert">
      <strong>Your version could not be kept as a copy.</strong> {{ fault }}
    </div>
    <div v-if="unreadable" class="notice" role="alert">
      Edits of this mechanism that had not reached the server were found in this browser, but they cannot be
      read, or are of another version of Ligamen. They were set aside.
      <span class="choices">
        <v-btn @click="emit('download')">Download them</v-btn>
        <v-btn @click="emit('discard')">Discard them</v-btn>
      </span>
    </div>
    <div v-if="saving.inMemoryOnly && !isMemoryTold" class="notice" role="alert">
      This browser keeps nothing (its storage is blocked or full): edits that have not reached the server are
      kept in memory only, until this page is closed.
      <span class="choices"><v-btn @click="isMemoryTold = true">Understood</v-btn></span>
    </div>
    <div v-if="motion" class="notice" role="alert">
      {{ motion }}
      <span v-if="run.take?.stopped && run.problem === run.take.stopped" class="choices">
        <v-btn @click="playback.step(Infinity)">Go to where it stops</v-btn>
      </span>
      <span v-if="onward.length > 0" class="choices">
        <v-btn v-for="way in onward" :key="way.sentence" @click="mending.take(way)">{{ way.sentence }}</v-btn>
      </span>
      <span v-if="ways.length > 0" class="choices">
        <v-btn v-for="way in ways" :key="way.sentence" @click="mending.take(way)">{{ way.sentence }}</v-btn>
      </span>
      <span v-if="onward.length + ways.length > 0">{{ mending.fault }}</span>
    </div>
    <ScenarioFaults v-if="stage.plays" class="notice" />
    <RunNotes v-if="stage.plays" />
    <div v-if="recovered && saving.state === 'saved'" class="notice calm" role="status">
      Edits that had not reached the server were found here and are saved now.
    </div>
  </div>
</template>

<style scoped>
.notices {
  display: flex;
  flex: none;
  flex-direction: column;
  gap: 6px;
  max-height: 45%;
  padding: 6px 10px;
  overflow: auto;
  background: rgb(var(--v-theme-surface));
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

/* nothing to tell takes no room */
.notices:empty,
.notices:not(:has(*)) {
  display: none;
}

.notice {
  display: flex;
  flex-direction: column;
  gap: 4px;
  align-self: flex-start;
  max-width: 640px;
  padding: 8px 12px;
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
  border: 1px solid rgb(var(--v-theme-attention));
  border-radius: 8px;
}

.calm {
  color: rgb(var(--v-theme-on-primary-soft));
  background: rgb(var(--v-theme-primary-soft));
  border-color: rgb(var(--v-theme-primary));
}

.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 4px;
}
</style>
