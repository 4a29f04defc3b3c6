<script setup lang="ts">
import { mdiMagnify, mdiWeatherNight, mdiWhiteBalanceSunny } from '@mdi/js';
import { storeToRefs } from 'pinia';
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import WhoWorksHere from './components/WhoWorksHere.vue';
import { configurationWords } from './composables/format.ts';
import { useUnit } from './stores/unit.ts';
import { useThemeChoice } from './theme/useTheme.ts';

const { theme, toggle } = useThemeChoice();
const route = useRoute();
const { unit } = storeToRefs(useUnit());

const unitId = computed(() => (typeof route.params['unitId'] === 'string' ? route.params['unitId'] : null));
const shown = computed(() => (unit.value && unit.value.id === unitId.value ? unit.value : null));
const about = computed(() =>
  shown.value
    ? [shown.value.label, configurationWords(shown.value.configuration)].filter(Boolean).join(' · ')
    : '',
);

/** Another unit, or another model, is another page. */
const pageKey = computed(() => String(unitId.value ?? route.params['code'] ?? 'none'));
/** A model's page, and bringing one in, belong to the models. */
const here = computed(() => (route.name === 'model' || route.name === 'import' ? 'models' : route.name));

/** Search is at hand everywhere; it loads when it is first wanted. */
const SearchDialog = defineAsyncComponent(() => import('./components/SearchDialog.vue'));
const searching = ref(false);
const searched = ref(false);
watch(searching, (now) => (searched.value ||= now));
function onKey(event: KeyboardEvent): void {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
  event.preventDefault();
  searching.value = true;
}
onMounted(() => window.addEventListener('keydown', onKey));
onBeforeUnmount(() => window.removeEventListener('keydown', onKey));

/** The screens in the order of the work; those of a unit need one to be chosen. */
const screens = computed(() => [
  { name: 'bench', label: 'Bench', to: '/' },
  ...(['intake', 'recorder', 'review', 'route', 'run', 'mat'] as const).map((name) => ({
    name,
    label: name.charAt(0).toUpperCase() + name.slice(1),
    to: unitId.value ? `/unit/${unitId.value}/${name}` : null,
  })),
  { name: 'models', label: 'Models', to: '/models' },
  { name: 'parts', label: 'Parts', to: '/parts' },
  { name: 'maths', label: 'Maths', to: '/maths' },
  { name: 'logbook', label: 'Logbook', to: '/logbook' },
  { name: 'shop', label: 'Shop', to: '/shop' },
]);
</script>

<template>
  <v-app class="shell">
    <header class="bar mat-bound">
      <router-link to="/" class="brand" aria-label="Bemtor, to the bench">bem<b>t</b>or</router-link>
      <div v-if="shown" class="unit" :title="`${shown.model.maker} ${shown.model.name}, ${about}`">
        <strong>{{ shown.model.name }}</strong>
        <span class="mono">{{ about }}</span>
      </div>
      <nav aria-label="Screens">
        <template v-for="screen in screens" :key="screen.name">
          <router-link
            v-if="screen.to"
            :to="screen.to"
            :class="{ here: here === screen.name }"
            :aria-current="here === screen.name ? 'page' : undefined"
            >{{ screen.label }}</router-link
          >
          <span v-else class="off" aria-disabled="true" title="Choose a unit on the Bench first">{{
            screen.label
          }}</span>
        </template>
      </nav>
      <v-btn
        class="theme"
        variant="text"
        icon
        aria-label="Search"
        title="Search (Ctrl K)"
        data-testid="open-search"
        @click="searching = true"
      >
        <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true">
          <path :d="mdiMagnify" fill="currentColor" />
        </svg>
      </v-btn>
      <WhoWorksHere />
      <button
        class="theme"
        :aria-label="theme === 'light' ? 'Use the dark theme' : 'Use the light theme'"
        @click="toggle"
      >
        <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true">
          <path :d="theme === 'light' ? mdiWeatherNight : mdiWhiteBalanceSunny" fill="currentColor" />
        </svg>
      </button>
    </header>
    <SearchDialog v-if="searched" v-model="searching" />
    <main class="work"><router-view :key="pageKey" /></main>
  </v-app>
</template>

<style scoped>
.shell {
  background: var(--mat);
  color: var(--on-mat);
  font-family: var(--text);
}
.shell :deep(.v-application__wrap) {
  min-height: 100dvh;
  height: 100dvh;
  display: flex;
  flex-direction: column;
}
.bar {
  display: flex;
  align-items: center;
  gap: 20px;
  height: 52px;
  flex: none;
  padding: 0 8px 0 20px;
  border-bottom: 1px solid var(--mat-line);
}
.brand {
  font: 600 23px/1 var(--label);
  text-decoration: none;
  letter-spacing: 0.01em;
}
.brand b {
  color: var(--copper-mat);
  font-weight: 600;
}
.unit {
  display: flex;
  align-items: baseline;
  gap: 14px;
  min-width: 0;
  white-space: nowrap;
  overflow: hidden;
}

.unit strong {
  flex: none;
  font-weight: 600;
  font-size: 18px;
}
.unit .mono {
  font-size: 13px;
  color: var(--soft-on-mat);
  overflow: hidden;
  text-overflow: ellipsis;
}
nav {
  display: flex;
  margin-left: auto;
  height: 100%;
}
nav a,
nav .off {
  display: flex;
  align-items: center;
  padding: 0 12px;
  font: 500 17px/1 var(--label);
  text-decoration: none;
  color: var(--soft-on-mat);
  border-bottom: 3px solid transparent;
  border-top: 3px solid transparent;
}
nav a:hover {
  color: var(--on-mat);
}
nav .here {
  color: var(--on-mat);
  border-bottom-color: var(--copper-mat);
  font-weight: 600;
}
nav .off {
  opacity: 0.45;
}
.theme {
  width: var(--touch);
  height: var(--touch);
  display: grid;
  place-items: center;
  color: var(--soft-on-mat);
}
.work {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
@media (max-width: 900px) {
  .unit .mono {
    display: none;
  }
  nav a,
  nav .off {
    padding: 0 5px;
    font-size: 16px;
  }
  .bar {
    gap: 8px;
    padding-left: 12px;
  }
}
@media (max-width: 640px) {
  .bar {
    height: auto;
    flex-wrap: wrap;
    gap: 0 12px;
    padding-top: 8px;
  }
  nav {
    order: 3;
    width: 100%;
    margin: 0;
    height: 48px;
    overflow-x: auto;
  }
  .theme {
    margin-left: auto;
  }
}
</style>
