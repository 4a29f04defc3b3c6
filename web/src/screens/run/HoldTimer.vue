<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { beep } from '../../composables/beep.ts';
import ActButton from '../../kit/ActButton.vue';

/** A hold that counts down by itself. It starts anew after a reload: a hold is whole or it is none. */
const props = defineProps<{ seconds: number }>();
const emit = defineEmits<{ running: [boolean] }>();

const began = ref(Date.now());
const now = ref(Date.now());
const timer = setInterval(() => (now.value = Date.now()), 200);
onBeforeUnmount(() => {
  clearInterval(timer);
  emit('running', false);
});

/** H while it runs: asked once more, since a hold that is cut short is no hold. H afterwards: once more. */
const cutting = ref(false);
const cut = ref(false);
function press(): void {
  if (left.value <= 0) {
    began.value = now.value = Date.now();
    cut.value = false;
  } else if (cutting.value) cut.value = true;
  else {
    cutting.value = true;
    setTimeout(() => (cutting.value = false), 3_000);
  }
}
defineExpose({ press });

const left = computed(() => (cut.value ? 0 : Math.max(0, props.seconds - (now.value - began.value) / 1000)));
watch(
  () => left.value > 0,
  (running) => emit('running', running),
  { immediate: true },
);
/** The last three seconds are counted aloud, and the end is told. */
watch(
  () => Math.ceil(left.value),
  (whole, before) => {
    if (whole === before) return;
    if (whole === 0) beep(880, 0.7);
    else if (whole <= 3) beep(440, 0.12);
  },
);
const turned = computed(() => 2 * Math.PI * 54 * (left.value / props.seconds));
</script>

<template>
  <div
    class="hold"
    role="timer"
    :aria-label="left > 0 ? `${Math.ceil(left)} seconds left` : 'Held long enough'"
  >
    <svg viewBox="0 0 128 128" width="210" height="210" aria-hidden="true">
      <circle cx="64" cy="64" r="54" />
      <circle
        class="left"
        cx="64"
        cy="64"
        r="54"
        :stroke-dasharray="`${turned} 400`"
        transform="rotate(-90 64 64)"
      />
    </svg>
    <p class="big">{{ Math.ceil(left) }}<small>s</small></p>
    <div>
      <p class="says">{{ left > 0 ? 'Keep holding' : 'Held long enough' }}</p>
      <ActButton key-name="H" @click="press">
        {{ left <= 0 ? 'hold once more' : cutting ? 'once more: it was held already' : 'held already' }}
      </ActButton>
    </div>
  </div>
</template>

<style scoped>
.hold {
  display: flex;
  align-items: center;
  gap: 30px;
}
circle {
  fill: none;
  stroke: var(--card-line);
  stroke-width: 11;
}
.left {
  stroke: var(--copper);
}
.big {
  font: 600 150px/0.85 var(--label);
}
.big small {
  font-size: 54px;
  color: var(--ink-soft);
}
.says {
  margin-bottom: 14px;
  font: 600 34px/1.1 var(--label);
}
</style>
