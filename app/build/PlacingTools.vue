<script setup lang="ts">
/** The placing of what is selected as a form; see placing-tools.ts. */
import FaultLine from '~/fields/FaultLine.vue'
import PointFields from '~/fields/PointFields.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useSelectionStore } from '~/model/screen/selection'
import { useViewportStore } from '~/view/view-options'
import ShapeTools from './shapes/ShapeTools.vue'
import { PLACING_AXES, usePlacingToolsStore } from './placing-tools'

const tools = usePlacingToolsStore()
const selection = useSelectionStore()
const viewport = useViewportStore()
</script>

<template>
  <div v-if="selection.members.length === 0" class="hint muted">
    Select a body or a group, in the view or in the outline, to move it, copy it or gather it with others.
    Ctrl adds to what is selected.
  </div>
  <div v-else class="tools">
    <section aria-label="Move and copy">
      <h3 class="heading">{{ tools.names }}</h3>
      <div class="three">
        <PointFields label="Along" :values="tools.shift" :commit="tools.setShift" />
      </div>
      <div class="ways">
        <v-btn color="primary" variant="flat" @click="tools.move">Move</v-btn>
        <v-btn @click="tools.copyOnce">Copy there</v-btn>
        <v-btn @click="tools.row">Row of {{ tools.count }}</v-btn>
        <QuantityField
          class="count"
          label="Count"
          :value="tools.count"
          dimension="number"
          :commit="tools.setCount"
        />
      </div>
      <v-checkbox
        v-model="tools.withOthers"
        class="with"
        label="With the drivers, and the joints to the body that stays"
        density="compact"
        hide-details
      />
    </section>
    <section aria-label="Turn and mirror">
      <h3 class="heading">About</h3>
      <div class="three">
        <v-select
          v-model="tools.pivot"
          class="wide"
          label="Datum"
          :items="tools.pivots.map(({ words }, value) => ({ value, title: words }))"
        />
        <v-select v-model="tools.axis" label="Axis" :items="PLACING_AXES" />
        <QuantityField label="Angle" :value="tools.turn" dimension="angle" :commit="tools.setTurn" />
      </div>
      <div class="ways">
        <v-btn color="primary" variant="flat" @click="tools.turnIt">Turn</v-btn>
        <v-btn @click="tools.circle">Circle of {{ tools.count }}</v-btn>
        <v-btn @click="tools.mirror()">Mirror across {{ tools.axis }}</v-btn>
      </div>
    </section>
    <div>
      <section aria-label="Handles and groups">
        <h3 class="heading">Handles and groups</h3>
        <div class="ways">
          <v-btn :aria-pressed="viewport.handles === 'move'" @click="viewport.toggleHandles('move')"
            >Move by handles</v-btn
          >
          <v-btn :aria-pressed="viewport.handles === 'turn'" @click="viewport.toggleHandles('turn')"
            >Turn by handles</v-btn
          >
          <v-btn @click="tools.group('rigid')">Bind as rigid</v-btn>
          <v-btn @click="tools.group('moving')">Gather as moving group</v-btn>
        </div>
        <p v-if="viewport.handles" class="muted">Handles snap to 1 mm and 5°; hold Ctrl to move freely.</p>
        <FaultLine v-if="tools.fault" :text="tools.fault" />
        <p v-else-if="tools.done" class="muted" role="status">{{ tools.done }}</p>
      </section>
      <ShapeTools />
    </div>
  </div>
</template>

<style scoped>
.hint {
  max-width: 620px;
  padding: 14px;
}

.tools {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 10px;
  padding: 2px 6px;
}

.three {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 6px;
  padding: 5px 14px;
}

.three :deep(.field) {
  padding: 0;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  padding: 5px 14px;
}

.with {
  margin: 0 8px;
}

.count {
  width: 74px;
}

.ways :deep(.field) {
  padding: 0;
}

section p {
  margin: 4px 14px;
}

.heading {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
