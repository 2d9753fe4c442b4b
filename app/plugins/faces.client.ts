import { useEventListener, useMutationObserver } from '@vueuse/core';

interface Face {
  /** Signs of the script. */
  script: RegExp;
  /** Split by range: of the face itself the browser fetches only what stands on the page. */
  load(): Promise<unknown>;
}

/** Faces for scripts that the book faces do not hold. Signs of China stand in Japanese too, in forms of their own. */
const FACES: Face[] = [
  { script: /\p{Script=Hebrew}/u, load: () => import('@fontsource-variable/noto-sans-hebrew/index.css') },
  { script: /\p{Script=Arabic}/u, load: () => import('@fontsource-variable/noto-sans-arabic/index.css') },
  {
    script: /[\p{Script=Hiragana}\p{Script=Katakana}]/u,
    load: () => import('@fontsource-variable/noto-sans-jp/index.css'),
  },
  { script: /\p{Script=Hangul}/u, load: () => import('@fontsource-variable/noto-sans-kr/index.css') },
  { script: /\p{Script=Han}/u, load: () => import('@fontsource-variable/noto-sans-sc/index.css') },
];

/** Fetches a face when the first text of its script stands on the page, or is typed there. */
export default defineNuxtPlugin(() => {
  let waiting = FACES;
  function look(text: string): void {
    const wanted = waiting.filter(({ script }) => script.test(text));
    if (!wanted.length) return;
    waiting = waiting.filter((face) => !wanted.includes(face));
    for (const face of wanted)
      // Until it comes the text is read in whatever face the system has.
      face.load().catch(() => (waiting = [...waiting, face]));
  }

  onNuxtReady(() => {
    look(document.body.textContent ?? '');
    useMutationObserver(
      document.body,
      (changes) => {
        if (!waiting.length) return;
        for (const { type, target, addedNodes } of changes)
          if (type === 'characterData') look(target.nodeValue ?? '');
          else for (const node of addedNodes) look(node.textContent ?? '');
      },
      { childList: true, subtree: true, characterData: true },
    );
    useEventListener(document, 'input', ({ target }) => {
      if (target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement) look(target.value);
    });
  });
});
