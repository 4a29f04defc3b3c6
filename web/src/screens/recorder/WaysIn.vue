<script lang="ts">
export type WayIn = 'line' | 'palette' | 'narration';
</script>

<script setup lang="ts">
import TabRow from '../../kit/TabRow.vue';
import { useCommands } from '../../kit/useCommands.ts';

/** The three ways to record: typed, tapped, spoken; and on to Review. The keys work while something is typed. */
defineProps<{ way: WayIn }>();
const emit = defineEmits<{ choose: [way: WayIn]; review: [] }>();

const ways = [
  { way: 'line', key: 'F6', label: 'Line' },
  { way: 'palette', key: 'F7', label: 'Palette' },
  { way: 'narration', key: 'F8', label: 'Narration' },
] as const;

const { commands } = useCommands(() => [
  ...ways.map(({ way, key, label }) => ({
    id: way,
    keys: [key],
    words: label,
    more: `record by ${label.toLowerCase()}`,
    run: () => emit('choose', way),
  })),
  { id: 'review', keys: ['F9'], words: 'review', run: () => emit('review') },
]);
</script>

<template>
  <TabRow
    class="ways"
    label="How to record"
    :chosen="way"
    :tabs="commands.filter(({ id }) => id !== 'review')"
  />
</template>

<style scoped>
.ways {
  padding: 6px 22px 0;
  border-top: 1px solid var(--card-line);
}
</style>
