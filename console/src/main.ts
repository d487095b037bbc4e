/** The console starts here. */
import '@fontsource/source-sans-3/latin-400.css';
import '@fontsource/source-sans-3/latin-600.css';
import '@fontsource/source-serif-4/latin-500.css';
import { createApp } from 'vue';
import ConsoleApp from './ConsoleApp.vue';
import { router } from './router';
import { vuetify } from './vuetify';
import './style.css';
import { focus } from './focus';

createApp(ConsoleApp).directive('focus', focus).use(router).use(vuetify).mount('#app');
