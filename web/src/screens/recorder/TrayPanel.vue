<script setup lang="ts">
import { confusablePairs, type RecordingTray, type TrayCell } from '@bemtor/core';
import { computed, defineAsyncComponent, ref } from 'vue';
import TrayCellCard from '../../components/TrayCellCard.vue';
import TileButton from '../../kit/TileButton.vue';

const ScaleDialog = defineAsyncComponent(() => import('./ScaleDialog.vue'));

/** The ledger as it fills: a cell for each kind of screw, the sums, and kinds that are easily mixed up. */
const props = defineProps<{ tray: RecordingTray; nowKind: string | null }>();
const weighed = ref<TrayCell | null>(null);
const weighing = ref(false);
function weigh(cell: TrayCell): void {
  weighed.value = cell;
  weighing.value = true;
}
const alike = computed(() => confusablePairs(props.tray.cells));
const alikeWords = computed(() => alike.value.map(({ a, b }) => `${a.letter} and ${b.letter}`).join(', '));
const mostApartMm = computed(() => Math.max(...alike.value.map(({ apartMm }) => apartMm)));
</script>

<template>
  <section class="tray" aria-label="Tray">
    <h2 class="label">Tray</h2>
    <p v-if="tray.cells.length === 0" class="empty">Screws get a cell each as you name them.</p>
    <div class="cells">
      <TileButton
        v-for="cell in tray.cells"
        :key="cell.letter"
        class="weigh"
        :title="`Weigh cell ${cell.letter}`"
        :aria-label="`Weigh cell ${cell.letter}`"
        :data-testid="`weigh-${cell.letter}`"
        @click="weigh(cell)"
      >
        <TrayCellCard :cell="cell" :now="cell.kind === nowKind" />
      </TileButton>
    </div>
    <dl class="sums">
      <div>
        <dd data-testid="in-tray">{{ tray.inTray }}</dd>
        <dt>in the tray</dt>
      </div>
      <div v-if="tray.back > 0">
        <dd data-testid="tray-back">{{ tray.back }}</dd>
        <dt>back in</dt>
      </div>
      <div>
        <dd>{{ tray.captive }}</dd>
        <dt>captive</dt>
      </div>
      <div>
        <dd>{{ tray.missing }}</dd>
        <dt>missing on arrival</dt>
      </div>
    </dl>
    <p v-if="alike.length > 0" class="caution">
      <strong>{{ alikeWords }} look alike.</strong> Same recess, lengths at most {{ mostApartMm }} mm apart.
      Keep them in separate cells.
    </p>
    <ScaleDialog v-if="weighed" v-model="weighing" :cell="weighed" />
  </section>
</template>

<style scoped>
.tray {
  display: grid;
  gap: 12px;
  align-content: start;
}
.cells {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 9px;
}
.weigh {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  min-width: 0;
  padding: 0;
}
.empty {
  color: var(--soft-on-mat);
  font-size: 15px;
}
.sums {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  border-top: 1px solid var(--mat-line);
  padding-top: 12px;
}
.sums dd {
  font: 600 30px/1 var(--label);
}
.sums dt {
  font-size: 13px;
  color: var(--soft-on-mat);
}
.caution {
  font-size: 15px;
  line-height: 1.3;
}
</style>
