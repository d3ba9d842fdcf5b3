<script setup lang="ts">
/** Contacts: bodies that push each other, made of two choices; or one that rides on the other. */
import { mdiDeleteOutline, mdiEyeOffOutline, mdiEyeOutline } from '@mdi/js'
import {
  addContact,
  contactBetween,
  formatQuantity,
  materialPairs,
  parseQuantity,
  reasons,
  removalOf,
} from '@ligamen/core'
import type {
  Contact,
  ContactFact,
  ContactPreview,
  MechanismDocument,
  Problem,
  Quantity,
  Result,
} from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import IconButton from '~/fields/IconButton.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useOverlaysStore } from '~/view/overlays'
import { wordsAhead } from './contact-words'

/** Smaller gaps are none [m]. */
const TOUCHES = 1e-8

const mechanism = useMechanismStore()
const run = useRunStore()
const first = ref<string | null>(null)
const second = ref<string | null>(null)
const fault = ref('')
const facts = shallowRef<readonly ContactFact[]>([])

const contacts = computed(() => mechanism.document?.contacts ?? [])
const choices = computed(() => {
  const { bodies = [], groups = [] } = mechanism.document ?? {}
  return [...bodies, ...groups].map(({ id, name }) => ({ value: id, title: name }))
})
const isBody = (id: string | null) => mechanism.document?.bodies.some((body) => body.id === id) === true
const hint = computed(() => {
  if (!first.value || !second.value) return 'Choose two bodies or groups.'
  return first.value === second.value ? 'Choose two different ones.' : ''
})
const present = computed(() => {
  const { document } = mechanism
  const known = document && hint.value === '' && contactBetween(document, first.value!, second.value!)
  return known ? `They have a contact already: “${known.name}”.` : ''
})
const canRide = computed(() => hint.value === '' && isBody(first.value) && isBody(second.value))

// the gaps are those of where the bodies stand now
watch([contacts, () => run.standing, () => run.report], () => void look(), { immediate: true })
async function look() {
  facts.value = contacts.value.length > 0 ? await mechanism.ask('contacts', undefined) : []
}

const preview = shallowRef<ContactPreview | null>(null)
watch([first, second, () => run.standing, () => run.report], () => void lookAhead())
async function lookAhead() {
  const asked = { first: first.value ?? '', second: second.value ?? '' }
  const answer = hint.value === '' ? await mechanism.ask('meet', asked) : null
  // another choice may have been made meanwhile
  if (asked.first === (first.value ?? '') && asked.second === (second.value ?? '')) preview.value = answer
}
const ahead = computed(() => (preview.value && hint.value === '' ? wordsAhead(preview.value) : ''))

const overlays = useOverlaysStore()
const meeting = () => {
  const { lines, nearest } = preview.value ?? { lines: [], nearest: null }
  if (!nearest) return { lines, callouts: [] }
  const { from, to, gap } = nearest
  const value = Math.abs(gap) <= TOUCHES ? 'touch' : formatQuantity(Math.abs(gap), 'mm', 3)
  const words = gap < -TOUCHES ? 'overlap' : gap > TOUCHES ? 'apart' : ''
  return { lines, callouts: [{ from, to, value, words, isBad: gap < -TOUCHES }] }
}
onMounted(() => overlays.lay({ meeting }))
onUnmounted(() => overlays.lay({ meeting: () => null }))

async function make() {
  if (hint.value || present.value) return
  const [a, b] = [first.value!, second.value!]
  tell(await mechanism.edit('New contact', (draft) => addContact(draft, a, b)))
}

async function ride() {
  if (!canRide.value) return
  await takeOver('Ride on', await mechanism.ask('ride', { rider: first.value!, carrier: second.value! }))
}

const pushApart = async () => takeOver('Push apart', await mechanism.ask('pushApart', undefined))

/** Edits to a document that stands elsewhere than this one, or tells why there is none. */
async function takeOver(words: string, answer: Result<MechanismDocument>) {
  if (answer.ok) tell(await mechanism.replace(words, answer.value, { home: true }))
  else tell(answer.problems)
}

const tell = (refused: Parameters<typeof reasons>[0]) => {
  fault.value = reasons(refused)
}
const nameOf = (id: string) => choices.value.find(({ value }) => value === id)?.title ?? id
const change = (
  contact: Contact,
  words: string,
  alter: (own: Contact) => void,
): Promise<readonly Problem[]> =>
  mechanism.edit(words, (draft) => alter(draft.contacts!.find(({ id }) => id === contact.id)!))
const swap = async (contact: Contact) =>
  tell(
    await change(contact, `${contact.suspended ? 'Restore' : 'Suspend'} ${contact.name}`, (own) => {
      if (own.suspended) delete own.suspended
      else own.suspended = true
    }),
  )
const remove = async (contact: Contact) =>
  tell(await mechanism.edit(`Delete ${contact.name}`, (draft) => removalOf(draft, [contact.id]).document))

/** What a contact is typed with besides its bodies. */
const VALUES = [
  { key: 'friction', words: 'Kinetic friction' },
  { key: 'staticFriction', words: 'Static friction' },
  { key: 'restitution', words: 'Restitution' },
] as const
type Value = (typeof VALUES)[number]['key']

const setValue = (contact: Contact, key: Value, words: string, typed: Quantity | undefined) =>
  change(contact, `${contact.name}: ${words.toLowerCase()}`, (own) => {
    if (typed === undefined) {
      Reflect.deleteProperty(own, key)
      return
    }
    own[key] = numberOf(typed)
  })
/** What is no number is refused as it was typed. */
function numberOf(typed: Quantity): number {
  const read = parseQuantity(typed, 'number')
  return read.ok ? read.value : (typed as number)
}
const pairOf = ({ friction, staticFriction }: Contact) =>
  materialPairs.find(
    (pair) => pair.friction === friction && pair.staticFriction === (staticFriction ?? friction),
  )?.name ?? null
async function takePair(contact: Contact, name: string | null) {
  const pair = materialPairs.find((one) => one.name === name)
  if (!pair) return
  tell(
    await change(contact, `${contact.name}: pair of materials`, (own) => {
      own.friction = pair.friction
      own.staticFriction = pair.staticFriction
    }),
  )
}

/** What a contact that gives way is typed with. */
const GIVING = [
  { key: 'force', words: 'Under a force of', dimension: 'force' },
  { key: 'exponent', words: 'Exponent', dimension: 'number' },
  { key: 'damping', words: 'Damping (s/m)', dimension: 'number' },
] as const
/** Until it is typed. */
const USUAL_FORCE = '100 N'

const setDepth = (contact: Contact, typed: Quantity | undefined) =>
  change(contact, `${contact.name}: gives way`, (own) => {
    if (typed === undefined) delete own.compliance
    else own.compliance = { force: USUAL_FORCE, ...own.compliance, depth: typed }
  })
const setGiving = (contact: Contact, { key, words }: (typeof GIVING)[number], typed: Quantity | undefined) =>
  change(contact, `${contact.name}: ${words.toLowerCase()}`, ({ compliance }) => {
    if (!compliance) return
    if (key === 'force') compliance.force = typed ?? USUAL_FORCE
    else if (typed === undefined) Reflect.deleteProperty(compliance, key)
    else compliance[key] = numberOf(typed)
  })

const factOf = ({ id }: Contact) => facts.value.find((one) => one.contact.id === id)
const overlaps = (contact: Contact) => !contact.suspended && (factOf(contact)?.gap ?? 0) < -TOUCHES
function stateOf(contact: Contact): string {
  if (contact.suspended) return 'suspended'
  const fact = factOf(contact)
  if (!fact) return ''
  if (fact.instead)
    return `does nothing: its bodies have contacts of their own, such as “${fact.instead.name}”`
  if (fact.pairs === 0) return 'cannot touch: one side has no parts. Give it some, or choose other bodies.'
  if (fact.isDeep) return 'deep in each other: move one of the two apart'
  if (fact.gap === null) return 'apart'
  if (Math.abs(fact.gap) <= TOUCHES) return 'touch'
  const size = formatQuantity(Math.abs(fact.gap), 'mm', 3)
  return fact.gap > 0 ? `${size} apart` : `overlap by ${size}: a run that moves freely does not start`
}
</script>

<template>
  <div class="contacts">
    <form class="new" aria-label="New contact" @submit.prevent="make">
      <v-autocomplete v-model="first" label="First body" :items="choices" density="compact" hide-details />
      <v-autocomplete v-model="second" label="Second body" :items="choices" density="compact" hide-details />
      <v-btn type="submit" color="primary" variant="flat" :disabled="hint !== '' || present !== ''"
        >Make contact</v-btn
      >
      <v-btn :disabled="!canRide" @click="ride">First rides on second</v-btn>
      <span class="muted" role="status">{{ hint || [present, ahead].filter(Boolean).join(' ') }}</span>
    </form>
    <FaultLine :text="fault" />
    <p v-if="contacts.length === 0" class="muted">
      Bodies that touch push each other: what has a rest position gives way and goes back, anything else that
      nothing drives stays where it was pushed. “First rides on second” gives the first body, or the lever or
      stem that carries it, a rest position behind the second one and sets it onto it, as a follower onto its
      cam.
    </p>
    <div
      v-for="contact in contacts"
      :key="contact.id"
      class="contact"
      role="group"
      :aria-label="contact.name"
    >
      <strong>{{ contact.name }}</strong>
      <span>{{ nameOf(contact.a) }} against {{ nameOf(contact.b) }}</span>
      <span class="muted">
        {{ stateOf(contact) }}
        <v-btn v-if="overlaps(contact)" size="small" @click="pushApart">Push apart</v-btn>
      </span>
      <IconButton
        :icon="contact.suspended ? mdiEyeOffOutline : mdiEyeOutline"
        :name="`${contact.suspended ? 'Restore' : 'Suspend'} ${contact.name}`"
        @click="swap(contact)"
      />
      <IconButton :icon="mdiDeleteOutline" :name="`Delete ${contact.name}`" @click="remove(contact)" />
      <div class="values">
        <v-select
          label="Materials"
          :model-value="pairOf(contact)"
          :items="materialPairs.map(({ name }) => name)"
          placeholder="Other materials"
          persistent-placeholder
          density="compact"
          hide-details
          @update:model-value="(name: string | null) => takePair(contact, name)"
        />
        <QuantityField
          v-for="{ key, words } in VALUES"
          :key="key"
          :label="words"
          :value="contact[key] ?? null"
          dimension="number"
          :commit="(typed) => setValue(contact, key, words, typed)"
          :clear="() => setValue(contact, key, words, undefined)"
        />
        <QuantityField
          label="Gives way by"
          :value="contact.compliance?.depth ?? null"
          dimension="length"
          :commit="(typed) => setDepth(contact, typed)"
          :clear="() => setDepth(contact, undefined)"
        />
        <template v-if="contact.compliance">
          <QuantityField
            v-for="field in GIVING"
            :key="field.key"
            :class="{ below: field.key === 'force' }"
            :label="field.words"
            :value="contact.compliance[field.key] ?? null"
            :dimension="field.dimension"
            :commit="(typed) => setGiving(contact, field, typed)"
            :clear="field.key === 'force' ? undefined : () => setGiving(contact, field, undefined)"
          />
        </template>
      </div>
    </div>
  </div>
</template>

<style scoped>
.contacts {
  padding: 12px 14px;
}

.new {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 260px)) auto auto 1fr;
  gap: 10px;
  align-items: center;
}

.contact {
  display: grid;
  grid-template-columns: minmax(0, 220px) minmax(0, 260px) minmax(0, 1fr) 32px 32px;
  gap: 10px;
  align-items: center;
  padding-top: 6px;
}

.values {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: 240px repeat(4, minmax(0, 200px));
  align-items: center;
  padding-bottom: 6px;
}

/* under what the bodies give way by */
.below {
  grid-column: 2;
}
</style>
