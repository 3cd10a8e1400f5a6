import './own-styles.ts';
import './no-eval.ts';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { api } from './api.ts';
import { router } from './router.ts';
import { learnServer } from './stores/build.ts';
import './styles.css';

createApp(App).use(createPinia()).use(router).mount('#app');

// A part of the page that is not there any more: the server has another build by now.
addEventListener('vite:preloadError', () => void api.health().then(learnServer, () => undefined));

// Once loaded, the page opens without its server. A browser that refuses still has the page from the server.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  addEventListener('load', () => void navigator.serviceWorker.register('/sw.js').catch(() => undefined));
