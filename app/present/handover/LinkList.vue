<script setup lang="ts">
/** Links by which others see this mechanism, and nothing else: made, copied, ended. */
import { mdiContentCopy, mdiDeleteOutline, mdiOpenInNew } from '@mdi/js'
import { until } from '@vueuse/core'
import type { SharedLink } from '~~/shared/api'
import FaultLine from '~/fields/FaultLine.vue'
import IconButton from '~/fields/IconButton.vue'
import { api } from '~/model/document/api'
import { useMechanismStore } from '~/model/document/mechanism'
import { useSavingStore } from '~/model/document/saving'
import { onceAtATime } from '~/model/once-at-a-time'

const mechanism = useMechanismStore()
const saving = useSavingStore()
const id = String(useRoute().params.id)
const links = ref<SharedLink[]>([])
const fault = ref('')
const said = ref('')
const name = ref('')
const days = ref(0)
const fixed = ref(false)
const embed = ref(false)
const ENDS = [
  { value: 0, title: 'when I end it' },
  { value: 1, title: 'after a day' },
  { value: 7, title: 'after a week' },
  { value: 30, title: 'after 30 days' },
]
const DAY = 24 * 3600 * 1000

async function look() {
  const answer = await api.links(id)
  if (answer.ok) links.value = answer.value
  else fault.value = answer.refusal.detail
}
onMounted(look)

const make = onceAtATime(async () => {
  fault.value = ''
  if (!(await isSaved())) {
    fault.value =
      'A link shows what is saved, and the last edits are not saved yet. Make it once the head of the page says “Saved”.'
    return
  }
  const expires = days.value > 0 ? new Date(Date.now() + days.value * DAY).toISOString() : undefined
  const answer = await api.createLink(id, {
    name: name.value.trim() || `${mechanism.document?.name ?? 'Mechanism'} to look at`,
    fixed: fixed.value,
    embed: embed.value,
    ...(expires ? { expires } : {}),
  })
  if (!answer.ok) {
    fault.value = answer.refusal.detail
    return
  }
  name.value = ''
  await look()
  said.value = 'The link is made; copy its address below.'
})
async function isSaved(): Promise<boolean> {
  await mechanism.settled()
  await saving.save()
  await until(() => saving.state).not.toBe('saving')
  return !saving.hasUnsaved()
}
async function end(link: SharedLink) {
  const answer = await api.endLink(id, link.id)
  if (answer.ok) said.value = `“${link.name}” shows nothing any more.`
  else fault.value = answer.refusal.detail
  await look()
}
const addressOf = ({ address }: SharedLink) => `${location.origin}${address}`
async function copy(link: SharedLink, inFrame: boolean) {
  const address = addressOf(link)
  const text = inFrame ? `<iframe src="${address}" width="960" height="600"></iframe>` : address
  try {
    await navigator.clipboard.writeText(text)
    said.value = inFrame ? 'The frame for other pages is copied.' : 'The address is copied.'
  } catch {
    fault.value = `This browser does not let it be copied; the address is ${address}`
  }
}
const isOver = ({ expires }: SharedLink) => expires !== null && Date.parse(expires) <= Date.now()
const dateOf = (iso: string) =>
  new Date(iso).toLocaleString('en', { dateStyle: 'medium', timeStyle: 'short' })
const wordsOf = (link: SharedLink) =>
  [
    link.revision === null ? 'the newest revision' : `revision ${link.revision}`,
    isOver(link) ? 'has ended' : link.expires ? `ends ${dateOf(link.expires)}` : 'stays until it is ended',
    link.embed ? 'other pages may show it' : '',
  ]
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <section aria-label="Links">
    <h3 class="heading">Links</h3>
    <p class="muted">Whoever has the address sees this mechanism move, and nothing else on this server.</p>
    <div class="pair">
      <v-text-field v-model="name" label="For whom" maxlength="120" @keydown.enter="make" />
      <v-select v-model="days" label="Ends" :items="ENDS" />
    </div>
    <v-checkbox
      v-model="fixed"
      label="Show it as it is now, whatever changes"
      hide-details
      density="compact"
    />
    <v-checkbox v-model="embed" label="Other pages may show it in a frame" hide-details density="compact" />
    <div class="ways"><v-btn @click="make">Make a link</v-btn></div>
    <p v-if="said" role="status">{{ said }}</p>
    <FaultLine :text="fault" />
    <ul v-if="links.length > 0" class="kept-list">
      <li v-for="link in links" :key="link.id" :class="{ over: isOver(link) }">
        <span class="words">
          <a :href="link.address" target="_blank" rel="noopener">{{ link.name }}</a>
          <span class="muted">{{ wordsOf(link) }}</span>
        </span>
        <IconButton
          :icon="mdiContentCopy"
          size="small"
          :name="`Copy the address of ${link.name}`"
          title="Copy the address"
          @click="copy(link, false)"
        />
        <IconButton
          v-if="link.embed"
          :icon="mdiOpenInNew"
          size="small"
          :name="`Copy the frame of ${link.name}`"
          title="Copy the frame for other pages"
          @click="copy(link, true)"
        />
        <IconButton
          :icon="mdiDeleteOutline"
          size="small"
          :name="`End the link ${link.name}`"
          title="End it"
          @click="end(link)"
        />
      </li>
    </ul>
  </section>
</template>

<style scoped>
.words a {
  color: rgb(var(--v-theme-primary));
}

.over a {
  text-decoration: line-through;
}
</style>
