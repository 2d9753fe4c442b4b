import { watch } from 'vue';
import { createI18n } from 'vue-i18n';
import { phrase, type Phrase } from '#core/text/phrase';
import type { Code, Params } from '#shared/words/catalogue';
import { messagesOf } from './messageFormat';
import start from '#shared/words/en/start';

/** The catalogue of words in every language there is. */
export const words = createI18n({
  legacy: false,
  locale: 'en',
  fallbackLocale: 'en',
  messages: { en: messagesOf(start) },
});

/** Takes up more of the catalogue: the words of a place (bin/lib/wordsOfPlaces.ts). */
export const addWords = (part: object): void => words.global.mergeLocaleMessage('en', messagesOf(part));

/** Texts without gaps by their code: most are, and pages ask for them at each drawing. */
const plain = new Map<string, string>();
watch(words.global.locale, () => plain.clear(), { flush: 'sync' });

function textOf(code: string, params?: Record<string, string | number>): string {
  const { t, locale } = words.global;
  if (!params) {
    // Read so that what shows the text follows the language.
    void locale.value;
    let text = plain.get(code);
    if (text === undefined) {
      text = t(code);
      // One of a place that is not here yet is asked for again.
      if (text !== code) plain.set(code, text);
    }
    return text;
  }
  const shown: Record<string, string> = {};
  for (const [name, value] of Object.entries(params))
    shown[name] = typeof value === 'number' ? value.toLocaleString(locale.value) : value;
  return typeof params.count === 'number' ? t(code, shown, { plural: params.count }) : t(code, shown);
}

/**
 * The text of a code in the language of the interface, its gaps filled. Numbers are written as the language writes them;
 * one called `count` also chooses between singular and plural.
 */
export const t = <C extends Code>(code: C, ...[params]: Params<C>): string => textOf(code, params);

/** A phrase in words, with the phrases inside it. What is a text already, such as the user's own, is left as it is. */
export function say(words: Phrase | string): string {
  if (typeof words === 'string') return words;
  const { code, params } = words;
  if (!params) return textOf(code);
  const said = Object.entries(params).map(([name, value]) => [
    name,
    Array.isArray(value) ? value.map(say).join('; ') : typeof value === 'object' ? say(value as Phrase) : value,
  ]);
  return textOf(code, Object.fromEntries(said));
}

type Camel<Id extends string> = Id extends `${infer First}${' ' | '/'}${infer Rest}`
  ? `${First}${Capitalize<Camel<Rest>>}`
  : Id;

/** An identifier of several words as the last part of a code: `is not` becomes `isNot`. */
export const camel = <Id extends string>(id: Id): Camel<Id> =>
  id.replace(/[ /](.)/g, (_, sign: string) => sign.toUpperCase()) as Camel<Id>;

/** What a kind of blank is called. */
export const kindName = (kind: string): string => say(phrase(`names.kind.${kind}`));
