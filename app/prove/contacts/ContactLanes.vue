<script setup lang="ts">
/** Over the charts, on their time axis: when the bodies of contacts touch, stick and slide. */
import { contactStretches } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'
import LaneStretch from '../charts/LaneStretch.vue'
import TimeLane from '../charts/TimeLane.vue'
import { closedWords } from './closed-words'

defineProps<{ right: boolean }>()

/** Lanes at most; the others are counted. */
const MOST = 3

const mechanism = useMechanismStore()
const playback = usePlaybackStore()
const run = useRunStore()

const all = computed(() => {
  const { take } = run
  if (!take || take.frames < 2) return []
  return (mechanism.document?.contacts ?? [])
    .map((contact) => ({ contact, stretches: contactStretches(take, contact.id) }))
    .filter(({ stretches }) => stretches.length > 0)
})
/** What touches all the time in one way has nothing to show over time. */
const changing = computed(() => {
  const end = run.take ? (run.take.frames - 1) * run.take.interval : 0
  return all.value.filter(
    ({ stretches: [first, ...more] }) => more.length > 0 || first!.to - first!.from < end,
  )
})
const lanes = computed(() => changing.value.slice(0, MOST))
const rest = computed(() => {
  const steady = all.value.length - changing.value.length
  return [
    changing.value.length > MOST ? `${changing.value.length - MOST} more contacts open and close` : '',
    steady > 0 ? `${counted(steady)} all the time` : '',
  ].filter((words) => words !== '')
})
const counted = (many: number) => (many === 1 ? 'one contact touches' : `${many} contacts touch`)
</script>

<template>
  <section v-if="all.length > 0" class="contacts" aria-label="Contact lanes">
    <TimeLane
      v-for="{ contact, stretches } in lanes"
      :key="contact.id"
      :name="contact.name"
      :note="closedWords(stretches)"
      :right="right"
    >
      <LaneStretch
        v-for="stretch in stretches"
        :key="stretch.from"
        :kind="stretch.kind"
        :from="stretch.from"
        :to="stretch.to"
        @choose="playback.goTo((stretch.from + stretch.to) / 2)"
      />
    </TimeLane>
    <p v-if="rest.length > 0" class="muted rest">{{ rest.join(', ') }}</p>
  </section>
</template>

<style scoped>
.contacts {
  flex: none;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

.rest {
  margin: 0;
  padding: 2px 8px;
  font-size: 12px;
}
</style>
