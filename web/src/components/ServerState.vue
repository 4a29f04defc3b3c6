<script setup lang="ts">
/** Says, without alarm, what is away, the server or what it works with, and what waits on this device. */
defineProps<{ away: string | null; waiting: number }>();
</script>

<template>
  <p v-if="away" class="away caution" role="status" data-testid="server-away">
    <strong>{{ away }}.</strong>
    {{
      waiting === 0
        ? 'Nothing waits here; trying again.'
        : `${waiting} ${waiting === 1 ? 'line waits' : 'lines wait'} on this device and will be sent once it is back.`
    }}
    <router-link v-if="waiting > 0" to="/waiting">What waits</router-link>
  </p>
</template>

<style scoped>
.away {
  font-size: 15px;
}
</style>
