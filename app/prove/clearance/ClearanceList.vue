<script setup lang="ts">
/** Clearances over the motion: what overlaps, what touches, what comes near; the pair that is looked at can be left out or kept. */
import { mdiAlert, mdiArrowCollapseHorizontal, mdiCircleSmall } from '@mdi/js'
import FindingBar from '~/fields/FindingBar.vue'
import FaultLine from '~/fields/FaultLine.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { display, seconds } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { keyOf, useClearanceStore } from './clearance'
import { stateOf, valueWords, whenWords } from './clearance-words'
import PairChoice from './PairChoice.vue'
import { usePairs } from './usePairs'
import { useShared } from './useShared'

const mechanism = useMechanismStore()
const playback = usePlaybackStore()
const clearance = useClearanceStore()
const pairs = usePairs()
const shared = useShared()
const { fault } = pairs

const ICONS = { overlaps: mdiAlert, touches: mdiArrowCollapseHorizontal, near: mdiCircleSmall }
const STATES = { overlaps: 'overlap', touches: 'touch', near: 'near' }
const count = computed(() => clearance.sorted.filter((pair) => stateOf(pair) === 'overlaps').length)
const summary = computed(() => {
  const { found, effort } = clearance
  if (!found) return ''
  const left = found.ignored.length > 0 ? `, ${found.ignored.length} left out` : ''
  const took = effort ? ` in ${seconds(effort.seconds, 1)}` : ''
  return `${found.pairs.length === 1 ? '1 pair' : `${found.pairs.length} pairs`}, between frames too${took}; ${found.joined} joined${left}.`
})
const settings = computed(() => mechanism.document?.clearance)
const set = (field: 'touching' | 'near') => (value: unknown) =>
  mechanism.edit(`Clearances: ${field}`, (draft) => {
    draft.clearance = { ...draft.clearance, [field]: value }
  })
const open = computed(() =>
  (clearance.found?.open ?? []).map(({ body, edges }) => ({
    body,
    words: edges
      .slice(0, 3)
      .map(([from, to]) => [from, to].map((p) => p.map((c) => (1000 * c).toFixed(1)).join(', ')).join(' to '))
      .join('; '),
    count: edges.length,
  })),
)
</script>

<template>
  <div class="clearances">
    <div class="ways">
      <v-btn v-if="clearance.progress === null" class="find" @click="clearance.find">Find clearances</v-btn>
      <FindingBar
        v-else
        :share="clearance.progress"
        label="Clearances being found"
        @cancel="clearance.cancel"
      />
    </div>
    <FaultLine inset :text="clearance.fault || fault" />
    <p v-if="!clearance.found" class="muted note">
      Every two bodies that no joint joins are followed over the whole motion, between frames too. What
      overlaps, touches or comes near is listed here, with its worst place.
    </p>
    <template v-else>
      <p class="note" role="status">
        <strong v-if="count > 0" class="bad">{{
          count === 1 ? 'One pair overlaps.' : `${count} pairs overlap.`
        }}</strong>
        <strong v-else class="good">Nothing overlaps.</strong>
        <span v-if="clearance.stopsAt !== null" class="said">
          The first overlap begins
          <button type="button" class="link tabular" @click="playback.goTo(clearance.stopsAt)">
            at {{ seconds(clearance.stopsAt, 3) }}
          </button>
        </span>
        <span class="muted said">{{ summary }}</span>
        <span v-if="clearance.isOld" class="muted said">This is of the motion before the last edit.</span>
      </p>
      <ul>
        <li v-for="pair in clearance.sorted" :key="keyOf(pair)">
          <button
            type="button"
            class="row"
            :aria-pressed="clearance.chosen === keyOf(pair)"
            @click="pairs.choose(pair)"
          >
            <v-icon
              :icon="ICONS[stateOf(pair)]"
              size="15"
              :class="stateOf(pair)"
              :aria-label="STATES[stateOf(pair)]"
            />
            <span class="words">
              <strong>{{ pairs.namesOf(pair) }}</strong>
              <span class="muted found tabular">{{ whenWords(pair) }}</span>
            </span>
            <span class="value tabular" :class="stateOf(pair)">{{ valueWords(pair) }}</span>
          </button>
          <div v-if="clearance.chosen === keyOf(pair)" class="more">
            <p v-if="pair.contacts.length > 1" class="muted">
              <button
                v-for="contact in pair.contacts.slice(0, 12)"
                :key="contact.from"
                type="button"
                class="link tabular"
                @click="playback.goTo(contact.time)"
              >
                {{ seconds(contact.from, 3) }}
              </button>
            </p>
            <p v-if="pair.unproved > 0 && stateOf(pair) === 'near'" class="muted">
              While they glide within {{ display(pair.nearest?.distance ?? 0, 'length', 0) }} they are looked
              at every {{ seconds(pair.unproved, 4) }}.
            </p>
            <p v-if="shared.said.value.pair === keyOf(pair)" role="status">{{ shared.said.value.words }}</p>
            <v-btn
              v-if="stateOf(pair) === 'overlaps'"
              size="small"
              title="The volume that they share where they are at the playhead"
              @click="shared.look(pair, keyOf(pair))"
              >Volume shared</v-btn
            >
            <v-btn size="small" @click="pairs.check(pair)">New check</v-btn>
            <v-btn size="small" @click="pairs.measure(pair)">Measure</v-btn>
            <v-btn size="small" @click="pairs.ignore(pair)">Leave out</v-btn>
          </div>
        </li>
      </ul>
      <section v-if="clearance.found.ignored.length > 0" aria-label="Pairs left out">
        <h3 class="heading">Left out</h3>
        <p v-for="[a, b] in clearance.found.ignored" :key="`${a} ${b}`" class="left">
          <span>{{ pairs.namesOf({ a, b }) }}</span>
          <v-btn size="x-small" @click="pairs.lookAgain(a, b)">Look at it again</v-btn>
        </p>
      </section>
      <p v-for="{ body, words, count: edges } in open" :key="body" class="note warn">
        The surface of {{ mechanism.nameOf(body) }} is open at {{ edges }} edges, such as {{ words }} mm on
        the body: its distances hold, but how deep it overlaps is not known. Close it in the program that made
        it, and bring it in again.
      </p>
      <p v-for="id in clearance.found.shapeless" :key="id" class="note warn">
        The shape of {{ mechanism.nameOf(id) }} is not here; it was left out.
      </p>
      <PairChoice />
      <section aria-label="What counts" class="counts">
        <h3 class="heading">What counts</h3>
        <QuantityField
          label="Touching up to"
          :value="settings?.touching ?? '0.05 mm'"
          dimension="length"
          :commit="set('touching')"
        />
        <QuantityField
          label="Near below"
          :value="settings?.near ?? '5 mm'"
          dimension="length"
          :commit="set('near')"
        />
      </section>
    </template>
  </div>
</template>

<style scoped>
.clearances {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
}

.ways {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 8px 12px;
}

.note {
  margin: 2px 14px 8px;
}

.warn {
  color: rgb(var(--v-theme-attention));
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
  border-top: 1px solid rgb(var(--v-theme-line));
}

.row {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: start;
  width: 100%;
  padding: 6px 12px;
  text-align: left;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.row:hover {
  background: rgb(var(--v-theme-line-soft));
}

.row[aria-pressed='true'] {
  background: rgb(var(--v-theme-selected-soft));
}

.row[aria-pressed='true'] .muted,
.row[aria-pressed='true'] .value {
  color: rgb(var(--v-theme-on-selected-soft));
}

.words {
  display: grid;
  min-width: 0;
}

.words strong,
.value {
  font-weight: 600;
}

.found {
  font-size: 12px;
}

.overlaps,
.bad {
  color: rgb(var(--v-theme-error));
}

.good {
  color: rgb(var(--v-theme-success));
}

.more {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 6px 12px 8px 38px;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.more p {
  flex-basis: 100%;
  margin: 0;
  font-size: 12px;
}

/* words that follow on others */
.said {
  margin-left: 4px;
}

.link {
  margin-right: 8px;
  text-decoration: underline;
}

.left {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  margin: 4px 14px;
}

.counts {
  margin-top: 8px;
}
</style>
