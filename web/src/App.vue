<script setup lang="ts">
import { mdiKeyboardOutline, mdiMagnify, mdiWeatherNight, mdiWhiteBalanceSunny } from '@mdi/js';
import { useEventListener, useTitle } from '@vueuse/core';
import { storeToRefs } from 'pinia';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { isLetIn } from './api/session.ts';
import { configurationWords } from './composables/format.ts';
import ActButton from './kit/ActButton.vue';
import NoticeBar from './kit/NoticeBar.vue';
import { useCommands } from './kit/useCommands.ts';
import { useThemeChoice } from './kit/useTheme.ts';
import { goCommands, pageTitle, screenOf, screensOf } from './shell/screens.ts';
import ServerNotice from './shell/ServerNotice.vue';
import WhoWorksHere from './shell/WhoWorksHere.vue';
import { useUnit } from './stores/unit.ts';

const { theme, toggle } = useThemeChoice();
const route = useRoute();
const router = useRouter();
const { unit } = storeToRefs(useUnit());

const unitId = computed(() => (typeof route.params['unitId'] === 'string' ? route.params['unitId'] : null));
const shown = computed(() => (unit.value && unit.value.id === unitId.value ? unit.value : null));
const modelName = computed(() => (shown.value ? `${shown.value.model.maker} ${shown.value.model.name}` : ''));
const about = computed(() =>
  shown.value
    ? [shown.value.label, modelName.value, configurationWords(shown.value.configuration)]
        .filter(Boolean)
        .join(' · ')
    : '',
);
const page = computed(() => String(route.name ?? 'bench'));
useTitle(
  computed(() => pageTitle(page.value, shown.value && { label: shown.value.label, model: modelName.value })),
);

/** Another unit, or another model, is another page. */
const pageKey = computed(() => String(unitId.value ?? route.params['code'] ?? 'none'));
const screens = computed(() => screensOf(unitId.value));

/** What is at hand everywhere loads when it is first wanted. */
const PaletteDialog = defineAsyncComponent(() => import('./shell/PaletteDialog.vue'));
const KeySheet = defineAsyncComponent(() => import('./kit/KeySheet.vue'));
const SignInGate = defineAsyncComponent(() => import('./shell/SignInGate.vue'));
/** Everything is asked for anew by whoever came in, also what the server tells by itself. */
const comeIn = (): void => location.replace(location.pathname === '/sign-in' ? '/' : location.pathname);
const finding = ref(false);
const keys = ref(false);
const wanted = ref({ finding: false, keys: false });
watch(finding, () => (wanted.value.finding = true));
watch(keys, () => (wanted.value.keys = true));

useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
  event.preventDefault();
  finding.value = true;
});
const otherTheme = computed(() => (theme.value === 'light' ? 'Use the dark theme' : 'Use the light theme'));
useCommands(() => [
  { id: 'keys', keys: ['?'], words: 'keys of this screen', run: () => (keys.value = true) },
  { id: 'theme', keys: [], words: otherTheme.value.toLowerCase(), run: toggle },
  ...goCommands(screens.value, (to) => void router.push(to)),
]);
</script>

<template>
  <v-app class="shell">
    <a class="skip" href="#work">Skip to the work</a>
    <header class="bar mat-bound">
      <router-link to="/" class="brand" aria-label="Bemtor, to the bench">bem<b>t</b>or</router-link>
      <p v-if="shown" class="unit" :title="about" data-testid="unit-name">
        <span class="model">{{ modelName }}</span>
        <span class="mono">{{ shown.label }}</span>
      </p>
      <nav aria-label="Screens">
        <template v-for="screen in screens" :key="screen.name">
          <router-link
            v-if="screen.to"
            :to="screen.to"
            :class="{ here: screenOf(page) === screen.name }"
            :aria-current="screenOf(page) === screen.name ? 'page' : undefined"
            >{{ screen.label }}</router-link
          >
          <span v-else class="off" aria-disabled="true" title="Choose a unit on the Bench first">{{
            screen.label
          }}</span>
        </template>
      </nav>
      <span class="tools">
        <ActButton
          square
          quiet
          aria-label="Find"
          title="Find (Ctrl K)"
          data-testid="open-search"
          @click="finding = true"
        >
          <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true">
            <path :d="mdiMagnify" fill="currentColor" />
          </svg>
        </ActButton>
        <ActButton
          square
          quiet
          class="keys"
          aria-label="Keys of this screen"
          title="Keys of this screen (?)"
          @click="keys = true"
        >
          <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true">
            <path :d="mdiKeyboardOutline" fill="currentColor" />
          </svg>
        </ActButton>
        <WhoWorksHere />
        <ActButton square quiet :aria-label="otherTheme" :title="otherTheme" @click="toggle">
          <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true">
            <path :d="theme === 'light' ? mdiWeatherNight : mdiWhiteBalanceSunny" fill="currentColor" />
          </svg>
        </ActButton>
      </span>
    </header>
    <ServerNotice />
    <main id="work" class="work" tabindex="-1">
      <SignInGate v-if="!isLetIn" @entered="comeIn" />
      <router-view v-else :key="pageKey" />
    </main>
    <PaletteDialog v-if="wanted.finding" v-model="finding" />
    <KeySheet v-if="wanted.keys" v-model="keys" />
    <NoticeBar />
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
.skip {
  position: absolute;
  left: 8px;
  top: -80px;
  z-index: 10;
  padding: 14px 18px;
  background: var(--on-mat);
  color: var(--mat);
}
.skip:focus {
  top: 2px;
}
.bar {
  display: flex;
  align-items: center;
  gap: 18px;
  height: 52px;
  flex: none;
  padding: 0 6px 0 20px;
  border-bottom: 1px solid var(--mat-line);
}
.brand {
  flex: none;
  font: 600 23px/48px var(--label);
  text-decoration: none;
  letter-spacing: 0.01em;
}
.brand b {
  color: var(--copper-mat);
  font-weight: 600;
}
/* Shortened in the middle: the ticket stays whole, and the rest is in the title. */
.unit {
  display: flex;
  align-items: baseline;
  gap: 10px;
  min-width: 120px;
  white-space: nowrap;
  font: 600 18px/1.3 var(--label);
}
.model {
  overflow: hidden;
  text-overflow: ellipsis;
}
.unit .mono {
  flex: none;
  font: 500 14px/1 var(--mono);
  color: var(--soft-on-mat);
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
  padding: 0 9px;
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
  opacity: 0.55;
}
.tools {
  display: flex;
  align-items: center;
  color: var(--soft-on-mat);
}
.work {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
  outline: none;
}
/* Too narrow for one row: the screens get a row of their own. */
@media (max-width: 1100px) {
  .bar {
    height: auto;
    flex-wrap: wrap;
    gap: 0 14px;
    padding-left: 12px;
  }
  nav {
    order: 3;
    width: 100%;
    margin: 0;
    height: var(--touch);
    overflow-x: auto;
  }
  nav a,
  nav .off {
    flex: 1 0 auto;
    justify-content: center;
  }
  .unit {
    flex: 1 1 0;
  }
  .tools {
    margin-left: auto;
  }
}
@media (max-width: 480px) {
  .keys {
    display: none;
  }
}
@media (max-height: 520px) {
  .bar {
    flex-wrap: nowrap;
  }
  nav {
    order: 0;
    width: auto;
    flex: 1 1 0;
    min-width: 0;
  }
  .unit {
    flex: 0 1 auto;
    min-width: 70px;
  }
  .model,
  .keys {
    display: none;
  }
}
</style>
