<script setup lang="ts">
/** Making or changing a path that a point of the mechanism follows: its points are typed, or drawn in the view. */
import { mdiClose, mdiDrawPen } from '@mdi/js'
import { formatQuantity, reasons } from '@ligamen/core'
import type { Quantity } from '@ligamen/core'
import IconButton from '~/fields/IconButton.vue'
import LaneTable from '../tables/LaneTable.vue'
import DatumField from '~/fields/DatumField.vue'
import FaultLine from '~/fields/FaultLine.vue'
import PointFields from '~/fields/PointFields.vue'
import { PATH_PLANES, PATH_SHAPES } from '~/drive/paths/path-draft'
import { usePathMakerStore } from '~/drive/paths/path-maker'
import { usePickingStore } from '~/model/picking/picking'

const maker = usePathMakerStore()
const picking = usePickingStore()
const isOpenEnded = computed(() => maker.kindOf.points > 3)
const put = (k: number) => (axis: number, value: Quantity) => {
  maker.setPoint(k, axis, value)
  return Promise.resolve([])
}
const setFollower = (pick: typeof maker.follower) => {
  maker.follower = pick
  picking.stop()
}

const root = useTemplateRef<HTMLElement>('root')
onMounted(() => root.value?.scrollIntoView({ block: 'nearest' }))
</script>

<template>
  <LaneTable label="Path">
    <div ref="root" class="head">
      <DatumField
        v-if="maker.open === 'new'"
        class="follower"
        label="What follows the path"
        :pick="maker.follower"
        :active="picking.wanted !== null"
        @put="setFollower"
        @point="maker.pick"
      />
      <v-select v-model="maker.shape" class="shape" label="Path" :items="PATH_SHAPES" />
      <v-select v-model="maker.plane" class="shape" label="Drawn on the plane" :items="PATH_PLANES" />
      <v-btn
        :prepend-icon="mdiDrawPen"
        :aria-pressed="maker.drawing"
        :disabled="!maker.start"
        @click="maker.drawing = !maker.drawing"
      >
        {{ maker.drawing ? 'Click points in the view' : 'Draw in the view' }}
      </v-btn>
      <v-checkbox v-if="isOpenEnded" v-model="maker.closed" label="Closed" hide-details density="compact" />
      <v-checkbox
        v-if="maker.open === 'new'"
        v-model="maker.oriented"
        label="Follows the tangent"
        hide-details
        density="compact"
      />
    </div>
    <p class="muted">
      {{
        maker.open === 'new'
          ? 'Points from where it starts, along the axes of ground.'
          : 'Points in the frame of the datum that the path stands on.'
      }}
    </p>
    <div class="points">
      <div
        v-for="(point, k) in maker.points"
        :key="k"
        class="point"
        role="group"
        :aria-label="`Point ${k + 1}`"
      >
        <span class="muted">{{ k + 1 }}</span>
        <PointFields :values="point" :commit="put(k)" />
        <IconButton
          :icon="mdiClose"
          size="x-small"
          :name="`Delete point ${k + 1}`"
          @click="maker.remove(k)"
        />
      </div>
    </div>
    <FaultLine :text="reasons(maker.refusals)" />
    <template #foot>
      <v-btn
        :disabled="maker.points.length >= maker.kindOf.points"
        @click="maker.add(['0 mm', '0 mm', '0 mm'])"
      >
        Add a point
      </v-btn>
      <v-btn color="primary" variant="flat" :disabled="maker.hint !== ''" @click="maker.make">
        {{ maker.open === 'new' ? 'Drive along it' : 'Change the path' }}
      </v-btn>
      <v-btn @click="maker.end">Cancel</v-btn>
      <span class="muted" role="status">
        {{ maker.hint || `${formatQuantity(maker.length ?? 0, 'mm', 2)} long` }}
      </span>
    </template>
  </LaneTable>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.follower {
  width: 260px;
}

.shape {
  flex: none;
  width: 190px;
}

p {
  margin: 4px 0;
}

.points {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 10px 16px;
  padding-top: 6px;
}

.point {
  display: grid;
  grid-template-columns: 18px repeat(3, minmax(0, 1fr)) 24px;
  gap: 4px;
  align-items: center;
}

.point :deep(.field) {
  padding: 0;
}
</style>
