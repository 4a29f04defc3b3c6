<script setup lang="ts">
/**
 * An entry of a list with a cursor. Pointing at it brings the cursor there, as the arrows do; what can be done with
 * it stands in it as buttons, or is a command of the screen.
 */
const { tag = 'li', here } = defineProps<{ here: boolean; tag?: 'li' | 'tr' }>();
defineEmits<{ choose: [] }>();
</script>

<template>
  <component :is="tag" :class="{ here }" :aria-current="here || undefined" @click="$emit('choose')">
    <slot />
  </component>
</template>
