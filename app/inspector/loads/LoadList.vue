<script setup lang="ts">
/**
 * Loads of the scenario and of the whole mechanism, each with its fields when it is opened, and new ones. For one joint or datum only
 * where one is given.
 */
import { mdiChevronDown, mdiChevronRight, mdiDeleteOutline } from '@mdi/js'
import {
  addLoad,
  alterLoad,
  loadKinds,
  loadsOf,
  loadType,
  reasons,
  removalOf,
  scenarioToFill,
  takesDatum,
} from '@ligamen/core'
import type { AnyLoad, LoadPlace, Problem } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import IconButton from '~/fields/IconButton.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import LoadFields from './LoadFields.vue'

const props = defineProps<{
  /** What new loads act on; all loads are listed without one. */
  place?: LoadPlace
}>()
const mechanism = useMechanismStore()
const opened = ref('')
const fault = ref('')

interface Listed {
  readonly load: AnyLoad
  readonly isForAll: boolean
}
const isHere = (load: AnyLoad): boolean => {
  const { joint, freedom, datum } = load as { joint?: string; freedom?: string; datum?: string }
  const { place } = props
  if (!place) return true
  return 'datum' in place
    ? datum === place.datum
    : joint === place.joint &&
        (place.freedom === undefined || freedom === undefined || freedom === place.freedom)
}
const listed = computed((): Listed[] => {
  const { document, scenario } = mechanism
  if (!document || !scenario) return []
  const of = (id: string | null, isForAll: boolean) =>
    loadsOf(document, id).flatMap((load) => (isHere(load) ? [{ load, isForAll }] : []))
  return [...of(scenario.id, false), ...of(null, true)]
})
const chosen = ref<string | null>(null)
const datums = computed(() =>
  (mechanism.document?.datums ?? []).map(({ id, name, body }) => ({
    value: id,
    title: `${name} (${mechanism.nameOf(body)})`,
  })),
)
/** What a new load acts on. */
const target = computed(() => props.place ?? (chosen.value ? { datum: chosen.value } : null))
const kinds = computed(() =>
  loadKinds().flatMap((kind) =>
    target.value && takesDatum(kind) === 'datum' in target.value
      ? [{ kind, title: loadType(kind).title }]
      : [],
  ),
)
const note = (load: AnyLoad) => loadType(load.kind).note(load)
const tell = (refused: readonly Problem[]) => {
  fault.value = reasons(refused)
}

async function add(kind: string) {
  let made = ''
  const refused = await mechanism.edit(loadType(kind).title, (draft) => {
    made = addLoad(draft, scenarioToFill(draft, mechanism.scenario?.id), kind, target.value!)
  })
  tell(refused)
  if (refused.length === 0) opened.value = made
}
const remove = async (load: AnyLoad) =>
  tell(await mechanism.edit(`Delete ${load.name}`, (draft) => removalOf(draft, [load.id]).document))
const disable = async ({ id, name, suspended }: AnyLoad) =>
  tell(
    await mechanism.edit(`${suspended ? 'Enable' : 'Disable'} ${name}`, (draft) =>
      alterLoad(draft, id, (load) => {
        if (load.suspended) delete load.suspended
        else load.suspended = true
      }),
    ),
  )
/** Moves it from the scenario to the mechanism, or back. */
const share = async ({ load: { id, name }, isForAll }: Listed) =>
  tell(
    await mechanism.edit(`${name}: ${isForAll ? 'in this scenario only' : 'in all scenarios'}`, (draft) => {
      const scenario = draft.scenarios.find((one) => one.id === mechanism.scenario!.id)!
      const [from, to] = isForAll ? [draft, scenario] : [scenario, draft]
      const moved = from.loads!.find((load) => load.id === id)!
      from.loads = from.loads!.filter((load) => load.id !== id)
      to.loads = [...(to.loads ?? []), moved]
    }),
  )
</script>

<template>
  <section aria-label="Loads">
    <h3 class="heading">
      {{ place ? 'Forces here' : 'Loads' }}
      <span>{{ listed.length === 0 ? 'none' : `${listed.length}` }}</span>
    </h3>
    <div v-for="one in listed" :key="one.load.id" class="load" role="group" :aria-label="one.load.name">
      <div class="head">
        <button
          class="name"
          :aria-expanded="opened === one.load.id"
          @click="opened = opened === one.load.id ? '' : one.load.id"
        >
          <v-icon :icon="opened === one.load.id ? mdiChevronDown : mdiChevronRight" size="18" />
          <span :class="{ off: one.load.suspended }">
            <strong>{{ one.load.name }}</strong>
            <small class="muted">
              {{ note(one.load) }}{{ one.isForAll ? ' · all scenarios' : ''
              }}{{ one.load.suspended ? ' · disabled' : '' }}
            </small>
          </span>
        </button>
        <IconButton :icon="mdiDeleteOutline" :name="`Delete ${one.load.name}`" @click="remove(one.load)" />
      </div>
      <div v-if="opened === one.load.id" class="fields">
        <LoadFields :load="one.load" />
        <div class="ways">
          <v-btn size="small" :aria-pressed="one.load.suspended === true" @click="disable(one.load)">
            {{ one.load.suspended ? 'Enable' : 'Disable' }}
          </v-btn>
          <v-btn size="small" @click="share(one)">
            {{ one.isForAll ? 'In this scenario only' : 'In all scenarios' }}
          </v-btn>
        </div>
      </div>
    </div>
    <template v-if="!place">
      <p class="hint muted">
        Springs, friction and motors of a joint are added where they act: pick the joint. A force on a body
        acts at one of its datums:
      </p>
      <div class="hint">
        <v-autocomplete
          v-model="chosen"
          label="Datum"
          :items="datums"
          no-data-text="No datum of that name."
        />
      </div>
    </template>
    <div v-if="target" class="ways">
      <v-menu>
        <template #activator="{ props: activator }">
          <v-btn v-bind="activator">Add a force…</v-btn>
        </template>
        <v-list density="compact">
          <v-list-item v-for="{ kind, title } in kinds" :key="kind" :title="title" @click="add(kind)" />
        </v-list>
      </v-menu>
    </div>
    <FaultLine :text="fault" inset />
  </section>
</template>

<style scoped>
.load {
  margin: 2px 14px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}

.head {
  display: flex;
  align-items: center;
}

.name {
  display: flex;
  flex: 1;
  gap: 4px;
  align-items: center;
  min-width: 0;
  padding: 5px 4px;
  text-align: left;
}

.name span {
  display: grid;
  min-width: 0;
}

.name strong {
  overflow: hidden;
  font-weight: 600;
  text-overflow: ellipsis;
}

.off {
  text-decoration: line-through;
}

.fields {
  padding-bottom: 6px;
  border-top: 1px solid rgb(var(--v-theme-line));
}

.fields :deep(.field) {
  padding-inline: 8px;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 6px 14px;
}

.hint {
  margin: 4px 14px;
}
</style>
