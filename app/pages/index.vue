<script setup lang="ts">
/** The start page: the projects with their mechanisms. */
import { mdiDotsVertical, mdiMagnify, mdiPlus, mdiWeatherNight, mdiWhiteBalanceSunny } from '@mdi/js'
import IconButton from '~/fields/IconButton.vue'
import FaultLine from '~/fields/FaultLine.vue'
import KeptEdits from '~/start/KeptEdits.vue'
import MechanismCard from '~/start/MechanismCard.vue'
import NameDialog from '~/start/NameDialog.vue'
import NewMechanismDialog from '~/start/NewMechanismDialog.vue'
import RemoveDialog from '~/start/RemoveDialog.vue'
import BrandMark from '~/theme/BrandMark.vue'
import { useAppearance } from '~/theme/useAppearance'
import { listed } from '~/start/order'
import type { Order } from '~/start/order'
import { useProjects } from '~/start/useProjects'
import { api } from '~/model/document/api'
import type { MechanismSummary, ProjectSummary } from '~~/shared/api'
import { when } from '~/fields/when'

type Asking =
  | { what: 'new-project' }
  | { what: 'new-mechanism'; project: ProjectSummary }
  | { what: 'rename-project' | 'remove-project'; project: ProjectSummary }
  | { what: 'rename-mechanism' | 'remove-mechanism'; mechanism: MechanismSummary }

const { projects, loading, fault, load, act } = useProjects()
const { isDark, toggle } = useAppearance()
const asking = ref<Asking | null>(null)
const words = ref('')
const order = ref<Order>('changed')
const found = computed(() => listed(projects.value, words.value ?? '', order.value))
const ORDER_TITLES = [
  { value: 'changed', title: 'newest first' },
  { value: 'name', title: 'by name' },
]
useHead({ title: 'Ligamen' })

async function createMechanism(project: ProjectSummary, { name, start }: { name: string; start: string }) {
  const made = await act(api.createMechanism(project.id, name, start))
  asking.value = null
  if (made) await navigateTo(`/mechanisms/${made.id}`)
}

async function settle(action: Promise<unknown>) {
  await action
  asking.value = null
}

const count = (n: number) => (n === 1 ? '1 mechanism' : `${n} mechanisms`)
</script>

<template>
  <div class="start">
    <header>
      <BrandMark />
      <span class="spacer" />
      <v-btn :prepend-icon="mdiPlus" @click="asking = { what: 'new-project' }">New project</v-btn>
      <IconButton
        :icon="isDark ? mdiWhiteBalanceSunny : mdiWeatherNight"
        :name="isDark ? 'Light theme' : 'Dark theme'"
        @click="toggle"
      />
    </header>
    <main>
      <h1 class="sr-only">Projects</h1>
      <FaultLine :text="fault"><v-btn @click="load">Try again</v-btn></FaultLine>
      <KeptEdits />
      <p v-if="!loading && !fault && projects.length === 0" class="empty">
        There is no project yet. A project keeps the mechanisms of one machine together.
        <v-btn color="primary" variant="flat" @click="asking = { what: 'new-project' }">New project</v-btn>
      </p>
      <div v-if="projects.length > 0" class="finding">
        <v-text-field
          v-model="words"
          label="Find a project or a mechanism"
          :prepend-inner-icon="mdiMagnify"
          clearable
          @keydown.escape="words = ''"
        />
        <v-select v-model="order" label="Order" :items="ORDER_TITLES" />
      </div>
      <p v-if="projects.length > 0 && found.length === 0" class="empty" role="status">
        No project and no mechanism is called “{{ words }}”.
        <v-btn @click="words = ''">Show all</v-btn>
      </p>
      <section v-for="project in found" :key="project.id" :aria-label="`Project ${project.name}`">
        <div class="title">
          <h2>{{ project.name }}</h2>
          <span class="muted"
            >{{ count(project.mechanisms.length) }} · changed {{ when(project.changedAt, new Date()) }}</span
          >
          <v-menu>
            <template #activator="{ props: menu }">
              <IconButton
                v-bind="menu"
                :icon="mdiDotsVertical"
                :name="`More for the project ${project.name}`"
              />
            </template>
            <v-list density="compact">
              <v-list-item title="Rename" @click="asking = { what: 'rename-project', project }" />
              <v-list-item title="Copy" @click="act(api.copyProject(project.id))" />
              <v-list-item title="Delete" @click="asking = { what: 'remove-project', project }" />
            </v-list>
          </v-menu>
          <span class="spacer" />
          <v-btn
            color="primary"
            variant="flat"
            :prepend-icon="mdiPlus"
            @click="asking = { what: 'new-mechanism', project }"
          >
            New mechanism
          </v-btn>
        </div>
        <div class="cards">
          <MechanismCard
            v-for="mechanism in project.mechanisms"
            :key="mechanism.id"
            :mechanism="mechanism"
            @rename="asking = { what: 'rename-mechanism', mechanism }"
            @copy="act(api.copyMechanism(mechanism.id))"
            @remove="asking = { what: 'remove-mechanism', mechanism }"
          />
          <p v-if="project.mechanisms.length === 0" class="muted">
            Nothing here yet: begin with “New mechanism”.
          </p>
        </div>
      </section>
    </main>

    <NameDialog
      v-if="asking?.what === 'new-project'"
      title="New project"
      name=""
      action="Create"
      @done="settle(act(api.createProject($event)))"
      @cancel="asking = null"
    />
    <NameDialog
      v-else-if="asking?.what === 'rename-project'"
      title="Rename the project"
      :name="asking.project.name"
      action="Rename"
      @done="settle(act(api.renameProject(asking.project.id, $event)))"
      @cancel="asking = null"
    />
    <NameDialog
      v-else-if="asking?.what === 'rename-mechanism'"
      title="Rename the mechanism"
      :name="asking.mechanism.name"
      action="Rename"
      @done="settle(act(api.renameMechanism(asking.mechanism.id, $event)))"
      @cancel="asking = null"
    />
    <NewMechanismDialog
      v-else-if="asking?.what === 'new-mechanism'"
      :project="asking.project.name"
      @done="createMechanism(asking.project, $event)"
      @cancel="asking = null"
    />
    <RemoveDialog
      v-else-if="asking?.what === 'remove-project'"
      :title="`Delete the project ${asking.project.name}?`"
      :detail="`It is deleted for good, with ${count(asking.project.mechanisms.length)}.`"
      @done="settle(act(api.removeProject(asking.project.id)))"
      @cancel="asking = null"
    />
    <RemoveDialog
      v-else-if="asking?.what === 'remove-mechanism'"
      :title="`Delete ${asking.mechanism.name}?`"
      detail="It is deleted for good."
      @done="settle(act(api.removeMechanism(asking.mechanism.id)))"
      @cancel="asking = null"
    />
  </div>
</template>

<style scoped>
.start {
  height: 100vh;
  overflow-y: auto;
}

header {
  display: flex;
  gap: 10px;
  align-items: center;
  height: 48px;
  padding: 0 16px;
  background: rgb(var(--v-theme-surface));
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

.spacer {
  flex: 1;
}

main {
  max-width: 1120px;
  margin: 0 auto;
  padding: 24px 24px 48px;
}

section {
  margin-bottom: 32px;
}

.title {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-bottom: 12px;
}

h2 {
  font-size: 17px;
  font-weight: 600;
}

.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 16px;
}

.finding {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 200px;
  gap: 12px;
  margin-bottom: 20px;
}

.empty {
  display: flex;
  gap: 12px;
  align-items: center;
}

.sr-only {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
</style>
