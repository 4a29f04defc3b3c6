<script lang="ts">
export type WayIn = 'line' | 'palette' | 'narration';
</script>

<script setup lang="ts">
import { onBeforeUnmount, onMounted } from 'vue';
import KeyHint from '../../components/KeyHint.vue';

/** The three ways to record: typed, tapped, spoken; and on to Review. The keys work while something is typed. */
defineProps<{ way: WayIn }>();
const emit = defineEmits<{ choose: [way: WayIn]; review: [] }>();

const ways = [
  { way: 'line', key: 'F6', label: 'Line' },
  { way: 'palette', key: 'F7', label: 'Palette' },
  { way: 'narration', key: 'F8', label: 'Narration' },
] as const;

function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const found = ways.find(({ key }) => key === event.key);
  if (found) emit('choose', found.way);
  else if (event.key === 'F9') emit('review');
  else return;
  event.preventDefault();
}
onMounted(() => window.addEventListener('keydown', onKey));
onBeforeUnmount(() => window.removeEventListener('keydown', onKey));
</script>

<template>
  <div class="ways" role="group" aria-label="How to record">
    <button
      v-for="each in ways"
      :key="each.way"
      :aria-pressed="each.way === way"
      :data-testid="`way-${each.way}`"
      @click="$emit('choose', each.way)"
    >
      <KeyHint :name="each.key" /> {{ each.label }}
    </button>
  </div>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 4px;
  padding: 6px 22px 0;
  border-top: 1px solid var(--card-line);
}
button {
  min-height: 44px;
  padding: 0 14px;
  color: var(--ink-soft);
  border-bottom: 2px solid transparent;
}
button[aria-pressed='true'] {
  color: var(--ink);
  border-bottom-color: var(--copper);
}
</style>
