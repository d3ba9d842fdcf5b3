<script setup lang="ts">
/** What the report says: title, author, sections with a sentence of one's own, pictures; and the page that is written. */
import { mdiArrowDown, mdiArrowUp, mdiDeleteOutline } from '@mdi/js'
import { until } from '@vueuse/core'
import { REPORT_SECTIONS, reasons, slug } from '@ligamen/core'
import type { Report, ReportSection } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import IconButton from '~/fields/IconButton.vue'
import TextCommit from '~/fields/TextCommit.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { saveFile } from '~/model/save-file'
import { printPage } from './print-page'
import { useReportStore } from './report'

const props = defineProps<{ project: string; picture: () => Promise<Blob | null> }>()
const mechanism = useMechanismStore()
const run = useRunStore()
const store = useReportStore()
const fault = ref('')

type Kind = ReportSection['kind']
const WORDS: Readonly<Record<Kind, string>> = {
  assumptions: 'What is assumed',
  pictures: 'Pictures',
  checks: 'Checks',
  clearances: 'Clearances',
  charts: 'Charts',
  facts: 'What the motion shows',
  forces: 'Forces',
  scenario: 'Scenario',
  mobility: 'Mobility',
  joints: 'Joints and relations',
  bodies: 'Bodies',
}
const report = computed<Report>(() => mechanism.document?.report ?? {})
const sectionsOf = (own: Report): ReportSection[] => own.sections ?? REPORT_SECTIONS.map((kind) => ({ kind }))
const sections = computed(() => sectionsOf(report.value))
const left = computed(() =>
  REPORT_SECTIONS.filter((kind) => !sections.value.some((one) => one.kind === kind)),
)

const alter = (words: string, change: (report: Report) => void) =>
  mechanism.edit(`Report: ${words}`, (draft) => {
    draft.report ??= {}
    change(draft.report)
  })
const setText = (field: 'title' | 'author') => (text: string) =>
  alter(field, (own) => {
    if (text === '') Reflect.deleteProperty(own, field)
    else own[field] = text
  })
/** Changes the sections as they are when the edit's turn comes. */
const alterSections = (words: string, change: (sections: ReportSection[]) => ReportSection[]) =>
  alter(words, (own) => (own.sections = change(sectionsOf(own))))
async function tell(edit: ReturnType<typeof alter>) {
  fault.value = reasons(await edit)
}
const setNote = (kind: Kind) => (note: string) =>
  alterSections('a sentence', (all) =>
    all.map((one) => (one.kind === kind ? { kind, ...(note ? { note } : {}) } : one)),
  )
const move = (kind: Kind, by: number) =>
  tell(
    alterSections('order', (all) => {
      const at = all.findIndex((one) => one.kind === kind)
      const [own] = all.splice(at, 1)
      all.splice(Math.max(0, at + by), 0, own!)
      return all
    }),
  )
const drop = (kind: Kind) => tell(alterSections('leave out', (all) => all.filter((one) => one.kind !== kind)))
const add = (kind: Kind) =>
  tell(alterSections('add', (all) => (all.some((one) => one.kind === kind) ? all : [...all, { kind }])))

async function take() {
  const blob = await props.picture()
  if (!blob) return
  store.takePicture(await addressOf(blob))
}

/** The picture itself as an address. */
const addressOf = (blob: Blob) =>
  new Promise<string>((resolve) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result))
    reader.readAsDataURL(blob)
  })

/** With a picture of the model as it is now where none was taken; null where there is nothing to report. */
async function made(): Promise<string | null> {
  fault.value = ''
  await mechanism.settled()
  await until(() => run.pending).toBe(false)
  if (run.stale) {
    fault.value = 'The motion on screen is older than the last edit; solve the scenario first.'
    return null
  }
  if (store.pictures.length === 0) await take()
  const page = store.page(props.project)
  if (page === null) fault.value = 'There is no motion to report yet; solve the scenario.'
  return page
}
async function write() {
  const page = await made()
  if (page !== null) saveFile(`${slug(mechanism.document!.name)}-report.html`, new TextEncoder().encode(page))
}
async function print() {
  const page = await made()
  if (page !== null) printPage(page)
}
</script>

<template>
  <div class="report">
    <v-btn class="write" color="primary" variant="flat" @click="write">Write the report (HTML)</v-btn>
    <v-btn @click="print">Print, or save as PDF</v-btn>
    <p class="muted">One page that opens without this program.</p>
    <FaultLine inset :text="fault" />
    <TextCommit label="Title" :value="report.title ?? ''" :commit="setText('title')" />
    <TextCommit label="Author" :value="report.author ?? ''" :commit="setText('author')" />
    <h3 class="heading">Pictures</h3>
    <div class="pictures">
      <figure v-for="({ title, url }, k) in store.pictures" :key="k">
        <img :src="url" :alt="title" />
        <figcaption class="muted">{{ title }}</figcaption>
        <IconButton
          :icon="mdiDeleteOutline"
          size="x-small"
          :name="`Delete picture ${k + 1}`"
          @click="store.dropPicture(k)"
        />
      </figure>
      <v-btn @click="take">Take a picture as it is now</v-btn>
    </div>
    <h3 class="heading">Sections</h3>
    <div v-for="(section, k) in sections" :key="section.kind" role="group" :aria-label="WORDS[section.kind]">
      <div class="section">
        <strong>{{ WORDS[section.kind] }}</strong>
        <IconButton
          :icon="mdiArrowUp"
          size="x-small"
          :name="`${WORDS[section.kind]} before`"
          :disabled="k === 0"
          @click="move(section.kind, -1)"
        />
        <IconButton
          :icon="mdiArrowDown"
          size="x-small"
          :name="`${WORDS[section.kind]} after`"
          :disabled="k === sections.length - 1"
          @click="move(section.kind, 1)"
        />
        <IconButton
          :icon="mdiDeleteOutline"
          size="x-small"
          :name="`Leave out ${WORDS[section.kind]}`"
          @click="drop(section.kind)"
        />
      </div>
      <TextCommit
        label="A sentence of your own"
        :value="section.note ?? ''"
        :commit="setNote(section.kind)"
      />
    </div>
    <div v-if="left.length > 0" class="left">
      <v-btn v-for="kind in left" :key="kind" size="small" @click="add(kind)">Add {{ WORDS[kind] }}</v-btn>
    </div>
  </div>
</template>

<style scoped>
.report {
  min-height: 0;
  padding-bottom: 12px;
  overflow-y: auto;
}

.write {
  margin: 10px 14px 4px;
}

p {
  margin: 0 14px 6px;
  font-size: 12px;
}

.section {
  display: flex;
  gap: 2px;
  align-items: center;
  padding: 4px 14px 0;
}

.section strong {
  flex: 1;
  font-weight: 600;
}

.pictures,
.left {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 4px 14px;
}

figure {
  width: 100%;
  margin: 0;
}

img {
  display: block;
  width: 100%;
}
</style>
