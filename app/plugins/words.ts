import { Translation } from 'vue-i18n';
import { words } from '~/utils/words';

/** Lets components put parts of a page into the gaps of a text. */
export default defineNuxtPlugin(({ vueApp }) => {
  vueApp.use(words);
  vueApp.component('I18nT', Translation);
});

declare module 'vue' {
  interface GlobalComponents {
    I18nT: typeof Translation;
  }
}
