<script setup lang="ts">
/** The mobility line: how free the mechanism is, in a sentence that opens the details. */
import { mdiRecordCircleOutline } from '@mdi/js'
import { useMechanismStore } from '~/stores/mechanism'
import { useRunStore } from '~/stores/run'

const run = useRunStore()
const mechanism = useMechanismStore()

const redundant = computed(() => {
  const byJoint = new Map<string, string[]>()
  for (const { joint, direction } of run.report?.mobility.redundant ?? []) {
    byJoint.set(joint, [...(byJoint.get(joint) ?? []), direction])
  }
  return [...byJoint].map(([joint, directions]) => ({
    name: mechanism.document?.joints.find((j) => j.id === joint)?.name ?? joint,
    directions: directions.join(', '),
  }))
})
</script>

<template>
  <v-menu v-if="run.report" :close-on-content-click="false" location="bottom start">
    <template #activator="{ props: menu }">
      <button type="button" class="chip" v-bind="menu" title="Open the details of the mobility">
        <v-icon :icon="mdiRecordCircleOutline" size="14" />
        <span>{{ run.report.words.line }}</span>
      </button>
      <button v-if="run.report.words.redundancies" type="button" class="chip attention" v-bind="menu">
        {{ run.report.words.redundancies }}
      </button>
    </template>
    <v-card class="details" width="380">
      <strong>{{ run.report.words.line }}</strong>
      <p>
        {{ run.report.mobility.coordinates }} coordinates of the joints along the tree,
        {{ run.report.mobility.rows }} conditions of the joints that close loops, of which
        {{ run.report.mobility.rank }} count.
      </p>
      <template v-if="redundant.length > 0">
        <strong>Held more than once</strong>
        <ul>
          <li v-for="row in redundant" :key="row.name">{{ row.name }}: {{ row.directions }}</li>
        </ul>
        <p class="muted">
          Harmless: the other joints hold these directions already and agree with it. In a real machine they
          ask for exact parts or a little play.
        </p>
      </template>
      <p v-if="run.report.mobility.floating.length > 0">
        Not tied to ground: {{ run.report.mobility.floating.join(', ') }}.
      </p>
    </v-card>
  </v-menu>
</template>

<style scoped>
.chip {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  padding: 4px 10px;
  font-size: 12px;
  font-weight: 500;
  color: rgb(var(--v-theme-on-primary-soft));
  white-space: nowrap;
  background: rgb(var(--v-theme-primary-soft));
  border-radius: 14px;
}

.attention {
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
}

.details {
  padding: 14px;
}

.details p {
  margin: 6px 0 10px;
}

.details ul {
  margin: 4px 0;
  padding-left: 18px;
}
</style>
