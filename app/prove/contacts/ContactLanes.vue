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
const MOST = 6

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
const lanes = computed(() => all.value.slice(0, MOST))
</script>

<template>
  <section v-if="lanes.length > 0" class="contacts" aria-label="Contact lanes">
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
    <p v-if="all.length > MOST" class="muted rest">and {{ all.length - MOST }} more contacts</p>
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
