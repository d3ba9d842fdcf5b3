<script setup lang="ts">
/** A body: its name, what holds it, the dimensions and look of its parts, its mass, the joints on it. */
import {
  formatQuantity,
  multiply,
  placedFrames,
  reasons,
  resolvedParts,
  shapeType,
  siOr,
} from '@ligamen/core'
import type { Body, MechanismDocument, Part, Quantity } from '@ligamen/core'
import BodyFinish from './BodyFinish.vue'
import BodyMassFacts from './BodyMassFacts.vue'
import BodyPlace from './BodyPlace.vue'
import EntityActions from '../EntityActions.vue'
import MeasureButton from '../MeasureButton.vue'
import FactRow from '~/fields/FactRow.vue'
import NameField from '../../fields/NameField.vue'
import PartLook from './PartLook.vue'
import OutlineField from '~/build/parts/OutlineField.vue'
import type { Drawing } from '~/build/parts/outline-text'
import { usePartMakerStore } from '~/build/parts/part-maker'
import { useOutlinePoints } from '~/build/parts/useOutlinePoints'
import FaultLine from '~/fields/FaultLine.vue'
import PartFields from '~/fields/parts/PartFields.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlacing } from '~/model/pose/usePlacing'
import { usePanelsStore } from '~/model/screen/panels'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import { useVisibilityStore } from '~/model/screen/visibility'

const props = defineProps<{ body: Body }>()
const mechanism = useMechanismStore()
const selection = useSelectionStore()
const stage = useStageStore()
const visibility = useVisibilityStore()
const panels = usePanelsStore()
const maker = usePartMakerStore()
const { frames } = usePlacing()
const fault = ref('')

/** Parts in the order in which they were placed, each once. */
const parts = computed(() => {
  const used = new Set(props.body.parts.map((placed) => placed.part))
  return [...used].flatMap((id) => mechanism.document?.parts.find((part) => part.id === id) ?? [])
})

const joints = computed(() => {
  const document = mechanism.document
  if (!document) return []
  const mine = new Set(document.datums.filter((d) => d.body === props.body.id).map((d) => d.id))
  return document.joints.filter((joint) => mine.has(joint.from) || mine.has(joint.to))
})

/** Made for their own sake. */
const datums = computed(
  () => mechanism.document?.datums.filter(({ own, body }) => own && body === props.body.id) ?? [],
)
function newDatum() {
  stage.go('build')
  panels.build = 'datums'
}

const resize = (part: Part, dimension: string, label: string) => (value: Quantity) =>
  mechanism.edit(`${part.name}: ${label.toLowerCase()} ${value}`, (draft) => {
    draft.parts.find((p) => p.id === part.id)!.dimensions[dimension] = value
  })

const drawn =
  (part: Part, { outline, arcs, corners, holes }: Drawing) =>
  (draft: MechanismDocument) =>
    void Object.assign(
      draft.parts.find((p) => p.id === part.id)!,
      { outline, arcs, corners, holes },
    )
async function draw(part: Part, drawing: Drawing) {
  fault.value = reasons(await mechanism.edit(`${part.name}: outline`, drawn(part, drawing)))
}

/** The first part that is drawn by an outline, where it is: its points can be dragged on the model. */
const outlined = computed(() => {
  const { document } = mechanism
  const part = parts.value.find(({ outline }) => outline)
  const body = frames.value.get(props.body.id)
  if (!document || !part || !body || maker.part || stage.stage !== 'build') return null
  const placed = props.body.parts.find((one) => one.part === part.id)!
  const own = placedFrames(props.body, resolvedParts(document.parts), '')
  const frame = own.ok ? own.value.get(placed.id) : undefined
  return frame ? { part, frame: multiply(body, frame) } : null
})
useOutlinePoints(
  () => outlined.value,
  (drawing, done) => {
    const { part } = outlined.value!
    if (done) void draw(part, drawing)
    else void mechanism.tryOut(drawn(part, drawing))
  },
)

const choose = (part: Part, name: string, label: string, value: string) =>
  mechanism.edit(`${part.name}: ${label.toLowerCase()}`, (draft) => {
    const target = draft.parts.find((p) => p.id === part.id)!
    target.options = { ...target.options, [name]: value }
  })

const rename = (name: string) =>
  mechanism.edit(`Rename ${props.body.name}`, (draft) => {
    draft.bodies.find((b) => b.id === props.body.id)!.name = name
  })

async function holdToGround(on: boolean) {
  const refused = await mechanism.edit(`${on ? 'Fix' : 'Release'} ${props.body.name}`, (draft) => {
    const target = draft.bodies.find((b) => b.id === props.body.id)!
    if (on) target.grounded = true
    else delete target.grounded
  })
  fault.value = reasons(refused)
}
const isAway = (showing: string) => visibility.showing.get(props.body.id) === showing
</script>

<template>
  <h2 class="heading">
    {{ body.name }} <span>{{ body.grounded ? 'fixed to ground' : 'body' }}</span>
  </h2>
  <div class="name"><NameField label="Name" :value="body.name" @commit="rename" /></div>
  <template v-if="stage.stage !== 'drive'">
    <div class="switches">
      <v-btn :aria-pressed="body.grounded === true" @click="holdToGround(!body.grounded)">
        {{ body.grounded ? 'Release from ground' : 'Fix to ground' }}
      </v-btn>
      <v-btn :aria-pressed="isAway('hidden')" @click="visibility.hide([body.id])">
        {{ isAway('hidden') ? 'Show' : 'Hide' }}
      </v-btn>
      <v-btn :aria-pressed="isAway('faint')" @click="visibility.seeThrough([body.id])">See through</v-btn>
      <v-btn @click="visibility.isolate([body.id])">Show only this</v-btn>
    </div>
    <FaultLine inset :text="fault" />
    <BodyPlace :body="body" />
  </template>
  <section v-for="part in parts" :key="part.id" :aria-label="`Part ${part.name}`">
    <h3 class="heading">{{ part.name }} · {{ shapeType(part.shape)?.noun.toLowerCase() }}</h3>
    <template v-if="part.mesh">
      <FactRow v-for="({ label }, name) in shapeType(part.shape)?.dimensions" :key="name" :name="label">
        {{ formatQuantity(siOr(part.dimensions[name] ?? 0, 'length'), 'mm', 2) }}
      </FactRow>
    </template>
    <PartFields
      v-else-if="shapeType(part.shape)"
      :shape="shapeType(part.shape)!"
      :part="part"
      :resize="(name, label) => resize(part, name, label)"
      @choose="(option, label, value) => choose(part, option, label, value)"
    />
    <div v-if="part.outline" class="name">
      <OutlineField :drawing="{ ...part, outline: part.outline }" @change="draw(part, $event)" />
    </div>
    <PartLook v-if="stage.stage === 'build'" :part="part" />
  </section>
  <BodyFinish v-if="stage.stage === 'build' || stage.stage === 'present'" :body="body" />
  <BodyMassFacts v-if="stage.stage === 'build'" :body="body" />
  <template v-if="stage.stage !== 'drive'">
    <h3 class="heading">Datums</h3>
    <ul>
      <li v-for="datum in datums" :key="datum.id">
        <button type="button" @click="selection.select('datum', datum.id)">{{ datum.name }}</button>
      </li>
    </ul>
    <div class="switches"><v-btn @click="newDatum">New datum</v-btn></div>
  </template>
  <h3 class="heading">Joints</h3>
  <ul>
    <li v-for="joint in joints" :key="joint.id">
      <button type="button" @click="selection.select('joint', joint.id)">{{ joint.name }}</button>
    </li>
  </ul>
  <p v-if="joints.length === 0" class="muted none">None yet: nothing ties it.</p>
  <EntityActions v-if="stage.stage !== 'drive'" :id="body.id" />
  <div v-else class="field"><MeasureButton /></div>
</template>

<style scoped>
.name {
  padding: 5px 14px;
}

.switches {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 5px 14px;
}

.none {
  margin: 0 14px;
}

ul {
  margin: 0;
  padding: 0 14px;
  list-style: none;
}

li button {
  padding: 3px 0;
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
}
</style>
