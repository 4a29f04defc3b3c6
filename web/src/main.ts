import './kit/fonts.ts';
import './kit/kit.css';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import { sendLeftovers } from './api/leftovers.ts';
import { loadSession } from './api/session.ts';
import App from './App.vue';
import { sendPictures } from './pictures/pictureQueue.ts';
import { createRouter, createWebHistory } from 'vue-router';
import { routes } from './routes.ts';
import { vuetify } from './kit/vuetify.ts';

const router = createRouter({ history: createWebHistory(), routes });
void loadSession();
createApp(App).use(createPinia()).use(router).use(vuetify).mount('#app');

// What was left waiting by a page that was closed.
const sendWaiting = (): void => {
  void sendLeftovers();
  void sendPictures();
};
sendWaiting();
window.addEventListener('online', sendWaiting);

/** First the screen that somebody waits for, then all that is kept for the next time. */
const keepAfterMs = 2_500;
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  setTimeout(() => {
    void navigator.serviceWorker.register('/sw.js');
    void navigator.serviceWorker.ready.then((registration) => registration.active?.postMessage('keep-shell'));
  }, keepAfterMs);
