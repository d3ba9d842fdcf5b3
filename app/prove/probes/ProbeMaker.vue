<script setup lang="ts">
/** A form for a new probe: what is measured, and of what. */
import { probeKinds } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import PickField from '~/fields/PickField.vue'
import { isForMenu } from '~/fields/menus'
import { useMechanismStore } from '~/model/document/mechanism'
import { useProbeMakerStore } from './probe-maker'
import {
  ALONG_WORDS,
  demands,
  directionsOf,
  expressionNames,
  PROBE_WORDS,
  RELATIONS_OF,
  takes,
} from './probe-words'

const mechanism = useMechanismStore()
const maker = useProbeMakerStore()
const form = maker.form

const kinds = probeKinds().map((value) => ({ value, title: PROBE_WORDS[value] ?? value }))
const named = <T extends { id: string; name: string }>(entries: readonly T[] = []) =>
  entries.map(({ id, name }) => ({ value: id, title: name }))
const directions = computed(() => {
  const all = directionsOf(form.kind).map((value) => ({ value, title: ALONG_WORDS[value] }))
  return demands(form.kind, 'along') ? all : [{ value: undefined, title: 'its size' }, ...all]
})
const relations = computed(() =>
  named(mechanism.document?.relations?.filter(({ kind }) => RELATIONS_OF[form.kind]?.includes(kind))),
)
const isFrom = computed(() => takes(form.kind, 'from'))
const names = computed(() => [...expressionNames(mechanism.document?.probes ?? []).values()])
onBeforeUnmount(maker.end)
</script>

<template>
  <form
    class="maker"
    aria-label="New probe"
    @submit.prevent="maker.make"
    @keydown.escape.stop="isForMenu() || maker.end()"
  >
    <v-autocomplete v-model="form.kind" label="What is measured" :items="kinds" auto-select-first />
    <PickField v-if="takes(form.kind, 'datum')" :picks="maker" which="first" />
    <v-select
      v-if="directions.length > 1"
      v-model="form.along"
      :label="
        form.kind === 'orientation' || form.kind === 'angular-velocity' ? 'About the axis' : 'Direction'
      "
      :items="directions"
    />
    <template v-if="isFrom">
      <p v-if="!demands(form.kind, 'from')" class="muted">
        {{
          takes(form.kind, 'joint')
            ? 'Along the axes of the joint, unless another place is picked:'
            : 'Seen from ground, unless a second place is picked:'
        }}
      </p>
      <PickField :picks="maker" which="second" />
    </template>
    <v-autocomplete
      v-if="takes(form.kind, 'joint')"
      v-model="form.joint"
      label="Joint"
      :items="named(mechanism.document?.joints)"
      auto-select-first
    />
    <v-select
      v-if="takes(form.kind, 'joint') && maker.freedoms.length > 0"
      v-model="form.freedom"
      label="Freedom"
      :items="maker.freedoms"
    />
    <v-autocomplete
      v-if="takes(form.kind, 'against')"
      v-model="form.against"
      label="Compared with"
      :items="named(mechanism.document?.joints)"
      auto-select-first
    />
    <v-autocomplete
      v-if="takes(form.kind, 'body')"
      v-model="form.body"
      label="Body or group"
      :items="[...named(mechanism.document?.groups), ...named(mechanism.document?.bodies)]"
      auto-select-first
    />
    <v-autocomplete
      v-if="takes(form.kind, 'other')"
      v-model="form.other"
      label="The other body or group"
      :items="[...named(mechanism.document?.groups), ...named(mechanism.document?.bodies)]"
      auto-select-first
    />
    <v-select
      v-if="takes(form.kind, 'mate')"
      v-model="form.mate"
      label="Mate"
      :items="named(mechanism.document?.mates)"
      no-data-text="There is no mate."
    />
    <v-select
      v-if="takes(form.kind, 'spring')"
      v-model="form.spring"
      label="Spring"
      :items="named(mechanism.document?.springs)"
      no-data-text="There is no spring."
    />
    <v-select
      v-if="takes(form.kind, 'contact')"
      v-model="form.contact"
      label="Contact"
      :items="named(mechanism.document?.contacts)"
      no-data-text="There is no contact."
    />
    <v-select
      v-if="takes(form.kind, 'relation')"
      v-model="form.relation"
      label="Relation"
      :items="relations"
      no-data-text="There is no such relation."
    />
    <template v-if="takes(form.kind, 'expression')">
      <v-text-field v-model="form.expression" label="Expression" spellcheck="false" autocomplete="off" />
      <p class="muted names">
        Such as 2 * {{ names[0] ?? 'height' }} - 12 mm. Names: {{ names.join(', ') || 'none yet' }}.
      </p>
    </template>
    <FaultLine :text="maker.fault" />
    <div class="ways">
      <v-btn type="submit" color="primary" variant="flat" :disabled="maker.missing !== ''">Measure</v-btn>
      <v-btn @click="maker.end">Cancel</v-btn>
    </div>
    <p v-if="maker.missing" class="muted">{{ maker.missing }}</p>
  </form>
</template>

<style scoped>
.maker {
  display: grid;
  flex: none;
  gap: 8px;
  max-height: 70%;
  padding: 10px 12px;
  overflow-y: auto;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

p {
  margin: 0;
  font-size: 12px;
}

.names {
  max-height: 64px;
  overflow-y: auto;
  overflow-wrap: anywhere;
}

.ways {
  display: flex;
  gap: 6px;
}
</style>
